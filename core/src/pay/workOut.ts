import { isMeasured, isUnreported, taxedExcess, unitsOf, usedBefore } from "../au/expenseAllowance.ts";
import { returnToWork } from "../au/returnToWork.ts";
import { superGuarantee } from "../au/superGuarantee.ts";
import { incomeTypeOf } from "../au/taxDeclaration.ts";
import { unusedLeave } from "../au/unusedLeave.ts";
import type { WithholdingTerms } from "../au/withholding.ts";
import { leaveAccrual } from "../leave/accrual.ts";
import { leaveKind } from "../leave/kinds.ts";
import { type Decimal, decimal, decimalOrZero, fixed, hundred, zero } from "../quantity/decimal.ts";
import { halfUpToCent, halfUpToHourE4 } from "../quantity/rounding.ts";
import { superGuaranteeRules } from "../rulebook/au/superGuaranteeRules.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import { difference, type Figure, figure, sumOf } from "../working/figure.ts";
import { accruingHours, weeksIn } from "./accruingHours.ts";
import { type Group, groupOf, isSuperable, isTaxable, withoutPay } from "./elements.ts";
import type { PayInput, PayLine } from "./payInput.ts";
import { extraTax, taxOfWages, termination } from "./taxOfPay.ts";
import type { Overridden, WorkedLine, WorkedPay } from "./workedPay.ts";
import { workAfterTax, workDeduction, workLine } from "./workLine.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; `checks/missingTables` finds that beforehand
 */
