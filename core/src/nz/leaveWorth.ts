/**
 * What leave not taken is worth on a day in New Zealand: the entitled weeks at the greater rate, 8 % of what was earned
 * since they arose, and alternative holidays at a day's pay, as they would be paid if the employment ended.
 * Set by: Holidays Act 2003, ss 24, 25 and 60(2).
 * Example: 1.5 weeks at 1,200, gross since the anniversary 31,000: 1,800.00 + 8 % × (31,000 + 1,800) = 4,424.00.
 */
import { type Decimal, zero } from "../quantity/decimal.ts";
import type { HolidayRules } from "../rulebook/nz/holidayRules.ts";
import { type Figure, figure } from "../working/figure.ts";
import { finalPercent } from "./finalHolidayPay.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { annualHolidayPay } from "./holidayPay.ts";
import { dailyPay } from "./relevantDailyPay.ts";

/** @param weeks entitled weeks left; below nought where holidays were taken in advance: then nothing is owed for weeks */
export function annualWorthNz(weeks: Decimal, facts: HolidayFacts, rules: HolidayRules): Figure {
  const none = figure("This pay", zero, "money");
  const entitled = weeks.gt(0)
    ? annualHolidayPay("Entitled weeks", weeks, facts)
    : figure("Entitled weeks", zero, "money");
  const percent = finalPercent(`${rules.percent} % since the anniversary`, none, entitled, facts, rules.percent);
  return figure("Annual holidays not taken", entitled.value.plus(percent.value), "money", () => ({
    rule: "Entitled weeks and the per cent since they arose, as at the end of an employment (ss 24, 25)",
    formula: `${entitled.value.toFixed(2)} + ${percent.value.toFixed(2)}`,
    parts: [entitled, percent],
  }));
}

export const alternativeWorthNz = (days: Decimal, facts: HolidayFacts): Figure =>
  days.gt(0)
    ? dailyPay("Alternative holidays not taken", days, facts)
    : figure("Alternative holidays not taken", zero, "money");
