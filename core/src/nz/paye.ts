/**
 * PAYE with the ACC earners' levy on the regular earnings of a pay, and on extra pays.
 * Set by: Income Tax Act 2007, Schedules 1 and 2, ss LC 13 and RD 17; the payroll specification's truncations as house
 * conventions C1, C2 and C7 (docs/rules/readings.md).
 * Example: weekly M, $1,150.00, payday 11 June 2025: annual 59,800; tax 10,160.50 and levy 998.66, ÷ 52 = 214.5992,
 * cut to $214.59.
 */

import type { IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, decimal, fixed, hundred, least, zero } from "../quantity/decimal.ts";
import { cutToCent, dropCents } from "../quantity/rounding.ts";
import { earnersLevy } from "../rulebook/nz/earnersLevy.ts";
import { type Bracket, type IncomeTaxRates, incomeTaxRates } from "../rulebook/nz/incomeTaxRates.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { TaxCode } from "./taxCode.ts";

export interface PayeTerms {
  code: TaxCode;
  payday: IsoDate;
  cycle: Cycle;
  rules: RuleBook;
  /** rate of a tailored certificate (STC) or chosen for schedular payments (WT) */
  specialPercent?: Decimal | undefined;
}

export interface Paye {
  /** tax without the levy */
  tax: Figure;
  levy: Figure;
}

/** @param earnings regular taxable earnings of the pay; @param periods pays that it covers: taxed as if paid in each */
export function paye(earnings: Figure, periods: number, terms: PayeTerms): Paye {
  const taxRow = terms.rules.row(incomeTaxRates, terms.payday);
  const levyRow = terms.rules.row(earnersLevy, terms.payday);
  const n = paysPerYear[terms.cycle];
  // Multiplied first and divided once: a year is n pays of 1 ÷ periods of the payment.
  const annual = earnings.value.times(n).div(periods);
  const levied = terms.code.name !== "WT";
  const rate = flatPercent(terms, taxRow.figures);
  // C1: on the scale, a year's earnings are cut to whole dollars; C7: the levy's maximum goes by the period.
  const year = rate === undefined ? dropCents(annual) : annual;
  const yearLevy = levied
    ? least(year, decimal(levyRow.figures.maximumEarnings)).times(levyRow.figures.percent).div(100)
    : zero;
  const yearTax =
    rate === undefined
      ? onScale(year, taxRow.figures.brackets).minus(terms.code.name === "ME" ? credit(year, taxRow.figures) : zero)
      : year.times(rate).div(100);
  const onAll = rate === undefined ? null : flatTax(earnings.value, rate, levied ? levyRow.figures : null, n, periods);
  // C2: one division of tax and levy together, cut to cents; the levy part is cut by itself and tax is the rest.
  const whole = atLeastZero(cutToCent(onAll?.whole ?? yearTax.plus(yearLevy).div(n)));
  const levy = least(whole, atLeastZero(cutToCent(onAll?.levy ?? yearLevy.div(n))));
  const rule = () =>
    rate === undefined
      ? `Code ${terms.code.name}: the year's tax on ${year.toFixed(0)}, divided by ${n}, cut to cents with the levy`
      : `Code ${terms.code.name}: ${rate.toString()} % of every dollar`;
  return {
    tax: figure("PAYE without the levy", whole.minus(levy).times(periods), "money", () => ({
      rule: rule(),
      formula: `(${yearTax.toFixed(2)} + ${yearLevy.toFixed(3)}) ÷ ${n} = ${whole.toFixed(2)}, less the levy ${levy.toFixed(2)}${periods === 1 ? "" : `, × ${periods}`}`,
      source: sourceNote(incomeTaxRates, taxRow),
      parts: [earnings],
    })),
    levy: figure("ACC earners' levy", levy.times(periods), "money", () => ({
      rule: levied
        ? `${levyRow.figures.percent} % of earnings, up to ${levyRow.figures.maximumEarnings} a year`
        : "No levy on schedular payments",
      formula: `${yearLevy.toFixed(3)} ÷ ${n}, cut to cents`,
      source: sourceNote(earnersLevy, levyRow),
      parts: [earnings],
    })),
  };
}

