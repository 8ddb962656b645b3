/**
 * Piecework: pieces of a shift at so much each, and each day at least its hours at the hourly rate.
 * Set by: Horticulture Award 2020, piecework since 28 April 2022 (from memory, 92 %; the holiday 65 to 78 %). Limits of ordinary
 * time, overtime and meal allowances do not apply to it (85 %).
 * Example: 150 at 6.10 in 8 hours are 915.00; at 125 an hour the day is made up to 1,000.00, whatever other days earned.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, greatest, sum, zero } from "../quantity/decimal.ts";
import { percentFor } from "./conditions.ts";
import { minutesOf } from "./dayText.ts";
import { holidayOn, type PersonTime } from "./personHours.ts";
import type { DayShift } from "./shiftText.ts";

/** What was picked or packed on one day, by cost centre. */
export interface PieceDay {
  date: IsoDate;
  parts: { costCentre: string | undefined; minutes: number; earned: Decimal; text: string }[];
  /** of the hourly rate, that the day's hours come to at least */
  percent: Decimal;
}

export const isPiecework = (shift: Pick<DayShift, "pieces">): boolean => (shift.pieces ?? []).length > 0;

/** @returns the days that have piecework, and days of it that no agreement pays */
export function pieceDays(
  time: PersonTime,
  dates: readonly IsoDate[],
): { days: PieceDay[]; faults: { date: IsoDate; text: string }[] } {
  const { rules, person } = time;
  const days: PieceDay[] = [];
  const faults: { date: IsoDate; text: string }[] = [];
  for (const date of dates) {
    const shifts = (time.days[date]?.shifts ?? []).filter(isPiecework);
    if (shifts.length === 0) continue;
    if (!rules?.piecework) {
      const by = rules ? `${rules.title} has no piecework` : "no agreement says what piecework pays at least";
      faults.push({ date, text: `${by}. Write the hours alone, or choose another agreement for this person.` });
      continue;
    }
    const isHoliday = holidayOn(time, date) !== undefined;
    const times = isHoliday ? rules.piecework.holidayTimes : 1;
    const rate = isHoliday ? rules.penalties.find((each) => each.if?.holiday) : rules.penalties.at(-1);
    days.push({
      date,
      percent: percentFor(rate?.percent ?? 100, person.basis),
      parts: shifts.map((shift) => ({
        costCentre: shift.costCentre,
        minutes: minutesOf({ shifts: [shift], leave: [] }),
        earned: sum((shift.pieces ?? []).map(({ units, rate }) => decimal(units).times(rate))).times(times),
        text: `${(shift.pieces ?? []).map(({ units, rate }) => `${units} × $${rate}`).join(" and ")}${times === 1 ? "" : ` × ${times}, a public holiday`}`,
      })),
    });
  }
  return { days, faults };
}

/** What a day pays beyond its pieces, exact: what its hours at the rate come to more. */
export function madeUp({ parts, percent }: PieceDay, rate: Decimal): Decimal {
  const minutes = parts.reduce((total, each) => total + each.minutes, 0);
  const least = rate.times(percent).times(minutes).div(6000);
  return greatest(zero, least.minus(sum(parts.map((each) => each.earned))));
}
