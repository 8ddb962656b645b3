/** What a payslip shows, country by country, in the form that the page and the PDF draw: titles, lines and two tables. */
import { dateWords } from "../calendar/dates.ts";
import type { Payslip, PayslipLine } from "./payslip.ts";
import type { PayslipNz } from "./payslipNz.ts";

/** Rows of text; the first column is words, the others stand to the right. Money is plain text with two decimals. */
export interface SlipTable {
  head: string[];
  /** which columns are money */
  money: number[];
  /** which columns are dates */
  dates: number[];
  rows: string[][];
}

export interface SlipLayout {
  registration: string;
  facts: [string, string][];
  taxTitle: string;
  deductions: PayslipLine[];
  contributions: SlipTable;
  leave: SlipTable;
}

export const isSlipNz = (slip: Payslip | PayslipNz): slip is PayslipNz => "country" in slip && slip.country === "NZ";

export const slipLayout = (slip: Payslip | PayslipNz): SlipLayout => (isSlipNz(slip) ? layoutNz(slip) : layoutAu(slip));

function layoutAu(slip: Payslip): SlipLayout {
  const taxLine: PayslipLine = {
    name: "PAYG tax withheld",
    hours: null,
    rate: null,
    amount: slip.withheld,
    yearToDate: slip.yearToDate.withheld,
  };
  return {
    registration: `ABN ${slip.employer.abn}`,
    facts: [],
    taxTitle: "Tax withheld",
    deductions: [taxLine, ...slip.deductions],
    contributions: {
      head: ["Employer super", "With the fund by", "This pay", "Year to date"],
      money: [2, 3],
      dates: [1],
      rows: slip.super.map((each) => [
        `${each.name}, ${each.fund}${each.memberNumber ? `, member ${each.memberNumber}` : ""}`,
        each.due,
        each.amount,
        each.yearToDate,
      ]),
    },
    leave: {
      head: ["Leave, hours", "Accrued", "Taken", "Balance"],
      money: [],
      dates: [],
      rows: slip.leave.map((each) => [
        each.kind.charAt(0).toUpperCase() + each.kind.slice(1),
        each.accrued,
        each.taken,
        each.balance,
      ]),
    },
  };
}

const layoutNz = (slip: PayslipNz): SlipLayout => ({
  registration: `IRD number ${slip.employer.ird}`,
  facts: [["Tax code", slip.employee.taxCode]],
  taxTitle: "PAYE",
  deductions: slip.deductions,
  contributions: {
    head: ["KiwiSaver", "This pay", "Since 1 April"],
    money: [1, 2],
    dates: [],
    rows: slip.kiwiSaver.map((each) => [each.name, each.amount, each.yearToDate]),
  },
  leave: {
    head: [`Leave on ${dateWords(slip.leaveAsAt)}`, "Taken", "Balance"],
    money: [],
    dates: [],
    rows: slip.leave.map((each) => [`${each.kind}, ${each.unit}`, each.taken, each.balance]),
  },
});
