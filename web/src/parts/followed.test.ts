/** What a form shows once it counts from another day. */
import { expect, it } from "vitest";
import { followed } from "./followed.ts";

const hours = (...values: string[]) => values.map((value) => ({ value }));
const line = (elementId: number, value: string) => ({ elementId, value });

it.each<[string, unknown, unknown, unknown, unknown]>([
  ["nobody changed it: as it stands then", "31.5", "31.5", "40", "40"],
  ["typed: it stays", "33", "31.5", "40", "33"],
  ["emptied: it stays empty", "", "31.5", "40", ""],
  [
    "answers each by itself",
    { late: true, notified: false },
    { late: true, notified: true },
    { late: false, notified: true },
    { late: false, notified: false },
  ],
  [
    "a field and a box that nobody touched, where nothing was on record",
    { shown: "", flag: false, said: true },
    {},
    { shown: "26.55", flag: true },
    { shown: "26.55", flag: true, said: true },
  ],
  ["an answer that is not asked any more goes", { a: 1, b: 2 }, { a: 1, b: 2 }, { b: 3 }, { b: 3 }],
  ["weekdays each by itself", hours("6", "0"), hours("7.6", "0"), hours("8", "8"), hours("6", "8")],
  [
    "lines each by itself: one typed, one begun meanwhile, one that ended",
    [line(1, "30"), line(2, "20"), line(3, "5")],
    [line(1, "38"), line(2, "20"), line(3, "5")],
    [line(1, "38"), line(3, "9"), line(4, "12")],
    [line(1, "30"), line(3, "9"), line(4, "12")],
  ],
  ["another list is one fact", [{ name: "A" }], [], [{ name: "B" }], [{ name: "A" }]],
])("%s", (_what, typed, before, then, is) => {
  expect(followed(typed, before, then)).toEqual(is);
});
