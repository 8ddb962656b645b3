/** Payroll tax by State and Territory: thresholds, what is deducted, rates and levies. */
import type { StateAu } from "../../calendar/states.ts";
import { table } from "../ruleBook.ts";

export interface PayrollTaxRule {
  /** Australian wages of a group and year up to which nothing is due, dollars */
  threshold: string;
  /** what is deducted at the threshold */
  deduction: string;
  /** it falls by so many dollars for so many that wages exceed `above`; nought: it does not */
  falls: { above: string; by: number; for: number };
  /** per cent of what is left; another one where Australian wages exceed a figure */
  percent: string;
  higher: { over: string; percent: string };
  /** the per cent rises from nought at the threshold to its full figure here; nought: at once */
  fullFrom: string;
  /** Tasmania: per cent of wages beyond a second figure; nought: none */
  second: { over: string; percent: string };
  /** per cent of wages beyond a figure, on top of the tax */
  levies: { over: string; percent: string }[];
}
export type PayrollTaxRules = Record<StateAu, PayrollTaxRule>;

const none = {
  falls: { above: "0", by: 0, for: 1 },
  higher: { over: "0", percent: "0" },
  fullFrom: "0",
  second: { over: "0", percent: "0" },
  levies: [{ over: "0", percent: "0" }],
};

export const payrollTaxRules = table<PayrollTaxRules>("payrollTaxRules", "Payroll tax of the States", "AU", [
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: {
      ACT: { ...none, threshold: "2000000", deduction: "2000000", percent: "6.85" },
      NSW: { ...none, threshold: "1200000", deduction: "1200000", percent: "5.45" },
      NT: {
        ...{ ...none, threshold: "2500000", deduction: "2500000", percent: "5.5" },
        falls: { above: "2500000", by: 1, for: 4 },
      },
      QLD: {
        ...{ ...none, threshold: "1300000", deduction: "1300000", percent: "4.75" },
        falls: { above: "1300000", by: 1, for: 7 },
        higher: { over: "6500000", percent: "4.95" },
        levies: [
          { over: "10000000", percent: "0.25" },
          { over: "100000000", percent: "0.5" },
        ],
      },
      SA: { ...none, threshold: "1500000", deduction: "600000", percent: "4.95", fullFrom: "1700000" },
      TAS: {
        ...{ ...none, threshold: "1250000", deduction: "1250000", percent: "4" },
        second: { over: "2000000", percent: "6.1" },
      },
      VIC: {
        ...{ ...none, threshold: "1000000", deduction: "1000000", percent: "4.85" },
        falls: { above: "3000000", by: 1, for: 2 },
        // Two levies of the same shape: mental health, and the debt of the pandemic.
        levies: [
          { over: "10000000", percent: "0.5" },
          { over: "100000000", percent: "0.5" },
          { over: "10000000", percent: "0.5" },
          { over: "100000000", percent: "0.5" },
        ],
      },
      WA: {
        ...{ ...none, threshold: "1000000", deduction: "1000000", percent: "5.5" },
        falls: { above: "1000000", by: 2, for: 13 },
      },
    },
    source: {
      title: "Payroll Tax Acts of the States and Territories",
      section: "Thresholds, deductions and rates of 2025-26",
      seen: "from memory",
    },
    standing: "remembered",
    note: "Of 2025-26; the budgets of 2026-27 are not known. Less sure: the deduction of South Australia (75 %), Queensland's (85 %), the Northern Territory's rate (80 %). Not in it: lower rates of regional employers, surcharges of the Capital Territory over 50 million, rebates for apprentices.",
  },
]);
