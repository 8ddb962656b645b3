/**
 * Child support deducted for Inland Revenue.
 * Set by: Child Support Act 1991: 40 % of pay after PAYE at most. Cents are cut by house convention C5.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { atLeastZero, type Decimal, decimal, hundred, least } from "../quantity/decimal.ts";
import { cutToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";

interface Terms {
  payday: IsoDate;
  rules: RuleBook;
}

/**
 * Child support: the amount of the notice, and never so much that less than the protected share of net pay stays.
 * @param ownPercent the protected share that the notice itself names
 */
export function childSupport(
  notice: Decimal,
  ownPercent: Decimal | undefined,
  gross: Figure,
  payeTotal: Figure,
  { payday, rules }: Terms,
): Figure {
  const row = rules.row(deductionRatesNz, payday);
  const protectedPercent = ownPercent ?? decimal(row.figures.childSupportProtectedPercent);
  const net = atLeastZero(gross.value.minus(payeTotal.value));
  const most = cutToCent(net.times(hundred.minus(protectedPercent)).div(100));
  return figure("Child support", least(notice, most), "money", () => ({
    rule: `The amount of the notice, leaving at least ${protectedPercent.toString()} % of pay after PAYE`,
    formula: `the lesser of ${notice.toFixed(2)} and ${most.toFixed(2)}`,
    source: sourceNote(deductionRatesNz, row),
    setting: { place: "person", section: "orders" },
    parts: [gross, payeTotal],
  }));
}
