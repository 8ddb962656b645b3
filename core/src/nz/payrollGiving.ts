/**
 * The tax credit for payroll giving.
 * Set by: Income Tax Act 2007, s LD 4. Cents are cut by house convention C3.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { atLeastZero, type Decimal, least } from "../quantity/decimal.ts";
import { cutToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";

interface Terms {
  payday: IsoDate;
  rules: RuleBook;
}

/** A third of a donation through the payroll, off the PAYE of the same pay and never more than it. */
export function givingCredit(donation: Figure, payeTotal: Decimal, terms: Terms): Figure {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const third = cutToCent(donation.value.div(row.figures.givingCreditDivisor));
  return figure("Tax credit for payroll giving", least(third, atLeastZero(payeTotal)), "money", () => ({
    rule: "A third of the donation, cut to cents, not above the PAYE of the pay",
    formula: `${donation.value.toFixed(2)} ÷ ${row.figures.givingCreditDivisor}`,
    source: sourceNote(deductionRatesNz, row),
    parts: [donation],
  }));
}
