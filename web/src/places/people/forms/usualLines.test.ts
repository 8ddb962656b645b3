/** The form of usual pay gives back what it was opened with, and changes what was typed. */
import { expect, it } from "vitest";
import { heldOf, linesSaid, termsOf } from "./usualLines.ts";

const usualPay = {
  from: "2026-07-01",
  lines: [
    { elementId: 1, amount: "900.00", costCentre: "SHOP" },
    { elementId: 1, amount: "600.00", costCentre: "CAFE" },
    { elementId: 2, hours: "3" },
    { elementId: 3, amount: "20.00", terms: { total: "100.00", since: "2026-06-01" } },
  ],
};
const entryOf = (id: number) => (id === 2 ? ("hours" as const) : ("amount" as const));
const said = (lines: ReturnType<typeof heldOf>["lines"]) =>
  linesSaid(lines, usualPay.lines, termsOf({ usualPay }), "2026-08-03", entryOf);

it("as it was: a salary over two cost centres stays on both", () => {
  expect(said(heldOf({ usualPay }).lines)).toEqual(usualPay.lines);
});

it("one line is changed, one is emptied, one begins", () => {
  const [shop, cafe, , union] = heldOf({ usualPay }).lines;
  const lines = [shop, { ...cafe, value: "650.00" }, { elementId: 2, costCentre: "", value: " " }, union];
  expect(said([...lines, { elementId: 4, costCentre: "", value: "12" }] as never)).toEqual([
    usualPay.lines[0],
    { elementId: 1, amount: "650.00", costCentre: "CAFE" },
    usualPay.lines[3],
    { elementId: 4, amount: "12" },
  ]);
});
