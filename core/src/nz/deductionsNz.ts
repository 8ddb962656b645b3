/**
 * Deductions of a New Zealand pay: child support, student loan, KiwiSaver with the employer's part and its tax, and the
 * credit for payroll giving.
 * Set by: Student Loan Scheme Act 2011; KiwiSaver Act 2006; Income Tax Act 2007 ss LD 4, RD 67 and Schedule 1 Part D;
 * Child Support Act 1991 (40 % of net earnings at most). Cents are cut by house conventions C3 and C5; KiwiSaver goes to
 * the nearest cent (C4).
 */

import { completedYears, type IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, decimal, hundred, least, zero } from "../quantity/decimal.ts";
import { cutToCent, halfUpToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type OrderKind, protectedEarnings } from "../rulebook/nz/protectedEarnings.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { TaxCode } from "./taxCode.ts";

interface Terms {
  payday: IsoDate;
  rules: RuleBook;
}

/**
 * Student loan deduction. Example: $600.00 a week: (600 − 464) × 12 % = $16.32.
 * @param earnings gross of the pay with extra pays
 */
export function studentLoan(
  earnings: Figure,
  code: TaxCode,
  cycle: Cycle,
  periods: number,
  terms: Terms & { percent?: Decimal | undefined },
): Figure {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const { yearlyThreshold, ...law } = row.figures.studentLoan;
  // A special deduction rate, as its certificate has it (Student Loan Scheme Act 2011, s 39).
  const percent = terms.percent?.toString() ?? law.percent;
  const n = paysPerYear[cycle];
  const threshold = code.main ? decimal(yearlyThreshold).times(periods).div(n) : zero;
  // Divided once: a twelfth of the threshold is no whole number of cents.
  const above = atLeastZero(earnings.value.times(n).minus(code.main ? decimal(yearlyThreshold).times(periods) : zero));
  const owed = code.studentLoan ? cutToCent(above.times(percent).div(100 * n)) : zero;
  return figure("Student loan", owed, "money", () => ({
    rule: code.main
      ? `${percent} % of earnings above the threshold of this pay`
      : `${percent} % of every dollar of a second job`,
    formula: `(${earnings.value.toFixed(2)} − ${threshold.toDecimalPlaces(2).toString()}) × ${percent} %, cut to cents`,
    source: sourceNote(deductionRatesNz, row),
    parts: [earnings],
  }));
}

/** What Inland Revenue orders (SLCIR) or the borrower chooses (SLBOR) on top: a per cent of the same base, or an amount. */
export interface ExtraLoan {
  percent?: string | undefined;
  amount?: string | undefined;
}

export function extraStudentLoan(
  label: string,
  extra: ExtraLoan | undefined,
  earnings: Figure,
  code: TaxCode,
  cycle: Cycle,
  periods: number,
  terms: Terms,
): Figure {
  if (!extra || !code.studentLoan) return figure(label, zero, "money");
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const threshold = code.main
    ? decimal(row.figures.studentLoan.yearlyThreshold).times(periods).div(paysPerYear[cycle])
    : zero;
  const base = atLeastZero(earnings.value.minus(threshold));
  const { percent } = extra;
  const owed = percent === undefined ? decimal(extra.amount ?? "0").times(periods) : base.times(percent).div(100);
  return figure(label, cutToCent(owed), "money", () => ({
    rule:
      percent === undefined
        ? "The amount of the notice, for each pay"
        : `${percent} % of the earnings that the standard deduction is worked out on`,
    formula:
      percent === undefined ? `${extra.amount} × ${periods}` : `${base.toDecimalPlaces(2).toString()} × ${percent} %`,
    setting: { place: "person", section: "taxCode" },
    parts: [earnings],
  }));
}

/** Names an order among others served on the same day: what it took is summed under this code. */
export const orderCode = ({ served, kind, name }: Order): string =>
  `ORDER-${served}-${kind}-${name.replace(/[^\p{L}\p{N}]+/gu, "-")}`;

/** A court order, fine, benefit debt or tax arrears that the employer has to deduct. */
export interface Order {
  kind: OrderKind;
  name: string;
  amount?: string | undefined;
  percentOfNet?: string | undefined;
  /** day that the notice was served: earlier ones go first */
  served: IsoDate;
  protectedPercent?: string | undefined;
  /** what is left until the order has reached its total */
  upTo?: string | undefined;
}

export interface WorkedOrder {
  order: Order;
  amount: Figure;
  /** what the notice asks, where less could be taken */
  cutFrom?: Decimal;
}

/**
 * Orders in the order that they were served: each takes its amount, as long as the protected share of pay after PAYE
 * stays with the person.
 * @param afterPaye pay after PAYE, which the protected share goes by
 * @param available what is left after child support, student loan and KiwiSaver
 */
