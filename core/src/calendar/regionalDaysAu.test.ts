/** Days of districts, as gazetted (from memory: no calendar on record holds them). */
import { expect, it } from "vitest";
import { regionalDays } from "./regionalDaysAu.ts";
import type { StateAu } from "./states.ts";

it.each<[StateAu, number, string[]]>([
  ["QLD", 2023, ["2023-08-16"]],
  ["QLD", 2025, ["2025-08-13"]],
  ["QLD", 2026, ["2026-08-12"]],
  ["NT", 2026, ["2026-07-03", "2026-07-10", "2026-07-17", "2026-07-24"]],
  ["TAS", 2025, ["2025-02-10", "2025-10-09", "2025-10-23", "2025-11-03"]],
  ["VIC", 2026, []],
])("%s %i", (state, year, dates) => {
  expect(regionalDays(state, `${year}-01-01`, `${year}-12-31`).map((each) => each.date)).toEqual(dates);
  // A period over the turn of the year looks into both.
  expect(regionalDays(state, `${year - 1}-12-20`, `${year}-12-31`).map((each) => each.date)).toEqual(dates);
});
