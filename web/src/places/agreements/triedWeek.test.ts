/** A week tried on the metal award, by hand: what is part of the hourly rate is in every line, and not beside it again. */
import { shipped } from "@zesty/contract/agreementRules";
import type { AgreementView } from "@zesty/contract/time";
import { expect, it } from "vitest";
import { tryWeek } from "./triedWeek.ts";

const rules = shipped().find((each) => each.code === "MA000010");
const rates = {
  classifications: { C10: "28.12" },
  allowances: { "leading-hand-3": "49.40", "leading-hand-1": "25.00" },
};
const agreement = { rules, rates, settings: {} } as unknown as AgreementView;
const week = (days: string[], leads = 0, level = "C10") =>
  tryWeek(agreement, { days, level, holiday: null, person: { basis: "fullTime", age: 30, leads } });
const plain = ["8-16:06 b30", "8-16:06 b30", "8-16:06 b30", "8-16:06 b30", "8-16:06 b30", "", ""];

it.each<[string, number, string]>([
  // 38 × 28.12
  ["leads nobody", 0, "1068.56"],
  // 49.40 ÷ 38 = 1.30; 38 × 29.42
  ["leads three", 3, "1117.96"],
])("who %s", (_who, leads, dollars) => {
  const tried = week(plain, leads);
  expect([tried.faults, tried.total.toFixed(2)]).toEqual([[], dollars]);
  expect(tried.extras.filter((each) => each.code.startsWith("leading-hand"))).toEqual([]);
  expect(tried.spoke.some((each) => each.startsWith("leading-hand"))).toBe(leads > 0);
});
it("says what is not known, and what cannot be read, by its day", () => {
  expect(week(plain, 12).lines.map((each) => each.amount)[0]).toBeNull();
  expect(week(["8-25"]).faults[0]).toMatch(/^Mon: /);
});
