/**
 * The sheet of proof of a payroll year: what the year says of each person, and who else says so. Amounts are cents.
 */

/** Who says a figure: signed pays, what the agency took, the ledger, the bank, what is owed to funds or agency. */
export const voices = ["facts", "reported", "ledger", "bank", "owed"] as const;
export type Voice = (typeof voices)[number];

export interface ProofColumn {
  name: string;
  title: string;
  /** the voices that know of it */
  voices: readonly Voice[];
}
/** By name of column. */
export type ProofFigures = Record<string, Partial<Record<Voice, number>>>;

export interface ProofRow {
  personId: number;
  name: string;
  payrollId: string;
  /** of the employment, where it is over */
  endDate: string | null;
  /** payday of the newest report that the agency took of this person */
  reportedOn: string | null;
  /** contractors are not reported at all */
  isReported: boolean;
  figures: ProofFigures;
  /** columns in which the voices do not agree */
  differs: string[];
}
export interface YearProof {
  year: { from: string; to: string; name: string };
  /** years with anything in them, newest first */
  years: { from: string; name: string }[];
  columns: ProofColumn[];
  rows: ProofRow[];
  totals: ProofFigures;
  /** runs of the year that are not settled */
  open: { runId: number; number: number; payday: string; state: string }[];
}

/** A pay of a person in the year, by voice. */
export interface ProofPay {
  runId: number;
  payday: string;
  figures: ProofFigures;
}
