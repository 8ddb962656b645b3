/** One shift as it is typed and written back: its times, breaks, what it was by the roster, the level it is worked in. */
import { type ShiftMark, shiftMarks } from "../agreements/agreementRules.ts";
import { addDays, type IsoDate } from "../calendar/dates.ts";
import { clockText, minutesOfDay, readTime } from "../calendar/wallClock.ts";
import type { Shift, ShiftBreak } from "./roster.ts";
import { markMeanings } from "./shiftMarks.ts";

/** A stretch of a shift in a higher level; without times it is the whole shift. */
export interface Duties {
  classification: string;
  start?: string;
  end?: string;
}

export interface DayShift extends Shift {
  /** minutes of an unpaid break whose time nobody said: it is set in the middle */
  breakAnywhere?: number;
  costCentre?: string;
  /** piecework: how many, at so many dollars each */
  pieces?: { units: string; rate: string }[];
  /** time in a higher level: the whole shift, or a part of it */
  duties?: Duties;
}
/** From and to: an end that is not after the start is of the afternoon where that fits ("9-5"), else of the next day. */
function readSpan(from: string, to: string): { start: number; end: number } | null {
  const [a, b] = [readTime(from), readTime(to)];
  if (!a || !b) return null;
  if (b.minutes > a.minutes) return { start: a.minutes, end: b.minutes };
  const afternoon = b.minutes + minutesOfDay / 2;
  if (!b.said && b.minutes < 720 && afternoon > a.minutes) return { start: a.minutes, end: afternoon };
  return b.minutes === a.minutes ? null : { start: a.minutes, end: b.minutes + minutesOfDay };
}

/** The wall clock of so many minutes after a day's midnight; minutes beyond the day are of the next. */
export const wallAt = (date: IsoDate, minutes: number): string =>
  `${addDays(date, Math.floor(minutes / minutesOfDay))}T${clockText(minutes % minutesOfDay)}`;

/** A bare figure below this may be minutes or hours: nobody breaks for a minute, and somebody may for one hour. */
export const fewestBreakMinutes = 5;

/** A break whose time was not said: in the middle, on a quarter of an hour. */
export function middleBreak(start: number, end: number, minutes: number): { start: number; end: number } {
  const from = Math.max(start, Math.round((start + (end - start - minutes) / 2) / 15) * 15);
  return { start: from, end: from + minutes };
}

// A p before a figure begins a paid break: "8-17 p10-10:10" does not end at 17 p.
const range = String.raw`(\d{1,2}(?:[:.]?\d{2})?(?:\s*(?:am|pm|a|p)(?!\d))?)`;
const spanPattern = new RegExp(String.raw`^${range}\s*(?:-|–|to|\s)\s*${range}(.*)$`, "i");

const markNamed = (word: string): ShiftMark | undefined => shiftMarks.find((mark) => markMeanings[mark].typed === word);

/** A break, a mark or what one was woken for begins with it. */
const beforeWord = new RegExp(
  String.raw`\s+(?=b)|\s+(?=[po]\d)|\s+(?=${[...shiftMarks.map((mark) => markMeanings[mark].typed), "woken"].join("|")})`,
  "i",
);

/** "as 4", "as c10 13-15" at the end of a shift: the level that it is worked in. */
const dutiesPattern = new RegExp(String.raw`\s+as\s+([a-z0-9][\w.-]{0,39})(?:\s+${range}\s*[-–]\s*${range})?\s*$`, "i");

/** "150@6.10": so many pieces, at so many dollars each. */
const piecesPattern = /\s(\d{1,6}(?:\.\d{1,4})?)\s*@\s*\$?(\d{1,4}(?:\.\d{1,4})?)(?=\s|$)/g;

