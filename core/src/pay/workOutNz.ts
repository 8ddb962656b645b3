/**
 * The one pipeline from lines to net, New Zealand: earnings → PAYE → child support → student loan → KiwiSaver → other
 * deductions → net → employer's part. Pure: the same input gives the same figures.
 */
import { paysPerYear } from "../calendar/payPeriods.ts";
import {
  childSupport,
  type ExtraLoan,
  extraStudentLoan,
  givingCredit,
  type KiwiSaver,
  kiwiSaver,
  studentLoan,
  type WorkedOrder,
  workOrders,
} from "../nz/deductionsNz.ts";
import { closedownPay, finalPercent } from "../nz/finalHolidayPay.ts";
import { annualHolidayPay, dailyPay, daysAWeek, publicHolidayWorked } from "../nz/holidayPay.ts";
import { type ExtraPay, extraPaye, type PayeTerms, paye } from "../nz/paye.ts";
import { readTaxCode } from "../nz/taxCode.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, hundred, least, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { holidayRules } from "../rulebook/nz/holidayRules.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure, given, sumOf } from "../working/figure.ts";
import { countsAsGross, isIrregular, isUnpaidNz, type SideNz, traitsNz } from "./elementsNz.ts";
import type { EmployerCost } from "./payInput.ts";
import type { PayInputNz, PayLineNz } from "./payInputNz.ts";
import type { Overridden } from "./workedPay.ts";

export interface WorkedLineNz {
  line: PayLineNz;
  side: SideNz;
  amount: Figure;
  /** what a deduction would have been without its total or the protected net */
  cutFrom?: Decimal;
}

export interface WorkedPayNz {
  country: "NZ";
  lines: readonly WorkedLineNz[];
  gross: Figure;
  taxable: Figure;
  /** PAYE with the levy, less the credit for giving */
  withheld: Figure;
  net: Figure;
  reimbursements: Figure;
  parts: {
    incomeTax: Figure;
    accLevy: Figure;
    extraPay: Figure;
    givingCredit: Figure;
    studentLoan: Figure;
    slcir: Figure;
    slbor: Figure;
    childSupport: Figure;
  };
  orders: readonly WorkedOrder[];
  afterTax: Figure;
  kiwiSaver: KiwiSaver;
  holidayPayWithPay: Figure | null;
  /** regular taxable earnings: a later correction starts from them */
  regularTaxable: Figure;
  /** not liable for the earners' levy: redundancy, schedular payments */
  notLeviable: Figure;
  /** what the Holidays Act counts of this pay */
  holiday: { gross: Figure; irregular: Figure; days: Figure };
  hours: Figure;
  employerCosts: readonly { cost: EmployerCost; amount: Figure }[];
  overridden: readonly Overridden[];
}

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
  const taxed = of("earnings").filter((each) => each.line.taxable !== false);

  // Earnings, with 8 % in place of annual holidays where it is lawful
  const earned = sumOf("Earnings that holiday pay goes by", amounts(taxed));
  const withPay = person.holidayPayWithPay === true ? holidayPayWithPay(earned, payday, rules) : null;
  const within = employerWithin(input, sumOf("Agreed pay", [...amounts(taxed), ...(withPay ? [withPay] : [])]), rules);
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
  const own =
    input.correctsTaxable === undefined
      ? paye(regular, periods, terms)
      : payeOfDifference(decimal(input.correctsTaxable), regular, terms);
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
  const support = childSupport(
    decimalOrZero(person.childSupport?.amount),
    decimal(person.childSupport?.protectedPercent ?? "60"),
    taxable,
    beforeCredit,
  );
  const loan = studentLoan(taxable, code, cycle, periods, { payday, rules });
  const more = (label: string, extra: ExtraLoan | undefined) =>
    extraStudentLoan(label, extra, taxable, code, cycle, periods, { payday, rules });
  const slcir = more("Student loan, ordered by Inland Revenue", person.slcir);
  const slbor = more("Student loan, chosen", person.slbor);
  const redundancy = sumOf("Redundancy", amounts(lines.filter((each) => each.line.element === "redundancy")));
  const scheme = code.name === "WT" ? "not-member" : (person.kiwiSaver?.status ?? "not-member");
  const percent = (text: string | undefined) => (text === undefined ? undefined : decimal(text));
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
  const row = rules.row(deductionRatesNz, payday);
  const percent = decimal(person.kiwiSaver.employerRate ?? row.figures.kiwiSaver.employerPercent);
  const share = halfUpToCent(agreed.value.times(percent).div(percent.plus(100)));
  return figure("Employer's KiwiSaver within the agreed pay", share.negated(), "money", () => ({
    rule: `Total remuneration: the employer's ${percent.toString()} % is part of the agreed pay`,
    formula: `${agreed.value.toFixed(2)} × ${percent.toString()} ÷ ${percent.plus(100).toString()}`,
    setting: { place: "person", section: "kiwiSaver" },
    parts: [agreed],
  }));
}

