import { expect, it } from "vitest";
import { moneyText } from "../quantity/units.ts";
import { shippedRuleBook } from "../rulebook/shippedRuleBook.ts";
import { costOfLateness } from "./superLate.ts";

// By hand. Quarter: 1 April to 28 August are 150 days. 300000 × 10 % × 150 ÷ 365 = 123.29. Payday:
// 456.00 over 42 days at 10.61 %: earnings 5.60, uplift 60 % of them 3.36.
it.each<[string, number, number, string, string, string, string | null]>([
  ["three people of the June quarter", 300_000, 3, "2026-06-25", "2026-07-28", "2026-08-10", "quarter 13 183.29"],
  [
    "received long after the statement was due",
    300_000,
    3,
    "2026-06-25",
    "2026-07-28",
    "2026-09-30",
    "quarter 64 210.41",
  ],
  ["a payday of the new law", 45_600, 1, "2026-07-02", "2026-07-13", "2026-08-24", "payday 42 8.96"],
  ["on its day", 45_600, 1, "2026-07-02", "2026-07-13", "2026-07-13", null],
  ["over the end of a quarter", 45_600, 1, "2026-09-17", "2026-09-28", "2026-10-09", "payday 11 2.34"],
])("%s", (_what, cents, people, payday, due, received, wanted) => {
  const late = costOfLateness({ cents, people, payday, due, received }, shippedRuleBook);
  expect(late && `${late.law} ${late.days} ${moneyText(late.cost.value)}`).toBe(wanted);
});
