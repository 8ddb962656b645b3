/** What a country says of pays: what a row knows of its person, and what signing off makes of a pay. */

import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import type { BankPart } from "@zesty/contract/people";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { AnyContext, AnyPay } from "@zesty/core/countries/countries";
import type { JournalLine, PayOfJournal, PostingAccounts } from "@zesty/core/documents/posting";
import type { PayElement, RowBase, SheetLine } from "@zesty/core/pay/row";
import type { Context } from "../ground/context.ts";
import type { Run, Who } from "../ground/findRun.ts";
import type { DatedRecords } from "../store/dated.ts";
import type { business, fund } from "../store/schema.ts";
import type { AfterStep } from "./afterWork.ts";
import type { LeaveTaken } from "./leaveTaken.ts";
import type { DueEntry, NetPayment, PreparedPay } from "./prepared.ts";
import type { LoadedRun } from "./runRows.ts";
import type { Rates } from "./workedTerms.ts";
import type { WorkedOut } from "./workRun.ts";

export type Owner = typeof business.$inferSelect;

/** What all rows of a run are made from, in every country. */
export interface RowSources {
  run: Run;
  cycle: Cycle;
  people: readonly Who[];
  records: DatedRecords;
  elements: ReadonlyMap<number, PayElement>;
  funds: ReadonlyMap<number, typeof fund.$inferSelect>;
  centres: ReadonlyMap<number, string>;
  ratesOf: (personId: number) => Rates;
}

/** What of a row no country says: the country adds the person, the balances and what its law looks at. */
export type RowOfAll = Omit<RowBase, "balances">;

/** A run's rows as a country knows them; it may carry more for its own sign-off. */
export interface CountryRows {
  /** what other pays of the period were paid before: regular taxable earnings */
  paidBefore(personId: number): string | null;
  context(who: Who, base: RowOfAll): AnyContext;
}

export type SignedParts = Pick<PreparedPay, "leave" | "slip" | "dues">;

export interface FinalPay {
  who: Who;
  wanted: Pick<NewDeparture, "lastDay" | "reason" | "noticeWorked" | "misconduct" | "invalidity" | "smallEmployer">;
  loaded: LoadedRun;
  /** the row as it is worked without them */
  worked: WorkedOut;
}

export interface FinalLines {
  lines: SheetLine[];
  notes: string[];
  /** why it cannot be worked out; the row stops with it */
  fault?: string;
  /** each line in words, from the row as it is worked with them */
  say(after: WorkedOut | undefined): DeparturePlan["lines"];
}

export interface PaysOfCountry {
  rows(context: Context, sources: RowSources): CountryRows;
  /** By person, what a closedown puts into a row of the run, from the row as it is worked without it. */
  closedIn(context: Context, run: Run): Map<number, AfterStep[]>;
  /** What signing off writes for each pay; made once a run. */
  signing(
    context: Context,
    loaded: LoadedRun,
    ids: readonly number[],
    leaveTaken: LeaveTaken,
  ): (row: WorkedOut, worked: AnyPay, yearAfter: Map<string, number>, payments: readonly NetPayment[]) => SignedParts;
  /** One payment of a net pay. `isNew`: to an account that no pay went to before */
  payment(
    part: Pick<BankPart, "bsb" | "account" | "title" | "text">,
    of: { cents: number; payrollId: string; payday: string; isNew: boolean },
  ): NetPayment;
  /** Puts the number that a person is known by to the tax office on that day in place; how they are taxed stays. */
  numbersOn(context: Context, loaded: LoadedRun, day: string): void;
  journal(pays: readonly (PayOfJournal & { worked: AnyPay })[], postings: PostingAccounts): JournalLine[];
  /** what is owed for the run as a whole */
  runDues(context: Context, loaded: LoadedRun, pays: readonly PreparedPay[]): DueEntry[];
  /** the file that the bank is given */
  paymentFile: {
    ending(owner: Owner): string;
    /** that day, or the first one after it that banks work on */
    bankDay(day: string): string;
    bytes(
      context: Context,
      file: { owner: Owner; on: string; from: { bsb: string; account: string }; messageId: string },
      payments: readonly NetPayment[],
    ): { mime: string; bytes: Buffer };
  };
  /** The lines of a final pay. */
  finalLines(context: Context, pay: FinalPay): FinalLines;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    pays: PaysOfCountry;
  }
}
