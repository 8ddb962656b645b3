/**
 * A day as it is typed in the week: "9-17:30 b30", "9a 5p", "17-2", "7.6", "off", "al", "sick 3.8", two parts with a
 * comma; "20-21 recall", "7-9 cancelled", "10-14 dayoff", "22-6 sleepover woken 2-2:45", "7-7 care 9" for what the shift was; "9-17 as 4" for a shift in level 4, "9-17 as 4 13-15" for a part of it. Read into a record of the day, and written back in one form.
 */
import type { ShiftMark } from "../agreements/agreementRules.ts";
import { addDays, type IsoDate } from "../calendar/dates.ts";
import { decimal } from "../quantity/decimal.ts";
import { tidiedHours } from "../quantity/tidied.ts";
import { isOfWork, isOnTop } from "./shiftMarks.ts";
import { type DayShift, readShift, shiftText } from "./shiftText.ts";

export interface DayLeave {
  kind: string;
  /** left out: the ordinary hours of the day */
  hours?: string;
  /** the request that it was approved by */
  request?: number;
}
/** What is known of one day of a person. */
export interface DayRecord {
  shifts: DayShift[];
  leave: DayLeave[];
  /** hours without their times */
  hours?: string;
  note?: string;
  /** overtime of the day becomes time off later, as was agreed, and is not paid */
  bank?: true;
  /** New Zealand: whether a public holiday would otherwise be worked, as somebody said with the reason (s 12) */
  otherwise?: { works: boolean; why: string };
}

/** Short words of leave by country; the first of a kind is how it is written back. */
export const leaveWordsTyped: Record<"AU" | "NZ", readonly [word: string, kind: string][]> = {
  AU: [
    ["al", "annual"],
    ["sick", "personal"],
    ["pl", "personal"],
    ["carer", "personal"],
    ["lsl", "long-service"],
    ["til", "timeInLieu"],
    ["rdo", "dayOff"],
    ["comp", "compassionate"],
    ["fdv", "familyViolence"],
    ["jury", "jury"],
    ["community", "communityService"],
    ["parental", "parental"],
    ["defence", "defence"],
    ["govparental", "governmentParental"],
    ["workcover", "workersCompensation"],
    ["unpaid", "unpaid"],
    ["unpaidsick", "unpaidPersonal"],
    ["unpaidcarer", "unpaidCarer"],
    ["unpaidcomp", "unpaidCompassionate"],
    ["unpaidparental", "unpaidParental"],
    ["volunteer", "volunteer"],
    ["summons", "jurySummons"],
    ["standdown", "standDown"],
    ["strike", "industrialAction"],
    ["absent", "absent"],
  ],
  NZ: [
    ["al", "annual"],
    ["sick", "sick"],
    ["ber", "bereavement"],
    ["ber1", "bereavementOther"],
    ["fv", "familyViolence"],
    ["alt", "alternative"],
    ["parental", "parental"],
    ["partner", "partner"],
    ["acc1", "firstWeek"],
    ["acc", "injury"],
    ["unpaid", "unpaid"],
    ["unpaidsick", "unpaidSick"],
    ["jury", "jury"],
    ["volunteer", "volunteers"],
    ["strike", "strike"],
  ],
};

/** Where time off in place of overtime is a matter of the awards. */
const banksOvertime: Record<"AU" | "NZ", boolean> = { AU: true, NZ: false };

/** What a day says that is of the other country alone; null where there is nothing. */
export function notOfCountry(day: Pick<DayRecord, "shifts" | "bank">, country: "AU" | "NZ"): string | null {
  if (banksOvertime[country]) return null;
  if (day.bank) return "“bank” is of Australian awards: write overtime as it is to be paid.";
  return day.shifts.some(({ marks }) => marks?.includes("dayInLieu"))
    ? "“lieu” is of Australian awards: here the day off follows from the holiday that is worked."
    : null;
}

/**
 * Reads what was typed for a day.
 * @returns the record; null for a blank (nothing known of the day); or a sentence that says how to write it
 */
export function readDay(typed: string, date: IsoDate, country: "AU" | "NZ"): DayRecord | null | { fault: string } {
  const text = typed.trim().toLowerCase().replaceAll("−", "-");
  if (text === "") return null;
  const day: DayRecord = { shifts: [], leave: [] };
  if (text === "off" || text === "-") return day;
  for (const part of text.split(/\s*[,;]\s*/)) {
    const [word = "", amount = "", ...more] = part.split(/\s+/);
    const kind = leaveWordsTyped[country].find(([name]) => name === word)?.[1];
    if (kind) {
      const hours = amount === "" ? undefined : tidiedHours(amount);
      if (more.length > 0 || (hours !== undefined && !/^\d{1,2}(\.\d{1,4})?$/.test(hours)) || Number(hours ?? 1) > 24)
        return { fault: `“${part}” is not understood. Write leave as ${word}, or with its hours as ${word} 3.8.` };
      if (hours === undefined && day.leave.some((each) => each.hours === undefined))
        return { fault: `Two kinds of leave share this day: say the hours of one, as ${word} 3.8.` };
      day.leave.push({ kind, ...(hours === undefined ? {} : { hours }) });
      continue;
    }
    if (part === "bank") {
      day.bank = true;
      continue;
    }
    const shift = readShift(part, date);
    if (typeof shift === "string") return { fault: shift };
    if (shift) {
      day.shifts.push(shift);
      continue;
    }
    const hours = tidiedHours(part);
    if (/^\d{1,2}(\.\d{1,4})?$/.test(hours) && Number(hours) <= 24) {
      if (day.hours !== undefined) return { fault: "Two figures of hours stand in one day. Write their sum." };
      if (Number(hours) > 0) day.hours = hours;
      continue;
    }
    const words = leaveWordsTyped[country].map(([name]) => name).join(", ");
    return {
      fault: `“${part}” is not understood. Write 9-17:30 b30, 17-2, 7.6 for hours alone, off, = as planned, or leave: ${words}.`,
    };
  }
  const strange = notOfCountry(day, country);
  return strange ? { fault: strange } : day;
}

