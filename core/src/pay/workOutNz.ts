/**
 * The one pipeline from lines to net, New Zealand: earnings → PAYE → child support → student loan → KiwiSaver → other
 * deductions → net → employer's part. Pure: the same input gives the same figures.
 */
import { paysPerYear } from "../calendar/payPeriods.ts";
import { childSupport } from "../nz/childSupport.ts";
import { daysAWeek } from "../nz/holidayPay.ts";
import { employerPercent, type KiwiSaver, kiwiSaver } from "../nz/kiwiSaver.ts";
import { type ExtraPay, extraPaye, type PayeTerms, paye } from "../nz/paye.ts";
import { workOrders } from "../nz/payOrders.ts";
import { givingCredit } from "../nz/payrollGiving.ts";
import { type ExtraLoan, extraStudentLoan, studentLoan } from "../nz/studentLoan.ts";
import { readTaxCode } from "../nz/taxCode.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure, given, sumOf } from "../working/figure.ts";
import { countsAsGross, isIrregular, isUnpaidNz, type SideNz, traitsNz } from "./elementsNz.ts";
import type { PayInputNz, PayLineNz } from "./payInputNz.ts";
import type { Overridden } from "./workedPay.ts";
import type { WorkedLineNz, WorkedPayNz } from "./workedPayNz.ts";
import { voluntary, withHolidayPercent, workLineNz } from "./workLineNz.ts";

const percent = (text: string | undefined): Decimal | undefined => (text === undefined ? undefined : decimal(text));

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; RangeError for a tax code that is none
 */
