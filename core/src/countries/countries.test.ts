/** The seam between countries: a made-up third one goes through a row by the same code. */
import { describe, expect, it } from "vitest";
import { decimal, sum } from "../quantity/decimal.ts";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { element } from "../testMakers.ts";
import { type Figure, figure } from "../working/figure.ts";
import { keepWorkings, keptWorking } from "../working/keptWorkings.ts";
import { countries, payrollYearOf } from "./countries.ts";
import { type Country, examineIn } from "./country.ts";

/** Country XX: one flat tax of a fifth, whole dollars, no filing. Calendar years. Not shipped. */
interface FlatInput {
  payday: string;
  amounts: string[];
}
interface FlatPay {
  gross: Figure;
  tax: Figure;
  net: Figure;
}
interface FlatRow {
  input: FlatInput;
  worked: FlatPay;
}
const flat: Country<{ payday: string; rate: string }, FlatInput, FlatPay, FlatRow> = {
  code: "XX",
  amendsEarlierYears: false,
  longOwedYear: () => null,
  withoutGuarantee: (context) => context,
  accruing: () => null,
  extras: () => null,
  leaveMoved: () => ({}),
  superable: () => null,
  treatment: () => ({ reported: null, counts: [], doubts: [], chosen: false }),
  payrollYear: (payday) => ({ from: `${payday.slice(0, 4)}-01-01`, to: `${payday.slice(0, 4)}-12-31`, name: "year" }),
  missingTables: (payday) =>
    payday < "2020-01-01"
      ? [
          {
            kind: "stop",
            code: "missingTable",
            facts: { table: "Flat tax", payday },
            mend: { place: "rule book", section: "flat" },
          },
        ]
      : [],
  workOutRow: ({ payday, rate }, lines) => {
    const amounts = lines.map(
      (line) =>
        line.amount ??
        decimal(line.hours ?? "0")
          .times(rate)
          .toFixed(2),
    );
    return { input: { payday, amounts }, worked: flat.workOut({ payday, amounts }, rules) };
  },
  workOut: ({ amounts }) => {
    const gross = figure("Gross", sum(amounts.map(decimal)), "money");
    const tax = figure("Flat tax", gross.value.times(20).div(100).cutTo(0), "money", () => ({
      rule: "A fifth of the gross, dollars dropped",
      parts: [gross],
    }));
    return { gross, tax, net: figure("Net", gross.value.minus(tax.value), "money", () => ({ parts: [gross, tax] })) };
  },
  examine: ({ worked }) =>
    worked.gross.value.isZero()
      ? [{ kind: "stop", code: "noHours", facts: {}, mend: { place: "run", section: "lines" } }]
      : [],
  figures: ({ gross, tax, net }) => ({
    ...{ hours: "0.0000", beforeTax: "0.00", afterTax: "0.00", reimbursements: "0.00", super: "0.00", leave: {} },
    ...{ gross: gross.value.toFixed(2), taxable: gross.value.toFixed(2), cost: gross.value.toFixed(2) },
    ...{ withheld: tax.value.toFixed(2), net: net.value.toFixed(2), employerCosts: [], lines: [] },
  }),
  named: ({ gross, tax, net }) =>
    new Map([
      ["gross", gross],
      ["withheld", tax],
      ["net", net],
    ]),
  facts: ({ gross, tax }) => [
    { code: "gross", cents: gross.value.times(100).toNumber() },
    { code: "withheld", cents: tax.value.times(100).toNumber() },
  ],
};
const elements = new Map([[1, element({ id: 1, code: "ORD" })]]);
const examined = (payday: string, hours?: string) =>
  examineIn(flat, { payday, rate: "30" }, hours ? [{ elementId: 1, hours }] : [], elements, rules);

describe("a third country is a value", () => {
  it("a row is worked out, examined, shown and kept by what is the same for all", () => {
    const { row, figures, marks } = examined("2026-07-02", "37.5");
    expect([figures?.gross, figures?.withheld, figures?.net, marks]).toEqual(["1125.00", "225.00", "900.00", []]);
    const kept = row && keepWorkings(flat.named(row.worked));
    expect(kept && keptWorking(kept, "net")?.parts?.map((each) => each.label)).toEqual(["Gross", "Flat tax"]);
  });
  it("stops where its tables end, or nothing is paid", () => {
    expect(examined("2019-12-31", "1")).toMatchObject({ row: null, marks: [{ code: "missingTable" }] });
    expect(examined("2026-07-02").marks.map((mark) => mark.code)).toEqual(["noHours"]);
  });
});

describe("the years", () => {
  it("begin where their country's do", () =>
    expect(Object.keys(countries).map((code) => payrollYearOf(code as "AU", "2026-05-01").from)).toEqual([
      "2025-07-01",
      "2026-04-01",
    ]));
});
