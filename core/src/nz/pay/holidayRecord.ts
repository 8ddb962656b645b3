/** The stage of the Holidays Act of a New Zealand pay: what the Act counts of it, days and hours. */
import { atLeastZero, type Decimal, decimalOrZero, sum, zero } from "../../quantity/decimal.ts";
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

/** Days worked or paid for: those of the pay's own lines, and by how much its corrections change those of earlier pays. */
function daysOf(input: PayInputNz): Figure {
  const own = input.lines.filter((line) => line.corrects === undefined);
  const typed = typedDays(input, own);
  const ownDays =
    typed ??
    // The days of the week count with the pay that is corrected.
    (input.correctsTaxable === undefined
      ? atLeastZero(decimalOrZero(input.patternDays).minus(unpaidDays(input, own)))
      : zero);
  const corrected = [...new Set(input.lines.flatMap(({ corrects }) => corrects ?? []))].map((payday) => {
    const lines = input.lines.filter((line) => line.corrects === payday);
    return typedDays(input, lines) ?? zero.minus(unpaidDays(input, lines));
  });
  return figure("Days worked or paid for", ownDays.plus(sum(corrected)), "count", () => ({
    rule: typed
      ? "Days worked as typed, with days of paid leave and holidays"
      : "Days of the period in the working week, less unpaid ones",
  }));
}

// A line of days before the week changed is of the week as it was.
const inDays = ({ holidays }: PayInputNz, lines: readonly PayLineNz[]) =>
  sum(lines.map(({ units, asOf }) => decimalOrZero(units).times(daysAWeek(asOf ?? holidays ?? { pattern: null }))));

/** A day of which a part was without pay is a day that was worked in part. */
const unpaidDays = (input: PayInputNz, lines: readonly PayLineNz[]) =>
  inDays(input, lines.filter(isUnpaidNz)).toDecimalPlaces(2).cutTo(0);

/** Days as typed or as recorded, with the days of paid leave beside them; null where no line says them. */
function typedDays(input: PayInputNz, lines: readonly PayLineNz[]): Decimal | null {
  if (!lines.some((line) => line.element === "daysWorked")) return null;
  const isAnnual = (line: PayLineNz) => line.element === "leaveTaken" && line.leave === "annual";
  const inUnits = lines.filter(
    (line) =>
      ["daysWorked", "publicHoliday", "alternativeHoliday"].includes(line.element) ||
      (line.element === "leaveTaken" && !isAnnual(line) && !isUnpaidNz(line)),
  );
  return sum(inUnits.map(({ units }) => decimalOrZero(units))).plus(inDays(input, lines.filter(isAnnual)));
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
