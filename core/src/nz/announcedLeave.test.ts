/** Leave as announced, by hand: agreed hours give leave, what is beyond them is paid a per cent instead. */
import { expect, it } from "vitest";
import { decimal, sum } from "../quantity/decimal.ts";
import { announcedLeaveRules } from "../rulebook/nz/announcedLeaveRules.ts";
import { announcedLeave, inHours } from "./announcedLeave.ts";

const month = (hours: string, agreed: string | null, overtime = "0", pay = "0") => ({
  ...{ hours: decimal(hours), agreed: agreed === null ? null : decimal(agreed) },
  ...{ overtime: decimal(overtime), pay: decimal(pay) },
});
const rules = () => announcedLeaveRules.rows[0]?.figures ?? (undefined as never);
const of = (...months: ReturnType<typeof month>[]) => {
  const { annual, sick, instead } = announcedLeave(months, rules());
  return [annual.toFixed(4), sick.toFixed(4), instead.toFixed(2)];
};

it.each([
  ["a year of 40 h", [month("2080", "2080")], ["160.0000", "80.0000", "0.00"]],
  ["a week short of the agreed hours", [month("30", "40", "0", "750")], ["2.3077", "1.1538", "0.00"]],
  // 4 of 44 hours are beyond: 12.5 % of 1,100 × 4 ÷ 44
  ["a part-timer's hours beyond", [month("44", "40", "0", "1100")], ["3.0769", "1.5385", "12.50"]],
  ["overtime beside full hours", [month("40", "40", "5", "1125")], ["3.0769", "1.5385", "15.63"]],
  ["a casual", [month("20", null, "0", "500")], ["0.0000", "0.0000", "62.50"]],
  ["nothing worked", [month("0", "40"), month("0", null)], ["0.0000", "0.0000", "0.00"]],
])("%s", (_what, months, found) => {
  expect(of(...months)).toEqual(found);
});

it("is the sum of its months, and never more than the hours would give", () => {
  const months = [month("44", "40", "3", "1210"), month("12", "40"), month("25", null, "1", "640")];
  const parts = months.map((each) => announcedLeave([each], rules()));
  const whole = announcedLeave(months, rules());
  for (const key of ["annual", "sick", "instead"] as const)
    expect(
      sum(parts.map((each) => each[key]))
        .minus(whole[key])
        .abs()
        .lt("0.0000001"),
    ).toBe(true);
  expect(
    [inHours("3.4", "weeks", "40", 5), inHours("10", "days", "30", 5), inHours("10", "days", "24", 3)].map(String),
  ).toEqual(["136", "60", "80"]);
});
