/**
 * The hours of a pay that leave accrues on.
 * Set by: Fair Work Act 2009, ss 22, 87, 96: ordinary hours and paid leave of a time of service; unpaid leave and days
 * outside the employment are none. At most 38 hours a week, the ordinary week of the National Employment Standards; as
 * many weeks as the working days make, so that hours by the day are not cut in a long month, and as many as the agreement
 * averages recorded hours over (ss 62, 63; from memory, 85 % sure): 45 hours and 31 are 76 hours, not 69.
 * Example: a salary of $1,500 for 38 hours, of which $600 is paid beside 22.8 hours of unpaid leave: 15.2 hours.
 */
import { type Cycle, paysPerYear } from "../../calendar/payPeriods.ts";
import { leaveKind } from "../../leave/kinds.ts";
import type { Accrual } from "../../pay/input.ts";
import {
  atLeastZero,
  type Decimal,
  decimal,
  decimalOrZero,
  fixed,
  greatest,
  least,
  one,
  sum,
  zero,
} from "../../quantity/decimal.ts";
import { halfUpToHourE4 } from "../../quantity/rounding.ts";
import { employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import { type RuleBook, sourceNote } from "../../rulebook/ruleBook.ts";
import { type Figure, figure } from "../../working/figure.ts";
import { accruesOn, groupOf } from "./elements.ts";
import type { PayInput, PayLine } from "./input.ts";

/** Weeks that a pay stands for, by the pays of a year. */
export function weeksIn(cycle: Cycle, periods: number): Decimal {
  if (cycle === "weekly") return periods === 1 ? one : decimal(periods);
  return decimal(52).div(paysPerYear[cycle]).times(periods);
}

const hoursOf = (lines: readonly PayLine[]): Decimal =>
  lines.reduce((total, line) => total.plus(decimalOrZero(line.hours)), zero);

/** Absences of the pay's own days that leave does not accrue on, by their hours; a correction says itself what it changes. */
const isAway = (line: PayLine): boolean =>
  line.element === "leaveTaken" && line.corrects === undefined && !leaveKind(line.leave).accrues;

const isSalary = (line: PayLine): boolean =>
  line.element === "ordinary" &&
  line.hours === undefined &&
  line.corrects === undefined &&
  decimalOrZero(line.amount).gt(0);

/** A correction's line says what it changes, whatever it is of: one of unpaid leave may be the only one. */
const countingLines = (input: PayInput): PayLine[] =>
  input.lines.filter((line) => line.accrues !== undefined || (groupOf(line) === "earnings" && accruesOn(line)));

/** Agreed hours of the pay, by the weeks that were agreed in it. */
export const agreedHours = (input: PayInput): Decimal =>
  input.agreedHours === undefined
    ? decimalOrZero(input.person.weeklyHours).times(weeksIn(input.cycle, input.periods ?? 1))
    : decimal(input.agreedHours);

/** Hours of the pay's own lines: those typed, and those that a salary stands for. */
function hoursOfPay(input: PayInput) {
  const own = countingLines(input).filter((line) => line.accrues === undefined);
  const typed = hoursOf(own);
  // A salary typed as an amount stands for hours; the correction of one says itself what it changes.
  const salary = own.filter(isSalary);
  const agreed = agreedHours(input);
  const away = hoursOf(input.lines.filter(isAway));
  const stands = salary.every((line) => line.standsFor !== undefined)
    ? salary.reduce((total, line) => total.plus(decimalOrZero(line.standsFor)), zero)
    : agreed;
  const paid = least(atLeastZero(agreed.minus(away)), stands.plus(typed));
  const raw = salary.length > 0 && paid.gt(typed) ? paid : typed;
  return { own, typed, agreed, away, raw, bySalary: salary.length > 0 };
}

const correctedHours = (input: PayInput): Decimal =>
  countingLines(input).reduce((total, line) => total.plus(decimalOrZero(line.accrues)), zero);

/** @returns hours, ten-thousandths kept; a correction adds what it changes in the hours of the pay that it corrects */
export function accruingHours(input: PayInput, rules: RuleBook): Figure {
  const row = rules.row(employmentStandards, input.payday);
  const weeks = weeksIn(input.cycle, input.periods ?? 1);
  const { own, typed, agreed, away, raw, bySalary } = hoursOfPay(input);
  const ofWeek = fixed(row.figures.ordinaryHoursAWeek);
  // Where the agreement averages them it has cut the ordinary hours of each cycle itself: a long week makes up for a short one.
  // Hours that are paid by the piece lie outside its limits.
  const averaged = own.some(isByPiece) ? 1 : (input.averagedWeeks ?? 1);
  const late = lateHours(input, ofWeek, averaged > 1);
  const before = decimalOrZero(input.inPeriod?.ordinary);
  const whole = [decimalOrZero(input.weeksByDays), decimal(averaged)].reduce(greatest, weeks).times(ofWeek);
  // Leave that another pay of the period pays may be of weeks to come.
  const leave = hoursOf(own.filter(({ element }) => element === "leaveTaken"));
  const most = greatest(whole.minus(before), least(leave, whole));
  const corrected = correctedHours(input);
  return figure(
    "Ordinary hours that leave accrues on",
    least(atLeastZero(raw.minus(late.paid)), most)
      .plus(least(late.counting, raw))
      .plus(corrected),
    "hours",
    () => ({
      rule: `Ordinary hours and paid leave, at most ${row.figures.ordinaryHoursAWeek} hours a week${averaged === 1 ? "" : `, averaged over ${averaged} weeks by the agreement`}; none for unpaid leave and for days outside the employment`,
      formula: `${
        bySalary
          ? `${raw.toDecimalPlaces(4).toString()} h that the salary stands for${away.isZero() ? "" : `: ${agreed.toDecimalPlaces(4).toString()} agreed, less ${away.toString()} away`}`
          : `${typed.toString()} h`
      }${late.paid.isZero() ? "" : `, ${late.paid.toDecimalPlaces(4).toString()} of them paid late: ${late.counting.toDecimalPlaces(4).toString()} h within the hours of their own weeks`}${before.isZero() ? "" : `, after ${before.toString()} h in another pay of the period`}${corrected.isZero() ? "" : `, ${corrected.toString()} h by corrections`}`,
      source: sourceNote(employmentStandards, row),
    }),
  );
}

/**
 * Days that are paid late are of weeks of their own, each with no more hours than any week. Where weeks are averaged what
 * one of them gains another may lose: they count as they come to together.
 */
function lateHours({ lateWeeks = [] }: PayInput, ofWeek: Decimal, areAveraged: boolean) {
  if (areAveraged) {
    const of = (what: "hours" | "before" | "together") => sum(lateWeeks.map((week) => decimal(week[what])));
    return { paid: of("hours"), counting: least(of("hours"), atLeastZero(of("together").minus(of("before")))) };
  }
  const counting = lateWeeks.map(({ hours, before, together }) =>
    least(decimal(hours), atLeastZero(least(decimal(together), ofWeek).minus(least(decimal(before), ofWeek)))),
  );
  return { paid: sum(lateWeeks.map((week) => decimal(week.hours))), counting: sum(counting) };
}

export interface AccruingPart extends Accrual {
  hours: Figure;
  /** of the pay's own hours */
  share: Decimal;
  /** hours that save for rostered days off: however many they are, without the days off themselves and without piecework */
  saving: Decimal;
}

const isByPiece = (line: PayLine): boolean =>
  line.element !== "leaveTaken" && line.amount !== undefined && line.hours !== undefined;

/** A day off saves nothing for the next; nor do hours that are paid by the piece, of which nothing was left out. */
const savesNothing = (line: PayLine): boolean =>
  line.element === "leaveTaken" ? line.leave === "dayOff" && line.cashOut !== true : isByPiece(line);

/**
 * The accruing hours by the basis and the leave of the days that they are of: who became casual on a Thursday accrues on
 * the days before it. Each part has the share that its lines have in the hours of the pay.
 * @param all what `accruingHours` found
 */
export function accruingParts(input: PayInput, all: Figure): AccruingPart[] {
  const own: Accrual = { basis: input.person.basis, leave: input.person.leave ?? [] };
  const counting = countingLines(input);
  if (counting.every((line) => line.accruesBy === undefined))
    return [
      {
        ...{ ...own, hours: all, share: one },
        saving: hoursOfPay(input)
          .raw.plus(correctedHours(input))
          .minus(hoursOf(counting.filter(savesNothing))),
      },
    ];
  const parts = new Map<string, { by: Accrual; weight: Decimal; corrected: Decimal; off: Decimal }>();
  for (const line of counting) {
    const by: Accrual = { basis: line.accruesBy?.basis ?? own.basis, leave: line.accruesBy?.leave ?? own.leave };
    const key = JSON.stringify([by.basis, by.leave]);
    const part = parts.get(key) ?? { by, weight: zero, corrected: zero, off: zero };
    if (savesNothing(line)) part.off = part.off.plus(decimalOrZero(line.hours));
    if (line.accrues !== undefined) part.corrected = part.corrected.plus(line.accrues);
    else part.weight = part.weight.plus(isSalary(line) ? (line.standsFor ?? agreedHours(input)) : (line.hours ?? "0"));
    parts.set(key, part);
  }
  const [weights, corrected] = [
    sum([...parts.values()].map((each) => each.weight)),
    sum([...parts.values()].map((each) => each.corrected)),
  ];
  const shared = all.value.minus(corrected);
  const { raw } = hoursOfPay(input);
  return [...parts.values()].map(({ by, weight, corrected: more, off }): AccruingPart => {
    const share = weights.isZero() ? zero : weight.div(weights);
    const hours = shared.times(share).plus(more);
    return {
      ...by,
      saving: raw.times(share).plus(more).minus(off),
      share,
      hours: figure(`Ordinary hours that leave accrues on, ${by.basis}`, halfUpToHourE4(hours), "hours", () => ({
        rule: "Hours of the days on which this was agreed; the rest of the pay has other terms",
        formula: `${weight.toDecimalPlaces(4).toString()} of ${weights.toDecimalPlaces(4).toString()} h${more.isZero() ? "" : `, ${more.toString()} h by corrections`}`,
        parts: [all],
      })),
    };
  });
}
