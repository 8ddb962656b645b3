/**
 * The lines of a final pay in New Zealand: entitled weeks, 8 % since the anniversary, public holidays that would have
 * fallen into the weeks, alternative holidays. They are worked out with the pay, so that they follow its hours.
 */
import type { DeparturePlan } from "@zesty/contract/departures";
import { holidaysAfter } from "@zesty/core/nz/finalHolidayPay";
import { leaveMovedNz } from "@zesty/core/nz/pay/elements";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { counted, moneyText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { FinalLines, FinalPay } from "../row/afterStep.ts";
import type { WorkedOut } from "../row/workRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { datedRecordsNz } from "../store/dated.ts";

export function finalLinesNz(context: Context, { who, wanted: { lastDay }, worked: before }: FinalPay): FinalLines {
  if (before.row.context.country !== "NZ") throw new Error("A New Zealand final pay belongs to a New Zealand row.");
  const { holidays, balances, facts } = before.row.context;
  const left = (kind: "annual" | "alternative") => {
    const moved = (before.worked?.country === "NZ" ? before.worked.lines : []).reduce((total, { line }) => {
      const move = leaveMovedNz(line);
      return move?.kind === kind ? total.plus(decimal(move.units).times(move.sign)) : total;
    }, decimal(0));
    return decimal(balances[kind] ?? "0").plus(moved);
  };
  const agreedWeeks = agreedWeeksOf(context, who.id, lastDay);
  const weeks = left("annual");
  const days = left("alternative");
  const notes: string[] = [];
  const wanted: { element: keyof typeof standardElements; units?: string; explained?: string }[] = [];
  if (weeks.gt(0)) wanted.push({ element: "holidaysLeft", units: weeks.toDecimalPlaces(4).toString() });
  // Which days a varying week would have had nobody knows: they are asked about in the run.
  const isKnown = !(holidays.varies && holidays.pattern === null);
  const after = weeks.gt(0) && isKnown ? holidaysAfter(lastDay, weeks.toString(), facts.province, holidays) : [];
  if (after.length > 0)
    wanted.push({
      element: "holidaysAfter",
      units: String(after.length),
      explained: after.map((each) => `${each.name}, ${each.date}`).join("; "),
    });
  if (days.gt(0)) wanted.push({ element: "alternativeLeft", units: days.toString() });
  const { gross, withPay } = holidays.history.sinceAnniversary;
  if (holidays.withPay || decimal(withPay ?? "0").gt(0))
    notes.push("8 % was paid with pays, so no holiday pay is owed on those earnings.");
  // Who changed to 8 % with each pay has not had it on what was earned before.
  const owedOn = decimal(gross).minus(withPay ?? "0");
  if (!holidays.withPay || owedOn.gt(0) || weeks.gt(0)) wanted.push({ element: "holidayPercent" });
  if (weeks.lt(0))
    notes.push(
      `Annual holidays of ${counted(weeks.abs().toDecimalPlaces(2).toString(), "weeks")} were taken in advance; what was paid for them comes off the 8 %.`,
    );
  // s 25 speaks of 8 % whatever the agreement gives; more is a matter of its words.
  if (agreedWeeks !== null && !holidays.withPay)
    notes.push(
      `The agreement gives ${agreedWeeks} weeks a year; 8 % is what the law asks for since the last entitlement. Add the rest where the agreement pays it in proportion.`,
    );
  if (decimal(balances.sick ?? "0").gt(0)) notes.push("Unused sick leave is not paid out.");
  if (holidays.history.incomplete)
    notes.push("Earnings before this program are not on record: record them first, or the averages come out too low.");
  const lines = wanted.map(
    ({ element, units, explained }): SheetLine => ({
      elementId: ensureElement(context, who.businessId, standardElements[element]),
      ...(units === undefined ? {} : { units }),
      ...(explained === undefined ? {} : { explained }),
    }),
  );
  return { lines, notes, say: (after) => wordsOf(after, wanted) };
}

const agreedWeeksOf = (context: Context, personId: number, day: string): string | null =>
  datedRecordsNz(context.store.db, [personId], day).holidays.get(personId)?.annualWeeks ?? null;

/** What each line came to, with its rule: worked out by the very pay that holds it. */
function wordsOf(
  worked: WorkedOut | undefined,
  wanted: readonly { element: keyof typeof standardElements; units?: string; explained?: string }[],
): DeparturePlan["lines"] {
  const lines = worked?.worked?.country === "NZ" ? worked.worked.lines : [];
  return wanted.flatMap(({ element, units, explained }) => {
    const { code, name } = standardElements[element];
    const found = lines.find((each) => each.line.code === code);
    if (!found) return [];
    const working = found.amount.working();
    const rate = working.parts?.[0];
    const unit = element === "holidaysLeft" ? "weeks" : "days";
    return [
      {
        name,
        quantity: units === undefined ? "" : counted(units, unit),
        amount: moneyText(found.amount.value),
        why: [
          explained,
          working.formula,
          rate?.formula && rate !== undefined && units !== undefined ? rate.formula : "",
        ]
          .filter(Boolean)
          .join("; "),
      },
    ];
  });
}
