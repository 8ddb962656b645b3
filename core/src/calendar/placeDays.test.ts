/** Days of a place as they are typed and kept; dates from memory, of districts as in districtsAu.test.ts. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { districtsIn, holidaysAt, noDistrict, type PlaceOfWork, placeDaysFault, readPlaceDays } from "./placeDays.ts";

const place = (region: string, district: string | null = null, days = ""): PlaceOfWork => {
  const read = readPlaceDays(days);
  if (!Array.isArray(read)) throw new Error(read.fault);
  return { country: "AU", region, district, days: read };
};
const shown = (where: PlaceOfWork, from: string, to: string) =>
  holidaysAt(where, from, to).map(
    ({ date, name, from: start, to: end }) => `${date} ${name}${start === undefined ? "" : ` ${start}-${end}`}`,
  );

describe("the public holidays of a place", () => {
  it.each<[string, PlaceOfWork, string, string, string[]]>([
    ["a State alone", place("QLD"), "2026-08-01", "2026-08-31", []],
    ["a district", place("QLD", "Brisbane"), "2026-08-01", "2026-08-31", ["2026-08-12 Brisbane Show Day"]],
    ["elsewhere in the State", place("QLD", noDistrict), "2026-08-01", "2026-08-31", []],
    [
      "a day of its own",
      place("QLD", noDistrict, "28/8/2026 Show Day"),
      ...(["2026-08-01", "2026-08-31"] as const),
      ["2026-08-28 Show Day"],
    ],
    [
      "one day in place of another",
      place("VIC", null, "not 3/11/2026\n21/10/2026 Geelong Cup"),
      ...(["2026-10-05", "2026-11-30"] as const),
      ["2026-10-21 Geelong Cup"],
    ],
    [
      "a part of a day",
      place("VIC", null, "24/12/2026 18:00-24:00 Christmas Eve"),
      ...(["2026-12-24", "2026-12-24"] as const),
      ["2026-12-24 Christmas Eve 1080-1440"],
    ],
    ...["18-24", "6pm-midnight", "6 pm to 12 am", "18.00–24"].map(
      (part): [string, PlaceOfWork, string, string, string[]] => [
        `a part of a day: ${part}`,
        place("VIC", null, `24/12/2026 ${part} Christmas Eve`),
        ...(["2026-12-24", "2026-12-24"] as const),
        ["2026-12-24 Christmas Eve 1080-1440"],
      ],
    ),
    [
      "a figure in its name",
      place("VIC", null, "24/12/2026 150th anniversary of 7 towns"),
      ...(["2026-12-24", "2026-12-24"] as const),
      ["2026-12-24 150th anniversary of 7 towns"],
    ],
    // As it was kept before such hours were read: one that cannot be read loses none of the others.
    [
      "what is no part of a day, on record",
      place("VIC", null, "22/12/2026 18-24\n23/12/2026 18-25 Eve\n24/12/2026 Another\nnot 25/12/2026 9-5 late"),
      ...(["2026-12-22", "2026-12-25"] as const),
      ["2026-12-22 18-24", "2026-12-23 18-25 Eve", "2026-12-24 Another"],
    ],
    [
      "a day that is one already",
      place("VIC", null, "25/12/2026 The shop's day"),
      ...(["2026-12-25", "2026-12-25"] as const),
      ["2026-12-25 Christmas Day"],
    ],
  ])("%s", (_what, where, from, to, days) => {
    expect(shown(where, from, to)).toEqual(days);
  });
  it("never has a whole day twice, and keeps to the span, whatever is entered", () => {
    const day = fc.date({ min: new Date("2026-01-01"), max: new Date("2027-12-31"), noInvalidDate: true });
    const line = fc
      .tuple(day, fc.boolean())
      .map(([date, kept]) => `${kept ? "" : "not "}${date.toISOString().slice(0, 10)} A day`);
    fc.assert(
      fc.property(
        fc.constantFrom("QLD", "TAS", "NT", "VIC"),
        fc.uniqueArray(line, { maxLength: 8, selector: (each) => each.replace("not ", "").slice(0, 10) }),
        fc.nat(20),
        (state, lines, at) => {
          const districts = [null, noDistrict, ...districtsIn(state)];
          const where = place(state, districts[at % districts.length] ?? null, lines.join("\n"));
          const dates = holidaysAt(where, "2026-03-01", "2027-06-30").map((each) => each.date);
          expect(new Set(dates).size).toBe(dates.length - (state === "NT" || state === "QLD" ? twice(dates) : 0));
          for (const date of dates) expect(date >= "2026-03-01" && date <= "2027-06-30").toBe(true);
          for (const each of where.days) if (!each.kept) expect(dates).not.toContain(each.date);
        },
      ),
    );
  });
});

/** Eves that a State keeps for some hours, and a place as a whole day. */
const twice = (dates: readonly string[]): number => dates.length - new Set(dates).size;

it.each([
  ["28/8 Show Day", /with its year/],
  ["31/2/2026 Show Day", /with its year/],
  ["28/8/2026", /has no name/],
  ["not 28/8/2026 18:00-24:00", /as a whole/],
  ["not 28/8/2026 9-5 late", /as a whole\. Take “9-5 late” out/],
  ["28/8/2026 24:00-18:00 Eve", /ends when or before it starts/],
  ["24/12/2026 18:75-24:00 Eve", /ends when or before it starts/],
  ["24/12/2026 18-25 Eve", /has a time in its name/],
  ["24/12/2026 10-5 Eve", /has a time in its name/],
  ["24/12/2026 18-24", /has a time in its name/],
  ["24/12/2026 from 18:00 Eve", /has a time in its name/],
  ["24/12/2026 6pm Eve", /has a time in its name/],
  ["24/12/2026 Eve 18-24", /has a time in its name/],
  ["28/8/2026 Show\n2026-08-28 Show", /stands twice/],
])("a line that cannot be read says how to write it: %s", (text, says) => {
  expect(placeDaysFault(text)).toMatch(says);
});
