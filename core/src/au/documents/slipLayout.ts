/** What an Australian payslip shows. */
import type { PayslipLine, SlipLayout } from "../../documents/slip.ts";
import { leaveWords } from "../../leave/kinds.ts";
import { payerNumberKind } from "../abn.ts";
import type { Payslip } from "./payslip.ts";

export function layoutAu(slip: Payslip): SlipLayout {
  const taxLine: PayslipLine = {
    name: "PAYG tax withheld",
    hours: null,
    rate: null,
    amount: slip.withheld,
    yearToDate: slip.yearToDate.withheld,
  };
  return {
    registration: `${payerNumberKind(slip.employer.abn)} ${slip.employer.abn}`,
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
      // Under a heading that says leave.
      rows: slip.leave.map((each) => [
        leaveWords(each.kind).replace(/ leave$/, ""),
        each.accrued,
        each.taken,
        each.balance,
      ]),
    },
  };
}
