/**
 * KiwiSaver: the person's part and the employer's, with its tax (esct.ts).
 * Set by: KiwiSaver Act 2006. To the nearest cent by house convention C4.
 */
import { addDays, completedYears, type IsoDate } from "../calendar/dates.ts";
import { atLeastZero, type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { contributionTax, type EsctTerms } from "./esct.ts";

export interface KiwiSaverTerms extends EsctTerms {
  status: "member" | "not-member" | "opted-out" | "suspended";
  birthDate: IsoDate;
  employeePercent?: Decimal | undefined;
  employerPercent?: Decimal | undefined;
  voluntaryEmployer?: boolean | undefined;
}

/**
 * What the employer contributes, in per cent: nothing outside the ages of the law, unless it chose to.
 * @param agreed the rate agreed with the person; the law's least when left out
 */
export function employerPercent(
  birthDate: IsoDate,
  agreed: Decimal | undefined,
  { payday, rules }: Pick<EsctTerms, "payday" | "rules">,
  voluntary?: boolean,
): Decimal {
  const { kiwiSaver: rates } = rules.row(deductionRatesNz, payday).figures;
  const age = completedYears(birthDate, payday);
  const owed = age >= Number(rates.employerFromAge) && age < Number(rates.employerUntilAge);
  return owed || voluntary === true ? (agreed ?? decimal(rates.employerPercent)) : zero;
}

/** Between which days who was enrolled on starting may opt out (KiwiSaver Act 2006, s 17), both included. */
export const optOutWindow = (
  startDate: IsoDate,
  days: { from: string; to: string },
): { from: IsoDate; to: IsoDate } => ({
  from: addDays(startDate, Number(days.from) - 1),
  to: addDays(startDate, Number(days.to) - 1),
});

export interface KiwiSaver {
  employee: Figure;
  employerGross: Figure;
  esct: Figure;
  employerNet: Figure;
}

/** Example: $1,150.00 at 3 %: $34.50 each; ESCT 17.5 % of the employer's is 6.0375, cut to $6.03; net $28.47. */
export function kiwiSaver(base: Figure, terms: KiwiSaverTerms): KiwiSaver {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const { kiwiSaver: rates } = row.figures;
  const source = sourceNote(deductionRatesNz, row);
  const contributes = terms.status === "member";
  const own = terms.employeePercent ?? decimal(rates.defaultPercent);
  const theirs = employerPercent(terms.birthDate, terms.employerPercent, terms, terms.voluntaryEmployer);
  const share = (percent: Decimal) =>
    contributes ? halfUpToCent(atLeastZero(base.value).times(percent).div(100)) : zero;
  const employerGross = figure("KiwiSaver, employer", share(theirs), "money", () => ({
    rule: theirs.gt(0)
      ? `${theirs.toString()} % of gross, on top of the pay, while the person contributes`
      : `Not owed under ${rates.employerFromAge} or from ${rates.employerUntilAge}`,
    formula: `${base.value.toFixed(2)} × ${theirs.toString()} %`,
    source,
    parts: [base],
  }));
  const esct = contributionTax(employerGross, terms);
  return {
    employee: figure("KiwiSaver, employee", share(own), "money", () => ({
      rule: contributes ? `${own.toString()} % of gross, to the nearest cent` : `No contributions: ${terms.status}`,
      formula: `${base.value.toFixed(2)} × ${own.toString()} %`,
      source,
      parts: [base],
    })),
    employerGross,
    esct,
    employerNet: figure("KiwiSaver, employer after tax", employerGross.value.minus(esct.value), "money", () => ({
      rule: "The employer's contribution less its tax",
      formula: `${employerGross.value.toFixed(2)} − ${esct.value.toFixed(2)}`,
      parts: [employerGross, esct],
    })),
  };
}
