/**
 * The one pipeline from lines to net, Australia: earnings → before-tax deductions → taxable → tax → after-tax
 * deductions → net → employer contributions → leave. Pure: the same input gives the same figures.
 */
import { extraPayment, extraPaymentMethodA } from "../au/extraPayment.ts";
import { superGuarantee } from "../au/superGuarantee.ts";
import { redundancyTaxFree, type TerminationPayment, terminationPayments } from "../au/terminationPayment.ts";
import { unusedLeave } from "../au/unusedLeave.ts";
import { type WithholdingTerms, withholding } from "../au/withholding.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { leaveAccrual } from "../leave/accrual.ts";
import { type Decimal, decimal, decimalOrZero, fixed, hundred, least, one, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { employmentStandards } from "../rulebook/au/employmentStandards.ts";
import { superGuaranteeRules } from "../rulebook/au/superGuaranteeRules.ts";
import { terminationRules } from "../rulebook/au/terminationRules.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure, given, sumOf } from "../working/figure.ts";
import { type Group, isSuperable, isTaxable, traits, unpaidLeave } from "./elements.ts";
import type { PayInput, PayLine } from "./payInput.ts";
import type { WorkedLine, WorkedPay } from "./workedPay.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; `checks/missingTables` finds that beforehand
 */
export function workOut(input: PayInput, rules: RuleBook): WorkedPay {
  const lines = input.lines.map(workLine);
  const of = (...groups: Group[]) => lines.filter((line) => groups.includes(line.group));
  const amounts = (chosen: readonly WorkedLine[]) => chosen.map((line) => line.amount);
  const periods = input.periods ?? 1;
  const toDate = input.toDate ?? {};
  const terms: WithholdingTerms = {
    declared: input.person.tax,
    payday: input.payday,
    cycle: input.cycle,
    rules,
    birthDate: input.person.birthDate,
    taxableBefore: decimalOrZero(toDate.taxable),
  };

  // Earnings
  const earnings = of("earnings");
  const extras = of("extra");
  const reimbursements = sumOf("Reimbursements", amounts(of("reimbursement")));
  const leaveLines = of("unusedLeave");
  const terminationLines = of("termination");
  const gross = sumOf(
    "Gross",
    amounts([...earnings, ...extras, ...leaveLines, ...terminationLines]),
    "money",
    "All earnings before salary sacrifice",
  );

  // Before-tax deductions and regular taxable earnings
  const beforeTaxLines = of("beforeTax");
  const beforeTax = sumOf("Before-tax deductions", amounts(beforeTaxLines));
  const sacrificed = sumOf(
    "Salary sacrifice to super",
    amounts(beforeTaxLines.filter((each) => each.line.element === "salarySacrificeSuper")),
  );
  const taxableLines = earnings.filter((each) => isTaxable(each.line));
  const regularTaxable = difference(
    "Regular taxable earnings",
    sumOf("Taxable earnings", amounts(taxableLines)),
    beforeTax,
    "Taxable earnings less what is deducted before tax",
  );

  // Tax
  const regular = withholding(regularTaxable, periods, terms);
  const bonus = extraTax(extras, regularTaxable, periods, input, terms);
  const normalGross = input.history?.normalGross
    ? decimal(input.history.normalGross)
    : periods === 1
      ? regularTaxable.value
      : regularTaxable.value.div(periods);
  const left = unusedLeave(
    leaveLines.map(({ line, amount }) => ({
      leave: line.leave === "long-service" ? "long-service" : "annual",
      reason: line.reason ?? "normal",
      amount: amount.value.minus(decimalOrZero(line.amountBefore1993)).minus(decimalOrZero(line.amountBefore1978)),
      amountBefore1993: decimalOrZero(line.amountBefore1993),
      amountBefore1978: decimalOrZero(line.amountBefore1978),
    })),
    normalGross,
    terms,
  );
  const taxable = sumOf(
    "Taxable",
    [regularTaxable, ...amounts(extras), figure("Unused leave taxed at the margin", left.ordinary, "money")],
    "money",
    "What withholding was worked out on; lump sums and termination payments stand apart",
  );
  const ending = termination(terminationLines, taxable.value, input, terms);
  const withheld = sumOf("PAYG withheld", [regular.regular, regular.studyLoan, bonus, left.withheld, ending.withheld]);

  // After-tax deductions and net
  const afterTax = sumOf("Deductions after tax", amounts(of("afterTax")));
  const net = figure(
    "Net pay",
    gross.value.plus(reimbursements.value).minus(beforeTax.value).minus(withheld.value).minus(afterTax.value),
    "money",
    () => ({
      rule: "Gross and reimbursements, less before-tax deductions, tax and deductions after tax",
      formula: `${gross.value.toFixed(2)} + ${reimbursements.value.toFixed(2)} − ${beforeTax.value.toFixed(2)} − ${withheld.value.toFixed(2)} − ${afterTax.value.toFixed(2)}`,
      parts: [gross, reimbursements, beforeTax, withheld, afterTax],
    }),
  );

  // Employer contributions
  const superRow = rules.row(superGuaranteeRules, input.payday);
  const counted = sumOf(
    `Earnings that count as ${superRow.figures.base}`,
    amounts([...earnings, ...extras].filter((each) => isSuperable(each.line, superRow.figures.counts))),
    "money",
    "Before any salary sacrifice; overtime and expense allowances do not count",
  );
  const weeksOfPay = weeksIn(input.cycle, periods);
  const worked = earnings.filter((each) => each.line.element === "ordinary" || each.line.element === "overtime");
  const hoursWorked = worked.reduce((total, each) => total.plus(decimalOrZero(each.line.hours)), zero);
  const guarantee = superGuarantee(counted, {
    payday: input.payday,
    rules,
    birthDate: input.person.birthDate,
    entitled: input.person.super?.guarantee !== false,
    baseBefore: {
      quarter: decimalOrZero(toDate.guaranteeBaseQuarter ?? toDate.guaranteeBase),
      year: decimalOrZero(toDate.guaranteeBase),
    },
    hoursAWeek: hoursWorked.div(weeksOfPay),
    agreedPercent: input.person.super?.rate ? decimal(input.person.super.rate) : undefined,
  });
  const contractor = sumOf("Super for a contractor", amounts(of("employer")));
  const reportable = sumOf(
    "Reportable employer super contributions",
    [sacrificed, guarantee.aboveGuarantee],
    "money",
    "Salary sacrifice, and what an agreed rate adds above the guarantee",
  );

  // Leave
  const ordinaryHours = hoursThatAccrue(earnings, input.cycle, periods, input, rules);
  const leave: Record<string, Figure> = {};
  for (const entitled of input.person.leave ?? []) {
    if (input.person.basis === "casual" && (entitled.kind === "annual" || entitled.kind === "personal")) continue;
    leave[entitled.kind] = leaveAccrual(entitled, ordinaryHours, {
      cycle: input.cycle,
      periods,
      weeklyHours: decimalOrZero(input.person.weeklyHours),
    });
  }

  return {
    lines,
    gross,
    taxable,
    withheld,
    net,
    reimbursements,
    parts: { ...regular, bonus, unusedLeave: left.withheld, etp: ending.withheld },
    deductions: { beforeTax, afterTax },
    super: {
      base: guarantee.base,
      guarantee: contractor.value.isZero()
        ? guarantee.guarantee
        : sumOf("Super guarantee", [guarantee.guarantee, contractor]),
      sacrificed,
      reportable,
      tooYoung: guarantee.tooYoung,
    },
    lumpSums: {
      ...(left.lumpSumA.isZero() ? {} : { A: figure("Lump sum A", left.lumpSumA, "money") }),
      ...(left.lumpSumB.isZero() ? {} : { B: figure("Lump sum B", left.lumpSumB, "money") }),
      ...(ending.taxFree.value.isZero() ? {} : { D: ending.taxFree }),
    },
    unusedLeaveOrdinary: figure("Unused leave, code U", left.ordinary, "money"),
    ...(terminationLines.length > 0 ? { etp: ending } : {}),
    leave,
    ordinaryHours,
  };
}

/** One line's amount: typed, or hours × rate × percent to the cent. */
function workLine(line: PayLine, at: number): WorkedLine {
  const { group, words } = traits[line.element];
  const label = line.name ?? words;
  if (line.amount !== undefined || line.element === "unusedLeave") {
    const typed = decimalOrZero(line.amount)
      .plus(decimalOrZero(line.amountBefore1993))
      .plus(decimalOrZero(line.amountBefore1978));
    return { at, line, group, amount: given(label, halfUpToCent(typed), "money", { place: "run", section: "lines" }) };
  }
  const hours = decimalOrZero(line.hours);
  const rate = decimalOrZero(line.rate);
  const percent = line.percent === undefined ? hundred : decimal(line.percent);
  const value = unpaidLeave(line) ? zero : halfUpToCent(hours.times(rate).times(percent).div(hundred));
  return {
    at,
    line,
    group,
    amount: figure(label, value, "money", () => ({
      rule: unpaidLeave(line) ? "Unpaid leave" : "Hours × rate × per cent, to the cent",
      formula: `${hours.toString()} h × $${rate.toString()}${percent.eq(hundred) ? "" : ` × ${percent.toString()} %`}`,
      setting: { place: "run", section: "lines" },
    })),
  };
}

/** Weeks that a pay stands for, by the pays of a year. */
function weeksIn(cycle: Cycle, periods: number): Decimal {
  if (cycle === "weekly") return periods === 1 ? one : decimal(periods);
  return decimal(52).div(paysPerYear[cycle]).times(periods);
}

function difference(label: string, from: Figure, less: Figure, rule: string): Figure {
  return figure(label, from.value.minus(less.value), "money", () => ({
    rule,
    formula: `${from.value.toFixed(2)} − ${less.value.toFixed(2)}`,
    parts: [from, less],
  }));
}

/** Schedule 5: method A line by line, all others together by method B(ii). */
function extraTax(
  extras: readonly WorkedLine[],
  regularTaxable: Figure,
  periods: number,
  input: PayInput,
  terms: WithholdingTerms,
): Figure {
  if (extras.length === 0) return figure("Withholding on extra payments", zero, "money");
  const normal = figure("Normal pay of one period", regularTaxable.value.div(periods), "money", () => ({
    parts: [regularTaxable],
  }));
  const known = extras.filter((each) => each.line.method === "A");
  const others = extras.filter((each) => each.line.method !== "A");
  const parts = known.map((each) => extraPaymentMethodA(normal, each.amount, each.line.paysCovered ?? 1, terms));
  if (others.length > 0) {
    const earlier = {
      gross: decimalOrZero(input.toDate?.bonusGross),
      withheld: decimalOrZero(input.toDate?.bonusWithheld),
    };
    const together = sumOf(
      "Bonuses, commissions and back pay",
      others.map((each) => each.amount),
    );
    parts.push(extraPayment(normal, together, earlier, terms));
  }
  return parts.length === 1 ? (parts[0] as Figure) : sumOf("Withholding on extra payments", parts);
}

/** Redundancy is split into its tax-free part and a termination payment; then Schedule 11 on all of them. */
function termination(lines: readonly WorkedLine[], taxableNow: Decimal, input: PayInput, terms: WithholdingTerms) {
  const row = terms.rules.row(terminationRules, terms.payday);
  const payments: TerminationPayment[] = [];
  let taxFree = zero;
  for (const { line, amount } of lines) {
    if (line.element === "redundancy") {
      const free = redundancyTaxFree(amount.value, line.completedYears ?? 0, row.figures);
      taxFree = taxFree.plus(free);
      if (amount.value.gt(free)) payments.push({ code: "R", amount: amount.value.minus(free) });
    } else payments.push({ code: line.etpCode ?? "O", amount: amount.value });
  }
  const otherTaxable = decimalOrZero(input.toDate?.taxable).plus(taxableNow);
  const total = payments.reduce((all, each) => all.plus(each.amount), zero);
  return {
    taxFree: figure("Lump sum D, tax-free redundancy", taxFree, "money", () => ({
      rule: `Base $${row.figures.redundancyBase} and $${row.figures.redundancyPerYear} for each completed year`,
      source: sourceNote(terminationRules, row),
    })),
    taxable: figure("Taxable termination payments", total, "money"),
    withheld: terminationPayments(
      payments,
      input.person.birthDate,
      otherTaxable,
      decimalOrZero(input.toDate?.etpCapUsed),
      terms,
    ),
  };
}

/** Ordinary hours and paid leave, up to 38 a week; a salary typed as an amount stands for the agreed hours. */
function hoursThatAccrue(
  earnings: readonly WorkedLine[],
  cycle: Cycle,
  periods: number,
  input: PayInput,
  rules: RuleBook,
): Figure {
  const row = rules.row(employmentStandards, input.payday);
  const weeks = weeksIn(cycle, periods);
  const counting = earnings.filter((each) => traits[each.line.element].accrues && !unpaidLeave(each.line));
  const typed = counting.reduce((total, each) => total.plus(decimalOrZero(each.line.hours)), zero);
  const salaried = counting.some(
    (each) => each.line.hours === undefined && each.line.element === "ordinary" && each.amount.value.gt(0),
  );
  const agreed = decimalOrZero(input.person.weeklyHours).times(weeks);
  const raw = salaried && typed.lt(agreed) ? agreed : typed;
  const most = weeks.times(fixed(row.figures.ordinaryHoursAWeek));
  return figure("Ordinary hours that leave accrues on", least(raw, most), "hours", () => ({
    rule: `Ordinary hours and paid leave, at most ${row.figures.ordinaryHoursAWeek} hours a week`,
    formula: salaried ? `${agreed.toDecimalPlaces(4).toString()} agreed hours` : `${typed.toString()} h`,
    source: sourceNote(employmentStandards, row),
  }));
}
