/** Figures that may be hours and minutes: asked about where the whole sheet reads so, and never otherwise. */
import { expect, it } from "vitest";
import { clockLike, clockLikeWords } from "./clockLike.ts";

it.each<[string[], string[]]>([
  [
    ["7.3", "8.15", "6.45", "38"],
    ["7.3", "8.15", "6.45"],
  ],
  [
    ["7.30", "8.30"],
    ["7.30", "8.30"],
  ],
  // One alone, or the same for many, is a figure like any other; a quarter by tenths says what the others are.
  [["7.3"], []],
  [["7.3", "7.3"], []],
  [["7.3", "8.15", "7.5"], []],
  [["7.6", "7.3"], []],
  [["7.3333", "8.15"], []],
  [["38", "40"], []],
  [[], []],
])("of %j these are asked about: %j", (hours, asked) => {
  expect(clockLike(hours)).toEqual(asked);
});
it("says what the figure is, and how to write what may be meant", () => {
  expect(clockLikeWords("Ordinary hours", "7.3")).toBe(
    "Ordinary hours: 7.3 h is 7 hours and 18 minutes. Every part of an hour in this sheet reads like minutes: write 7:30 where that is meant.",
  );
});
