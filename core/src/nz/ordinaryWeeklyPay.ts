/** Ordinary weekly pay (Holidays Act 2003, s 8). */
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { type Figure, figure } from "../working/figure.ts";
import { type HolidayFacts, weeksOf } from "./holidayFacts.ts";
import { person, shown, shownMoney, span, zeroFigure } from "./holidayWords.ts";

function byAgreement({ weeklyHours, hourlyRate, regularExtras }: HolidayFacts): Figure {
  const value = decimalOrZero(weeklyHours).times(decimalOrZero(hourlyRate)).plus(decimalOrZero(regularExtras));
  return figure("Ordinary weekly pay", value, "money", () => ({
    rule: "What the agreement gives for an ordinary working week, with regular overtime and allowances (s 8(1))",
    formula: `${weeklyHours} h × $${hourlyRate ?? "0"}${decimalOrZero(regularExtras).isZero() ? "" : ` + ${regularExtras}`}`,
    setting: person("employment"),
  }));
}
/** (a − b) ÷ c over the four calendar weeks before; a single longer pay period counts as its own weeks. */
function byFourWeeks({ history: { fourWeeks } }: HolidayFacts): Figure {
  const label = "Ordinary weekly pay";
  if (!fourWeeks) return zeroFigure(label, "No pay period has ended yet");
  const net = decimal(fourWeeks.gross).minus(fourWeeks.irregular);
  const days = decimal(fourWeeks.calendarDays);
  return figure(label, days.gt(0) ? net.times(7).div(days) : net, "money", () => ({
    rule: "The week varies: gross earnings less irregular payments of the four weeks before, divided by the weeks (s 8(2))",
    formula: `(${fourWeeks.gross} − ${fourWeeks.irregular}) ÷ ${shown(weeksOf(fourWeeks))}; ${span(fourWeeks)}`,
  }));
}
/** Ordinary weekly pay as at the start of the holiday (s 8). */
export function ordinaryWeeklyPay(facts: HolidayFacts): Figure {
  const label = "Ordinary weekly pay";
  const found = facts.varies ? byFourWeeks(facts) : byAgreement(facts);
  const agreed = facts.agreedWeek === null ? null : decimal(facts.agreedWeek);
  if (agreed?.gt(found.value))
    return figure(label, agreed, "money", () => ({
      rule: "The agreement sets a greater ordinary weekly pay (s 8(3))",
      formula: `the greater of ${agreed.toFixed(2)} and ${shownMoney(found.value)}`,
      setting: person("holidays"),
      parts: [found],
    }));
  return found;
}
