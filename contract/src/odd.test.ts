/** The schemas of the odd cases: good input passes whole, each fault names the field, the reason and the way to mend it. */
import type Joi from "joi";
import { describe, expect, it } from "vitest";
import { superChoice } from "./au/taxAndSuper.ts";
import { bank } from "./bank.ts";
import { newCorrection } from "./corrections.ts";
import { enrol, newCost, newTopUp } from "./costs.ts";
import { newDeparture } from "./departures.ts";
import { check } from "./fields.ts";
import { leave } from "./leaveTerms.ts";
import { sheetLine } from "./lines.ts";
import { workOutCaseNz } from "./nz/workOut.ts";
import { employment } from "./people.ts";
import { movePayday, saveRows } from "./runs.ts";

/** biome-ignore lint/suspicious/noExplicitAny: schemas of many types stand side by side */
type AnySchema = Joi.Schema<any>;
const faults = (schema: AnySchema, input: unknown): string[] => {
  const checked = check(schema, input);
  return "errors" in checked ? checked.errors.map((each) => `${each.path}: ${each.text}`) : [];
};
const value = (schema: AnySchema, input: unknown) => {
  const checked = check(schema, input);
  if ("errors" in checked) throw new Error(JSON.stringify(checked.errors));
  return checked.value;
};

describe("a line of a sheet", () => {
  it.each([
    [{ elementId: 1, hours: "38" }],
    [{ elementId: 1, hours: "-3.5", corrects: "2026-06-25" }],
    [{ elementId: 1, amount: "-80.00", corrects: "2026-06-25" }],
    [
      {
        elementId: 1,
        amount: "80",
        terms: { keepNet: "560", total: "1440", since: "2026-01-05", until: "2026-12-31" },
      },
    ],
    [{ elementId: 1, terms: { percentOfGross: "2.5" } }],
    [{ elementId: 1, amount: "900", detail: { earnedYear: "2023-24", method: "A", paysCovered: 6 } }],
    [{ elementId: 1, amount: "900", detail: { earnedYear: "1999-00" } }, "detail.earnedYear"],
    [{ elementId: 1, hours: "4", costCentre: "PAINT" }],
  ])("%o", (line, path?: string) => {
    const found = faults(sheetLine, line);
    if (path) expect(found.map((each) => each.split(":")[0])).toEqual([path]);
    else expect(found).toEqual([]);
  });
  it.each([
    [
      { elementId: 1, hours: "-3" },
      ": Hours cannot be below nought here. To take something back, correct the pay that it was in.",
    ],
    [
      { elementId: 1, amount: "-3" },
      ": Amount cannot be below nought here. To take something back, correct the pay that it was in.",
    ],
    [{ elementId: 1, hours: "7:30" }, "hours: Hours is not a number of hours. Write it as 7.6."],
    [{ elementId: 1, hours: "10000" }, ": Hours are more than 9999."],
    [{ elementId: 1, amount: "12.345" }, "amount: Amount is not an amount. Write dollars and cents as 12.50."],
    [
      { elementId: 1, detail: { earnedYear: "2023-25" } },
      "detail.earnedYear: Year earned is not a payroll year. Write it as 2023-24.",
    ],
    [
      { elementId: 1, terms: { keepNet: "-1" } },
      "terms.keepNet: Protected net pay is not an amount of nought or more. Write it as 12.50.",
    ],
    [{ elementId: 1, detail: { etpCode: "Z" } }, "detail.etpCode: ETP code must be one of [R, O, S, P, D, B, N, T]."],
    [{ elementId: 1, surprise: 1 }, "surprise: Surprise is not a known field."],
  ])("%o", (line, fault) => expect(faults(sheetLine, line)).toContain(fault));
});

describe("rows to save", () => {
  const row = (change: object) => ({ version: 1, rows: [{ payId: 1, ...change }] });
  it("take overrides with a reason, and take them away again", () => {
    expect(faults(saveRows, row({ overrides: { withheld: "250", reason: "notice" } }))).toEqual([]);
    expect(faults(saveRows, row({ overrides: null }))).toEqual([]);
  });
  it("want a reason, and a figure", () => {
    expect(faults(saveRows, row({ overrides: { withheld: "250" } }))).toEqual([
      "rows.0.overrides.reason: Reason is missing.",
    ]);
    expect(faults(saveRows, row({ overrides: { reason: "x" } }))).toHaveLength(1);
    expect(faults(saveRows, row({ overrides: { withheld: "-1", reason: "x" } }))).toHaveLength(1);
  });
  it("a payday to move to is a date", () => {
    expect(faults(movePayday, { payday: "2026-07-03", version: 4 })).toEqual([]);
    expect(faults(movePayday, { payday: "3 July", version: 4 })).toEqual([
      "payday: Payday is not a date. Write it as 2026-07-02.",
    ]);
  });
});

describe("a departure", () => {
  const good = { lastDay: "2026-06-26", reason: "V", pay: "next" };
  it("takes the usual case as said: notice worked, no misconduct", () => {
    expect(value(newDeparture, good)).toEqual({
      ...good,
      noticeWorked: true,
      misconduct: false,
      invalidity: false,
      smallEmployer: null,
    });
    expect(value(newDeparture, { ...good, payday: "" })).not.toHaveProperty("payday");
  });
  it.each([
    [{ ...good, reason: "X" }, "reason: Reason must be one of [V, I, D, R, F, C, T]."],
    [{ ...good, lastDay: "soon" }, "lastDay: Last day is not a date. Write it as 2026-07-02."],
    [{ reason: "V", pay: "next" }, "lastDay: Last day is missing."],
    [{ ...good, pay: "later" }, "pay: Final pay must be one of [now, next]."],
  ])("%o", (input, fault) => expect(faults(newDeparture, input)).toContain(fault));
});

