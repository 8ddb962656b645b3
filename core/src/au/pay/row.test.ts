/** From a row of the sheet to the input of the pipeline: terms of deductions, top-ups, and what a final pay is set beside. */
import { describe, expect, it } from "vitest";
import type { SheetLine } from "../../pay/row.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { context, elements, hours, person } from "../../testMakers.ts";
import { accruingHours } from "./accruingHours.ts";
import { payInputOf, type RowContext } from "./row.ts";

const input = (lines: SheetLine[], change: Parameters<typeof context>[0] = {}) =>
  payInputOf(context(change), lines, elements);
const deduction = (terms: SheetLine["terms"], amount = "80"): SheetLine => ({ elementId: 3, amount, terms });

describe("a deduction under terms", () => {
  it("ends after its last payday", () => {
    expect(input([deduction({ until: "2025-10-09" })]).lines).toHaveLength(1);
    expect(input([deduction({ until: "2025-10-08" })]).lines).toHaveLength(0);
  });
  it("takes what is left of its total, and then nothing", () => {
    const left = (taken: string) =>
      input([deduction({ total: "1440" })], { deducted: { DED: taken } }).lines.map((line) => line.upTo);
    expect(left("0.00")).toEqual(["1440.00"]);
    expect(left("1400.00")).toEqual(["40.00"]);
    expect(left("1440.00")).toEqual([]);
    expect(left("1500.00")).toEqual([]);
  });
  it("is a share of gross in place of an amount", () => {
    expect(input([deduction({ percentOfGross: "2" })]).lines[0]).toMatchObject({ percentOfGross: "2" });
    expect(input([deduction({ percentOfGross: "2" })]).lines[0]).not.toHaveProperty("amount");
  });
});

describe("a top-up", () => {
  const scheme = (guaranteed: string): Partial<RowContext> => ({ topUp: { elementId: 9, guaranteed } });
  const with9 = new Map([
    ...elements,
    [
      9,
      {
        ...(elements.get(3) as NonNullable<ReturnType<typeof elements.get>>),
        id: 9,
        code: "GUA",
        element: "topUp" as const,
      },
    ],
  ]);
  const added = (lines: SheetLine[], guaranteed: string, change: Partial<RowContext> = {}) =>
    payInputOf(context({ ...scheme(guaranteed), ...change }), lines, with9).lines.find(
      (line) => line.element === "topUp",
    )?.amount;
  it("adds what earnings lack, for each pay that is covered", () => {
    // 10 h × $30
    expect(added(hours("10"), "450")).toBe("150.00");
    expect(added(hours("10"), "450", { periods: 2 })).toBe("600.00");
    expect(added([], "450")).toBe("450.00");
    const line = payInputOf(context(scheme("450")), hours("10"), with9).lines.at(-1);
    expect(line?.explained).toBe("Guaranteed 450.00, earned 300.00: what is missing, without super");
  });
  it("adds nothing where enough is earned", () => {
    expect(added(hours("15"), "450")).toBeUndefined();
    expect(added(hours("38"), "450")).toBeUndefined();
  });
});

describe("a final pay", () => {
  const unused: SheetLine = { elementId: 8, hours: "20", amount: "600" };
  it("is set beside a normal pay: the agreed hours at the person's rate, by the cycle", () => {
    expect(input([unused]).history).toEqual({ normalGross: "1140.00" });
    expect(input([unused], { cycle: "monthly" }).history).toEqual({ normalGross: "4940.00" });
  });
  it("or beside the last pay of somebody without agreed hours", () => {
    const casual = person({ basis: "casual", weeklyHours: "0" });
    const last = { payday: "2025-10-02", hours: "20", gross: "812.40", withheld: "0", super: "0", net: "0" };
    expect(input([unused], { person: casual, lastPay: last }).history).toEqual({ normalGross: "812.40" });
    expect(input([unused], { person: casual }).history).toBeUndefined();
  });
  it("carries the hours beside the amount, so that the balance follows", () => {
    expect(input([unused]).lines[0]).toMatchObject({ hours: "20", amount: "600" });
  });
  it("and any other pay carries no history", () => {
    expect(input(hours("38"))).not.toHaveProperty("history");
  });
});

