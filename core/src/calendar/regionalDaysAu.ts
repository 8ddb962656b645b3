/**
 * Public holidays of a part of a State: known well enough to be asked about, never paid by themselves, since only a
 * person knows which town a place of work lies in. From memory; other districts (most shires of Queensland, parts of
 * Victoria and New South Wales) have days of their own that are gazetted each year and not listed here.
 */
import { addDays, type IsoDate, weekday } from "./dates.ts";
import type { StateAu } from "./states.ts";

export interface RegionalDay {
  date: IsoDate;
  name: string;
  /** where it is kept */
  region: string;
}

const friday = 5;
const first = (year: number, month: number, day: number): IsoDate => {
  const start = `${year}-${String(month).padStart(2, "0")}-01`;
  return addDays(start, (day - weekday(start) + 7) % 7);
};
/** The so-manyth weekday of a month. */
const nth = (year: number, month: number, day: number, count: number): IsoDate =>
  addDays(first(year, month, day), 7 * (count - 1));

/** Brisbane: the second Wednesday of August, the third where August has five. */
function brisbaneShow(year: number): IsoDate {
  const fifth = nth(year, 8, 3, 5);
  return nth(year, 8, 3, fifth.slice(5, 7) === "08" ? 3 : 2);
}

const daysOf: Partial<Record<StateAu, (year: number) => RegionalDay[]>> = {
  QLD: (year) => [{ date: brisbaneShow(year), name: "the show day", region: "Brisbane" }],
  NT: (year) =>
    ["Alice Springs", "Tennant Creek", "Katherine", "Darwin"].map((region, at) => ({
      ...{ date: nth(year, 7, friday, at + 1), name: "the show day", region },
    })),
  TAS: (year) => [
    { date: nth(year, 2, 1, 2), name: "the regatta", region: "the south of Tasmania" },
    { date: addDays(nth(year, 10, 6, 2), -2), name: "the show day", region: "Launceston" },
    { date: addDays(nth(year, 10, 6, 4), -2), name: "the show day", region: "the south of Tasmania" },
    { date: nth(year, 11, 1, 1), name: "Recreation Day", region: "the north of Tasmania" },
  ],
};

export const regionalDays = (state: StateAu, from: IsoDate, to: IsoDate): RegionalDay[] =>
  [...new Set([from, to].map((date) => Number(date.slice(0, 4))))]
    .flatMap((year) => daysOf[state]?.(year) ?? [])
    .filter(({ date }) => date >= from && date <= to);
