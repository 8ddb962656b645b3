/** What the rows of a run are made from, and what a country knows of them. */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { AnyContext } from "@zesty/core/countries/countries";
import type { PayElement, RowBase } from "@zesty/core/pay/row";
import type { Run, Who } from "../ground/findRun.ts";
import type { DatedRecords } from "../store/dated.ts";
import type { business, fund } from "../store/schema.ts";
import type { Rates } from "./workedTerms.ts";

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