describe("lines", () => {
  it("without hours or amount are left out, and an element of another business is a fault", () => {
    expect(
      input([
        { elementId: 1, hours: "" },
        { elementId: 3, amount: "" },
      ]).lines,
    ).toEqual([]);
    expect(() => input([{ elementId: 99, hours: "1" }])).toThrow("no pay element 99");
  });
  it("take the person's rate unless another is typed", () => {
    expect(input(hours("1")).lines[0]?.rate).toBe("30");
    expect(input([{ elementId: 1, hours: "1", rate: "31.5" }]).lines[0]?.rate).toBe("31.5");
  });
  it("carry cost centre, correction and detail with them", () => {
    const line: SheetLine = {
      elementId: 7,
      amount: "5",
      costCentre: "A",
      corrects: "2025-10-02",
      detail: { earnedYear: "2023-24" },
    };
    expect(input([line]).lines[0]).toMatchObject({ costCentre: "A", corrects: "2025-10-02", earnedYear: "2023-24" });
  });
});

describe("hours that leave accrues on, paid by the month", () => {
  const july = { periodStart: "2026-07-01", periodEnd: "2026-07-31", payday: "2026-08-04", cycle: "monthly" as const };
  const halves = { ...july, periodEnd: "2026-07-15", cycle: "half-monthly" as const };
  const june = { ...july, periodStart: "2026-06-01", periodEnd: "2026-06-30", payday: "2026-07-02" };
  const february = { ...july, periodStart: "2026-02-01", periodEnd: "2026-02-28", payday: "2026-03-02" };
  const long = ["0", "0", "9.5", "9.5", "9.5", "9.5", "0"];
  const fourDays = { facts: { ...context().facts, workPattern: long } };
  const salaried = (...spans: [string, string][]) => ({
    spans: spans.map(([hours, rate]) => ({ hours, week: "38", rate, salaried: true })),
  });
  // By hand: 23 working days of July are 174.8 h, 11 of its first half 83.6; 38 × 52 ÷ 12 = 164.6667.
  it.each([
    ["by the day, of 23 working days", july, hours("174.8"), "174.8"],
    ["forty hours a week of them are cut to 38", july, hours("184"), "174.8"],
    ["of half a month", halves, hours("91.2"), "83.6"],
    ["a short month has what was worked", february, hours("152"), "152"],
    ["usual hours of an average month in it", february, hours("164.6667"), "164.6667"],
    ["Wednesday to Saturday: 19 such days in July", { ...july, ...fourDays }, hours("180.5"), "180.5"],
    [
      "a salary raised on the 15th of June, 22 working days",
      { ...june, ...salaried(["76", "39.4737"], ["91.2", "42.1053"]) },
      [{ elementId: 1, amount: "6736.37" }],
      "164.6667",
    ],
    [
      "and in February, of 20",
      { ...february, ...salaried(["76", "39.4737"], ["76", "42.1053"]) },
      [{ elementId: 1, amount: "6716.67" }],
      "164.6667",
    ],
    [
      "a week of part time that became a full one within it",
      {
        ...{ cycle: "weekly" as const, periodStart: "2026-08-17", periodEnd: "2026-08-23", payday: "2026-08-27" },
        spans: [
          { hours: "6", week: "24", rate: "30", salaried: false },
          { hours: "38", week: "38", rate: "30", salaried: false },
        ],
      },
      hours("44"),
      "44",
    ],
  ] as [string, Partial<RowContext>, SheetLine[], string][])("%s", (_what, change, lines, expected) => {
    const found = accruingHours(input(lines, change), rules).value.toDecimalPlaces(4).toString();
    expect(found).toBe(expected);
  });
});
