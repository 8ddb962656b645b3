/** One test walks all tables: in order, no overlap, no gap, a source and a standing on each row, figures as text. */
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar/dates.ts";
import { isDecimalText } from "../quantity/decimal.ts";
import { tablesAu } from "./au/index.ts";
import { tablesNz } from "./nz/index.ts";
import { MissingRow, makeRuleBook, type Row } from "./ruleBook.ts";

const numbersIn = (value: unknown): unknown[] =>
  typeof value === "object" && value !== null ? Object.values(value).flatMap(numbersIn) : [value];

describe.each(tablesAu.map((table) => [table.name, table.rows as readonly Row<unknown>[]] as const))(
  "%s",
  (_name, rows) => {
    it("has its rows in order, one day after another", () => {
      rows.forEach((row, at) => {
        expect(row.from <= row.to).toBe(true);
        const next = rows[at + 1];
        if (next) expect(next.from).toBe(addDays(row.to, 1));
      });
    });
    it("says source and standing, why where it is derived or unsure, and is published only once it was seen", () => {
      for (const row of rows) {
        expect(row.source.title && row.source.section && row.source.seen).toBeTruthy();
        if (row.standing === "derived" || row.standing === "unsure") expect(row.note).toBeTruthy();
        expect(row.standing === "published").toBe(row.source.seen !== "from memory");
      }
    });
    it("keeps figures as decimal text, never as binary fractions", () => {
      for (const row of rows)
        for (const value of numbersIn(row.figures)) {
          if (typeof value === "number") expect(Number.isInteger(value)).toBe(true);
          // A day is no figure.
          if (typeof value === "string" && /\d/.test(value) && !/^\d{4}-\d\d-\d\d$/.test(value))
            expect(isDecimalText(value), value).toBe(true);
        }
    });
  },
);

// A business that loaded next year's tables is not stopped for want of one that no pay asks for: such a table stands in
// tables.ts alone.
it("tables whose absence stops a pay are those that pays ask for", () =>
  expect([...tablesAu, ...tablesNz].map((table) => table.name)).toEqual([
    ...["withholdingScales", "withholdingRates", "studyLoanRates", "workingHolidayRates", "superGuaranteeRules"],
    ...["superLateRules", "generalInterestCharge", "terminationRules", "minimumWage", "employmentStandards"],
    ...["longServiceRules", "fringeBenefitRules", "expenseAllowanceRules"],
    ...["incomeTaxRates", "earnersLevy", "deductionRatesNz", "minimumWageNz", "holidayRules"],
    ...["alternativeHolidayRules", "protectedEarnings"],
  ]));

describe("a rule book", () => {
  const [table] = tablesAu;
  it("throws for a date without a row, and takes a loaded row before a shipped one", () => {
    expect(() => makeRuleBook("t").row<unknown>(table, "2031-01-01")).toThrow(MissingRow);
    const own = { ...table.rows[0], from: "2026-01-01", to: "2026-12-31", note: "ours" } as Row<unknown>;
    expect(makeRuleBook("t", { [table.name]: [own] }).row<unknown>(table, "2026-07-02").note).toBe("ours");
  });
});
