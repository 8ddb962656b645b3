/** What every use case is handed: the store, the clock and the way to wake the outbox. No globals. */
import type { RuleBook } from "@zesty/core/rulebook/ruleBook";
import type { Store } from "../store/open.ts";
import type { Verdict } from "../store/trail.ts";
import type { Clock } from "./clock.ts";
import type { CountryHere } from "./countryHere.ts";
import type { RuleShelf } from "./ruleShelf.ts";
import type { Settings } from "./settings.ts";

export interface Context {
  store: Store;
  clock: Clock;
  settings: Settings;
  /** what a country says; its code is asked for nowhere else */
  country(code: string): CountryHere;
  readonly countries: readonly [CountryHere, ...CountryHere[]];
  /** the rule book in force */
  readonly rules: RuleBook;
  /** the rule book as it was at an instant */
  rulesAt(instant: string): RuleBook;
  ruleShelf: RuleShelf;
  log: {
    info(facts: object, words: string): void;
    warn(facts: object, words: string): void;
    error(facts: object, words: string): void;
  };
  /** what the last walk over the audit trail found */
  trust: { verdict: Verdict; faults: string[]; walkedAt: string };
  /** facts changed that open runs stand on: they are composed and counted anew; days and terms of people first */
  factsChanged(businessId: number, personIds?: readonly number[]): void;
  /** work after which public holidays or working days may be others, of one person or of the business: leave is laid anew */
  withLeaveLaidAnew<T>(actor: Actor, businessId: number, personId: number | null, work: () => T): T;
  /** tells the outbox that something is queued */
  wakeOutbox(): void;
  /** asks a message's receiver whether it has it; found there, it counts as arrived */
  searchReceiver(outboxId: number): Promise<"there" | "notThere" | "unknown">;
  /** tells open pages that a run changed; the page that changed it is named. What is of no run has nobody to tell */
  announce(runId: number | null, by?: string): void;
}

/** Who acts: for rights and for the audit trail. */
export interface Actor {
  userId: number;
  name: string;
  email: string;
  lead: boolean;
}
