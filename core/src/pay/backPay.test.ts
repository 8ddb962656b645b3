/** A pay at another rate: what moves and what does not. Common practice, no source; the figures were worked out by hand. */
import { describe, expect, it } from "vitest";
import type { PayInput, PayLine } from "../au/pay/input.ts";
import { decimal } from "../quantity/decimal.ts";
import { asItWas, atNewRates, type RateMoved, type RateThen } from "./backPay.ts";

const input = (...lines: object[]): PayInput => ({ cycle: "weekly", lines: lines as PayLine[] }) as unknown as PayInput;
const hourly = (rate: string): RateThen => ({ hourlyRate: rate, salary: null });
const salary = (year: string): RateThen => ({ hourlyRate: null, salary: year });
/** The last share of the days at the new rate. */
const raised = (was: RateThen, is: RateThen, share = "1"): RateMoved[] => [
  ...(share === "1" ? [] : [{ was, is: was, weight: decimal(1).minus(share) }]),
  { was, is, weight: decimal(share) },
];
const moved = (was: RateThen, is: RateThen, line: object, share = "1"): object | undefined =>
  atNewRates(input(line), raised(was, is, share)).lines[0];

describe("a line at another rate", () => {
  it.each<[string, object, string, object]>([
    ["ordinary hours", { element: "ordinary", hours: "38", rate: "30.00" }, "1", { rate: "31.5" }],
    ["hours at 150 %", { element: "overtime", hours: "2", rate: "30", percent: "150" }, "1", { rate: "31.5" }],
    ["leave", { element: "leaveTaken", hours: "7.6", rate: "30.000" }, "1", { rate: "31.5" }],
    ["for three days of five", { element: "ordinary", hours: "38", rate: "30" }, "0.6", { rate: "30.9" }],
    ["for a third", { element: "ordinary", hours: "38", rate: "30" }, "0.33333333", { rate: "30.5" }],
    ["at a rate of its own", { element: "ordinary", hours: "4", rate: "45" }, "1", { rate: "45" }],
    ["an allowance", { element: "allowance", amount: "20.00" }, "1", { amount: "20.00" }],
    ["a bonus in dollars", { element: "bonus", amount: "30.00" }, "1", { amount: "30.00" }],
  ])("%s", (_what, line, share, expected) =>
    expect(moved(hourly("30"), hourly("31.5"), line, share)).toEqual({ ...line, ...expected }),
  );
  it.each<[string, object, string, object]>([
    ["a salary's part", { element: "ordinary", amount: "1500.00" }, "1", { amount: "1560.00" }],
    ["half of it", { element: "ordinary", amount: "1500.00" }, "0.5", { amount: "1530.00" }],
    ["a part of a part period", { element: "ordinary", amount: "333.33" }, "1", { amount: "346.66" }],
    ["what corrects another pay", { element: "ordinary", amount: "10", corrects: 3 }, "1", { amount: "10" }],
    ["a deduction", { element: "deductionAfterTax", amount: "1500.00" }, "1", { amount: "1500.00" }],
  ])("of a salary: %s", (_what, line, share, expected) => {
    const found = moved(salary("78000"), salary("81120"), line, share);
    expect(found ?? line).toEqual({ ...line, ...expected });
  });
  it("an amount beside the salary is none of it: the raise is the salary's, leave taken or not", () => {
    const by = raised(salary("78000"), salary("81120"));
    const total = (...lines: object[]) =>
      atNewRates(input(...lines), by)
        .lines.filter((line) => line.element === "ordinary")
        .reduce((all, line) => all + Number(line.amount), 0);
    const [own, duty] = [
      { element: "ordinary", amount: "1500.00" },
      { element: "ordinary", amount: "300.00" },
    ];
    expect(total(own, duty)).toBe(1860);
    // A day of five came out of both.
    const day = { element: "leaveTaken", hours: "7.6", rate: "47.36842105" };
    expect(total({ ...own, amount: "1200.00" }, { ...duty, amount: "240.00" }, day)).toBe(1488);
    expect(total({ ...own, amount: "750.00" }, { ...own, amount: "750.00" })).toBe(1560);
  });
  it("from a rate to a salary, or back, moves nothing: that is another way of being paid", () => {
    const line = { element: "ordinary", hours: "38", rate: "30" };
    expect(moved(hourly("30"), salary("78000"), line)).toEqual(line);
    expect(moved(salary("78000"), hourly("30"), line)).toEqual(line);
  });
});

describe("a pay whose rate changed within it", () => {
  const days = (was: RateThen, is: RateThen, weight: string): RateMoved => ({ was, is, weight: decimal(weight) });
  it("each rate rises by its own days, one that stays does not", () => {
    const lines = [
      { element: "ordinary", hours: "15.2", rate: "30" },
      { element: "ordinary", hours: "22.8", rate: "33" },
    ];
    const by = [
      days(hourly("30"), hourly("31"), "1"),
      days(hourly("30"), hourly("34"), "1"),
      days(hourly("33"), hourly("33"), "3"),
    ];
    expect(atNewRates(input(...lines), by).lines.map(({ rate }) => rate)).toEqual(["32.5", "33"]);
  });
  it("a salary comes to what its days are due", () => {
    const by = [
      days(salary("78000"), salary("81120"), "2"),
      days(salary("78000"), salary("84240"), "2"),
      days(salary("78000"), salary("78000"), "1"),
    ];
    // 1,500 × (2 × 4 % + 2 × 8 %) ÷ 5
    expect(atNewRates(input({ element: "ordinary", amount: "1500.00" }), by).lines[0]?.amount).toBe("1572.00");
  });
});

describe("a pay without its corrections", () => {
  it("is what was earned in its own period", () => {
    const own = { element: "ordinary", hours: "38", rate: "30" };
    const corrects = { element: "ordinary", hours: "-2", rate: "30", corrects: 7 };
    expect(asItWas(input(own, corrects)).lines).toEqual([own]);
    const by = raised(hourly("30"), hourly("40"));
    expect(atNewRates(input(own, corrects), by).lines).toEqual([{ ...own, rate: "40" }]);
  });
  it("in New Zealand takes the new rate for holidays where it counts for the whole pay", () => {
    const pay = { ...input(), holidays: { hourlyRate: "30", history: {} } } as never;
    const rateOf = (share: string) =>
      (
        atNewRates(pay, raised(hourly("30"), hourly("33"), share)) as {
          holidays?: { hourlyRate: string };
        }
      ).holidays?.hourlyRate;
    expect([rateOf("1"), rateOf("0.4")]).toEqual(["33", "30"]);
  });
});
