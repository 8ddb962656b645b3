/**
 * What the facts of the Holidays Act are drawn from: regular extras of the usual pay, days of the working week, and the
 * share of holiday pay that was for holidays in advance.
 */
import { addDays, type IsoDate, weekday } from "../../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../../calendar/payPeriods.ts";
import type { PayElement, SheetLine } from "../../pay/row.ts";
import { decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { fromCents } from "../../quantity/units.ts";
import { worksOn } from "../finalHolidayPay.ts";
import type { HolidayFacts } from "../holidayFacts.ts";
import { traitsNz } from "./elements.ts";
import type { ElementNz } from "./input.ts";

type Usual = [
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  cycle: Cycle,
  rate: string | null,
];

/** Earnings of the usual pay beside its ordinary hours, by the week: the regular ones, or the others. */
function beside(regular: boolean, [lines, elements, cycle, rate]: Usual): string {
  const weeks = decimal(52).div(paysPerYear[cycle]);
  const total = lines.reduce((sum, line) => {
    const element = elements.get(line.elementId);
    if (!element || element.element === "ordinary") return sum;
    const traits = traitsNz[element.element as ElementNz];
    if (traits?.side !== "earnings" || (element.regular ?? traits.regular) !== regular) return sum;
    if (line.amount !== undefined) return sum.plus(line.amount);
    // Overtime stands in hours.
    const hours = decimalOrZero(line.hours).times(decimalOrZero(line.rate ?? rate ?? undefined));
    return sum.plus(hours.times(element.percent).div(100));
  }, decimal(0));
  return total.div(weeks).toDecimalPlaces(4).toString();
}

/** Regular allowances and overtime of the usual pay, by the week: part of the ordinary week. */
export const regularExtras = (...usual: Usual): string => beside(true, usual);
/** What stands in the usual pay and is not said to be regular, by the week. */
export const usualOvertime = (...usual: Usual): string => beside(false, usual);

/**
 * Days of the working week in the period that the person is employed on; none where the days are typed.
 * @param patternOn the working week that holds on a day, where it changes within the period
 */
export function patternDays(
  span: { periodStart: IsoDate; periodEnd: IsoDate; startDate: IsoDate; endDate: IsoDate | null },
  holidays: Pick<HolidayFacts, "varies" | "pattern">,
  patternOn: (date: IsoDate) => readonly string[] | null = () => holidays.pattern,
): number {
  if (holidays.varies && holidays.pattern === null) return 0;
  let days = 0;
  for (let date = span.periodStart; date <= span.periodEnd; date = addDays(date, 1))
    if (
      worksOn({ pattern: patternOn(date) }).has(weekday(date)) &&
      date >= span.startDate &&
      (span.endDate === null || date <= span.endDate)
    )
      days += 1;
  return days;
}

/**
 * Annual holidays taken beyond what is entitled, in dollars: their share of what was paid since the anniversary.
 * @param paidCents holiday pay since the anniversary; @param beyond weeks below nought; @param taken weeks taken since,
 *   both in the same unit
 */
export const advanceShare = (paidCents: number, beyond: number, taken: number): string =>
  fromCents(paidCents).times(Math.min(beyond, taken)).div(taken).toFixed(2);
