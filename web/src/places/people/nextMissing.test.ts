/** From one missing fact to the next, in the order of the list. */
import { expect, it } from "vitest";
import { nextMissing } from "./nextMissing.ts";

const of = (id: number, sections: string[] = [], endDate: string | null = null) => ({
  ...{ id, name: `Person ${id}`, endDate },
  missing: sections.map((section) => ({ section, text: section })),
});
const all = [of(1), of(2, ["bank", "tax"]), of(3, ["super"], "2026-06-30"), of(4, ["details"], "2026-07-01"), of(5)];

it.each<[string, number, string, string | null]>([
  ["another of the same person first", 2, "bank", "2 tax"],
  ["the next person, while nothing of this one is mended", 2, "", "4 details"],
  ["the next person in the list, past who has left", 1, "", "2 bank"],
  ["somebody whose last day it is", 3, "super", "4 details"],
  ["round to the start of the list", 5, "", "2 bank"],
  ["somebody who is not in the list", 9, "", "2 bank"],
])("%s", (_what, id, open, wanted) => {
  const here = all.find((each) => each.id === id) ?? of(id);
  const found = nextMissing(here, all, open, "2026-07-01");
  expect(found && `${found.personId} ${found.section}`).toBe(wanted);
});

it("ends where nothing is missing of anybody, or only what is in hand", () => {
  expect(nextMissing(of(1), [of(1), of(2)], "", "2026-07-01")).toBeNull();
  expect(nextMissing(of(1, ["bank"]), [of(1, ["bank"])], "bank", "2026-07-01")).toBeNull();
});