/** @returns the shift; a sentence that says how to write it; null where it is none */
export function readShift(typed: string, date: IsoDate): DayShift | string | null {
  const as = dutiesPattern.exec(typed);
  if (!as && /\sas(\s|$)/.test(typed))
    return "After “as” stands the level that is worked in, and its times where it is a part: 9-17 as 4, 9-17 as 4 13-15.";
  const part = as ? typed.slice(0, as.index) : typed;
  const found = spanPattern.exec(part);
  if (!found) return null;
  const [, from = "", to = "", after = ""] = found;
  const pieces = [...after.matchAll(piecesPattern)].map(([, units = "", rate = ""]) => ({ units, rate }));
  const rest = after.replace(piecesPattern, "");
  // A day and night of care is from an hour to the same hour.
  const round = /\bcare\b/.test(rest) ? readTime(from) : null;
  const span =
    round && readTime(to)?.minutes === round.minutes
      ? { start: round.minutes, end: round.minutes + minutesOfDay }
      : readSpan(from, to);
  const within = as?.[2] && as[3] ? readSpan(as[2], as[3]) : null;
  if (as?.[2] && !within) return `“${as[0].trim()}” is no part of the shift: give a start and a later end.`;
  // Past midnight, and in the afternoon of "9-5", times of a part are of the shift.
  const later =
    within && span && within.start < span.start ? (span.end > minutesOfDay ? minutesOfDay : minutesOfDay / 2) : 0;
  if (within && span && (within.start + later < span.start || within.end + later > span.end))
    return `“${as?.[0].trim()}” does not lie within the shift.`;
  const duties = as && {
    classification: as[1] ?? "",
    ...(within ? { start: wallAt(date, within.start + later), end: wallAt(date, within.end + later) } : {}),
  };
  if (!span) return `“${from.trim()}–${to.trim()}” is no shift: give a start and a later end, as 9-17:30 or 17-2.`;
  const breaks: ShiftBreak[] = [];
  const marks: ShiftMark[] = [];
  const woken: { start: string; end: string }[] = [];
  let care: number | undefined;
  let anywhere: number | undefined;
  for (const word of rest.trim().split(beforeWord).filter(Boolean)) {
    const [, named = "", careText] = /^(\S+?)(?:\s+(\d{1,2}(?:\.\d{1,2})?))?$/.exec(word) ?? [];
    const mark = markNamed(named);
    if (mark && (careText === undefined || mark === "careDay")) {
      marks.push(mark);
      if (careText !== undefined) care = Number(careText);
      continue;
    }
    const up = new RegExp(String.raw`^woken\s+${range}\s*[-–]\s*${range}$`, "i").exec(word);
    const wake = up ? readSpan(up[1] ?? "", up[2] ?? "") : null;
    if (wake) {
      const later = wake.start < span.start ? (span.end > minutesOfDay ? minutesOfDay : minutesOfDay / 2) : 0;
      woken.push({ start: wallAt(date, wake.start + later), end: wallAt(date, wake.end + later) });
      continue;
    }
    const long = /^b\s*(\d{1,3})$/i.exec(word);
    const timed = new RegExp(String.raw`^(b|p|o)\s*${range}\s*[-–]\s*${range}$`, "i").exec(word);
    const pause = timed ? readSpan(timed[2] ?? "", timed[3] ?? "") : null;
    if (pause) {
      // Past midnight a break's times are of the next day.
      const later = pause.start < span.start ? (span.end > minutesOfDay ? minutesOfDay : minutesOfDay / 2) : 0;
      breaks.push({
        start: wallAt(date, pause.start + later),
        end: wallAt(date, pause.end + later),
        paid: /^p/i.test(word),
        ...(/^o/i.test(word) ? { mark: "onPremises" as const } : {}),
      });
    } else if (long) {
      const minutes = Number(long[1]);
      if (minutes === 0) continue;
      if (minutes < fewestBreakMinutes)
        return `“${word}” is a break of ${minutes} min. Write b30 for half an hour, b60 for an hour.`;
      if (minutes >= span.end - span.start) return `A break of ${minutes} minutes does not fit into the shift.`;
      const middle = middleBreak(span.start, span.end, minutes);
      breaks.push({ start: wallAt(date, middle.start), end: wallAt(date, middle.end), paid: false });
      anywhere = minutes;
    } else
      return `“${word}” is not understood. A break is b30 for half an hour, b12-12:30 for its time, p15:00-15:10 for a paid one, o12-12:30 for one spent on the premises; after a shift stands dayoff, recall, standby, sleepover (woken 2-2:45), care 8, remote, cancelled, training or lieu; piecework is 150@6.10.`;
  }
  return {
    start: wallAt(date, span.start),
    end: wallAt(date, span.end),
    breaks,
    ...(marks.length === 0 ? {} : { marks: [...new Set(marks)] }),
    ...(woken.length === 0 ? {} : { worked: woken }),
    ...(care === undefined ? {} : { careHours: care }),
    ...(anywhere === undefined ? {} : { breakAnywhere: anywhere }),
    ...(duties ? { duties } : {}),
    ...(pieces.length === 0 ? {} : { pieces }),
  };
}

const short = (time: string): string => time.slice(11).replace(/^0/, "").replace(/:00$/, "");
/** An end of the next morning that would be read as of this afternoon says that it is of the morning. */
function spanText({ start, end }: { start: string; end: string }): string {
  const [from, to] = [start, end].map((time) => Number(time.slice(11, 13)) * 60 + Number(time.slice(14))) as [
    number,
    number,
  ];
  const morning = end.slice(0, 10) > start.slice(0, 10) && to < 720 && to + 720 > from && to >= 60;
  return `${short(start)}–${short(end)}${morning ? "a" : ""}`;
}

export const minutesOfBreak = ({ start, end }: ShiftBreak): number =>
  (Date.parse(`${end}:00Z`) - Date.parse(`${start}:00Z`)) / 60_000;

/** The breaks of a shift: one whose time nobody said by its length, the others by their times. */
function breaksText({ breaks = [], breakAnywhere }: DayShift): string[] {
  const anywhere = breaks.find((each) => !each.paid && minutesOfBreak(each) === breakAnywhere);
  return breaks.map((each) =>
    each === anywhere ? `b${breakAnywhere}` : `${each.paid ? "p" : each.mark ? "o" : "b"}${spanText(each)}`,
  );
}

const dutiesText = ({ duties }: DayShift): string[] => {
  if (!duties) return [];
  const { classification, start, end } = duties;
  return [`as ${classification}`, ...(start && end ? [spanText({ start, end })] : [])];
};

/** A shift in its one form. */
export const shiftText = (shift: DayShift): string =>
  [
    spanText(shift),
    ...breaksText(shift),
    ...(shift.marks ?? []).map((mark) =>
      mark === "careDay" && shift.careHours !== undefined
        ? `${markMeanings[mark].typed} ${shift.careHours}`
        : markMeanings[mark].typed,
    ),
    ...(shift.worked ?? []).map((each) => `woken ${spanText(each)}`),
    ...(shift.pieces ?? []).map(({ units, rate }) => `${units}@${rate}`),
    ...dutiesText(shift),
  ].join(" ");

/** A shift with its one unpaid break by its length, whatever its times: to look at where there is little room. */
export function withShortBreak(shift: DayShift): DayShift {
  const [only, ...more] = shift.breaks ?? [];
  return only && more.length === 0 && !only.paid && !only.mark
    ? { ...shift, breakAnywhere: minutesOfBreak(only) }
    : shift;
}