export function workOrders(
  orders: readonly Order[],
  gross: Figure,
  afterPaye: Decimal,
  available: Decimal,
  { cycle, periods, payday, rules }: Terms & { cycle: Cycle; periods: number },
): WorkedOrder[] {
  const row = rules.row(protectedEarnings, payday);
  let left = available;
  return [...orders]
    .sort((a, b) => a.served.localeCompare(b.served))
    .map((order) => {
      const wanted =
        order.percentOfNet === undefined
          ? decimal(order.amount ?? "0").times(periods)
          : cutToCent(afterPaye.times(order.percentOfNet).div(100));
      const weeks = decimal(52).div(paysPerYear[cycle]).times(periods);
      const { leastAWeek, percentOfGross } = row.figures.arrears;
      const arrearsMost = most(decimal(leastAWeek).times(weeks), gross.value.times(percentOfGross).div(100));
      const percent = order.protectedPercent ?? row.figures.protectedPercent[order.kind];
      const keep = afterPaye.times(percent).div(100);
      const room = cutToCent(atLeastZero(left.minus(keep)));
      const limits = [room, ...(order.upTo === undefined ? [] : [decimal(order.upTo)])];
      if (order.kind === "arrears") limits.push(cutToCent(arrearsMost));
      const value = limits.reduce(least, wanted);
      left = left.minus(value);
      const amount = figure(order.name, value, "money", () => ({
        rule: `The amount of the notice, leaving at least ${percent} % of pay after PAYE${order.kind === "arrears" ? `, at most ${percentOfGross} % of gross` : ""}`,
        formula: `the least of ${[wanted, ...limits].map((each) => each.toFixed(2)).join(", ")}`,
        source: sourceNote(protectedEarnings, row),
        setting: { place: "person", section: "orders" },
        parts: [gross],
      }));
      return value.lt(wanted) ? { order, amount, cutFrom: wanted } : { order, amount };
    });
}

const most = (a: Decimal, b: Decimal): Decimal => (a.gt(b) ? a : b);

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

export interface KiwiSaverTerms extends Terms {
  status: "member" | "not-member" | "opted-out" | "suspended";
  birthDate: IsoDate;
  employeePercent?: Decimal | undefined;
  employerPercent?: Decimal | undefined;
  esctPercent?: Decimal | undefined;
  /** last year's gross with employer contributions, from which the ESCT rate follows */
  esctBase?: Decimal | undefined;
  voluntaryEmployer?: boolean | undefined;
}

/**
 * What the employer contributes, in per cent: nothing outside the ages of the law, unless it chose to.
 * @param agreed the rate agreed with the person; the law's least when left out
 */
export function employerPercent(
  birthDate: IsoDate,
  agreed: Decimal | undefined,
  { payday, rules }: Terms,
  voluntary?: boolean,
): Decimal {
  const { kiwiSaver: rates } = rules.row(deductionRatesNz, payday).figures;
  const age = completedYears(birthDate, payday);
  const owed = age >= Number(rates.employerFromAge) && age < Number(rates.employerUntilAge);
  return owed || voluntary === true ? (agreed ?? decimal(rates.employerPercent)) : zero;
}

export interface KiwiSaver {
  employee: Figure;
  employerGross: Figure;
  esct: Figure;
  employerNet: Figure;
}

/** Example: $1,150.00 at 3 %: $34.50 each; ESCT 17.5 % of the employer's is 6.0375, cut to $6.03; net $28.47. */
export function kiwiSaver(base: Figure, terms: KiwiSaverTerms): KiwiSaver {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const { kiwiSaver: rates, esct: bands } = row.figures;
  const source = sourceNote(deductionRatesNz, row);
  const contributes = terms.status === "member";
  const own = terms.employeePercent ?? decimal(rates.defaultPercent);
  const theirs = employerPercent(terms.birthDate, terms.employerPercent, terms, terms.voluntaryEmployer);
  const share = (percent: Decimal) =>
    contributes ? halfUpToCent(atLeastZero(base.value).times(percent).div(100)) : zero;
  const rate =
    terms.esctPercent ??
    decimal(
      bands.find(({ upTo }) => upTo === null || (terms.esctBase ?? zero).lte(upTo))?.percent ??
        bands[0]?.percent ??
        "0",
    );
  const employerGross = figure("KiwiSaver, employer", share(theirs), "money", () => ({
    rule: theirs.gt(0)
      ? `${theirs.toString()} % of gross, on top of the pay, while the person contributes`
      : `Not owed under ${rates.employerFromAge} or from ${rates.employerUntilAge}`,
    formula: `${base.value.toFixed(2)} × ${theirs.toString()} %`,
    source,
    parts: [base],
  }));
  const esct = figure(
    "Employer's superannuation contribution tax",
    cutToCent(employerGross.value.times(rate).div(100)),
    "money",
    () => ({
      rule: `${rate.toString()} % of the employer's contribution, the rate fixed from last year's pay`,
      formula: `${employerGross.value.toFixed(2)} × ${rate.toString()} %, cut to cents`,
      source,
      parts: [employerGross],
    }),
  );
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
