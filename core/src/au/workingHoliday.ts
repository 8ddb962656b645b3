/**
 * Withholding from a working holiday maker by a registered employer: steps of the year's pay from this employer.
 * Set by: Schedule 15. Cents are ignored.
 * Example: $1,000 when $44,500 was paid before: 500 × 15 % + 500 × 30 % = 225.
 */
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { dropCents } from "../quantity/rounding.ts";
import type { WorkingHolidayRates } from "../rulebook/au/workingHolidayRates.ts";

export function workingHolidayTax(earnings: Decimal, before: Decimal, rates: WorkingHolidayRates): Decimal {
  const upTo = (amount: Decimal): Decimal => {
    let tax = zero;
    let from = zero;
    for (const step of rates.steps) {
      const to = step.upTo === null || amount.lt(step.upTo) ? amount : decimal(step.upTo);
      if (to.gt(from)) tax = tax.plus(to.minus(from).times(step.percent).div(100));
      if (step.upTo === null || amount.lte(step.upTo)) break;
      from = decimal(step.upTo);
    }
    return tax;
  };
  const start = dropCents(before);
  return dropCents(upTo(start.plus(dropCents(earnings))).minus(upTo(start)));
}
