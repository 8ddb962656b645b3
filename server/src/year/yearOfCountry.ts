/** What the voices of a year say, by person or by pay, and what a country has to tell about them. */
import type { ToDo } from "@zesty/contract/desk";
import type { EndingMark, ProofColumn, Voice, YearAndEnding, YearCheck, YearProof } from "@zesty/contract/year";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import type { Actor, Context } from "../ground/context.ts";
import type { business } from "../store/schema.ts";
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
  /** when that report was made, by person */
  madeAt: Map<number, string>;
  /** whose newest report says that the year is final */
  final: Set<number>;
}

/** A person's year as the agency is told of it, and what stands in the way. */
export interface PayeeOfYear {
  personId: number;
  marks: EndingMark[];
}

export interface FinalYear {
  /** @param date the day that it is told by: the last of the year, or today within it */
  payees: (
    context: Context,
    businessId: number,
    year: PayrollYear,
    date: string,
    ids: readonly number[],
    final: boolean,
  ) => PayeeOfYear[];
  /** What the agency is sent of people: what it says, and its bytes under a number. */
  event: (
    context: Context,
    actor: Actor,
    of: { businessId: number; year: PayrollYear; date: string; people: readonly number[]; final: boolean },
  ) => { people: number[]; says: object; bytes: (submissionId: string) => Buffer };
  /** A line on the desk for each business whose year should be final. */
  toDo: (context: Context, day: string, owners: readonly { id: number; name: string }[]) => ToDo[];
}

export interface SummaryOf {
  owner: typeof business.$inferSelect;
  year: PayrollYear;
  shown: YearAndEnding;
  rows: YearAndEnding["rows"];
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
  /** how a person's year is made final; null where the agency is not told */
  final: FinalYear | null;
  /** what the year says beside its pays */
  beside: (context: Context, businessId: number, year: PayrollYear) => Said;
  /** lines of the list for the year's end that this country asks for */
  checksOf: (context: Context, businessId: number, proof: YearProof) => CheckLine[];
  /** why no year is declared final, where none is */
  noFinal: string;
  /** year summaries of people, for themselves; in the order of the rows */
  summaries: (context: Context, of: SummaryOf) => YearSummary[];
  /** what the agency holds, read from the bytes that it took */
  reported: (context: Context, businessId: number, from: string, to: string) => Reported;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    year: YearOfCountry;
  }
}
