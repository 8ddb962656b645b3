/** Papers by the dates of an employment: by hand, and as properties. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar/dates.ts";
import { employmentStandards } from "../rulebook/au/employmentStandards.ts";
import { type EmploymentDates, papersOwed } from "./papersOwed.ts";

const figures = employmentStandards.rows[0]?.figures as Parameters<typeof papersOwed>[1];
const owed = (change: Partial<EmploymentDates>, from = "2000-01-01", to = "2028-12-31") =>
  papersOwed({ start: "2026-01-12", end: null, casualSince: null, isSmall: false, ...change }, figures, from, to).map(
    ({ code, on }) => `${code} ${on}`,
  );

describe("papers owed", () => {
  it.each([
    ["who is permanent gets one statement, at the start", {}, ["information 2026-01-12"]],
    [
      "a casual of a larger employer: both at the start, again after six and twelve months, then each year",
      { casualSince: "2026-01-12" },
      [
        ...["information 2026-01-12", "casualInformation 2026-01-12"],
        ...["casualInformation 2026-07-12", "casualChoice 2026-07-12", "casualInformation 2027-01-12"],
        "casualInformation 2028-01-12",
      ],
    ],
    [
      "of a small one: at the start and after twelve months, when the choice begins too",
      { casualSince: "2026-01-12", isSmall: true },
      [
        ...["information 2026-01-12", "casualInformation 2026-01-12"],
        ...["casualInformation 2027-01-12", "casualChoice 2027-01-12"],
      ],
    ],
    [
      "the choice counts from 26 August 2024 at the earliest",
      { start: "2019-03-04", casualSince: "2019-03-04", isSmall: true },
      [
        "information 2019-03-04",
        "casualInformation 2019-03-04",
        "casualInformation 2020-03-04",
        "casualChoice 2025-08-26",
      ],
    ],
    [
      "a fixed term: its statement when it is agreed, and the days to know of",
      { contract: { fixedUntil: "2027-06-30", signedOn: "2026-02-01", renewed: 0, probationUntil: "2026-07-11" } },
      ["information 2026-01-12", "fixedInformation 2026-02-01", "probationEnds 2026-07-11", "fixedEnds 2027-06-30"],
    ],
    [
      "who became casual later: from that day; nothing after the last one",
      { casualSince: "2026-03-01", end: "2026-10-01" },
      [
        ...["information 2026-01-12", "casualInformation 2026-03-01"],
        ...["casualInformation 2026-09-01", "casualChoice 2026-09-01"],
      ],
    ],
  ])("%s", (_what, change, wanted) => expect(owed(change)).toEqual(wanted));

  it.each<[string, number, boolean]>([
    ["2028-01-11", 0, false],
    ["2028-01-12", 0, true],
    ["2026-12-31", 1, false],
    ["2026-12-31", 2, true],
  ])("a fixed term to %s, renewed %i times, needs an exception: %s", (fixedUntil, renewed, isLong) => {
    const contract = { fixedUntil, signedOn: null, renewed, probationUntil: null };
    const dates = { start: "2026-01-12", end: null, casualSince: null, isSmall: false, contract };
    const found = papersOwed(dates, figures, "2026-01-01", "2029-01-01").find((each) => each.code === "fixedEnds");
    expect(found?.words.includes("exception")).toBe(isLong);
  });

  it("a window shows what falls into it, in order, whatever the dates", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 900 }),
        fc.boolean(),
        (at, wide, since, isSmall) => {
          const start = addDays("2018-01-01", at);
          const from = addDays("2018-01-01", at + since);
          const to = addDays(from, wide);
          const days = papersOwed({ start, end: null, casualSince: start, isSmall }, figures, from, to).map(
            ({ on }) => on,
          );
          expect(days).toEqual([...days].sort());
          expect(days.every((on) => on >= from && on <= to)).toBe(true);
          const all = papersOwed(
            { start, end: null, casualSince: start, isSmall },
            figures,
            "2000-01-01",
            "2060-01-01",
          );
          expect(days).toHaveLength(all.filter(({ on }) => on >= from && on <= to).length);
        },
      ),
      { numRuns: 200 },
    ));
});