/** The correction of an earlier pay: PAYE on both together, less PAYE on what was paid before. */
function payeOfDifference(before: Decimal, regular: Figure, terms: PayeTerms): { tax: Figure; levy: Figure } {
  const was = paye(given("Paid before", before, "money"), 1, terms);
  const should = paye(given("Paid in all", before.plus(regular.value), "money"), 1, terms);
  const less = (label: string, all: Figure, part: Figure) =>
    figure(label, all.value.minus(part.value), "money", () => ({
      rule: "On the corrected pay, less what was taken from it before",
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

/** Deductions with consent, each cut to its total and to the net pay that must stay. */
function voluntary({ lines }: PayInputNz, gross: Figure, availableBefore: Decimal): WorkedLineNz[] {
  let available = availableBefore;
  return lines
    .filter((line) => traitsNz[line.element].side === "deduction")
    .map((line): WorkedLineNz => {
      const wanted =
        line.percentOfGross === undefined
          ? halfUpToCent(decimalOrZero(line.amount))
          : halfUpToCent(gross.value.times(line.percentOfGross).div(100));
      const limits = [
        ...(line.upTo === undefined ? [] : [decimal(line.upTo)]),
        ...(line.keepNet === undefined ? [] : [atLeastZero(available.minus(line.keepNet))]),
      ];
      const value = limits.reduce(least, wanted);
      available = available.minus(value);
      const amount = figure(line.name ?? traitsNz[line.element].words, value, "money", () => ({
        rule:
          line.percentOfGross === undefined
            ? "The amount agreed in writing"
            : `${line.percentOfGross} % of gross earnings`,
        ...(value.lt(wanted) ? { formula: `${wanted.toFixed(2)}, cut to ${value.toFixed(2)}` } : {}),
        setting: { place: "run", section: "lines" },
      }));
      return { line, side: "deduction", amount, ...(value.lt(wanted) ? { cutFrom: wanted } : {}) };
    });
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

const inRun = { place: "run", section: "lines" } as const;

/** One line's amount: typed, worked out by the Holidays Act, or hours × rate × percent to the cent. */
function workLineNz(line: PayLineNz, { holidays, payday }: PayInputNz, rules: RuleBook): WorkedLineNz {
  const { side, words } = traitsNz[line.element];
  const label = line.name ?? words;
  if (side === "recorded" || isUnpaidNz(line))
    return { line, side, amount: figure(label, zero, "money", () => ({ rule: "Recorded, not paid" })) };
  if (line.amount !== undefined) {
    const value = halfUpToCent(decimal(line.amount));
    const amount =
      line.explained === undefined
        ? given(label, value, "money", inRun)
        : figure(label, value, "money", () => ({ rule: line.explained as string, setting: inRun }));
    return { line, side, amount };
  }
  const hours = decimalOrZero(line.hours);
  const rate = decimalOrZero(line.rate);
  const percent = line.percent === undefined ? hundred : decimal(line.percent);
  if (line.element === "publicHolidayWorked") {
    const half = decimal(rules.row(holidayRules, payday).figures.publicHolidayPercent);
    return { line, side, amount: publicHolidayWorked(label, hours, rate, percent, half) };
  }
  if (line.units !== undefined && holidays) {
    const units = decimal(line.units);
    const annual =
      line.element === "cashUp" ||
      ((line.element === "leaveTaken" || line.element === "unusedLeave") && line.leave === "annual");
    const amount = annual
      ? annualHolidayPay(label, units, holidays)
      : dailyPay(label, units, holidays, line.hours === undefined ? undefined : hours);
    return { line, side, amount };
  }
  return {
    line,
    side,
    amount: figure(label, halfUpToCent(hours.times(rate).times(percent).div(100)), "money", () => ({
      rule: "Hours × rate × per cent, to the cent",
      formula: `${hours.toString()} h × $${rate.toString()}${percent.eq(hundred) ? "" : ` × ${percent.toString()} %`}`,
      setting: inRun,
    })),
  };
}

/** Lines that hang on all others: 8 % at the end of an employment, and at a closedown. */
function withHolidayPercent(
  lines: readonly WorkedLineNz[],
  { holidays, payday }: PayInputNz,
  rules: RuleBook,
): WorkedLineNz[] {
  const isPercent = ({ line }: WorkedLineNz) =>
    (line.element === "finalPercent" || line.element === "closedownPay") && line.amount === undefined;
  if (!holidays || !lines.some(isPercent)) return [...lines];
  const { percent } = rules.row(holidayRules, payday).figures;
  const sumOver = (label: string, chosen: readonly WorkedLineNz[]) =>
    sumOf(
      label,
      chosen.map((each) => each.amount),
    );
  const thisPay = sumOver(
    "Gross earnings of this pay",
    lines.filter((each) => countsAsGross(each.line) && !isPercent(each)),
  );
  const weeks = sumOver(
    "Entitled weeks paid out",
    lines.filter((each) => each.line.element === "unusedLeave" && each.line.leave === "annual"),
  );
  return lines.map((each) => {
    if (!isPercent(each)) return each;
    const label = each.line.name ?? traitsNz[each.line.element].words;
    const amount =
      each.line.element === "finalPercent"
        ? finalPercent(label, thisPay, weeks, holidays, percent)
        : closedownPay(label, thisPay, holidays, percent);
    return { ...each, amount };
  });
}

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
  return regular.div(periods).times(paysPerYear[cycle]);
}
