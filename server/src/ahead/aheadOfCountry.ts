/** What looking ahead asks of a country. */
import type { AnyContext, AnyPay } from "@zesty/core/countries/countries";
import type { RuleBook, Table } from "@zesty/core/rulebook/ruleBook";
import type { Owner } from "../row/countryRows.ts";
import type { DueEntry } from "../row/prepared.ts";

export interface AheadOfCountry {
  /** the tables that its pays ask */
  tables: readonly Table<unknown>[];
  /** the day by which a due of a payday is paid, of somebody who was paid here before */
  dueDay(kind: DueEntry["kind"], payday: string, owner: Owner, rules: RuleBook): string;
  /** whether what was paid earlier in the year changes what the next pay comes to */
  counts(worked: AnyPay, row: AnyContext, paysAYear: number, rules: RuleBook): boolean;
  /** whether a pay looks at single pays before it, and not only at their sums */
  looksAtEachPay: boolean;
  /** the words for what the employer contributes, and the book in which it is that per cent from a day on */
  contribution: { words: string; at(rules: RuleBook, percent: string, from: string): RuleBook };
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    ahead: AheadOfCountry;
  }
}
