/**
 * A person's payroll year on one page, to compare with what the agency shows: a working paper of the employer. Its
 * layout is our own; no law asks for it (Australia since Single Touch Payroll, New Zealand since payday filing; from
 * memory).
 */
import { decimal, sum } from "../quantity/decimal.ts";

export interface SummaryBlock {
  title: string;
  /** label and decimal dollars */
  rows: [string, string][];
  /** the sum of the rows, where it means something */
  total: [string, string] | null;
}

export interface YearSummary {
  /** tells it from a payslip */
  kind: "yearSummary";
  year: string;
  employer: { name: string; registration: string; address?: string | undefined };
  employee: { name: string; payrollId: string; facts: [string, string][] };
  blocks: SummaryBlock[];
  /** what the agency knows of it, in a sentence */
  standing: string;
}

/** What a summary says of the year and the business, beside the person's name. */
export type SummaryHead = Pick<YearSummary, "year" | "employer" | "standing"> & { name: string };

/** A block of amounts, those that are none left out; nothing where all are. */
export const block = (title: string, rows: [string, string][], totalled: string | null = null): SummaryBlock[] => {
  const said = rows.filter(([, amount]) => !decimal(amount).isZero());
  if (said.length === 0) return [];
  const total = totalled ? sum(said.map(([, amount]) => decimal(amount))).toFixed(2) : null;
  return [{ title, rows: said, total: totalled && total !== null ? [totalled, total] : null }];
};
