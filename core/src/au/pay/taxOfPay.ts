/** The tax of a pay beside its regular part: corrections, extra payments by Schedule 5, termination by Schedule 11. */

import { completedYears } from "../../calendar/dates.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { counted } from "../../quantity/units.ts";
import { terminationRules } from "../../rulebook/au/terminationRules.ts";
import { sourceNote } from "../../rulebook/ruleBook.ts";
import { difference, type Figure, figure, given, sumOf } from "../../working/figure.ts";
import { extraPayment, extraPaymentMethodA } from "../extraPayment.ts";
import { redundancyTaxFree } from "../genuineRedundancy.ts";
import { type TerminationPayment, terminationPayments } from "../terminationPayment.ts";
import { type WithholdingTerms, withholding } from "../withholding.ts";
import type { PayInput } from "./input.ts";
import type { WorkedLine } from "./worked.ts";

/**
 * Withholding on the wages of a pay. A correction, and a further pay of a period that was paid before, are taxed as the
 * difference: the period has one tax-free threshold and one scale, however many paydays it has.
 */
export function taxOfWages(input: PayInput, wages: Figure, terms: WithholdingTerms) {
  if (input.correctsTaxable !== undefined)
    return differenceTax(decimal(input.correctsTaxable), wages, terms, {
      was: "Regular taxable earnings as paid",
      all: "Regular taxable earnings as they should have been",
      rule: "Tax on the pay as it should have been, less tax on the pay as it was",
      label: "the correction",
    });
  if (input.earlierTaxable !== undefined)
    return differenceTax(decimal(input.earlierTaxable), wages, terms, {
      was: "Regular taxable earnings of the period, paid before",
      all: "Regular taxable earnings of the period",
      rule: "Tax on all pays of the period together, less tax on those paid before",
      label: "this further pay of the period",
    });
  return withholding(wages, input.periods ?? 1, terms);
}

/**
 * Tax on what a correction adds to or takes from an earlier pay: withholding on the pay as it should have been, less
 * withholding on the pay as it was. For more pay this is method A of Schedule 5 over one pay.
 */
function differenceTax(
  before: Decimal,
  change: Figure,
  terms: WithholdingTerms,
  words: Record<"was" | "all" | "rule" | "label", string>,
) {
  const was = given(words.was, before, "money");
  const should = sumOf(words.all, [was, change]);
  // The year so far holds the pay as it was: each of both is taxed from where the year stood before it (Schedule 15).
  const from = { ...terms, taxableBefore: atLeastZero(terms.taxableBefore.minus(before)) };
  const [first, then] = [withholding(was, 1, from), withholding(should, 1, from)];
  return {
    regular: difference(`Withholding on ${words.label}`, then.regular, first.regular, words.rule),
    studyLoan: difference(`Study loan component of ${words.label}`, then.studyLoan, first.studyLoan, words.rule),
  };
}

/**
 * Schedule 5: method A line by line, all others together by method B(ii).
 * @param sacrificed what is sacrificed out of the extra payments
 * @param normal the normal pay of one period
 * @returns all that is withheld, and of it what was spread over the year: only that is an "earlier extra" later on
 */
