/** Single lines of a New Zealand pay: earnings by their kind, what hangs on all others, deductions with consent. */

import { atLeastZero, type Decimal, decimal, decimalOrZero, hundred, least, zero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { holidayRules } from "../../rulebook/nz/holidayRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { type Figure, figure, given, sumOf } from "../../working/figure.ts";
import { closedownPay, finalPercent, percentBesideClosedown } from "../finalHolidayPay.ts";
import { annualHolidayPay, continuedHolidayPay, publicHolidayWorked } from "../holidayPay.ts";
import { dailyPay, firstWeekPay } from "../relevantDailyPay.ts";
import { countsAsGross, isUnpaidNz, leaveKindNz, type SideNz, traitsNz } from "./elements.ts";
import type { PayInputNz, PayLineNz } from "./input.ts";
import type { WorkedLineNz } from "./worked.ts";

/** An allowance that is not taxed pays back an expense: it is no part of gross (what is filed) nor of net's taxes. */
const sideOf = (line: PayLineNz): SideNz =>
  traitsNz[line.element].side === "earnings" && line.taxable === false ? "reimbursement" : traitsNz[line.element].side;

const inRun = { place: "run", section: "lines" } as const;

/** One line's amount: typed, worked out by the Holidays Act, or hours × rate × percent to the cent. */
export function workLineNz(line: PayLineNz, { holidays: known, payday }: PayInputNz, rules: RuleBook): WorkedLineNz {
  const { words } = traitsNz[line.element];
  const side = sideOf(line);
  const label = line.name ?? words;
  if (side === "recorded" || isUnpaidNz(line))
    return { line, side, amount: figure(label, zero, "money", () => ({ rule: "Recorded, not paid" })) };
  if (line.amount !== undefined) {
    const value = halfUpToCent(decimal(line.amount));
    const amount =
      line.explained === undefined
        ? given(label, value, "money", inRun)
        : figure(label, value, "money", () => ({ rule: line.explained as string, setting: inRun }));
    return { line, side, amount };
  }
  const hours = decimalOrZero(line.hours);
  const rate = decimalOrZero(line.rate);
  const percent = line.percent === undefined ? hundred : decimal(line.percent);
  if (line.element === "publicHolidayWorked") {
    const half = decimal(rules.row(holidayRules, payday).figures.publicHolidayPercent);
    return { line, side, amount: publicHolidayWorked(label, hours, rate, percent, half) };
  }
  if (line.units !== undefined && known) {
    const holidays = line.asOf ? { ...known, ...line.asOf } : known;
    const units = decimal(line.units);
    const annual =
      line.element === "cashUp" ||
      ((line.element === "leaveTaken" || line.element === "unusedLeave") && line.leave === "annual");
    // Of the record, or of a closedown: their days are known.
    const isDated = line.element === "leaveTaken" && (line.reasons ?? line.explained) !== undefined;
    const weeksPaid = isDated ? continuedHolidayPay : annualHolidayPay;
    const at = line.element === "leaveTaken" ? leaveKindNz(line.leave)?.at : null;
    const ofDays = (words: string) => dailyPay(words, units, holidays, line.hours === undefined ? undefined : hours);
    const amount = annual
      ? weeksPaid(label, units, holidays)
      : at
        ? firstWeekPay(label, ofDays("Pay of the days lost"), decimal(rules.row(holidayRules, payday).figures[at]))
        : ofDays(label);
    return { line, side, amount };
  }
  return {
    line,
    side,
    amount: figure(label, halfUpToCent(hours.times(rate).times(percent).div(100)), "money", () => ({
      rule: "Hours × rate × per cent, to the cent",
      formula: `${hours.toString()} h × $${rate.toString()}${percent.eq(hundred) ? "" : ` × ${percent.toString()} %`}`,
      ...(line.reasons ? { reasons: line.reasons } : {}),
      setting: inRun,
    })),
  };
}

/** Lines that hang on all others: 8 % at the end of an employment, and at a closedown. */
export function withHolidayPercent(
  lines: readonly WorkedLineNz[],
  { holidays, payday }: PayInputNz,
  rules: RuleBook,
): WorkedLineNz[] {
  const isPercent = ({ line }: WorkedLineNz) =>
    (line.element === "finalPercent" || line.element === "closedownPay") && line.amount === undefined;
  if (!holidays || !lines.some(isPercent)) return [...lines];
  const { percent } = rules.row(holidayRules, payday).figures;
  const sumOver = (label: string, chosen: readonly WorkedLineNz[]) =>
    sumOf(
      label,
      chosen.map((each) => each.amount),
    );
  const thisPay = sumOver(
    "Gross earnings of this pay",
    lines.filter((each) => countsAsGross(each.line) && !isPercent(each)),
  );
  const weeks = sumOver(
    "Entitled weeks paid out",
    lines.filter((each) => each.line.element === "unusedLeave" && each.line.leave === "annual"),
  );
  // Who leaves with the pay of a closedown has the 8 % of its line: nothing has it twice.
  const closed = lines.some(({ line }) => line.element === "closedownPay");
  return lines.map((each) => {
    if (!isPercent(each)) return each;
    const label = each.line.name ?? traitsNz[each.line.element].words;
    const amount =
      each.line.element === "finalPercent"
        ? closed
          ? percentBesideClosedown(label, thisPay, weeks, holidays, percent)
          : finalPercent(label, thisPay, weeks, holidays, percent)
        : closedownPay(label, thisPay, holidays, percent);
    return { ...each, amount };
  });
}

/** Deductions with consent, each cut to its total and to the net pay that must stay. */
export function voluntary({ lines }: PayInputNz, gross: Figure, availableBefore: Decimal): WorkedLineNz[] {
  let available = availableBefore;
  return lines
    .filter((line) => traitsNz[line.element].side === "deduction")
    .map((line): WorkedLineNz => {
      const wanted =
        line.percentOfGross === undefined
          ? halfUpToCent(decimalOrZero(line.amount))
          : halfUpToCent(gross.value.times(line.percentOfGross).div(100));
      const limits = [
        ...(line.upTo === undefined ? [] : [decimal(line.upTo)]),
        ...(line.keepNet === undefined ? [] : [atLeastZero(available.minus(line.keepNet))]),
      ];
      const value = limits.reduce(least, wanted);
      available = available.minus(value);
      const amount = figure(line.name ?? traitsNz[line.element].words, value, "money", () => ({
        rule:
          line.percentOfGross === undefined
            ? "The amount agreed in writing"
            : `${line.percentOfGross} % of gross earnings`,
        ...(value.lt(wanted) ? { formula: `${wanted.toFixed(2)}, cut to ${value.toFixed(2)}` } : {}),
        setting: { place: "run", section: "lines" },
      }));
      return { line, side: "deduction", amount, ...(value.lt(wanted) ? { cutFrom: wanted } : {}) };
    });
}
