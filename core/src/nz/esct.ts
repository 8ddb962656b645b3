/**
 * Employer's superannuation contribution tax: the rate by last year's pay, the tax on each contribution.
 * Set by: Income Tax Act 2007, ss RD 65 to RD 69 and Schedule 1 Part D. Cents are cut by house convention C3.
 */
import { addDays, addMonths, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";
import { cutToCent } from "../quantity/rounding.ts";
import { centsText, fromE4 } from "../quantity/units.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { grossBetween, type PastPay } from "./holidayFacts.ts";

export interface EsctTerms {
  payday: IsoDate;
  rules: RuleBook;
  esctPercent?: Decimal | undefined;
  /** last year's gross with employer contributions, from which the rate follows */
  esctBase?: Decimal | undefined;
}

/** The rate of a base, in per cent (Schedule 1 Part D). */
export const esctRate = (
  base: Decimal,
  bands: readonly { upTo: string | number | null; percent: string | number }[],
): Decimal => decimal(bands.find(({ upTo }) => upTo === null || base.lte(upTo))?.percent ?? bands[0]?.percent ?? "0");

/** Tax on an employer's contribution. Example: 17.5 % of $34.50 is 6.0375, cut to $6.03. */
export function contributionTax(contribution: Figure, terms: EsctTerms): Figure {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const bands = row.figures.esct;
  const rate = terms.esctPercent ?? esctRate(terms.esctBase ?? zero, bands);
  return figure(
    "Employer's superannuation contribution tax",
    cutToCent(contribution.value.times(rate).div(100)),
    "money",
    () => ({
      rule: `${rate.toString()} % of the employer's contribution, the rate fixed from last year's pay`,
      formula: `${contribution.value.toFixed(2)} × ${rate.toString()} %, cut to cents`,
      source: sourceNote(deductionRatesNz, row),
      parts: [contribution],
    }),
  );
}

export interface LastYear {
  startDate: IsoDate;
  /** first day of this tax year */
  yearStart: IsoDate;
  /** per cent that the employer contributes */
  employerRate: string | undefined;
  /** gross and employer contributions of last year's pays, cents */
  paidCents: number;
  /** earnings from before this program */
  recorded: readonly PastPay[];
  /** all that is known, from either */
  past: readonly PastPay[];
  /** terms at the beginning of the tax year, or at the start of the employment */
  terms: { weeklyHoursE4: number; hourlyRateE4: number | null } | undefined;
  /** regular allowances and overtime of a week, dollars */
  regularExtras: string;
  /** holiday pay with each pay, per cent */
  percent: string;
}

/**
 * What the rate goes by: gross and employer contributions of the whole last tax year; for who was not employed for all
 * of it, or whose pays are not on record from its beginning, an estimate of this year (s RD 69). The contributions on
 * earnings from before this program are taken at today's rate.
 */
export function esctBase(year: LastYear): { base: string; estimated: boolean } {
  const from = addMonths(year.yearStart, -12);
  const withEmployer = decimalOrZero(year.employerRate).plus(100).div(100);
  const before = grossBetween(year.recorded, from, addDays(year.yearStart, -1)).times(withEmployer);
  const last = before.plus(centsText(year.paidCents));
  // A first pay period of the year may begin after its first day.
  const onRecord = year.past.some((pay) => pay.start <= addDays(from, 35));
  if (year.startDate <= from && onRecord && last.gt(0)) return { base: last.toFixed(2), estimated: false };
  // The estimate is made once, by the terms at the year's beginning or at the start: a raise does not move it.
  const week = fromE4(year.terms?.weeklyHoursE4 ?? 0)
    .times(fromE4(year.terms?.hourlyRateE4 ?? 0))
    .plus(year.regularExtras)
    .times(decimal(year.percent).plus(100).div(100));
  return { base: week.times(52).times(withEmployer).toFixed(2), estimated: true };
}
