/** What of a genuine redundancy payment is free of tax (ITAA 1997, s 83-170). */
import { type Decimal, decimal, least } from "../quantity/decimal.ts";
import type { TerminationRules } from "../rulebook/au/terminationRules.ts";

/** The tax-free part: base plus an amount for each completed year, never more than the payment (lump sum D). */
export function redundancyTaxFree(amount: Decimal, years: number, rules: TerminationRules): Decimal {
  return least(amount, decimal(rules.redundancyBase).plus(decimal(rules.redundancyPerYear).times(years)));
}