export function workOut(input: PayInput, rules: RuleBook): WorkedPay {
  const isDeduction = (line: PayLine) => ["beforeTax", "afterTax"].includes(groupOf(line));
  const paid = withExcess(
    input.lines.flatMap((line, at) => (isDeduction(line) ? [] : [workLine(line, at)])),
    input,
    rules,
  );
  const of = (...groups: Group[]) => paid.filter((line) => groups.includes(line.group));
  const deductions = (group: Group) =>
    input.lines.flatMap((line, at) => (groupOf(line) === group ? [{ line, at }] : []));
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
  const longOwed = extras.filter((each) => each.line.earnedYear !== undefined);
  const terminationLines = of("termination");
  const returning = sumOf("Return-to-work payment", amounts(of("returnToWork")));
  const gross = sumOf(
    "Gross",
    amounts([...earnings, ...extras, ...leaveLines, ...terminationLines, ...of("returnToWork")]),
    "money",
    "All earnings before salary sacrifice",
  );

  // Before-tax deductions and regular taxable earnings
  const beforeTaxLines = deductions("beforeTax").map(({ line, at }) => workDeduction(line, at, gross));
  const beforeTax = sumOf("Before-tax deductions", amounts(beforeTaxLines));
  const sacrificed = sumOf(
    "Salary sacrifice to super",
    amounts(beforeTaxLines.filter((each) => each.line.element === "salarySacrificeSuper")),
  );
  const taxableEarnings = sumOf(
    "Taxable earnings",
    earnings.flatMap((each) => (isTaxable(each.line) ? each.amount : (each.excess ?? []))),
  );
  const offExtras = sumOf(
    "Sacrificed out of extra payments",
    amounts(beforeTaxLines.filter((each) => comesOffExtras(each, taxableEarnings.value, extras))),
  );
  const regularTaxable = difference(
    "Regular taxable earnings",
    taxableEarnings,
    offExtras.value.isZero()
      ? beforeTax
      : difference(
          "Deducted from wages before tax",
          beforeTax,
          offExtras,
          "What is not sacrificed out of extra payments",
        ),
    "Taxable earnings less what is deducted from them before tax",
  );

  // Tax
  const regular = taxOfWages(input, regularTaxable, terms);
  const bonus = extraTax(extras, offExtras.value, normalPay(regularTaxable, periods, input), input, terms);
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
    regularTaxable.value,
    terms,
  );
  const taxable = sumOf(
    "Taxable",
    [
      regularTaxable,
      ...(offExtras.value.isZero()
        ? amounts(extras)
        : [
            difference(
              "Extra payments after sacrifice",
              sumOf("Extra payments", amounts(extras)),
              offExtras,
              "What is left of them after sacrifice to super",
            ),
          ]),
      figure("Unused leave taxed at the margin", left.ordinary, "money"),
    ],
    "money",
    "What withholding was worked out on; lump sums and termination payments stand apart",
  );
  const ending = termination(terminationLines, taxable.value, left.lumpSumA, input, terms);
  const back = returnToWork(returning, terms);
  const overridden: Overridden[] = [];
  const workedTax = sumOf("PAYG withheld", [
    regular.regular,
    regular.studyLoan,
    bonus.withheld,
    left.withheld,
    ending.withheld,
    back,
  ]);
  const withheld = override("withheld", workedTax, input.overrides, overridden);

  // After-tax deductions and net
  const available = gross.value.minus(beforeTax.value).minus(withheld.value);
  const afterTaxLines = workAfterTax(deductions("afterTax"), gross, available);
  const afterTax = sumOf("Deductions after tax", amounts(afterTaxLines));
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
    // Pay in lieu of notice counts, other termination payments do not: the pay element says which is which.
    amounts(
      [...earnings, ...extras, ...terminationLines].filter((each) => isSuperable(each.line, superRow.figures.counts)),
    ),
    "money",
    "Before any salary sacrifice; overtime and expense allowances do not count",
  );
  const weeksOfPay = weeksIn(input.cycle, periods);
  const hoursWorked = hoursEmployed(earnings, input, weeksOfPay);
  const guarantee = superGuarantee(counted, {
    payday: input.payday,
    rules,
    birthDate: input.person.birthDate,
    entitled: input.person.super?.guarantee !== false,
    baseBefore: {
      quarter: decimalOrZero(toDate.guaranteeEarningsQuarter ?? toDate.guaranteeBaseQuarter ?? toDate.guaranteeBase),
      year: decimalOrZero(toDate.guaranteeEarnings ?? toDate.guaranteeBase),
    },
    hoursAWeek: hoursWorked.div(weeksOfPay),
    weeks: input.weeks,
    agreedPercent: input.person.super?.rate ? decimal(input.person.super.rate) : undefined,
    anyAge: input.person.super?.anyAge,
  });
  const contractor = sumOf("Super for a contractor", amounts(of("employer")));
  const owed = override(
    "guarantee",
    contractor.value.isZero() ? guarantee.guarantee : sumOf("Super guarantee", [guarantee.guarantee, contractor]),
    input.overrides,
    overridden,
  );
  const member = sumOf(
    "Member's own super contributions",
    amounts(afterTaxLines.filter((each) => each.line.element === "memberContribution")),
  );
  const reportable = sumOf(
    "Reportable employer super contributions",
    [sacrificed, guarantee.aboveGuarantee],
    "money",
    "Salary sacrifice, and what an agreed rate adds above the guarantee",
  );

  // Leave
  const ordinaryHours = accruingHours(input, rules);
  const leave: Record<string, Figure> = {};
  for (const entitled of input.person.leave ?? []) {
    if (input.person.basis === "casual" && leaveKind(entitled.kind).notForCasuals) continue;
    leave[entitled.kind] = leaveAccrual(entitled, ordinaryHours, {
      cycle: input.cycle,
      periods,
      weeklyHours: decimalOrZero(input.person.weeklyHours),
    });
  }
  const inLieu = earnings.filter((each) => each.line.element === "timeInLieuEarned");
  if (inLieu.length > 0) leave.timeInLieu = timeInLieu(inLieu);

  return {
    country: "AU",
    lines: [...paid, ...beforeTaxLines, ...afterTaxLines].sort((a, b) => a.at - b.at),
    gross,
    taxable,
    regularTaxable,
    withheld,
    net,
    reimbursements,
    parts: {
      regular: overridden.some((each) => each.what === "withheld")
        ? difference(
            "Withholding on regular earnings",
            withheld,
            sumOf("Withholding on the other parts", [
              regular.studyLoan,
              bonus.withheld,
              left.withheld,
              ending.withheld,
              back,
            ]),
            "What is left of the tax typed by hand",
          )
        : regular.regular,
      studyLoan: regular.studyLoan,
      bonus: bonus.withheld,
      unusedLeave: left.withheld,
      etp: ending.withheld,
      returnToWork: back,
    },
    deductions: { beforeTax, afterTax },
    super: {
      counted: guarantee.counted,
      base: guarantee.base,
      guarantee: owed,
      sacrificed,
      reportable,
      member,
      tooYoung: guarantee.tooYoung,
    },
    lumpSums: {
      ...(left.lumpSumA.isZero() ? {} : { A: figure("Lump sum A", left.lumpSumA, "money") }),
      ...(left.lumpSumB.isZero() ? {} : { B: figure("Lump sum B", left.lumpSumB, "money") }),
      ...(ending.taxFree.value.isZero() ? {} : { D: ending.taxFree }),
      ...(longOwed.length === 0 ? {} : { E: sumOf("Lump sum E", amounts(longOwed)) }),
      ...(returning.value.isZero() ? {} : { W: returning }),
    },
    lumpSumAR: left.lumpSumAR,
    incomeType: incomeTypeOf(input.person.tax, input.person.basis),
    spreadExtras: bonus.spread,
    unusedLeaveOrdinary: figure("Unused leave, code U", left.ordinary, "money"),
    ...(terminationLines.length > 0 ? { etp: ending } : {}),
    leave,
    ordinaryHours,
    employerCosts: employerCosts(gross, sumOf("Super", [owed, guarantee.aboveGuarantee]), input),
    overridden,
  };
}

