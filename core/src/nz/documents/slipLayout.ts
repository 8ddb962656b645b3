/** What a New Zealand payslip shows. */
import { dateWords } from "../../calendar/dates.ts";
import type { SlipLayout } from "../../documents/slip.ts";
import type { PayslipNz } from "./payslip.ts";

export const layoutNz = (slip: PayslipNz): SlipLayout => ({
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
