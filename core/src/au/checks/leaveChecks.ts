/** Checks of leave: balances, cashing out, leave granted by the year, and accrual that is not set. */

import { inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import type { LeaveEntitlement } from "../../leave/accrual.ts";
import { leaveKind } from "../../leave/kinds.ts";
import { type Decimal, decimal, decimalOrZero, sum, zero } from "../../quantity/decimal.ts";
import { type EmploymentStandards, employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import { agreedHours } from "../pay/accruingHours.ts";
import { accruesOn } from "../pay/elements.ts";
import type { Check, PayCheck } from "./check.ts";

/** Hours of leave drawn in a pay, by kind; cashed out or taken. */
function drawn(lines: Parameters<Check>[0]["input"]["lines"], counts: (cashOut: boolean) => boolean) {
  const hours = new Map<string, Decimal>();
  for (const line of lines)
    if (line.element === "leaveTaken" && line.leave && counts(line.cashOut === true))
      hours.set(line.leave, (hours.get(line.leave) ?? zero).plus(decimalOrZero(line.hours)));
  return hours;
}

const leaveBeyondBalance: Check = ({ context, input, worked }) =>
  [...drawn(input.lines, () => true)].flatMap(([kind, hours]): Mark[] => {
    const known = context.balances[kind] ?? (leaveKind(kind).kept ? "0" : undefined);
    if (known === undefined) return [];
    // Overtime of this pay is banked as it is worked: what accrues otherwise is there after the pay.
    const balance = kind === "timeInLieu" ? decimal(known).plus(worked.leave[kind]?.value ?? zero) : known;
    // Days off follow the roster: one may come before all of it is saved (common practice, no source).
    const ahead = kind === "dayOff" ? decimalOrZero(input.person.weeklyHours).div(5) : zero;
    if (hours.lte(decimal(balance).plus(ahead))) return [];
    return [
      {
        kind: "query",
        code: "leaveBeyondBalance",
        facts: { kind, hours: hours.toString(), balance: decimal(balance).toFixed(2) },
        mend: inRun,
      },
    ];
  });

/** Cashing out needs a written agreement each time, and leaves four weeks of annual or fifteen days of personal leave. */
const cashOut: Check = ({ context, input }, rules) => {
  const taken = drawn(input.lines, (cashed) => !cashed);
  const standards = rules.row(employmentStandards, input.payday).figures;
  const week = decimalOrZero(input.person.weeklyHours);
  return [...drawn(input.lines, (cashed) => cashed)].flatMap(([kind, hours]): Mark[] => {
    // Time in lieu and days off are owed in money where they are not taken: nobody agrees to that each time, and none has to stay.
    if (kind === "timeInLieu" || kind === "dayOff") return [];
    const keeps = staysHours(kind, week, standards);
    const after = decimalOrZero(context.balances[kind])
      .minus(hours)
      .minus(taken.get(kind) ?? zero);
    return after.lt(keeps)
      ? [
          {
            kind: "stop",
            code: "cashOutTooMuch",
            facts: { kind, after: after.toFixed(2), keeps: keeps.toFixed(2) },
            mend: inRun,
          },
        ]
      : [{ kind: "query", code: "cashOutAgreed", facts: { kind, hours: hours.toString() }, mend: inRun }];
  });
};

function staysHours(kind: string, week: Decimal, { cashOutKeeps }: EmploymentStandards): Decimal {
  if (kind === "annual") return week.times(cashOutKeeps.annualWeeks);
  return kind === "personal" ? week.div(5).times(cashOutKeeps.personalDays) : zero;
}

/** Leave granted by the year, not accrued: ten days of family and domestic violence leave, never named to others. */
const grantedLeave: Check = ({ context, input }, rules) => {
  const days = rules.row(employmentStandards, input.payday).figures.familyViolenceDays;
  const now = drawn(input.lines, () => true).get("familyViolence");
  if (!now) return [];
  const day = decimalOrZero(input.person.weeklyHours).div(5);
  const all = now.plus(context.takenThisYear.familyViolence ?? "0");
  return day.gt(0) && all.gt(day.times(days))
    ? [{ kind: "query", code: "grantedLeaveUsedUp", facts: { hours: all.toString(), days }, mend: inRun }]
    : [];
};

/** Hours that are typed are paid whole: of hours at work the part that is saved for a day off has to be left out of them. */
const typedAtWork: PayCheck = ({ input }) => {
  const saving = input.person.leave?.find((each) => each.kind === "dayOff");
  const own = input.lines.filter((line) => accruesOn(line) && line.corrects === undefined);
  const isTyped = own.some((line) => line.element === "ordinary" && line.hours !== undefined && !line.reasons);
  const hours = sum(own.map((line) => decimalOrZero(line.hours)));
  const agreed = agreedHours(input);
  if (input.person.basis === "casual" || decimalOrZero(saving?.saved).lte(0) || !isTyped || hours.lte(agreed))
    return [];
  const facts = { hours: hours.toString(), agreed: agreed.toDecimalPlaces(2).toString() };
  return [{ kind: "query", code: "typedAtWork", facts, mend: inRun }];
};

/** Leave of which the law gives so many days an occasion: a pay that holds more of it asks. */
const beyondOccasion: Check = ({ input }, rules) => {
  const { figures } = rules.row(employmentStandards, input.payday);
  const day = decimalOrZero(input.person.weeklyHours).div(5);
  return [...drawn(input.lines, () => true)].flatMap(([code, hours]): Mark[] => {
    const { limit, words } = leaveKind(code);
    if (limit?.per !== "occasion" || day.isZero() || hours.lte(day.times(figures[limit.figure]))) return [];
    const facts = { hours: hours.toString(), days: figures[limit.figure], words: words.toLowerCase() };
    return [{ kind: "query", code: "beyondOccasion", facts, mend: inRun }];
  });
};

/**
 * Fair Work Act 2009, ss 86 and 95: annual and personal leave are not for casuals; ss 106 and 111: their compassionate
 * leave and jury service are unpaid. A line of days before somebody became casual says so.
 */
const casualPaidLeave: Check = ({ input, worked }) => {
  const paid = worked.lines.filter(
    ({ line, amount }) =>
      line.element === "leaveTaken" &&
      !line.cashOut &&
      !line.corrects &&
      amount.value.gt(0) &&
      (line.accruesBy?.basis ?? input.person.basis) === "casual",
  );
  const kinds = new Set(paid.flatMap(({ line }) => line.leave ?? []));
  return [...kinds].flatMap((kind): Mark[] => {
    const { notForCasuals, words } = leaveKind(kind);
    const code = notForCasuals ? "casualLeave" : ["compassionate", "jury"].includes(kind) ? "casualPaidLeave" : null;
    return code ? [{ kind: "query", code, facts: { words }, mend: inRun }] : [];
  });
};

/**
 * Annual leave typed into the sheet brings no loading with it. Leave on record does, for who is paid by the record; beside a
 * usual pay or a salary, which may hold it already, only where the person's own per cent says so.
 */
const loadingMissing: Check = ({ context, input, worked }) => {
  const percent = decimalOrZero(context.facts.loadingPercent ?? undefined);
  const without = worked.lines.filter(
    ({ line, amount }) =>
      line.element === "leaveTaken" &&
      line.leave === "annual" &&
      !line.cashOut &&
      !line.corrects &&
      (!line.reasons || amount.value.gt(0)),
  );
  if (!percent.gt(0) || without.length === 0 || input.lines.some((line) => line.element === "leaveLoading")) return [];
  const facts = { percent: percent.toString() };
  return without.some(({ line }) => !line.reasons)
    ? [{ kind: "query", code: "loadingMissing", facts, mend: inRun }]
    : [{ kind: "query", code: "loadingUnsaid", facts, mend: person("leave") }];
};

export const noAccrual: PayCheck = ({ input, worked }) => {
  const { basis } = input.person;
  if ((basis !== "full-time" && basis !== "part-time") || worked.gross.value.isZero()) return [];
  return ["annual", "personal"]
    .filter((kind) => !input.person.leave?.some((entitled) => entitled.kind === kind))
    .map((kind) => ({ kind: "query", code: "noAccrual", facts: { kind, basis }, mend: person("leave") }));
};

/** Weeks a year of an entitlement; null where no hours are agreed to count them by. */
function weeksOf(entitled: LeaveEntitlement, weeklyHours: Decimal): Decimal | null {
  if (entitled.weeksPerYear !== undefined) return decimal(entitled.weeksPerYear);
  if (entitled.percentOfHours !== undefined) return decimal(entitled.percentOfHours).times(52).div(100);
  return weeklyHours.gt(0) ? decimalOrZero(entitled.hoursPerYear).div(weeklyHours) : null;
}

/** House convention: more weeks a year than these are asked about; and so little below the law is a per cent cut short. */
const accrues = { mostWeeks: 8, short: "0.01" } as const;

/** Less than the National Employment Standards give, or more than anybody gets: a per cent as a part of one, days as weeks. */
export const accrualOff: PayCheck = ({ input, worked }, rules) => {
  const { basis, leave = [], weeklyHours } = input.person;
  if ((basis !== "full-time" && basis !== "part-time") || worked.gross.value.isZero()) return [];
  const { annualWeeks, personalWeeks } = rules.row(employmentStandards, input.payday).figures;
  const least = new Map([
    ["annual", decimal(annualWeeks)],
    ["personal", decimal(personalWeeks)],
  ]);
  return leave.flatMap((entitled): Mark[] => {
    const [given, weeks] = [least.get(entitled.kind), weeksOf(entitled, decimalOrZero(weeklyHours))];
    if (!given || !weeks || (weeks.plus(accrues.short).gte(given) && weeks.lte(accrues.mostWeeks))) return [];
    const facts = { kind: entitled.kind, weeks: weeks.toDecimalPlaces(2).toString(), least: given.toString() };
    return [{ kind: "query", code: "accrualOff", facts, mend: person("leave") }];
  });
};

export const leaveChecks: readonly Check[] = [
  leaveBeyondBalance,
  cashOut,
  grantedLeave,
  typedAtWork,
  beyondOccasion,
  casualPaidLeave,
  loadingMissing,
];
