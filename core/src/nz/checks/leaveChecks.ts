/** Checks of leave in a New Zealand row: dates, units, what is open. */
import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { type Decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { deductionRatesNz } from "../../rulebook/nz/deductionRatesNz.ts";
import { holidayRules } from "../../rulebook/nz/holidayRules.ts";
import { leaveKindNz, leaveUnitNz, leaveWordsNz } from "../pay/elements.ts";
import type { PayLineNz } from "../pay/input.ts";
import type { PersonFactsNz } from "../pay/row.ts";
import { daysAWeek } from "../relevantDailyPay.ts";
import type { CheckNz } from "./rowCheck.ts";

export const units = (lines: readonly PayLineNz[], wanted: (line: PayLineNz) => boolean): Decimal =>
  lines.filter(wanted).reduce((total, line) => total.plus(decimalOrZero(line.units)), zero);
/** KiwiSaver Act 2006, s 17: who was enrolled on starting may opt out for some weeks; later only Inland Revenue lets them. */
function optedOut({ optOutFrom: from, optOutTo: to, optedOutOn: on }: PersonFactsNz["kiwiSaver"]): Mark[] {
  const mend = person("kiwiSaver");
  if (!from || !to) return [{ kind: "query", code: "optOutOfMember", facts: {}, mend }];
  if (!on) return [{ kind: "query", code: "optOutUndated", facts: {}, mend }];
  return on < from || on > to ? [{ kind: "query", code: "optOutOutside", facts: { on, from, to }, mend }] : [];
}

export const dated: CheckNz = ({ context }, rules) => {
  const { facts, payday, person: who } = context;
  const { defaultPercent } = rules.row(deductionRatesNz, payday).figures.kiwiSaver;
  const saver = facts.kiwiSaver;
  const found: Mark[] = [];
  const mend = person("kiwiSaver");
  const over = (until: string | null): until is string => until !== null && until < payday;
  if (who.kiwiSaver?.status === "suspended" && over(saver.suspendedUntil))
    found.push({ kind: "query", code: "suspensionEnded", facts: { until: saver.suspendedUntil }, mend });
  if (who.kiwiSaver?.status === "member" && over(saver.temporaryUntil))
    found.push({
      kind: "query",
      code: "temporaryRateEnded",
      facts: { until: saver.temporaryUntil, default: defaultPercent },
      mend,
    });
  if (who.kiwiSaver?.status === "opted-out") found.push(...optedOut(saver));
  else if (saver.optOutFrom && saver.optOutTo && payday >= saver.optOutFrom && payday <= saver.optOutTo)
    found.push({ kind: "note", code: "optOutWindow", facts: { from: saver.optOutFrom, to: saver.optOutTo }, mend });
  if (who.kiwiSaver?.status === "member" && saver.estimated)
    found.push({ kind: "note", code: "esctEstimated", facts: {}, mend });
  if (who.kiwiSaver?.status === "member" && saver.esctLapsed)
    found.push({ kind: "query", code: "esctLapsed", facts: saver.esctLapsed, mend });
  if (over(facts.certificateUntil))
    found.push({
      // A special rate ends with its certificate: another code has to be said. A loan's or a rate of WT is looked at.
      kind: who.taxCode.trim().toUpperCase().startsWith("STC") ? "stop" : "query",
      code: "certificateEnded",
      facts: { until: facts.certificateUntil },
      mend: person("taxCode"),
    });
  return found;
};
const usesAlternative = ({ element }: PayLineNz) =>
  element === "alternativeHoliday" || element === "alternativeExchanged";

/** Holidays Act 2003, s 61: a day is exchanged for an agreed sum on request, once twelve months have gone by. */
export const exchanged: CheckNz = ({ context, worked }) => {
  const lines = worked.lines.filter(({ line }) => line.element === "alternativeExchanged");
  const days = units(
    lines.map(({ line }) => line),
    () => true,
  );
  if (!days.gt(0)) return [];
  const amount = lines.reduce((total, line) => total.plus(line.amount.value), zero);
  const facts = { days: days.toString(), amount: dollars(amount), old: context.exchangeable };
  return [
    {
      ...{ kind: "query", facts, mend: inRun },
      code: days.gt(context.exchangeable) ? "exchangedEarly" : "exchangedAsked",
    },
  ];
};
export const leave: CheckNz = ({ context, input }, rules) => {
  const found: Mark[] = [];
  const kinds = new Set(
    input.lines.flatMap((line) => (line.element === "leaveTaken" && line.leave ? [line.leave] : [])),
  );
  if (input.lines.some(usesAlternative)) kinds.add("alternative");
  for (const kind of kinds) {
    const taken = units(input.lines, (line) =>
      kind === "alternative" ? usesAlternative(line) : line.element === "leaveTaken" && line.leave === kind,
    );
    const balance = decimalOrZero(context.balances[kind]);
    const words = leaveWordsNz(kind).toLowerCase();
    const facts = { taken: taken.toString(), balance: balance.toDecimalPlaces(2).toString() };
    if (leaveKindNz(kind)?.kept && taken.gt(balance))
      found.push(
        kind === "annual"
          ? { kind: "query", code: "holidayInAdvance", facts, mend: inRun }
          : {
              kind: "query",
              code: "leaveBeyondUnits",
              facts: { ...facts, unit: leaveUnitNz(kind), words },
              mend: inRun,
            },
      );
    const limit = leaveKindNz(kind)?.limit;
    const { bereavementDays, firstWeekDays } = rules.row(holidayRules, context.payday).figures;
    // Seven days in a row hold one week of the person's days.
    const most =
      limit === "firstWeekDays"
        ? Math.min(Number(firstWeekDays), daysAWeek(context.holidays))
        : limit === "bereavementDays"
          ? bereavementDays.close
          : limit === "bereavementOtherDays" && bereavementDays.other;
    if (most && taken.gt(most))
      found.push({
        ...{ kind: "query", code: "beyondEvent", mend: inRun },
        facts: { taken: facts.taken, words, most: String(most) },
      });
    if (["sick", "bereavement", "bereavementOther", "familyViolence"].includes(kind) && !context.facts.passesService)
      found.push({
        kind: "query",
        code: "noService",
        facts: {
          words,
          start: context.facts.startDate,
          ...(context.person.basis === "casual" ? { casual: "yes" } : {}),
        },
        mend: inRun,
      });
  }
  return found;
};
