/**
 * Public holidays of one place of work: those of its State or province, of its district, and days of its own: declared
 * or gazetted for it, a part of a day, or a day of the State that is not kept there because another one is.
 * Set by: Fair Work Act 2009, s 115: a day declared by or under a law of the State, to be observed generally within it or
 * within a region of it.
 */
import { addDays, dateWords, type IsoDate, weekday } from "./dates.ts";
import { daysOfDistrict, districtsAu } from "./districtsAu.ts";
import type { Weekdays } from "./holidaysNz.ts";
import { type HolidayOfPlace, holidaysOfPlace, isWholeDay, keepsOwnDays, regionsOf } from "./holidayWindows.ts";
import { readDate } from "./readDate.ts";
import { minutesOfDay, readTime } from "./wallClock.ts";

/** A day that a place keeps beside its State's, or does not keep. */
export interface PlaceDay extends HolidayOfPlace {
  kept: boolean;
}
export interface PlaceOfWork {
  country: "AU" | "NZ";
  /** State or province */
  region: string;
  /** null: nobody said; the State alone counts, and its districts' days are asked about */
  district: string | null;
  days: readonly PlaceDay[];
}

/** In place of a district: the place lies in none that has days of its own. */
export const noDistrict = "elsewhere";

/** The public holidays of a place between two days, both included, in their order. */
export function holidaysAt(place: PlaceOfWork, from: IsoDate, to: IsoDate, works?: Weekdays): HolidayOfPlace[] {
  const within = ({ date }: { date: IsoDate }) => date >= from && date <= to;
  const found = holidaysOfPlace(place.country, place.region, from, to, works);
  const add = (day: HolidayOfPlace) => {
    // A day that is one already is not one twice.
    if (!found.some((each) => each.date === day.date && (isWholeDay(each) || !isWholeDay(day)))) found.push(day);
  };
  for (const day of place.district === null ? [] : daysOfDistrict(place.district, from, to)) add(day);
  for (const { kept, ...day } of place.days) if (kept && within(day)) add(day);
  const left = new Set(place.days.filter((each) => !each.kept).map((each) => each.date));
  return found.filter((each) => !left.has(each.date)).sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

const daysMost = 60;

const linePattern = /^(not\s+)?(\S+)(?:\s+(\d{1,2}:\d{2})\s*[-–]\s*(\d{1,2}:\d{2}))?\s*(.*)$/i;
const hour = String.raw`(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?|noon|midnight)`;
const partPattern = new RegExp(String.raw`^${hour}\s*(?:-|–|to)\s*${hour}\s+(.+)$`, "i");
/** A time in a name is one that was not read as the part of the day that is kept. */
const timeInName = /(^|\s)(\d{1,2}[:.]\d{2}|\d{1,2}\s*(am|pm)|\d{1,2}\s*[-–]\s*\d{1,2}|noon|midnight)(\s|$|[-–])/i;

interface Part {
  from: number;
  to: number;
}

/** "18:00" and "24:00", "6pm" and "midnight" as minutes of the day; null where they are no part of one. */
function partOf(from: string, to: string): Part | null {
  const at = (text: string) =>
    readTime(text.replace(/noon/i, "12pm").replace(/midnight/i, "12am"))?.minutes ?? Number.NaN;
  const [start, end] = [at(from), at(to) === 0 ? minutesOfDay : at(to)];
  return start < end && end <= minutesOfDay ? { from: start, to: end } : null;
}

/** A name that begins with hours as people write them: what was kept of it before was a name with a time in it. */
function partInName(rest: string): { part: Part; name: string } | null {
  const [, from = "", to = "", name = ""] = partPattern.exec(rest) ?? [];
  const part = partOf(from, to);
  return part && { part, name };
}

/**
 * Days of a place as they are typed, one a line: "28/8/2026 Gold Coast Show", "24/12/2026 18:00-24:00 Christmas Eve",
 * "not 3/11/2026" for a day of the State that the place does not keep.
 * @returns the days, or what is wrong with a line and how to write it
 */
export function readPlaceDays(text: string): PlaceDay[] | { fault: string } {
  const days: PlaceDay[] = [];
  for (const line of text.split("\n").map((each) => each.trim())) {
    if (line === "") continue;
    const [, not, typed = "", from, to, rest = ""] = linePattern.exec(line) ?? [];
    // The year is written: a day of the year before or after would be another one.
    const date = /\d{4}/.test(typed) ? readDate(typed, "2026-01-01") : null;
    const example = "Write it as 28/8/2026 Gold Coast Show, or as not 3/11/2026.";
    if (!date) return { fault: `“${line}” does not begin with a date with its year. ${example}` };
    if (not && (from || to)) return { fault: `“${line}”: a day is kept or not as a whole. ${example}` };
    if (!not && rest.trim() === "") return { fault: `“${line}” has no name. ${example}` };
    const said = from && to ? partOf(from, to) : null;
    if (from && !said)
      return { fault: `“${line}”: the part of the day ends when or before it starts. Write it as 18:00-24:00.` };
    if (days.some((each) => each.date === date)) return { fault: `${dateWords(date)} stands twice. Leave one line.` };
    const inName = not || said ? null : partInName(rest);
    days.push({
      ...{ date, name: (inName?.name ?? rest).trim().slice(0, 60), kept: !not },
      ...(said ?? inName?.part),
    });
  }
  if (days.length > daysMost)
    return {
      fault: `${days.length} days stand here; ${daysMost} are the most. Take out those of years that have passed.`,
    };
  return days;
}

/**
 * What is wrong with days as they are typed now. Of what is on record a name may have a time in it.
 * @returns a sentence; null where nothing is
 */
export function placeDaysFault(text: string): string | null {
  const read = readPlaceDays(text);
  if (!Array.isArray(read)) return read.fault;
  const odd = read.find(({ name }) => timeInName.test(name));
  if (!odd) return null;
  return odd.kept
    ? `${dateWords(odd.date)}: “${odd.name}” has a time in its name, and the whole day would be a public holiday. Write the part of the day before the name, as 24/12/2026 18:00-24:00 Christmas Eve.`
    : `${dateWords(odd.date)}: a day is kept or not as a whole. Take “${odd.name}” out.`;
}

/** Districts with days of their own in a State or province; none elsewhere. */
export const districtsIn = (region: string): string[] =>
  districtsAu.flatMap((each) => (each.state === region ? [each.name] : []));

/** Whom a day binds: everybody, banks and some of finance, or those who work for a State. */
export type HolidayClass = "general" | "banks" | "stateService";

/** Days of a State that are no holiday of everybody there (from memory). */
const narrower: Partial<Record<string, (year: number) => (HolidayOfPlace & { class: HolidayClass })[]>> = {
  NSW: (year) => [{ date: firstMonday(year, 8), name: "Bank Holiday", class: "banks" }],
  TAS: (year) =>
    holidaysOfPlace("AU", "TAS", `${year}-03-20`, `${year}-04-30`)
      .filter((each) => each.name === "Easter Monday")
      .map(({ date }) => ({ date: addDays(date, 1), name: "Easter Tuesday", class: "stateService" })),
};
const firstMonday = (year: number, month: number): IsoDate => {
  const start = `${year}-${String(month).padStart(2, "0")}-01`;
  return addDays(start, (8 - weekday(start)) % 7);
};

/** States, provinces and districts by name. */
export const placesOf = (country: "AU" | "NZ"): readonly string[] =>
  keepsOwnDays(country) ? [...regionsOf(country), ...districtsAu.map((each) => each.name)] : regionsOf(country);

/** The days of a State, a province or a district between two days, with whom each binds. */
export function holidaysWithClass(
  country: "AU" | "NZ",
  place: string,
  from: IsoDate,
  to: IsoDate,
): (HolidayOfPlace & { class: HolidayClass })[] {
  const district = keepsOwnDays(country) ? districtsAu.find((each) => each.name === place) : undefined;
  const region = district?.state ?? place;
  const all = holidaysAt({ country, region, district: district?.name ?? null, days: [] }, from, to);
  const years = new Set([from, to].map((date) => Number(date.slice(0, 4))));
  for (let year = Math.min(...years); year <= Math.max(...years); year += 1) years.add(year);
  const more = [...years].flatMap((year) => (keepsOwnDays(country) ? (narrower[region]?.(year) ?? []) : []));
  return [...all.map((each) => ({ ...each, class: "general" as const })), ...more]
    .filter(({ date }) => date >= from && date <= to)
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
