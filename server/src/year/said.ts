/** What the voices of a year say, by person or by pay, and what a country has to tell about them. */
import type { ProofColumn, Voice, YearCheck, YearProof } from "@zesty/contract/year";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import type { Context } from "../context.ts";
import type { ReportChannel } from "./reportsTaken.ts";

/** By person, or by pay: column, voice and cents. */
export type Said = Map<number, { column: string; voice: Voice; cents: number }[]>;

export function add(said: Said, key: number, column: string, voice: Voice, cents: number): void {
  const list = said.get(key);
  if (list) list.push({ column, voice, cents });
  else said.set(key, [{ column, voice, cents }]);
}

export type CheckLine = Omit<YearCheck, "ticked">;

/** A line that the program cannot prove: somebody looks and ticks it. */
export const byHand = (item: string, text: string, link: string | null = null): CheckLine => ({
  ...{ item, text, link, proved: false, done: false },
});

export interface Reported {
  said: Said;
  /** payday of the newest report, by person */
  on: Map<number, string>;
  /** whose newest report says that the year is final */
  final: Set<number>;
}

export interface YearOfCountry {
  columns: readonly ProofColumn[];
  /** columns that a fact of this code counts for */
  ofFact: (code: string) => string[];
  /** columns of what the run's journal credits, by the words of the posting */
  ofPosting: Readonly<Record<string, string>>;
  /** words of postings that are the employer's own cost */
  ownCost: readonly string[];
  ofDue: Readonly<Record<string, string>>;
  channel: ReportChannel;
  /** the agency is told that a person's year is final */
  finalises: boolean;
  /** what the year says beside its pays */
  beside: (context: Context, businessId: number, year: PayrollYear) => Said;
  /** lines of the list for the year's end that this country asks for */
  checksOf: (context: Context, proof: YearProof) => CheckLine[];
  /** what the agency holds, read from the bytes that it took */
  reported: (context: Context, businessId: number, from: string, to: string) => Reported;
}
