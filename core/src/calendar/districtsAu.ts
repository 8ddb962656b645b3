/**
 * Public holidays of a part of a State: paid where a place of work is said to lie there, else asked about, since only a
 * person knows which town a place lies in. From memory (80 to 90 %); other districts (most shires of Queensland, parts of
 * Victoria and New South Wales) have days of their own that are gazetted each year: they are entered with the place.
 */
import { addDays, type IsoDate, weekday } from "./dates.ts";
import type { StateAu } from "./states.ts";

export interface DistrictDay {
  date: IsoDate;
  name: string;
}
export interface District {
  name: string;
  state: StateAu;
  days: (year: number) => DistrictDay[];
}

const [monday, tuesday, wednesday, friday, saturday] = [1, 2, 3, 5, 6] as const;
const first = (year: number, month: number, day: number): IsoDate => {
  const start = `${year}-${String(month).padStart(2, "0")}-01`;
  return addDays(start, (day - weekday(start) + 7) % 7);
};
/** The so-manyth weekday of a month. */
const nth = (year: number, month: number, day: number, count: number): IsoDate =>
  addDays(first(year, month, day), 7 * (count - 1));

/** Brisbane: the second Wednesday of August, the third where August has five. */
function brisbaneShow(year: number): IsoDate {
  const fifth = nth(year, 8, wednesday, 5);
  return nth(year, 8, wednesday, fifth.slice(5, 7) === "08" ? 3 : 2);
}
/** The Wednesday from 5 to 11 January. */
const devonportCup = (year: number): IsoDate => {
  const from = `${year}-01-05`;
  return addDays(from, (wednesday - weekday(from) + 7) % 7);
};
/** The Friday nearest to 30 November. */
const devonportShow = (year: number): IsoDate => {
  const from = `${year}-11-27`;
  return addDays(from, (friday - weekday(from) + 7) % 7);
};
const lastWednesdayOfFebruary = (year: number): IsoDate => {
  const fifth = nth(year, 2, wednesday, 5);
  return fifth.slice(5, 7) === "02" ? fifth : addDays(fifth, -7);
};

const show = (name: string, state: StateAu, date: (year: number) => IsoDate): District => ({
  ...{ name, state },
  days: (year) => [{ date: date(year), name: `${name} Show Day` }],
});
/** The north and the islands of Tasmania keep Recreation Day in place of the regatta. */
const north = (name: string, own: (year: number) => DistrictDay[]): District => ({
  ...{ name, state: "TAS" },
  days: (year) => [...own(year), { date: nth(year, 11, monday, 1), name: "Recreation Day" }],
});

export const districtsAu: readonly District[] = [
  ...["Alice Springs", "Tennant Creek", "Katherine", "Darwin"].map((name, at) =>
    show(name, "NT", (year) => nth(year, 7, friday, at + 1)),
  ),
  show("Brisbane", "QLD", brisbaneShow),
  {
    name: "Hobart",
    state: "TAS",
    days: (year) => [
      { date: nth(year, 2, monday, 2), name: "Royal Hobart Regatta" },
      { date: addDays(nth(year, 10, saturday, 4), -2), name: "Royal Hobart Show" },
    ],
  },
  north("Launceston", (year) => [
    { date: lastWednesdayOfFebruary(year), name: "Launceston Cup" },
    { date: addDays(nth(year, 10, saturday, 2), -2), name: "Royal Launceston Show" },
  ]),
  north("Burnie", (year) => [{ date: addDays(nth(year, 10, saturday, 1), -1), name: "Burnie Show" }]),
  north("Devonport", (year) => [
    { date: devonportCup(year), name: "Devonport Cup" },
    { date: devonportShow(year), name: "Devonport Show" },
  ]),
  north("Flinders Island", (year) => [{ date: addDays(nth(year, 10, saturday, 3), -1), name: "Flinders Island Show" }]),
  north("King Island", (year) => [{ date: nth(year, 3, tuesday, 1), name: "King Island Show" }]),
  north("Circular Head", (year) => [{ date: addDays(nth(year, 5, saturday, 1), -2), name: "Agfest" }]),
];

const years = (from: IsoDate, to: IsoDate): number[] => {
  const [start, end] = [Number(from.slice(0, 4)), Number(to.slice(0, 4))];
  return Array.from({ length: Math.max(0, end - start + 1) }, (_, at) => start + at);
};
const within =
  (from: IsoDate, to: IsoDate) =>
  ({ date }: DistrictDay): boolean =>
    date >= from && date <= to;

/** Days of one district between two days, both included; none for a name that is not known. */
export function daysOfDistrict(name: string, from: IsoDate, to: IsoDate): DistrictDay[] {
  const found = districtsAu.find((each) => each.name === name);
  return found
    ? years(from, to)
        .flatMap(found.days)
        .filter(within(from, to))
        .sort((a, b) => (a.date < b.date ? -1 : 1))
    : [];
}

/** Days that some district of a State keeps: asked about where nobody said in which district a place of work lies. */
export function districtDaysOf(state: StateAu, from: IsoDate, to: IsoDate): (DistrictDay & { districts: string[] })[] {
  const found = new Map<string, DistrictDay & { districts: string[] }>();
  for (const district of districtsAu)
    for (const day of district.state === state ? daysOfDistrict(district.name, from, to) : []) {
      const key = `${day.date} ${day.name}`;
      const known = found.get(key);
      if (known) known.districts.push(district.name);
      else found.set(key, { ...day, districts: [district.name] });
    }
  return [...found.values()].sort((a, b) => (a.date < b.date ? -1 : 1));
}
