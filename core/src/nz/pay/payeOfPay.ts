/** The stage of PAYE of a New Zealand pay: wages, extra pays, the credit for giving, and what is withheld in all. */
import { paysPerYear } from "../../calendar/payPeriods.ts";
import { override } from "../../pay/override.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { type Figure, figure, given, sumOf } from "../../working/figure.ts";
import { extraPaye, type PayeTerms, paye } from "../paye.ts";
import { givingCredit } from "../payrollGiving.ts";
import { amounts, type Earned, type Given } from "./earnings.ts";
import type { PayInputNz } from "./input.ts";

export function payeInAll({ input, rules, periods, terms, overridden }: Given, { regular, extras, donations }: Earned) {
  // A further pay of the period, and a correction, take what is missing to the PAYE on all of it.
  const paidBefore = input.correctsTaxable ?? input.earlierInPeriod?.regularTaxable;
  const own =
    decimalOrZero(paidBefore).isZero() && input.correctsTaxable === undefined
      ? paye(regular, periods, terms)
      : payeOfDifference(decimalOrZero(paidBefore), regular, terms);
  const onExtra = payeOnExtras(extras, yearlyEarnings(regular.value, periods, input), input, terms);
  const beforeCredit = sumOf("PAYE before the credit", [own.tax, own.levy, onExtra]);
  const donation = sumOf("Payroll giving", amounts(donations));
  const credit = givingCredit(donation, beforeCredit.value, { payday: input.payday, rules });
  const worked = credit.value.isZero()
    ? sumOf("PAYE", [own.tax, own.levy, onExtra])
    : figure("PAYE", beforeCredit.value.minus(credit.value), "money", () => ({
        rule: "PAYE with the levy, less the credit for payroll giving",
        formula: `${beforeCredit.value.toFixed(2)} − ${credit.value.toFixed(2)}`,
        parts: [beforeCredit, credit],
      }));
  return {
    own,
    onExtra,
    beforeCredit,
    donation,
    credit,
    withheld: override("withheld", "PAYE", worked, input.overrides, overridden),
  };
}
export type Taxed = ReturnType<typeof payeInAll>;

/**
 * One rate on all extra pays, by what is earned beside them; a correction takes what is missing to it, or gives back what
 * was too much, though it be of wages alone.
 */
function payeOnExtras(
  extras: Earned["extras"],
  yearly: Decimal,
  { correctsExtras }: PayInputNz,
  terms: PayeTerms,
): Figure {
  const had = decimalOrZero(correctsExtras?.gross);
  if (!correctsExtras || (extras.length === 0 && had.isZero())) return extraPaye(extras, yearly, terms);
  const [was, taken] = [
    given("Extra pays as paid", had, "money"),
    given("PAYE on extra pays as paid", decimal(correctsExtras.withheld), "money"),
  ];
  const all = extraPaye([{ amount: was, levied: true }, ...extras], yearly, terms);
  return figure("PAYE on extra pays", all.value.minus(taken.value), "money", () => ({
    rule: "On the extra pays as they should have been, less what was taken from them",
    formula: `${all.value.toFixed(2)} − ${taken.value.toFixed(2)}`,
    parts: [all, taken],
  }));
}

/** The correction of an earlier pay, or a further pay of a period: PAYE on both together, less PAYE on what was paid before. */
function payeOfDifference(before: Decimal, regular: Figure, terms: PayeTerms): { tax: Figure; levy: Figure } {
  const was = paye(given("Paid before", before, "money"), 1, terms);
  const should = paye(given("Paid in all", before.plus(regular.value), "money"), 1, terms);
  const less = (label: string, all: Figure, part: Figure) =>
    figure(label, all.value.minus(part.value), "money", () => ({
      rule: "On all that was paid for the period, less what was taken before",
      formula: `${all.value.toFixed(2)} − ${part.value.toFixed(2)}`,
      parts: [all, part],
    }));
  return {
    tax: less("PAYE without the levy", should.tax, was.tax),
    levy: less("ACC earners' levy", should.levy, was.levy),
  };
}

/**
 * A year's earnings for the rate of an extra pay: the last four weeks × 13; paid by the month, the month × 12. Without
 * a history this pay's own regular earnings stand for it.
 */
function yearlyEarnings(regular: Decimal, periods: number, { history, cycle }: PayInputNz): Decimal {
  if (history?.lastFourWeeksGross !== undefined)
    return decimal(history.lastFourWeeksGross).times(cycle === "monthly" ? 12 : 13);
  // Paid by the month the month counts, and a pay of several periods is taken one by one.
  if (history?.earlierGross !== undefined && periods === 1 && ["weekly", "fortnightly", "four-weekly"].includes(cycle))
    return regular.plus(history.earlierGross).times(13);
  return regular.times(paysPerYear[cycle]).div(periods);
}
