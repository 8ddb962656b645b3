/** What a country says of pays: what a row knows of its person, and what signing off makes of a pay. */

import type { BankPart } from "@zesty/contract/bank";
import type { AnyPay } from "@zesty/core/countries/countries";
import type { JournalLine, PayOfJournal, PostingAccounts } from "@zesty/core/documents/posting";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import type { AfterStep, FinalLines, FinalPay } from "./afterStep.ts";
import type { CountryRows, Owner, RowSources } from "./countryRows.ts";
import type { LeaveTaken } from "./leaveTaken.ts";
import type { DueEntry, NetPayment, PreparedPay } from "./prepared.ts";
import type { LoadedRun } from "./runRows.ts";
import type { WorkedOut } from "./workRun.ts";

export type SignedParts = Pick<PreparedPay, "leave" | "slip" | "dues">;

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
      file: { owner: Owner; on: string; from: { bsb: string; account: string }; messageId: string; apart: string },
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
