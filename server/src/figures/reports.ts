/** All that can be asked, in the order of the list. */
import { ofWhole } from "./measures.ts";
import type { Report } from "./report.ts";
import { leaveAnnounced } from "./reports/announcedLeave.ts";
import { contractors } from "./reports/contractors.ts";
import { dues, funds } from "./reports/dues.ts";
import { leave } from "./reports/leave.ts";
import { payslips } from "./reports/payslips.ts";
import { changes, headcount } from "./reports/people.ts";
import { rights } from "./reports/rights.ts";
import { stateWages } from "./reports/stateWages.ts";
import { bySums, registerOf } from "./sums.ts";

const group = "Pays";
const register = {
  ...{ group, rows: ofWhole, columns: [null], drawing: null },
  usual: { rows: "person", columns: null },
} as const;

export const reports: readonly Report[] = [
  bySums({ code: "cost", words: "Cost", group, measure: "cost", usual: { rows: "month", columns: "costCentre" } }),
  {
    ...{ ...register, code: "registerAu", words: "Pay register", country: "AU" },
    table: (context, _actor, asked) =>
      registerOf(context, asked, ["hours", "gross", "withheld", "super", "net", "wholeCost"]),
  },
  {
    ...{ ...register, code: "registerNz", words: "Pay register", country: "NZ" },
    table: (context, _actor, asked) =>
      registerOf(context, asked, ["hours", "gross", "withheld", "studentLoan", "kiwiSaver", "net", "wholeCost"]),
  },
  bySums({
    code: "wages",
    words: "Gross wages",
    group,
    measure: "wages",
    usual: { rows: "person", columns: "element" },
  }),
  bySums({
    ...{ code: "employer", words: "The employer's part", group, measure: "employer" },
    usual: { rows: "month", columns: "element" },
  }),
  bySums({ code: "hours", words: "Hours", group, measure: "hours", usual: { rows: "element", columns: "month" } }),
  bySums({ code: "away", words: "Hours away", group, measure: "away", usual: { rows: "person", columns: "element" } }),
  bySums({
    code: "deducted",
    words: "Deductions",
    group,
    measure: "deducted",
    usual: { rows: "person", columns: "element" },
  }),
  bySums({
    code: "withheld",
    words: "Tax taken out",
    group,
    measure: "withheld",
    usual: { rows: "month", columns: null },
  }),
  bySums({ code: "net", words: "Net pay", group, measure: "net", usual: { rows: "month", columns: null } }),
  contractors,
  ...[funds, dues, stateWages, leave, leaveAnnounced, headcount, payslips, changes, rights],
];
