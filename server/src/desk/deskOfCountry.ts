/** What a country says to the desk of what its agency waits for, or has told. */
import type { ToDo } from "@zesty/contract/desk";
import type { Context } from "../ground/context.ts";
import type { DeskFacts, DeskRun, Owner } from "./deskFacts.ts";

export interface DeskOfCountry {
  /** What the agency told employers and nobody has looked at: a line a business. */
  told(context: Context, day: string, owners: readonly Owner[]): ToDo[];
  /** Paydays that are signed off and wait to be lodged by a day of their own. */
  waiting(facts: DeskFacts, owner: Owner, runs: readonly DeskRun[]): { payday: string; date: string; runId: number }[];
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    desk: DeskOfCountry;
  }
}
