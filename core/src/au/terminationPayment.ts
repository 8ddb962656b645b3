/**
 * Withholding from employment termination payments, and the tax-free part of a genuine redundancy.
 * Set by: Schedule 11; Income Tax Assessment Act 1997 ss 82-10, 82-160, 83-170.
 * Example: 2025–26, ten completed years, $95,000 redundancy: 13,100 + 10 × 6,552 = 78,620 tax-free; the rest 16,380 at
 * 32 % under preservation age, cents dropped: $5,241.
 */
import { completedYears, type IsoDate } from "../calendar/dates.ts";
import { payrollYearAu } from "../calendar/payrollYear.ts";
import { atLeastZero, type Decimal, decimal, least, zero } from "../quantity/decimal.ts";
import { dropCents } from "../quantity/rounding.ts";
import { type TerminationRules, terminationRules } from "../rulebook/au/terminationRules.ts";
import { sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure, sumOf } from "../working/figure.ts";
import { noNumberPercent, type WithholdingTerms } from "./withholding.ts";

export const etpCodes = ["R", "O", "S", "P", "D", "B", "N", "T"] as const;
export type EtpCode = (typeof etpCodes)[number];

export interface TerminationPayment {
  code: EtpCode;
  amount: Decimal;
}

const excluded: readonly EtpCode[] = ["R", "S"];
const deathCodes: readonly EtpCode[] = ["D", "B", "N", "T"];

/**
 * @param birthDate decides the rate by the age at the end of the payroll year (s 82-10)
 * @param otherTaxable the year's other taxable income from this employer, this pay with it (whole-of-income cap)
 * @param capUsed ETP cap used before
 */
export function terminationPayments(
  payments: readonly TerminationPayment[],
  birthDate: IsoDate,
  otherTaxable: Decimal,
  capUsed: Decimal,
  terms: WithholdingTerms,
): { withheld: Figure; payments: { code: EtpCode; taxable: Decimal; withheld: Decimal }[] } {
  if (payments.length === 0)
    return { withheld: figure("Withholding on termination payments", zero, "money"), payments: [] };
  const row = terms.rules.row(terminationRules, terms.payday);
  const rules = row.figures;
  const age = completedYears(birthDate, payrollYearAu(terms.payday).to);
  let capLeft = atLeastZero(decimal(rules.etpCap).minus(capUsed));
  let wholeLeft = atLeastZero(decimal(rules.wholeOfIncomeCap).minus(otherTaxable));
  // Paid together, the excluded part uses the cap first.
  const inOrder = [...payments].sort((a, b) => Number(excluded.includes(b.code)) - Number(excluded.includes(a.code)));
  const parts = inOrder.map(({ code, amount }) => {
    const wholeCounts = !excluded.includes(code) && !deathCodes.includes(code);
    const cap = wholeCounts ? least(capLeft, wholeLeft) : capLeft;
    const within = least(amount, cap);
    capLeft = capLeft.minus(within);
    if (wholeCounts) wholeLeft = atLeastZero(wholeLeft.minus(amount));
    const [low, high] = percents(code, age, rules, terms);
    const tax = dropCents(within.times(low).plus(amount.minus(within).times(high)).div(100));
    const shown = figure(`Withholding on termination payment ${code}`, tax, "money", () => ({
      rule: `Schedule 11, code ${code}: ${low.toString()} % to the cap that applies, ${high.toString()} % above it`,
      formula: `${within.toFixed(2)} × ${low.toString()} % + ${amount.minus(within).toFixed(2)} × ${high.toString()} %, cents dropped`,
      source: sourceNote(terminationRules, row),
    }));
    return { code, taxable: amount, withheld: tax, shown };
  });
  return {
    withheld: sumOf(
      "Withholding on termination payments",
      parts.map((part) => part.shown),
    ),
    payments: parts,
  };
}

/** Per cents to the cap and above it. */
function percents(code: EtpCode, age: number, rules: TerminationRules, terms: WithholdingTerms): [Decimal, Decimal] {
  const none = noNumberPercent(terms);
  const less = terms.declared.residency === "resident" ? zero : decimal(rules.foreignLess);
  const above = decimal(rules.etpPercent.aboveCap);
  if (code === "D" || code === "B") return [zero, above];
  // To a trustee nothing is withheld: the trustee settles the tax when it is passed on (from memory).
  if (code === "T") return [zero, zero];
  if (none) return [none, none];
  if (code === "N") return [decimal(rules.etpPercent.nonDependant).minus(less), above.minus(less)];
  const low = age >= Number(rules.preservationAge) ? rules.etpPercent.fromAge : rules.etpPercent.underAge;
  return [decimal(low).minus(less), above.minus(less)];
}