export function extraTax(
  extras: readonly WorkedLine[],
  sacrificed: Decimal,
  normal: Figure,
  input: PayInput,
  terms: WithholdingTerms,
): { withheld: Figure; spread: { gross: Decimal; withheld: Decimal } } {
  const none = figure("Withholding on extra payments", zero, "money");
  if (extras.length === 0) return { withheld: none, spread: { gross: zero, withheld: zero } };
  const known = extras.filter((each) => each.line.method === "A");
  const others = extras.filter((each) => each.line.method !== "A");
  // What relates to as many pays is one payment, however many lines it stands in: with super and without, or less of one.
  const spans = [...new Set(known.map((each) => each.line.paysCovered ?? 1))];
  const parts = spans.map((pays) => {
    const own = known.filter((each) => (each.line.paysCovered ?? 1) === pays).map((each) => each.amount);
    const paid = own.length === 1 ? (own[0] as Figure) : sumOf(`Back pay of ${counted(String(pays), "pays")}`, own);
    return extraPaymentMethodA(normal, paid, pays, terms);
  });
  if (others.length > 0) {
    const earlier = {
      gross: decimalOrZero(input.toDate?.bonusGross),
      withheld: decimalOrZero(input.toDate?.bonusWithheld),
    };
    const paid = sumOf(
      "Bonuses, commissions and back pay",
      others.map((each) => each.amount),
    );
    const together = sacrificed.isZero()
      ? paid
      : difference(
          "Extra payments after sacrifice",
          paid,
          given("Sacrificed out of them", sacrificed, "money"),
          "What is left of them after sacrifice to super",
        );
    const spread = extraPayment(normal, together, earlier, terms);
    return {
      withheld: parts.length === 0 ? spread : sumOf("Withholding on extra payments", [...parts, spread]),
      spread: { gross: together.value, withheld: spread.value },
    };
  }
  return {
    withheld: parts.length === 1 ? (parts[0] as Figure) : sumOf("Withholding on extra payments", parts),
    spread: { gross: zero, withheld: zero },
  };
}

/**
 * Part of a genuine redundancy payment: redundancy pay, and notice that is paid instead of worked because the position
 * went. All that is paid above what a resignation would bring counts (ITAA 1997, s 83-175(1); TR 2009/2, from memory).
 */
const isGenuineRedundancy = ({ element, etpCode, completedYears }: WorkedLine["line"]): boolean =>
  element === "redundancy" || (element === "etp" && etpCode === "R" && completedYears !== undefined);

/** A redundancy is split into its tax-free part and a termination payment; then Schedule 11 on all of them. */
export function termination(
  lines: readonly WorkedLine[],
  taxableNow: Decimal,
  lumpSumA: Decimal,
  input: PayInput,
  terms: WithholdingTerms,
) {
  const row = terms.rules.row(terminationRules, terms.payday);
  const genuine = lines.filter((each) => isGenuineRedundancy(each.line));
  const payments: TerminationPayment[] = lines
    .filter((each) => !isGenuineRedundancy(each.line))
    .map(({ line, amount }) => ({ code: line.etpCode ?? "O", amount: amount.value }));
  let taxFree = zero;
  if (genuine.length > 0) {
    // One limit for all of it, by the completed years of service.
    const paid = genuine.reduce((all, each) => all.plus(each.amount.value), zero);
    const years = Math.max(...genuine.map((each) => each.line.completedYears ?? 0));
    const pensioner = completedYears(input.person.birthDate, input.payday) >= Number(row.figures.pensionAge);
    taxFree = pensioner ? zero : redundancyTaxFree(paid, years, row.figures);
    if (paid.gt(taxFree)) payments.push({ code: pensioner ? "O" : "R", amount: paid.minus(taxFree) });
  }
  // The whole-of-income cap falls by all other taxable income of the year (s 82-10): lump sum A and earlier O payments too.
  const otherTaxable = [
    input.toDate?.taxable,
    input.toDate?.lumpSumA,
    input.toDate?.etpOther ?? input.toDate?.etpCapUsed,
  ]
    .reduce((total, each) => total.plus(decimalOrZero(each)), taxableNow)
    .plus(lumpSumA);
  const total = payments.reduce((all, each) => all.plus(each.amount), zero);
  return {
    taxFree: figure("Lump sum D, tax-free redundancy", taxFree, "money", () => ({
      rule: `Base $${row.figures.redundancyBase} and $${row.figures.redundancyPerYear} for each completed year`,
      source: sourceNote(terminationRules, row),
    })),
    taxable: figure("Taxable termination payments", total, "money"),
    ...terminationPayments(
      payments,
      input.person.birthDate,
      otherTaxable,
      decimalOrZero(input.toDate?.etpCapUsed),
      terms,
    ),
  };
}
