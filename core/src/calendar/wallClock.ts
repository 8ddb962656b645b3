/**
 * Wall-clock times as whole minutes, and what the zone of a place does to them. A wall minute counts from the first
 * minute of the day nought of dates.ts; it says what the clock shows, never how much time has passed.
 */
import { dateOfDay, dayOf, type IsoDate, isDate } from "./dates.ts";

export type WallMinute = number;
export const minutesOfDay = 1440;

/** "2026-03-07T18:00" as a wall minute; null for anything else. Whole minutes only. */
export function readWall(text: string): WallMinute | null {
  const found = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)$/.exec(text);
  if (!found?.[1] || !isDate(found[1])) return null;
  return dayOf(found[1]) * minutesOfDay + Number(found[2]) * 60 + Number(found[3]);
}

/** "18:30" as minutes of the day; "24:00" to "35:59" are of the next. */
export const readClock = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
export const wallOf = (date: IsoDate, minutes: number): WallMinute => dayOf(date) * minutesOfDay + minutes;
export const dateOfWall = (wall: WallMinute): IsoDate => dateOfDay(Math.floor(wall / minutesOfDay));
export const clockOfWall = (wall: WallMinute): number => wall - Math.floor(wall / minutesOfDay) * minutesOfDay;
/** "18:30", "06:00" of minutes of the day. */
export const clockText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

/** "9", "9:30", "0930", "9.30", "9a", "5:15pm" as minutes of the day, and whether the half of the day was said. */
export function readTime(text: string): { minutes: number; said: boolean } | null {
  const found = /^(\d{1,2})(?:[:.]?(\d{2}))?\s*(a|p|am|pm)?$/i.exec(text.trim());
  if (!found) return null;
  const [, hourText = "", minuteText = "0", half = ""] = found;
  let hour = Number(hourText);
  const minute = Number(minuteText);
  if (minute > 59 || hour > 24 || (half && (hour > 12 || hour === 0)) || (hour === 24 && minute > 0)) return null;
  if (half) hour = (hour % 12) + (half.toLowerCase().startsWith("p") ? 12 : 0);
  return { minutes: hour * 60 + minute, said: half !== "" || hour > 12 || hourText.startsWith("0") };
}

/** A change of the clock: at that minute of UTC, from so many minutes ahead to so many. */
interface Change {
  at: number;
  before: number;
  after: number;
}

const epochDay = dayOf("1970-01-01");
const formats = new Map<string, Intl.DateTimeFormat>();

/** Minutes that the clock of a zone is ahead of UTC, at a minute of UTC. */
function aheadAt(zone: string, utc: number): number {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat("en-GB", {
      timeZone: zone,
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
      hourCycle: "h23",
    });
    formats.set(zone, format);
  }
  const shown = format.format(new Date((utc - epochDay * minutesOfDay) * 60_000));
  const [day, month, year, hour, minute] = shown.split(/\D+/);
  return (readWall(`${year}-${month}-${day}T${hour}:${minute}`) ?? utc) - utc;
}

const known = new Map<string, readonly Change[]>();

/** Changes of the clock that can touch a day: of its year and the days about it, found by halving. */
function changesNear(zone: string, wall: WallMinute): readonly Change[] {
  const year = Number(dateOfWall(wall).slice(0, 4));
  const key = `${zone} ${year}`;
  const found = known.get(key);
  if (found) return found;
  const changes: Change[] = [];
  const from = dayOf(`${year}-01-01`) - 3;
  for (let day = from; day < from + 372; day += 31) {
    let [low, high] = [day * minutesOfDay, (day + 31) * minutesOfDay];
    const [before, after] = [aheadAt(zone, low), aheadAt(zone, high)];
    if (before === after) continue;
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (aheadAt(zone, middle) === before) low = middle;
      else high = middle;
    }
    changes.push({ at: high, before, after });
  }
  known.set(key, changes);
  return changes;
}

/** The clock never shows this minute: it jumps over it in spring. */
export const isSkipped = (zone: string, wall: WallMinute): boolean =>
  changesNear(zone, wall).some(({ at, before, after }) => wall >= at + before && wall < at + after);

/** Minute of UTC of a wall minute. A repeated one is its first showing, or the second where asked for. */
export function utcOf(zone: string, wall: WallMinute, second = false): number {
  const changes = changesNear(zone, wall);
  let ahead = changes[0]?.before ?? aheadAt(zone, wall);
  for (const change of changes) {
    const turns = change.at + (second ? Math.min(change.before, change.after) : Math.max(change.before, change.after));
    if (wall >= turns) ahead = change.after;
  }
  return wall - ahead;
}

/** A stretch of minutes in which the clock runs evenly: what it shows is `ahead` of the time that counts. */
export interface EvenStretch {
  from: number;
  to: number;
  ahead: number;
}

/** The stretches between two minutes of UTC, cut where the clock is changed. */
export function evenStretches(zone: string, from: number, to: number): EvenStretch[] {
  const changes = [...new Map([...changesNear(zone, from), ...changesNear(zone, to)].map((each) => [each.at, each]))]
    .map(([, each]) => each)
    .sort((a, b) => a.at - b.at);
  let ahead = changes[0]?.before ?? aheadAt(zone, from);
  for (const change of changes) if (change.at <= from) ahead = change.after;
  const stretches: EvenStretch[] = [];
  let start = from;
  for (const change of changes) {
    if (change.at <= start || change.at >= to) continue;
    stretches.push({ from: start, to: change.at, ahead });
    [start, ahead] = [change.at, change.after];
  }
  return [...stretches, { from: start, to, ahead }];
}