/** Allowances for expenses with the part that is taxed, each after what the lines before it used of the year. */
function withExcess(lines: readonly WorkedLine[], { payday, toDate }: PayInput, rules: RuleBook): WorkedLine[] {
  const used = usedBefore(toDate ?? {});
  return lines.map((each) => {
    if (!isMeasured(each.line)) return each;
    const excess = taxedExcess(each.line, each.amount, used, payday, rules);
    if (each.line.allowance === "CD") used.kilometres = used.kilometres.plus(unitsOf(each.line) ?? zero);
    if (each.line.allowance === "LD") used.laundry = used.laundry.plus(each.amount.value);
    return {
      ...each,
      ...(excess ? { excess } : {}),
      ...(isUnreported(each.line, excess) ? { unreported: true } : {}),
    };
  });
}

/**
 * Is something sacrificed out of a bonus? Where the line says so, or where it is more than the wages can bear. Wages
 * are then taxed as usual, and the bonus is what is left of it.
 */
const comesOffExtras = ({ line, amount }: WorkedLine, wages: Decimal, extras: readonly WorkedLine[]): boolean =>
  extras.length > 0 && (line.fromExtra ?? amount.value.gt(wages));

/**
 * The normal pay that tax on an extra payment starts from (Schedule 5): this pay's regular earnings; in a correction
 * those of the pay that it corrects; in a pay without wages a normal pay of the person.
 */
function normalPay(regularTaxable: Figure, periods: number, input: PayInput): Figure {
  const label = "Normal pay of one period";
  if (input.earlierTaxable !== undefined)
    return figure(label, decimal(input.earlierTaxable).plus(regularTaxable.value), "money", () => ({
      rule: "Regular taxable earnings of all pays of the period",
      parts: [regularTaxable],
    }));
  if (input.correctsTaxable !== undefined)
    return figure(label, decimal(input.correctsTaxable).plus(regularTaxable.value), "money", () => ({
      rule: "Regular taxable earnings of the pay that is corrected, with this correction",
      parts: [regularTaxable],
    }));
  if (regularTaxable.value.lte(0) && input.history?.normalGross !== undefined)
    return figure(label, decimal(input.history.normalGross), "money", () => ({
      rule: "No wages in this pay, so a normal pay of the person counts",
    }));
  return figure(label, regularTaxable.value.div(periods), "money", () => ({ parts: [regularTaxable] }));
}

/**
 * Hours that somebody under 18 is employed for (super is owed above 30 a week): hours typed, paid leave among them; a
 * salary stands for the agreed hours. Weeks are known one by one only from a record of days (`weeks` of the input).
 */
function hoursEmployed(earnings: readonly WorkedLine[], input: PayInput, weeks: Decimal): Decimal {
  const counted = ["ordinary", "overtime", "leaveTaken"];
  const typed = earnings
    .filter((each) => counted.includes(each.line.element) && !withoutPay(each.line))
    .reduce((total, each) => total.plus(decimalOrZero(each.line.hours)), zero);
  const salaried = earnings.some(
    (each) => each.line.element === "ordinary" && each.line.hours === undefined && each.amount.value.gt(0),
  );
  const agreed = salaried ? decimalOrZero(input.person.weeklyHours).times(weeks) : zero;
  return typed.gt(agreed) ? typed : agreed;
}

/** A figure that somebody typed stands in place of the worked one; the working keeps both. */
function override(
  what: Overridden["what"],
  worked: Figure,
  typed: PayInput["overrides"],
  overridden: Overridden[],
): Figure {
  const value = typed?.[what];
  if (typed === undefined || value === undefined) return worked;
  overridden.push({ what, typed: decimal(value), worked: worked.value, reason: typed.reason });
  return figure(what === "withheld" ? "PAYG withheld" : "Super guarantee", decimal(value), "money", () => ({
    rule: `Typed by hand in place of ${worked.value.toFixed(2)}: ${typed.reason}`,
    setting: { place: "run", section: "lines" },
    parts: [worked],
  }));
}

function timeInLieu(lines: readonly WorkedLine[]): Figure {
  const hours = lines.reduce(
    (total, { line }) =>
      total.plus(
        decimalOrZero(line.hours)
          .times(line.percent ?? "100")
          .div(hundred),
      ),
    zero,
  );
  return figure("Time in lieu earned", halfUpToHourE4(hours), "hours", () => ({
    rule: "Hours recorded to be taken off later, at the per cent of their pay element",
    setting: { place: "run", section: "lines" },
  }));
}

/** What the employer sets aside on top: a share of gross, with super where the cost asks for it. */
const employerCosts = (gross: Figure, contributions: Figure, input: PayInput): WorkedPay["employerCosts"] =>
  (input.employerCosts ?? []).map((cost) => {
    const base = cost.of === "gross" ? gross : sumOf("Gross and super", [gross, contributions]);
    return {
      cost,
      amount: figure(cost.name, halfUpToCent(base.value.times(fixed(cost.percent)).div(hundred)), "money", () => ({
        rule: `${cost.percent} % of ${cost.of === "gross" ? "gross" : "gross and super"}, set aside by the employer`,
        formula: `${base.value.toFixed(2)} × ${cost.percent} %`,
        setting: { place: "business", section: "costs" },
        parts: [base],
      })),
    };
  });
