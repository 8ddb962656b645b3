/** The stage of the Holidays Act of a New Zealand pay: what the Act counts of it, days and hours. */
import { atLeastZero, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import { daysAWeek } from "../relevantDailyPay.ts";
import { amounts, type Earned, type Given } from "./earnings.ts";
import { countsAsGross, isIrregular, isUnpaidNz } from "./elements.ts";
import type { PayInputNz, PayLineNz } from "./input.ts";
import type { WorkedLineNz } from "./worked.ts";

export function holidayRecord({ input }: Given, { lines }: Earned) {
  const counted = lines.filter((each) => countsAsGross(each.line));
  return {
    holiday: {
      gross: sumOf("Gross earnings, Holidays Act", amounts(counted), "money", "What the Holidays Act counts (s 14)"),
      irregular: sumOf("Irregular payments", amounts(counted.filter((each) => isIrregular(each.line)))),
      days: daysOf(input),
    },
    hours: hoursOfNz(lines),
  };
}

/** Days worked or paid for: as typed, with the days of paid leave beside them; else the days of the working week. */
function daysOf({ lines, holidays, patternDays, correctsTaxable }: PayInputNz): Figure {
  const units = (wanted: (line: PayLineNz) => boolean) =>
    lines.reduce((total, line) => (wanted(line) ? total.plus(decimalOrZero(line.units)) : total), zero);
  // A line of days before the week changed is of the week as it was.
  const inWeek = ({ asOf }: PayLineNz): number => daysAWeek(asOf ?? holidays ?? { pattern: null });
  const inDays = (wanted: (line: PayLineNz) => boolean) =>
    lines.reduce(
      (total, line) => (wanted(line) ? total.plus(decimalOrZero(line.units).times(inWeek(line))) : total),
      zero,
    );
  const typed = lines.some((line) => line.element === "daysWorked");
  // A day of which a part was without pay is a day that was worked in part.
  const unpaid = inDays(isUnpaidNz).toDecimalPlaces(2).cutTo(0);
  const paidDays = units(
    (line) =>
      (line.element === "leaveTaken" && line.leave !== "annual" && !isUnpaidNz(line)) ||
      line.element === "publicHoliday" ||
      line.element === "alternativeHoliday",
  ).plus(inDays((line) => line.element === "leaveTaken" && line.leave === "annual"));
  const value = typed
    ? units((line) => line.element === "daysWorked").plus(paidDays)
    : correctsTaxable === undefined
      ? atLeastZero(decimalOrZero(patternDays).minus(unpaid))
      : // The days of the week count with the pay that is corrected: more of them without pay, or fewer.
        zero.minus(unpaid);
  return figure("Days worked or paid for", value, "count", () => ({
    rule: typed
      ? "Days worked as typed, with days of paid leave and holidays"
      : "Days of the period in the working week, less unpaid ones",
  }));
}

const hoursOfNz = (lines: readonly WorkedLineNz[]): Figure =>
  figure(
    "Hours paid",
    lines
      .filter((each) => each.side === "earnings")
      .reduce((total, { line }) => total.plus(decimalOrZero(line.hours)), zero),
    "hours",
    () => ({ rule: "Hours of all earnings lines, paid leave by its hours" }),
  );
