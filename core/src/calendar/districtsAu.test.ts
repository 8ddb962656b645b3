/** Days of districts, as gazetted (from memory: no calendar on record holds them). */
import { expect, it } from "vitest";
import { daysOfDistrict, districtDaysOf } from "./districtsAu.ts";
import type { StateAu } from "./states.ts";

it.each<[string, string[]]>([
  ["Brisbane", ["2026-08-12", "2027-08-11"]],
  ["Alice Springs", ["2026-07-03", "2027-07-02"]],
  ["Darwin", ["2026-07-24", "2027-07-23"]],
  ["Hobart", ["2026-02-09", "2026-10-22", "2027-02-08", "2027-10-21"]],
  ["Launceston", ["2026-02-25", "2026-10-08", "2026-11-02", "2027-02-24", "2027-10-07", "2027-11-01"]],
  ["Burnie", ["2026-10-02", "2026-11-02", "2027-10-01", "2027-11-01"]],
  ["Devonport", ["2026-01-07", "2026-11-02", "2026-11-27", "2027-01-06", "2027-11-01", "2027-12-03"]],
  ["Flinders Island", ["2026-10-16", "2026-11-02", "2027-10-15", "2027-11-01"]],
  ["King Island", ["2026-03-03", "2026-11-02", "2027-03-02", "2027-11-01"]],
  ["Nowhere", []],
])("%s", (name, dates) => {
  expect(daysOfDistrict(name, "2026-01-01", "2027-12-31").map((each) => each.date)).toEqual(dates);
});

it.each<[StateAu, number, string[]]>([
  ["QLD", 2023, ["2023-08-16"]],
  ["NT", 2026, ["2026-07-03", "2026-07-10", "2026-07-17", "2026-07-24"]],
  ["VIC", 2026, []],
])("asked about in %s in %i", (state, year, dates) => {
  // A period over the turn of the year looks into both.
  expect(districtDaysOf(state, `${year - 1}-12-20`, `${year}-12-31`).map((each) => each.date)).toEqual(dates);
});
