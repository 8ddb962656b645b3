/**
 * Allowances that pay an expense back: tax is withheld only from what is above the expense that the law accepts.
 * Set by: Taxation Administration Act 1953, Schedule 1, s 12-35, and the yearly determinations (from memory).
 * Example: 200 km at $1.20 with 88 cents accepted: 200 × 0.32 = 64.00 is taxed, 176.00 is not.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { atLeastZero, type Decimal, decimal, least, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { expenseAllowanceRules } from "../rulebook/au/expenseAllowanceRules.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";

/** What is asked of a pay line. */
export interface ExpenseLine {
  element: string;
  allowance?: string | undefined;
  taxable?: boolean | undefined;
  units?: string | undefined;
  hours?: string | undefined;
  amount?: string | undefined;
  name?: string | undefined;
}

/** Codes whose accepted part follows from units or from the year: kilometres, laundry, meals in overtime. */
const measured = ["CD", "LD", "MD"];

export const isMeasured = (line: ExpenseLine): boolean =>
  line.element === "allowance" && line.taxable !== true && measured.includes(line.allowance ?? "");

/** How many kilometres or meals a line is for; undefined where only its dollars are known. */
export function unitsOf(line: ExpenseLine): Decimal | undefined {
  const units = line.units ?? (line.amount === undefined ? line.hours : undefined);
  return units === undefined ? undefined : decimal(units);
}

/** What was used in the year before: kilometres, and dollars of laundry. */
export interface UsedBefore {
  kilometres: Decimal;
  laundry: Decimal;
}

interface Accepted {
  dollars: Decimal;
  formula: string;
}

/**
 * The part of a line that tax is withheld from.
 * @returns undefined where nothing is taxed, or where units are not known
 */
export function taxedExcess(
  line: ExpenseLine,
  amount: Figure,
  before: UsedBefore,
  payday: IsoDate,
  rules: RuleBook,
): Figure | undefined {
  const row = isMeasured(line) ? rules.find(expenseAllowanceRules, payday) : undefined;
  if (!row) return undefined;
  const found = accepted(line, before, row.figures);
  if (!found || amount.value.lte(found.dollars)) return undefined;
  return figure(`${line.name ?? "Allowance"}, taxed part`, amount.value.minus(found.dollars), "money", () => ({
    rule: "What is above the expense that the law accepts is taxed as wages",
    formula: `${amount.value.toFixed(2)} − ${found.formula}`,
    source: sourceNote(expenseAllowanceRules, row),
    parts: [amount],
  }));
}

function accepted(
  line: ExpenseLine,
  before: UsedBefore,
  rules: { centsPerKilometre: string; kilometres: string; laundry: string; overtimeMeal: string },
): Accepted | undefined {
  const units = unitsOf(line);
  if (line.allowance === "LD") {
    const left = atLeastZero(decimal(rules.laundry).minus(before.laundry));
    return { dollars: left, formula: `${left.toFixed(2)} left of ${rules.laundry} a year` };
  }
  if (units === undefined) return undefined;
  const [rate, within] =
    line.allowance === "CD"
      ? [rules.centsPerKilometre, least(units, atLeastZero(decimal(rules.kilometres).minus(before.kilometres)))]
      : [rules.overtimeMeal, units];
  return { dollars: halfUpToCent(within.times(rate)), formula: `${within.toString()} × $${rate}` };
}

/** A meal in overtime within the reasonable amount is neither taxed nor reported (80 %, from memory). */
export const isUnreported = (line: ExpenseLine, excess: Figure | undefined): boolean =>
  line.allowance === "MD" && isMeasured(line) && unitsOf(line) !== undefined && excess === undefined;

export const usedBefore = (toDate: { kilometres?: string | undefined; laundry?: string | undefined }): UsedBefore => ({
  kilometres: toDate.kilometres === undefined ? zero : decimal(toDate.kilometres),
  laundry: toDate.laundry === undefined ? zero : decimal(toDate.laundry),
});