/** A flat rate and the levy on one of the equal pays, each divided once. */
function flatTax(
  earnings: Decimal,
  rate: Decimal,
  levy: { percent: string; maximumEarnings: string } | null,
  n: number,
  periods: number,
): { whole: Decimal; levy: Decimal } {
  const tax = earnings.times(n).times(rate);
  const levied = levy
    ? least(earnings.times(n), decimal(levy.maximumEarnings).times(periods)).times(levy.percent)
    : zero;
  const once = 100 * n * periods;
  return { whole: tax.plus(levied).div(once), levy: levied.div(once) };
}

function flatPercent({ code, specialPercent }: PayeTerms, rates: IncomeTaxRates): Decimal | undefined {
  if (code.name === "M" || code.name === "ME") return undefined;
  if (code.name === "STC") return specialPercent ?? decimal(rates.flat.ND);
  if (code.name === "WT") return specialPercent ?? decimal(rates.schedular);
  return decimal(rates.flat[code.name]);
}

/** A year's tax by the brackets. */
export function onScale(income: Decimal, brackets: readonly Bracket[]): Decimal {
  let tax = zero;
  let floor = zero;
  for (const { upTo, percent } of brackets) {
    if (income.lte(floor)) break;
    const top = upTo === null ? income : least(income, fixed(upTo));
    tax = tax.plus(top.minus(floor).times(fixed(percent)).div(hundred));
    floor = top;
  }
  return tax;
}

/** The independent earner credit: nothing a dollar below its start, in full to its end, then shaded out. */
function credit(income: Decimal, { independentEarner: each }: IncomeTaxRates): Decimal {
  if (income.lt(each.from)) return zero;
  const above = atLeastZero(income.minus(each.to));
  return atLeastZero(decimal(each.credit).minus(above.times(each.lessPercent).div(100)));
}

export interface ExtraPay {
  amount: Figure;
  /** redundancy bears no levy */
  levied: boolean;
}

/**
 * PAYE on extra pays (lump sums), each with its levy: one rate on the whole, by what the year comes to with it.
 * @param yearly earnings of the last four weeks × 13, or of the month × 12, without extra pays
 */
export function extraPaye(extras: readonly ExtraPay[], yearly: Decimal, terms: PayeTerms): Figure {
  const label = "PAYE on extra pays";
  const total = extras.reduce((sum, each) => sum.plus(each.amount.value), zero);
  if (total.isZero()) return figure(label, zero, "money");
  const taxRow = terms.rules.row(incomeTaxRates, terms.payday);
  const levyRow = terms.rules.row(earnersLevy, terms.payday);
  const { brackets, lowThreshold } = taxRow.figures;
  const { code } = terms;
  const low = code.secondary ? decimal(lowThreshold[code.name as keyof typeof lowThreshold]) : zero;
  const all = yearly.plus(low).plus(total);
  const byBracket = code.main || code.secondary;
  const bracket = brackets.find(({ upTo }) => upTo === null || all.lte(upTo));
  const percent =
    byBracket && code.name !== "STC"
      ? decimal(bracket?.percent ?? "0")
      : (flatPercent(terms, taxRow.figures) ?? decimal(bracket?.percent ?? "0"));
  const leviable = extras.reduce((sum, each) => (each.levied ? sum.plus(each.amount.value) : sum), zero);
  const room = atLeastZero(decimal(levyRow.figures.maximumEarnings).minus(yearly));
  const levied = code.name === "WT" ? zero : least(leviable, room);
  const tax = cutToCent(total.times(percent).plus(levied.times(levyRow.figures.percent)).div(100));
  return figure(label, tax, "money", () => ({
    rule: `One rate on the whole: ${percent.toString()} %, as ${all.toFixed(2)} a year lies in its bracket; the levy on what fits under its maximum`,
    formula: `${total.toFixed(2)} × ${percent.toString()} % + ${levied.toFixed(2)} × ${levyRow.figures.percent} %, cut to cents`,
    source: sourceNote(incomeTaxRates, taxRow),
    parts: extras.map((each) => each.amount),
  }));
}