export function workOutNz(input: PayInputNz, rules: RuleBook): WorkedPayNz {
  const code = readTaxCode(input.person.taxCode);
  if (!code) throw new RangeError(`“${input.person.taxCode}” is not a tax code of Inland Revenue.`);
  const { person, payday, cycle } = input;
  const periods = input.periods ?? 1;
  const terms: PayeTerms = {
    code,
    payday,
    cycle,
    rules,
    specialPercent: person.specialRate === undefined ? undefined : decimal(person.specialRate),
  };
  const paid = input.lines.filter((line) => traitsNz[line.element].side !== "deduction");
  const lines = withHolidayPercent(
    paid.map((line) => workLineNz(line, input, rules)),
    input,
    rules,
  );
  const of = (side: SideNz) => lines.filter((line) => line.side === side);
  const amounts = (chosen: readonly WorkedLineNz[]) => chosen.map((line) => line.amount);
  const taxed = of("earnings");

  // Earnings, with 8 % in place of annual holidays where it is lawful
  // Gross earnings of the Act: bonuses and back pay among them (s 14).
  const earned = sumOf("Earnings that holiday pay goes by", [
    ...amounts(taxed),
    ...amounts(of("extra").filter((each) => countsAsGross(each.line))),
  ]);
  const withPay = person.holidayPayWithPay === true ? holidayPayWithPay(earned, payday, rules) : null;
  const agreed = [
    ...amounts(taxed),
    ...(withPay ? [withPay] : []),
    ...amounts(of("extra").filter((each) => each.line.element !== "redundancy")),
  ];
  const within = employerWithin(input, sumOf("Agreed pay", agreed), rules);
  const regular = sumOf("Regular earnings", [
    ...amounts(taxed),
    ...(withPay ? [withPay] : []),
    ...(within ? [within] : []),
  ]);
  const extras: ExtraPay[] = of("extra").map(({ line, amount }) => ({
    amount,
    levied: line.element !== "redundancy",
  }));
  const gross = sumOf("Gross", [
    ...amounts(of("earnings")),
    ...(withPay ? [withPay] : []),
    ...(within ? [within] : []),
    ...extras.map((each) => each.amount),
  ]);
  const taxable = sumOf(
    "Taxable",
    [regular, ...extras.map((each) => each.amount)],
    "money",
    "What PAYE was worked out on",
  );

  // PAYE
  // A further pay of the period, and a correction, take what is missing to the PAYE on all of it.
  const paidBefore = input.correctsTaxable ?? input.earlierInPeriod?.regularTaxable;
  const own =
    decimalOrZero(paidBefore).isZero() && input.correctsTaxable === undefined
      ? paye(regular, periods, terms)
      : payeOfDifference(decimalOrZero(paidBefore), regular, terms);
  const yearly = yearlyEarnings(regular.value, periods, input);
  const onExtra = extraPaye(extras, yearly, terms);
  const beforeCredit = sumOf("PAYE before the credit", [own.tax, own.levy, onExtra]);
  const donation = sumOf("Payroll giving", amounts(of("donation")));
  const credit = givingCredit(donation, beforeCredit.value, { payday, rules });
  const overridden: Overridden[] = [];
  const workedTax = credit.value.isZero()
    ? sumOf("PAYE", [own.tax, own.levy, onExtra])
    : figure("PAYE", beforeCredit.value.minus(credit.value), "money", () => ({
        rule: "PAYE with the levy, less the credit for payroll giving",
        formula: `${beforeCredit.value.toFixed(2)} − ${credit.value.toFixed(2)}`,
        parts: [beforeCredit, credit],
      }));

  const withheld = overridePaye(workedTax, input.overrides, overridden);

  // Deductions in their legal order
  const before = input.earlierInPeriod;
  const support = childSupport(
    atLeastZero(decimalOrZero(person.childSupport?.amount).times(periods).minus(decimalOrZero(before?.childSupport))),
    percent(person.childSupport?.protectedPercent),
    taxable,
    beforeCredit,
    { payday, rules },
  );
  const loanTerms = { payday, rules, percent: percent(person.loanRate) };
  const inPeriod = sumOf("Earnings of the period", [
    given("Paid before in the period", decimalOrZero(before?.taxable), "money"),
    taxable,
  ]);
  // The threshold counts once a period: the deduction on all of it, less what was taken before. A correction downward
  // takes no loan back (docs/rules/readings.md).
  const lessBefore = (label: string, all: Figure, taken: string | undefined): Figure =>
    before === undefined
      ? all
      : figure(label, atLeastZero(all.value.minus(decimalOrZero(taken))), "money", () => ({
          rule: "On all earnings of the period, less what another pay of it took; nothing is given back",
          formula: `${all.value.toFixed(2)} − ${decimalOrZero(taken).toFixed(2)}`,
          parts: [all],
        }));
  const loanBase = before === undefined ? taxable : inPeriod;
  const loan = lessBefore("Student loan", studentLoan(loanBase, code, cycle, periods, loanTerms), before?.studentLoan);
  const more = (label: string, extra: ExtraLoan | undefined, taken: string | undefined) =>
    lessBefore(label, extraStudentLoan(label, extra, loanBase, code, cycle, periods, { payday, rules }), taken);
  const slcir = more("Student loan, ordered by Inland Revenue", person.slcir, before?.slcir);
  const slbor = more("Student loan, chosen", person.slbor, before?.slbor);
  const redundancy = sumOf("Redundancy", amounts(lines.filter((each) => each.line.element === "redundancy")));
  const scheme = code.name === "WT" ? "not-member" : (person.kiwiSaver?.status ?? "not-member");
  const saver = kiwiSaver(
    figure("Earnings for KiwiSaver", taxable.value.minus(redundancy.value), "money", () => ({
      rule: "Gross taxable earnings, without redundancy",
      parts: [taxable],
    })),
    {
      payday,
      rules,
      status: scheme,
      birthDate: person.birthDate,
      employeePercent: percent(person.kiwiSaver?.employeeRate),
      employerPercent: percent(person.kiwiSaver?.employerRate),
      esctPercent: percent(person.kiwiSaver?.esctRate),
      esctBase: percent(person.kiwiSaver?.esctBase),
      voluntaryEmployer: person.kiwiSaver?.voluntaryEmployer,
    },
  );
  const reimbursements = sumOf("Reimbursements", amounts(of("reimbursement")));
  const byLaw = [withheld, loan, slcir, slbor, saver.employee, support];
  const afterLaw = byLaw.reduce((left, each) => left.minus(each.value), gross.value);
  const orders = workOrders(person.orders ?? [], gross, taxable.value.minus(withheld.value), afterLaw, {
    payday,
    rules,
    cycle,
    periods,
  });
  const ordered = sumOf(
    "Orders",
    orders.map((each) => each.amount),
  );
  const deductions = voluntary(input, gross, afterLaw.minus(ordered.value).minus(donation.value));
  const afterTax = sumOf("Other deductions", [
    ...orders.map((each) => each.amount),
    ...deductions.map((each) => each.amount),
    ...amounts(of("donation")),
  ]);
  const taken = [...byLaw, afterTax];
  const net = figure(
    "Net pay",
    taken.reduce((left, each) => left.minus(each.value), gross.value.plus(reimbursements.value)),
    "money",
    () => ({
      rule: "Gross and reimbursements, less PAYE, student loan, KiwiSaver, child support and other deductions",
      formula: [gross.value.plus(reimbursements.value), ...taken.map((each) => each.value)]
        .map((value) => value.toFixed(2))
        .join(" − "),
      parts: [gross, reimbursements, ...taken],
    }),
  );
  const counted = lines.filter((each) => countsAsGross(each.line));
  return {
    country: "NZ",
    lines: [...lines, ...deductions],
    gross,
    taxable,
    withheld,
    net,
    reimbursements,
    parts: {
      incomeTax: own.tax,
      accLevy: own.levy,
      extraPay: onExtra,
      givingCredit: credit,
      studentLoan: loan,
      slcir,
      slbor,
      childSupport: support,
    },
    orders,
    afterTax,
    kiwiSaver: saver,
    holidayPayWithPay: withPay,
    regularTaxable: regular,
    notLeviable: code.name === "WT" ? taxable : redundancy,
    holiday: {
      gross: sumOf("Gross earnings, Holidays Act", amounts(counted), "money", "What the Holidays Act counts (s 14)"),
      irregular: sumOf("Irregular payments", amounts(counted.filter((each) => isIrregular(each.line)))),
      days: daysOf(input),
    },
    hours: hoursOfNz(lines),
    employerCosts: costsNz(gross, saver, input),
    overridden,
  };
}

