/**
 * The one pipeline from lines to net, New Zealand: earnings → PAYE → child support → student loan → KiwiSaver → other
 * deductions → net → employer's part. Pure: the same input gives the same figures.
 */
import { paysPerYear } from "../calendar/payPeriods.ts";
import { childSupport, givingCredit, type KiwiSaver, kiwiSaver, studentLoan } from "../nz/deductionsNz.ts";
import { type ExtraPay, extraPaye, type PayeTerms, paye } from "../nz/paye.ts";
import { readTaxCode } from "../nz/taxCode.ts";
import { type Decimal, decimal, decimalOrZero, hundred, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure, given, sumOf } from "../working/figure.ts";
import type { ElementNz, PayInputNz, PayLineNz } from "./payInputNz.ts";

type SideNz = "earnings" | "extra" | "reimbursement" | "deduction" | "donation";

interface Traits {
  side: SideNz;
  words: string;
}

export const traitsNz: Record<ElementNz, Traits> = {
  ordinary: { side: "earnings", words: "Ordinary hours" },
  overtime: { side: "earnings", words: "Overtime" },
  leaveTaken: { side: "earnings", words: "Leave taken" },
  allowance: { side: "earnings", words: "Allowance" },
  commission: { side: "earnings", words: "Commission" },
  directorFee: { side: "earnings", words: "Director fee" },
  holidayPay: { side: "earnings", words: "Holiday pay" },
  alternativeHoliday: { side: "earnings", words: "Alternative holiday" },
  bonus: { side: "extra", words: "Bonus" },
  backPay: { side: "extra", words: "Back pay" },
  extraPay: { side: "extra", words: "Extra pay" },
  unusedLeave: { side: "extra", words: "Leave paid out" },
  redundancy: { side: "extra", words: "Redundancy" },
  reimbursement: { side: "reimbursement", words: "Reimbursement" },
  deductionAfterTax: { side: "deduction", words: "Deduction" },
  payrollGiving: { side: "donation", words: "Payroll giving" },
};

interface WorkedLineNz {
  line: PayLineNz;
  side: SideNz;
  amount: Figure;
}

export interface WorkedPayNz {
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
    childSupport: Figure;
  };
  afterTax: Figure;
  kiwiSaver: KiwiSaver;
  holidayPayWithPay: Figure | null;
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
  const lines = input.lines.map(workLineNz);
  const of = (side: SideNz) => lines.filter((line) => line.side === side);
  const amounts = (chosen: readonly WorkedLineNz[]) => chosen.map((line) => line.amount);
  const taxed = of("earnings").filter((each) => each.line.taxable !== false);

  // Earnings, with 8 % in place of annual holidays where it is lawful
  const earned = sumOf("Earnings that holiday pay goes by", amounts(taxed));
  const withPay = person.holidayPayWithPay === true ? holidayPayWithPay(earned, payday, rules) : null;
  const regular = sumOf("Regular earnings", withPay ? [...amounts(taxed), withPay] : amounts(taxed));
  const extras: ExtraPay[] = of("extra").map(({ line, amount }) => ({
    amount,
    levied: line.element !== "redundancy",
  }));
  const gross = sumOf("Gross", [
    ...amounts(of("earnings")),
    ...(withPay ? [withPay] : []),
    ...extras.map((each) => each.amount),
  ]);
  const taxable = sumOf(
    "Taxable",
    [regular, ...extras.map((each) => each.amount)],
    "money",
    "What PAYE was worked out on",
  );

  // PAYE
  const own = paye(regular, periods, terms);
  const yearly = yearlyEarnings(regular.value, periods, input);
  const onExtra = extraPaye(extras, yearly, terms);
  const beforeCredit = sumOf("PAYE before the credit", [own.tax, own.levy, onExtra]);
  const donation = sumOf("Payroll giving", amounts(of("donation")));
  const credit = givingCredit(donation, beforeCredit.value, { payday, rules });
  const withheld = credit.value.isZero()
    ? sumOf("PAYE", [own.tax, own.levy, onExtra])
    : figure("PAYE", beforeCredit.value.minus(credit.value), "money", () => ({
        rule: "PAYE with the levy, less the credit for payroll giving",
        formula: `${beforeCredit.value.toFixed(2)} − ${credit.value.toFixed(2)}`,
        parts: [beforeCredit, credit],
      }));

  // Deductions in their legal order
  const support = childSupport(
    decimalOrZero(person.childSupport?.amount),
    decimal(person.childSupport?.protectedPercent ?? "60"),
    taxable,
    beforeCredit,
  );
  const loan = studentLoan(taxable, code, cycle, periods, { payday, rules });
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
  const afterTax = sumOf("Other deductions", [...amounts(of("deduction")), ...amounts(of("donation"))]);
  const reimbursements = sumOf("Reimbursements", amounts(of("reimbursement")));
  const taken = [withheld, loan, saver.employee, support, afterTax];
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
  return {
    lines,
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
      childSupport: support,
    },
    afterTax,
    kiwiSaver: saver,
    holidayPayWithPay: withPay,
  };
}

/** One line's amount: typed, or hours × rate × percent to the cent. */
function workLineNz(line: PayLineNz): WorkedLineNz {
  const { side, words } = traitsNz[line.element];
  const label = line.name ?? words;
  if (line.amount !== undefined)
    return { line, side, amount: given(label, halfUpToCent(decimal(line.amount)), "money") };
  const hours = decimalOrZero(line.hours);
  const rate = decimalOrZero(line.rate);
  const percent = line.percent === undefined ? hundred : decimal(line.percent);
  const unpaid = line.element === "leaveTaken" && line.leave === "unpaid";
  return {
    line,
    side,
    amount: figure(label, unpaid ? zero : halfUpToCent(hours.times(rate).times(percent).div(100)), "money", () => ({
      rule: unpaid ? "Recorded, not paid" : "Hours × rate × per cent, to the cent",
      formula: `${hours.toString()} h × $${rate.toString()}${percent.eq(hundred) ? "" : ` × ${percent.toString()} %`}`,
    })),
  };
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
  return regular.div(periods).times(paysPerYear[cycle]);
}
