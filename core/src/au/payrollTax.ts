/**
 * Payroll tax of a whole year or of one month by State: the deduction is shared by where wages are paid, rates and
 * thresholds go by the Australian wages of the group.
 * Set by: the Payroll Tax Acts (rulebook/au/payrollTaxRules.ts, from memory): rate × (State wages − deduction × State wages ÷
 * Australian wages of the group), levies on the share of what exceeds their figure.
 * A month is a twelfth of a year, its wages as if all months were like it; some States count the days of the month instead,
 * and each yearly return puts that right.
 * Example: Victoria alone, 4,000,000: deduction 1,000,000 − 1,000,000 ÷ 2 = 500,000; 3,500,000 × 4.85 % = 169,750.00.
 */
import { type StateAu, statesAu } from "../calendar/states.ts";
import { type Decimal, decimal, hundred, sum, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import type { PayrollTaxRule, PayrollTaxRules } from "../rulebook/au/payrollTaxRules.ts";

/**
 * Leave whose pay is no taxable wages: government money passed on, compensation for an injury, service in an emergency
 * or the reserve. Make-up pay for a jury is wages. Set by: the Payroll Tax Acts, exempt wages (from memory, 80 %).
 */
export const exemptLeave: readonly string[] = [
  ...["governmentParental", "workersCompensation", "defence", "communityService"],
];
/** Allowances by the kilometre and for nights away: exempt up to the rate of the tax office (from memory, 80 %). */
export const exemptAllowances: readonly string[] = ["CD", "RD"];

/**
 * Fringe benefits as wages: taxable values of both kinds, grossed up at the lower rate; a monthly return takes a twelfth
 * of the fringe benefits year that ended before it, the yearly one the year that ended in it.
 * Example: a taxable value of 4,000.00 is 7,547.20 in the year and 628.93 in a month.
 */
export const fringeWages = (taxable: Decimal, grossUp: string, months: number): Decimal =>
  halfUpToCent(taxable.times(grossUp).times(months).div(12));

export type WagesByState = Partial<Record<StateAu, string>>;

export interface StateTax {
  /** what is taken off this State's wages of the span */
  deduction: Decimal;
  /** half up to the cent, once */
  tax: Decimal;
}

const above = (value: Decimal, figure: string): Decimal => {
  const over = value.minus(figure);
  return over.gt(zero) ? over : zero;
};

/** What is deducted from all Australian wages together. */
function deductionOf({ deduction, falls }: PayrollTaxRule, all: Decimal): Decimal {
  if (falls.by === 0) return decimal(deduction);
  const left = decimal(deduction).minus(above(all, falls.above).times(falls.by).div(falls.for));
  return left.gt(zero) ? left : zero;
}

/** Tax on all Australian wages, as if they were paid in this State: its share of them is its tax. */
function taxOf(rule: PayrollTaxRule, all: Decimal, deduction: Decimal): Decimal {
  const { threshold, percent, higher, fullFrom, second, levies } = rule;
  const levied = sum(levies.map((each) => above(all, each.over).times(each.percent)));
  const isSecond = second.over !== "0";
  const lower = isSecond
    ? above(all, deduction.toString()).minus(above(all, second.over))
    : above(all, deduction.toString());
  const rate = higher.over !== "0" && all.gt(higher.over) ? decimal(higher.percent) : decimal(percent);
  const rising = fullFrom !== "0" && all.lt(fullFrom);
  const full = rising ? rate.times(all.minus(threshold)).div(decimal(fullFrom).minus(threshold)) : rate;
  const beyond = isSecond ? above(all, second.over).times(second.percent) : zero;
  return lower.times(full).plus(beyond).plus(levied).div(hundred);
}

/**
 * @param wages of the employer by State, dollars
 * @param others wages of the other members of its group
 * @param months that the wages are of: a whole year or one
 * @returns by State in which wages are paid; a State whose threshold is not passed with nought
 */
export function payrollTax(
  rules: PayrollTaxRules,
  wages: WagesByState,
  others: WagesByState,
  months: 12 | 1 = 12,
): Partial<Record<StateAu, StateTax>> {
  const ofSpan = sum([...Object.values(wages), ...Object.values(others)].map((each) => decimal(each)));
  const all = ofSpan.times(12 / months);
  const found: Partial<Record<StateAu, StateTax>> = {};
  for (const state of statesAu) {
    const own = wages[state];
    if (own === undefined) continue;
    const rule = rules[state];
    if (!all.gt(rule.threshold)) {
      found[state] = { deduction: zero, tax: zero };
      continue;
    }
    const deduction = deductionOf(rule, all);
    const share = (value: Decimal) => halfUpToCent(value.times(own).div(all));
    found[state] = { deduction: share(deduction), tax: share(taxOf(rule, all, deduction)) };
  }
  return found;
}