/** A day in its one form: what stands in the cell. */
export function dayText(day: DayRecord | null, country: "AU" | "NZ"): string {
  if (!day) return "";
  const shifts = day.shifts.map(shiftText);
  const leave = day.leave.map(({ kind, hours }) => {
    const word = leaveWordsTyped[country].find(([, code]) => code === kind)?.[0] ?? kind;
    return hours === undefined ? word : `${word} ${decimal(hours).toString()}`;
  });
  const hours = day.hours === undefined ? [] : [decimal(day.hours).toString()];
  const parts = [...shifts, ...hours, ...leave, ...(day.bank ? ["bank"] : [])];
  return parts.length === 0 ? "off" : parts.join(", ");
}

/** The same day moved to another date: for copying a week, repeating a pattern and filling down. */
export function movedDay(day: DayRecord, from: IsoDate, to: IsoDate): DayRecord {
  const moved = (time: string): string => `${time.slice(0, 10) === from ? to : addDays(to, 1)}${time.slice(10)}`;
  // Which request it was, what a holiday would have been, and what was picked belong to their own day.
  const { otherwise: _otherwise, ...rest } = day;
  return {
    ...rest,
    leave: day.leave.map(({ request: _request, ...each }) => each),
    shifts: day.shifts.map(({ pieces: _pieces, ...shift }) => ({
      ...shift,
      start: moved(shift.start),
      end: moved(shift.end),
      ...(shift.breaks
        ? { breaks: shift.breaks.map((each) => ({ ...each, start: moved(each.start), end: moved(each.end) })) }
        : {}),
      ...(shift.worked
        ? { worked: shift.worked.map((each) => ({ start: moved(each.start), end: moved(each.end) })) }
        : {}),
      ...(shift.duties?.start && shift.duties.end
        ? { duties: { ...shift.duties, start: moved(shift.duties.start), end: moved(shift.duties.end) } }
        : {}),
    })),
  };
}

/** Time on call lies around the work that one is called to, and is none itself. */
export const isOnCall = (shift: { marks?: readonly ShiftMark[] | undefined }): boolean => isOfWork(shift, "none");

/** Whether a day says that work was done on it: being on call is none. */
export const hasWork = ({ shifts, hours }: Pick<DayRecord, "shifts" | "hours">): boolean =>
  hours !== undefined || shifts.some((shift) => !isOnCall(shift));

/** What of a day may come again another week: no call, no cancellation and no holiday that was worked for a day in lieu. */
export function recurring(day: DayRecord): DayRecord {
  const stays = (mark: ShiftMark) => mark !== "cancelled" && mark !== "dayInLieu";
  const { shifts, ...rest } = ownOfDay(day);
  return {
    ...rest,
    shifts: shifts.map(({ marks, ...shift }) => {
      const left = marks?.filter(stays) ?? [];
      return left.length > 0 ? { ...shift, marks: left } : shift;
    }),
  };
}

/** What a day says of its own work: without what came on top of it, which a day is worked, or not, beside. */
export const ownOfDay = (day: DayRecord): DayRecord => ({
  ...day,
  shifts: day.shifts.filter((shift) => !isOnTop(shift)),
});

/** Whether a day says nothing but that somebody was on call, or called: its own work is as ever. */
export const isOnlyBeside = (day: DayRecord): boolean =>
  day.shifts.length > 0 && day.leave.length === 0 && !hasWork(ownOfDay(day));

/**
 * Minutes that a day says were worked, breaks taken off; for totals and for hours against usual.
 * @param nights whether a night at the workplace counts as a whole
 */
export function minutesOf(day: DayRecord, nights = false): number {
  const wall = (text: string) => Date.parse(`${text}:00Z`) / 60_000;
  const shifts = day.shifts.reduce((sum, shift) => {
    const breaks = (shift.breaks ?? []).filter((each) => !each.paid);
    const unpaid = breaks.reduce((less, each) => less + wall(each.end) - wall(each.start), 0);
    // Who is on call works where they are called: that is a shift of its own.
    if (isOnCall(shift)) return sum;
    // A night at the workplace is not worked, and a day of care is paid for its hours.
    if (!nights && isOfWork(shift, "woken"))
      return sum + (shift.worked ?? []).reduce((more, each) => more + wall(each.end) - wall(each.start), 0);
    if (isOfWork(shift, "care")) return sum + (shift.careHours ?? 8) * 60;
    return sum + wall(shift.end) - wall(shift.start) - unpaid;
  }, 0);
  return shifts + (day.hours === undefined ? 0 : decimal(day.hours).times(60).toDecimalPlaces(0).toNumber());
}
