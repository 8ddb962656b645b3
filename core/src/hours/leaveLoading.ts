/**
 * The loading on annual leave: a per cent of the leave's own pay, or what the weekend and shift penalties of the days
 * would have added where the agreement says so and that is more; never both.
 * Set by: the award's clause on annual leave (retail cl 28, clerks and manufacturing for shift workers; hospitality pays
 * 17.5 % alone; reference, section 3.3). Casuals have none (Fair Work Act 2009, s 86).
 * Example: 7.6 h of a Sunday rostered at 150 %: penalties add 3.8 hours' pay, 17.5 % adds 1.33; the 3.8 are paid.
 */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import { weekday } from "../calendar/dates.ts";
import { patternOn } from "../calendar/rosterWeeks.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
import type { DayRecord } from "./dayText.ts";
import { type PersonTime, personHours, type TakenLeave } from "./personHours.ts";
import type { DayShift } from "./shiftText.ts";
import { usualShiftsOn } from "./usualTimes.ts";

export interface LeaveLoading {
  /** hours' pay that the loading comes to: exact, money is rounded by whoever multiplies it by the rate */
  hours: Decimal;
  why: string;
}

/** Who counts as a shift worker: the agreement's rules's own flag or setting of that name. */
const isShiftWorker = ({ person, settings }: PersonTime): boolean =>
  person.flags?.shiftworker === true || settings.shiftworker === true;

function compares(loading: NonNullable<AgreementRules["leaveLoading"]>, time: PersonTime): boolean {
  return loading.orPenaltiesIfGreater === "shiftWorkers" ? isShiftWorker(time) : loading.orPenaltiesIfGreater;
}

/**
 * Hours' pay that penalties would have added on the planned shifts of the days, or by the week's pattern, and the minutes
 * of these.
 */
export function penaltiesOf(
  time: PersonTime,
  planned: Readonly<Record<string, DayShift[]>>,
  dates: readonly string[],
): { hours: Decimal; minutes: number } {
  const days: Record<string, DayRecord> = {};
  for (const date of dates) {
    // Without a planned shift the day is as the usual week has it: without times its rates need no clock.
    const usual = patternOn(time, date)?.[weekday(date) - 1];
    const timed = time.roster && Number(usual) === 0 ? [] : usualShiftsOn(time.usualTimes, date);
    if (planned[date]) days[date] = { shifts: planned[date], leave: [] };
    else if (timed.length > 0) days[date] = { shifts: timed, leave: [] };
    else if (usual && Number(usual) > 0) days[date] = { shifts: [], leave: [], hours: usual };
  }
  const { pieces } = personHours({ ...time, days, use: "all" }, dates);
  // Overtime is no part of what leave pays.
  const ordinary = pieces.filter((piece) => !piece.overtime && !piece.topUp);
  return {
    hours: sum(ordinary.map((piece) => piece.percent.minus(100).times(piece.minutes).div(6000))),
    minutes: ordinary.reduce((total, piece) => total + piece.minutes, 0),
  };
}

/** The same of what was taken: of a day that was taken in part its share (common practice, no source). */
function penaltiesTaken(
  time: PersonTime,
  planned: Readonly<Record<string, DayShift[]>>,
  annual: readonly TakenLeave[],
): Decimal {
  const whole: string[] = [];
  const shares: Decimal[] = [];
  for (const date of new Set(annual.map((each) => each.date))) {
    const alone = penaltiesOf(time, planned, [date]);
    const minutes = sum(annual.filter((each) => each.date === date).map((each) => each.hours)).times(60);
    if (minutes.lt(alone.minutes)) shares.push(alone.hours.times(minutes).div(alone.minutes));
    else whole.push(date);
  }
  return sum([...(whole.length > 0 ? [penaltiesOf(time, planned, whole).hours] : []), ...shares]);
}

/**
 * @param ownPercent agreed with the person, over the agreement's
 * @param planned shifts that were planned for the days of the leave
 * @returns null where no loading is due
 */
export function leaveLoading(
  time: PersonTime,
  taken: readonly TakenLeave[],
  ownPercent: string | null,
  planned: Readonly<Record<string, DayShift[]>>,
): LeaveLoading | null {
  const annual = taken.filter((each) => each.kind === "annual");
  const rule = time.rules?.leaveLoading;
  const percent = ownPercent ?? (rule && time.person.basis !== "casual" ? String(rule.percent) : null);
  if (percent === null || annual.length === 0 || decimal(percent).isZero()) return null;
  const leave = sum(annual.map((each) => each.hours));
  const plain = leave.times(percent).div(100);
  const words = `${leave.toString()} h of annual leave × ${decimal(percent).toString()} %`;
  if (!rule || !compares(rule, time)) return { hours: plain, why: words };
  const dates = annual.map((each) => each.date);
  if (!dates.some((date) => planned[date] || Number(patternOn(time, date)?.[weekday(date) - 1] ?? 0) > 0))
    return { hours: plain, why: `${words}; no shifts are planned for these days, so penalties are not compared` };
  const penalties = penaltiesTaken(time, planned, annual);
  return penalties.gt(plain)
    ? {
        hours: penalties,
        why: `penalties of the planned shifts come to ${penalties.toDecimalPlaces(4).toString()} hours' pay, more than ${words}`,
      }
    : { hours: plain, why: `${words}, more than the penalties of the planned shifts` };
}
