/** What the voices of a year say, by person or by pay, and what a country has to tell about them. */
import type { ProofColumn, Voice } from "@zesty/contract/year";
import type { Context } from "../context.ts";

/** By person, or by pay: column, voice and cents. */
export type Said = Map<number, { column: string; voice: Voice; cents: number }[]>;

export function add(said: Said, key: number, column: string, voice: Voice, cents: number): void {
  const list = said.get(key);
  if (list) list.push({ column, voice, cents });
  else said.set(key, [{ column, voice, cents }]);
}

export interface Reported {
  said: Said;
  /** payday of the newest report, by person */
  on: Map<number, string>;
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
  /** what the agency holds, read from the bytes that it took */
  reported: (context: Context, businessId: number, from: string, to: string) => Reported;
}
