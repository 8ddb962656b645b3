/** The activity statement's wages labels beside what was lodged and what was signed. Amounts are cents. */
export interface StatementPeriod {
  from: string;
  to: string;
  /** "Quarter to 30 June 2026", "June 2026" */
  name: string;
  /** sums of what the pay events of its paydays said, as they were taken */
  w1: number;
  w2: number;
  /** signed pays of the same paydays */
  gross: number;
  withheld: number;
  /** what of the gross is not in W1: sacrificed, and not withheld from */
  apart: number;
  /** paydays whose event was not taken yet: their amounts are in none of the sums of events */
  notTaken: { runId: number; payday: string }[];
  /** corrections that went out without totals, and paydays that were not lodged: they go to the statement by hand */
  byHand: { runId: number; payday: string; gross: number; withheld: number }[];
}