describe("a correction", () => {
  const good = { payId: 4, lines: [{ elementId: 1, hours: "30" }], into: "own" };
  it("may leave open how the debt is paid back", () => {
    expect(faults(newCorrection, good)).toEqual([]);
    expect(faults(newCorrection, { ...good, recoverPerPay: "" })).toEqual([]);
    expect(faults(newCorrection, { ...good, recoverPerPay: "25.00" })).toEqual([]);
    expect(faults(newCorrection, { ...good, recoverPerPay: "25.001" })).toHaveLength(1);
    expect(faults(newCorrection, { ...good, into: "somewhere" })).toHaveLength(1);
  });
});

describe("costs and schemes", () => {
  const cost = {
    from: "2026-07-01",
    code: "wc",
    name: "Cover",
    percent: "2.15",
    of: "gross",
    expense: "6-1",
    payable: "2-1",
  };
  const scheme = { name: "Guarantee", code: "gua-1", amount: "900", cycle: "fortnightly", from: "2026-07-01", to: "" };
  it("write codes in capitals, and an open end as none", () => {
    expect(value(newCost, cost).code).toBe("WC");
    expect(value(newTopUp, scheme)).toMatchObject({ code: "GUA-1", to: null });
  });
  it.each<[AnySchema, object, string]>([
    [newCost, { ...cost, percent: "2,15" }, "percent: Per cent is not a per cent. Write it as 12 or 7.6923."],
    [newCost, { ...cost, of: "net" }, "of: Of must be one of [gross, grossAndSuper]."],
    [newCost, { ...cost, code: "a b" }, "code: Code does not have the right form."],
    [newTopUp, { ...scheme, amount: "" }, "amount: Guaranteed amount is empty."],
    [newTopUp, { ...scheme, cycle: "daily" }, "cycle: For each pay that is must be one of"],
    [enrol, { personIds: "all", from: "2026-07-01" }, "personIds: People must be a list."],
  ])("%#", (schema, input, fault) => expect(faults(schema, input).some((each) => each.startsWith(fault))).toBe(true));
});

describe("a person's sections", () => {
  const terms = { cycleId: 1, basis: "full-time", weeklyHours: "38" };
  it("take a salary, a pattern of seven days and a split", () => {
    const full = {
      ...terms,
      salary: "84200",
      workPattern: ["8", "8", "0", "8", "0", "0", "0"],
      costSplit: [{ costCentreId: 1, percent: "100" }],
    };
    expect(faults(employment, full)).toEqual([]);
    expect(value(employment, { ...terms, salary: "" })).toMatchObject({
      salary: null,
      workPattern: null,
      costSplit: null,
    });
  });
  it("refuse a week of six days and a share without its number", () => {
    expect(faults(employment, { ...terms, workPattern: ["8", "8", "8", "8", "8", "0"] })).toHaveLength(1);
    const share = { fundId: 2, percent: "20" };
    expect(faults(superChoice, { fundId: 1, shares: [share] })).toEqual([
      "shares.0.memberNumber: Member number is missing.",
    ]);
  });
  it("take loading on leave, and hours below nought only as an opening balance", () => {
    const entitlements = [{ kind: "annual", weeksPerYear: "4" }];
    expect(
      faults(leave, { entitlements, loadingPercent: "17.5", opening: [{ kind: "annual", hours: "-7.6" }] }),
    ).toEqual([]);
    expect(faults(leave, { entitlements: [{ kind: "annual", weeksPerYear: "-4" }] })).toHaveLength(1);
  });
  it("want at least one account", () => {
    expect(faults(bank, { parts: [] })).toEqual(["parts: Accounts needs at least 1 entry."]);
  });
});

describe("a New Zealand case of the command line", () => {
  const good = {
    id: "1",
    country: "NZ",
    payday: "2025-06-11",
    cycle: "weekly",
    person: { birthDate: "1990-01-01", basis: "full-time", taxCode: "M SL" },
    lines: [{ element: "ordinary", amount: "1150" }],
  };
  it("passes, with one pay covered where nothing is said", () => {
    expect(value(workOutCaseNz, good).periods).toBe(1);
  });
  it.each([
    [{ person: { ...good.person, taxCode: "Q" } }, "person.taxCode: Tax code is not one of Inland Revenue's."],
    [{ person: { ...good.person, tax: {} } }, "person.tax: "],
    [{ lines: [{ element: "salarySacrificeSuper", amount: "1" }] }, "lines.0.element: Element must be one of"],
    [{ lines: [{ element: "ordinary", hours: "8" }] }, "lines.0: A line needs hours and a rate, or an amount."],
    [{ lines: [{ element: "ordinary", hours: "8", amount: "1" }] }, "lines.0: A line has either hours and a rate"],
    [{ person: { ...good.person, kiwiSaver: { status: "maybe" } } }, "person.kiwiSaver.status: Status must be one of"],
    [{ person: { ...good.person, childSupport: {} } }, "person.childSupport.amount: Amount is missing."],
    [{ payday: "11 June" }, "payday: Payday is not a date."],
  ])("%o", (change, fault) =>
    expect(faults(workOutCaseNz, { ...good, ...change }).some((each) => each.startsWith(fault))).toBe(true),
  );
});
