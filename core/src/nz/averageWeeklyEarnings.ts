/** Average weekly earnings (Holidays Act 2003, ss 5, 21, 22). */
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { shown, span, zeroFigure } from "./holidayWords.ts";

/** Average weekly earnings: a fifty-second of twelve months' gross, or of the weeks worked so far (ss 5, 21, 22). */
export function averageWeeklyEarnings({ history: { year }, lessWeeks }: HolidayFacts): Figure {
  const label = "Average weekly earnings";
  if (!year) return zeroFigure(label, "No pay period has ended yet");
  const days = decimal(year.calendarDays).minus(decimalOrZero(lessWeeks).times(7));
  const weeks = days.div(7);
  const short = decimalOrZero(lessWeeks).gt(0);
  const gross = decimal(year.gross);
  return figure(label, days.gt(0) ? gross.times(7).div(days) : gross, "money", () => ({
    rule: decimal(year.calendarDays).lt(364)
      ? "Gross earnings so far, divided by the weeks so far (s 22)"
      : `Gross earnings of the twelve months before, divided by ${shown(weeks)}${short ? ": 52 less unpaid leave beyond a week" : ""} (s 21)`,
    formula: `${year.gross} ÷ ${shown(weeks)}; ${span(year)}`,
  }));
}
