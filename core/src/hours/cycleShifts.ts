/**
 * The shifts that are priced together, a week's or an averaging cycle's, and the last one before them. A shift is of the day
 * on which it starts: what was written down as two at midnight is priced where it began, in the week before too.
 */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import { addDays, type IsoDate } from "../calendar/dates.ts";
import { type DayRecord, isOnCall } from "./dayText.ts";
import { interpret } from "./interpret.ts";
import { contradict } from "./normalise.ts";
import type { Roster } from "./roster.ts";
import { isContact, isOfWork } from "./shiftMarks.ts";
import type { DayShift } from "./shiftText.ts";

export type Days = Readonly<Record<IsoDate, Pick<DayRecord, "shifts">>>;

const isPlain = ({ marks }: DayShift): boolean => (marks ?? []).length === 0;

/** The shift at the start of a day that only goes on from the day before; undefined where there is none. */
export function goingOnFrom(days: Days, date: IsoDate): DayShift | undefined {
  const midnight = `${date}T00:00`;
  const here = days[date]?.shifts.find((each) => each.start === midnight && isPlain(each));
  const before = here && days[addDays(date, -1)]?.shifts.find((each) => each.end === midnight && isPlain(each));
  return before && !contradict(before.settings, here?.settings) ? here : undefined;
}

/** @param dates days in a row @returns the shifts that begin on them, each to its end, by day of what was recorded */
export function shiftsBegunOn(days: Days, dates: readonly IsoDate[]): DayShift[] {
  const [first = "", last = ""] = [dates[0], dates.at(-1)];
  const earlier = goingOnFrom(days, first);
  const later = goingOnFrom(days, addDays(last, 1));
  const own = dates.flatMap((date) => days[date]?.shifts ?? []).filter((each) => each !== earlier);
  return later ? [...own, later] : own;
}

/** The last shift of the cycle before, with that day's overtime: what the rest before the first shift hangs on. */
export function lastBefore(
  { days, ...roster }: Pick<Roster, "person" | "settings" | "timeZone" | "holidays"> & { days: Days },
  rules: AgreementRules,
  cycle: readonly IsoDate[],
): NonNullable<Roster["carryIn"]> {
  const before = cycle.map((date) => addDays(date, -cycle.length));
  const shifts = shiftsBegunOn(days, before);
  // A night at the workplace is no work to rest from, nor is time on call.
  const isNight = (shift: DayShift | undefined) => shift !== undefined && isOfWork(shift, "woken");
  // Nor is a contact from afar, or a shift that was cancelled.
  const isWork = (each: DayShift) => !isContact(rules, each.marks) && !each.marks?.includes("cancelled");
  const last = shifts.findLast((each) => !isNight(each) && !isOnCall(each) && isWork(each));
  if (!last) return {};
  const { person, settings, timeZone, holidays } = roster;
  const [first = ""] = before;
  const worked = interpret({
    ...{ rules, person, timeZone, holidays, periodStart: first, shifts, callsAreOvertime: true },
    ...(settings ? { settings } : {}),
  });
  const day = last.start.slice(0, 10);
  // Of a shift that went on past midnight what was overtime before it, too.
  const isOfLast = (date: string | undefined) =>
    date === day || (date === addDays(day, -1) && goingOnFrom(days, day) === last);
  const overtime =
    "faults" in worked
      ? 0
      : worked.pieces
          .filter((piece) => piece.overtime && !piece.topUp && !isNight(shifts[piece.shift]))
          .filter((piece) => isWork(shifts[piece.shift] ?? last))
          .filter((piece) => isOfLast(shifts[piece.shift]?.start.slice(0, 10)))
          .reduce((sum, piece) => sum + piece.minutes, 0);
  return {
    lastShiftEnd: last.end,
    lastDayOvertimeMinutes: overtime,
    slept: isNight(shifts.findLast((each) => !isOnCall(each))),
  };
}
