/** Rule books for looking ahead: what goes on beyond its last row, and what would be otherwise. */
import { describe, expect, it } from "vitest";
import { goingOn, withFigures } from "./aheadBook.ts";
import { makeRuleBook, type Row, table } from "./ruleBook.ts";
import { rulesBefore } from "./rulesBefore.ts";

const row = (from: string, to: string, figures: string): Row<string> => ({
  ...{ from, to, figures, standing: "remembered" },
  source: { title: "made up", section: "", seen: "from memory" },
});
const shipped = table("made.up", "Made up", "AU", [
  row("2025-07-01", "2026-06-30", "first"),
  row("2026-07-01", "2027-06-30", "second"),
]);
const asked = (loaded: Row<string>[], date: string) => {
  const told: string[] = [];
  const book = goingOn(makeRuleBook("v", { [shipped.name]: loaded }), (each, last) =>
    told.push(`${each.title} ${last}`),
  );
  return [book.find(shipped, date)?.figures, ...told];
};

describe("a table that ends", () => {
  it.each([
    ["is asked as it stands where it is known", [], "2026-05-01", ["first"]],
    ["goes on with its last row, and is named", [], "2028-01-01", ["second", "Made up 2027-06-30"]],
    ["has nothing before its first row", [], "2020-01-01", [undefined]],
    [
      "goes on with what the practice loaded after it",
      [row("2027-07-01", "2028-06-30", "loaded")],
      ...(["2029-01-01", ["loaded", "Made up 2028-06-30"]] as const),
    ],
    [
      "goes through several loaded rows",
      [row("2028-07-01", "2029-06-30", "later"), row("2027-07-01", "2028-06-30", "loaded")],
      ...(["2031-01-01", ["later", "Made up 2029-06-30"]] as const),
    ],
    [
      "does not leap over a gap",
      [row("2028-07-01", "2029-06-30", "later")],
      ...(["2031-01-01", ["second", "Made up 2027-06-30"]] as const),
    ],
    ["asks a loaded row by its own days", [row("2027-07-01", "2028-06-30", "loaded")], "2027-12-01", ["loaded"]],
  ] as [string, Row<string>[], string, unknown[]][])("%s", (_words, loaded, date, wanted) => {
    expect(asked(loaded, date)).toEqual(wanted);
  });
});

it("figures are others from a day on, and of no other table", () => {
  const other = table("other", "Other", "AU", [row("2025-07-01", "2027-06-30", "other")]);
  const book = withFigures(makeRuleBook("v"), shipped, "2026-07-15", (text) => `${text}, changed`);
  const found = (["2026-07-14", "2026-07-15", "2026-07-20"] as const).map((day) => book.row(shipped, day));
  expect(found.map((each) => each.figures)).toEqual(["second", "second, changed", "second, changed"]);
  // Whoever asks whether the same row counts on two days compares rows.
  expect(found[1]).toBe(found[2]);
  expect(book.row(other, "2026-08-01").figures).toBe("other");
  expect(() => book.row(shipped, "2030-01-01")).toThrow("no row of made.up");
});

it("the tables before: each day by the row before its own, the first by itself", () => {
  const book = rulesBefore(makeRuleBook("v"));
  expect(["2026-08-01", "2025-08-01"].map((day) => book.row(shipped, day).figures)).toEqual(["first", "first"]);
  expect(() => book.row(shipped, "2030-01-01")).toThrow("no row of made.up");
});