/** The employer's KiwiSaver comes out of the agreed pay, so that both parts together are the agreed amount. */
function employerWithin({ person, payday }: PayInputNz, agreed: Figure, rules: RuleBook): Figure | null {
  if (person.kiwiSaver?.totalRemuneration !== true || person.kiwiSaver.status !== "member") return null;
  const theirs = employerPercent(
    person.birthDate,
    percent(person.kiwiSaver.employerRate),
    { payday, rules },
    person.kiwiSaver.voluntaryEmployer,
  );
  if (theirs.isZero()) return null;
  const share = halfUpToCent(agreed.value.times(theirs).div(theirs.plus(100)));
  return figure("Employer's KiwiSaver within the agreed pay", share.negated(), "money", () => ({
    rule: `Total remuneration: the employer's ${theirs.toString()} % is part of the agreed pay`,
    formula: `${agreed.value.toFixed(2)} × ${theirs.toString()} ÷ ${theirs.plus(100).toString()}`,
    setting: { place: "person", section: "kiwiSaver" },
    parts: [agreed],
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

function overridePaye(worked: Figure, typed: PayInputNz["overrides"], overridden: Overridden[]): Figure {
  const value = typed?.withheld;
  if (typed === undefined || value === undefined) return worked;
  overridden.push({ what: "withheld", typed: decimal(value), worked: worked.value, reason: typed.reason });
  return figure("PAYE", decimal(value), "money", () => ({
    rule: `Typed by hand in place of ${worked.value.toFixed(2)}: ${typed.reason}`,
    setting: { place: "run", section: "lines" },
    parts: [worked],
  }));
}

/** Days worked or paid for: as typed, with the days of paid leave beside them; else the days of the working week. */
function daysOf({ lines, holidays, patternDays }: PayInputNz): Figure {
  const units = (wanted: (line: PayLineNz) => boolean) =>
    lines.reduce((total, line) => (wanted(line) ? total.plus(decimalOrZero(line.units)) : total), zero);
  const inWeek = holidays ? daysAWeek(holidays) : 5;
  const typed = lines.some((line) => line.element === "daysWorked");
  const unpaid = units(isUnpaidNz).times(inWeek);
  const paidDays = units(
    (line) =>
      (line.element === "leaveTaken" && line.leave !== "annual" && !isUnpaidNz(line)) ||
      line.element === "publicHoliday" ||
      line.element === "alternativeHoliday",
  ).plus(units((line) => line.element === "leaveTaken" && line.leave === "annual").times(inWeek));
  const value = typed
    ? units((line) => line.element === "daysWorked").plus(paidDays)
    : atLeastZero(decimalOrZero(patternDays).minus(unpaid));
  return figure("Days worked or paid for", value, "count", () => ({
    rule: typed
      ? "Days worked as typed, with days of paid leave and holidays"
      : "Days of the period in the working week, less unpaid ones",
  }));
}

const hoursOfNz = (lines: readonly WorkedLineNz[]): Figure =>
  figure(
    "Hours paid",
    lines
      .filter((each) => each.side === "earnings")
      .reduce((total, { line }) => total.plus(decimalOrZero(line.hours)), zero),
    "hours",
    () => ({ rule: "Hours of all earnings lines, paid leave by its hours" }),
  );

/** What the employer sets aside on top, such as a levy of its own. */
const costsNz = (gross: Figure, { employerGross }: KiwiSaver, input: PayInputNz): WorkedPayNz["employerCosts"] =>
  (input.employerCosts ?? []).map((cost) => {
    const base = cost.of === "gross" ? gross : sumOf("Gross and KiwiSaver", [gross, employerGross]);
    return {
      cost,
      amount: figure(cost.name, halfUpToCent(base.value.times(cost.percent).div(100)), "money", () => ({
        rule: `${cost.percent} % of ${cost.of === "gross" ? "gross" : "gross and KiwiSaver"}, set aside by the employer`,
        formula: `${base.value.toFixed(2)} × ${cost.percent} %`,
        setting: { place: "business", section: "costs" },
        parts: [base],
      })),
    };
  });

/** Holidays Act 2003 s 28: paid on top of gross earnings, rounded once (convention C6). */
function holidayPayWithPay(earned: Figure, payday: string, rules: RuleBook): Figure {
  const row = rules.row(deductionRatesNz, payday);
  const percent = row.figures.holidayPayPercent;
  return figure("Holiday pay with each pay", halfUpToCent(earned.value.times(percent).div(100)), "money", () => ({
    rule: `${percent} % of gross earnings in place of annual holidays (Holidays Act 2003, s 28)`,
    formula: `${earned.value.toFixed(2)} × ${percent} %`,
    source: sourceNote(deductionRatesNz, row),
    parts: [earned],
  }));
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
