/**
 * PAYG withholding from regular earnings.
 * Set by: Schedule 1 (NAT 1004), Schedule 8 (study loans), Schedule 15 (working holiday makers).
 * Example: scale 2, $1,500 for a week in 2025–26: x = 1,500.99; 0.32 × x − 176.5769 = 303.74, so $304.
 */
import { completedYears, type IsoDate } from "../calendar/dates.ts";
import type { Cycle } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, fixed, zero } from "../quantity/decimal.ts";
import { dropCents, halfUpToDollar } from "../quantity/rounding.ts";
import { studyLoanRates } from "../rulebook/au/studyLoanRates.ts";
import { withholdingRates } from "../rulebook/au/withholdingRates.ts";
import { withholdingScales } from "../rulebook/au/withholdingScales.ts";
import { workingHolidayRates } from "../rulebook/au/workingHolidayRates.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { medicareAdjustment } from "./medicareAdjustment.ts";
import { owesStudyLoan, studyLoanFormula, studyLoanWeekly } from "./studyLoan.ts";
import { type TaxDeclaration, taxTreatment, treatmentWords } from "./taxDeclaration.ts";
import { coefficientFor, fromWeekly, weeklyByCoefficients, weeklyEarnings } from "./weeklyEarnings.ts";
import { workingHolidayTax } from "./workingHoliday.ts";

export interface WithholdingTerms {
  declared: TaxDeclaration;
  payday: IsoDate;
  cycle: Cycle;
  rules: RuleBook;
  /** decides whether somebody young is spared the top rate for want of a number */
  birthDate: IsoDate;
  /** taxable pay of the year before this pay; only working holiday makers need it */
  taxableBefore: Decimal;
}

export interface Withheld {
  regular: Decimal;
  studyLoan: Decimal;
}

/**
 * Withholding on one pay of the cycle, a payment over several counted as so many equal ones: Schedule 1 and Schedule 8
 * amounts of one of them, whole dollars, not negative.
 */
export function withheldFrom(earnings: Decimal, terms: WithholdingTerms, periods = 1): Withheld {
  const { declared, payday, cycle, rules } = terms;
  if (earnings.lte(0)) return { regular: zero, studyLoan: zero };
  const treatment = taxTreatment(declared);
  if (treatment.by === "no-number") {
    if (isSparedForYouth(earnings, periods, terms)) return { regular: zero, studyLoan: zero };
    const rates = rules.row(withholdingRates, payday).figures;
    const percent = declared.residency === "resident" ? rates.noNumberResident : rates.noNumberForeign;
    return { regular: dropCents(dropCents(earnings.div(periods)).times(percent).div(100)), studyLoan: zero };
  }
  if (treatment.by === "working-holiday") {
    const rates = rules.row(workingHolidayRates, payday).figures;
    return { regular: workingHolidayTax(earnings, terms.taxableBefore, rates), studyLoan: zero };
  }
  if (treatment.by === "variation")
    return { regular: dropCents(dropCents(earnings.div(periods)).times(treatment.percent).div(100)), studyLoan: zero };
  const table = rules.row(withholdingScales, payday).figures;
  const x = weeklyEarnings(earnings, cycle, periods);
  let regular = fromWeekly(weeklyByCoefficients(table.scales[treatment.scale], x), cycle);
  if (treatment.scale !== "3") {
    if (declared.medicareDependants !== undefined && (treatment.scale === "2" || treatment.scale === "6")) {
      regular = regular.minus(
        fromWeekly(medicareAdjustment(x, treatment.scale, declared.medicareDependants, table), cycle),
      );
    }
    const offsets = decimalOrZero(declared.offsetsPerYear);
    if (!offsets.isZero() && declared.taxFreeThreshold) {
      const share = rules.row(withholdingRates, payday).figures.offsetPercent[cycle];
      regular = regular.minus(halfUpToDollar(offsets.times(share).div(100)));
    }
  }
  const studyLoan = owesStudyLoan(declared)
    ? fromWeekly(studyLoanWeekly(x, declared, rules.row(studyLoanRates, payday).figures), cycle)
    : zero;
  return { regular: atLeastZero(regular), studyLoan };
}

/** Under 18 and not above $350 a week ($700 a fortnight, $1,517 a month): nothing is withheld for want of a number. */
function isSparedForYouth(
  earnings: Decimal,
  periods: number,
  { birthDate, payday, cycle, rules }: WithholdingTerms,
): boolean {
  const { youngUnder, youngWeekly } = rules.row(withholdingRates, payday).figures;
  return (
    completedYears(birthDate, payday) < Number(youngUnder) &&
    earnings.lte(fromWeekly(fixed(youngWeekly), cycle).times(periods))
  );
}

export interface WithheldFigures {
  regular: Figure;
  studyLoan: Figure;
}

/**
 * Withholding on a pay that covers one or more equal periods: worked out on one period, times the number of periods.
 * @param earnings the whole payment's taxable regular earnings
 */
export function withholding(earnings: Figure, periods: number, terms: WithholdingTerms): WithheldFigures {
  const each = withheldFrom(earnings.value, terms, periods);
  // The steps of a working holiday maker go by the year's pay: a payment over several pays crosses them once.
  const times = taxTreatment(terms.declared).by === "working-holiday" ? 1 : periods;
  const extra = decimalOrZero(terms.declared.extraPerPay);
  const asked = earnings.value.gt(0) ? extra : zero;
  return {
    regular: figure("PAYG withholding, regular", each.regular.times(times).plus(asked), "money", () => ({
      ...explainRegular(earnings.value, each.regular, periods, asked, terms),
      parts: [earnings],
    })),
    studyLoan: figure("Study loan component", each.studyLoan.times(periods), "money", () => ({
      ...explainStudyLoan(earnings.value, periods, terms),
      parts: [earnings],
    })),
  };
}

function explainRegular(earnings: Decimal, regular: Decimal, periods: number, asked: Decimal, terms: WithholdingTerms) {
  const { declared, payday, cycle, rules } = terms;
  const treatment = taxTreatment(declared);
  const times = periods === 1 ? "" : `, then × ${periods} periods`;
  const plus = asked.isZero() ? "" : `, plus $${asked.toFixed(2)} more asked for`;
  const setting = { place: "person", section: "tax" } as const;
  if (treatment.by === "no-number") {
    const row = rules.row(withholdingRates, payday);
    const percent = declared.residency === "resident" ? row.figures.noNumberResident : row.figures.noNumberForeign;
    if (isSparedForYouth(earnings, periods, terms))
      return {
        rule: `No tax file number, but under ${row.figures.youngUnder} and not above $${row.figures.youngWeekly} a week: nothing is withheld${plus}`,
        source: sourceNote(withholdingRates, row),
        setting,
      };
    return {
      rule: `No tax file number: ${percent} % of whole dollars, cents dropped${plus}`,
      formula: `${percent} % × ${dropCents(earnings.div(periods)).toFixed(0)}${times}`,
      source: sourceNote(withholdingRates, row),
      setting,
    };
  }
  if (treatment.by === "working-holiday") {
    const row = rules.row(workingHolidayRates, payday);
    return {
      rule: `Working holiday maker: steps of the year's pay here, from $${terms.taxableBefore.toFixed(2)} on${plus}`,
      formula: `${earnings.toFixed(2)} over the steps`,
      source: sourceNote(workingHolidayRates, row),
      setting,
    };
  }
  if (treatment.by === "variation")
    return {
      rule: treatment.contractor
        ? `A contractor who quotes an ABN: ${treatment.percent} % of whole dollars, nothing without a voluntary agreement (Taxation Administration Act 1953, Sch 1, ss 12-55 and 12-190)${plus}`
        : `A variation of the tax office: ${treatment.percent} % of whole dollars${plus}`,
      formula: `${treatment.percent} % × ${dropCents(earnings.div(periods)).toFixed(0)}${times}`,
      setting,
    };
  const row = rules.row(withholdingScales, payday);
  const x = weeklyEarnings(earnings, cycle, periods);
  const { a, b } = coefficientFor(row.figures.scales[treatment.scale], x);
  const back = cycle === "weekly" ? "" : `, back to the ${cycle} pay`;
  const less = b.isNegative() ? `+ ${b.abs().toFixed(4)}` : `− ${b.toFixed(4)}`;
  const adjusted =
    declared.medicareDependants !== undefined || declared.offsetsPerYear
      ? ", less the family's Medicare adjustment and tax offsets"
      : "";
  return {
    rule: `Schedule 1, ${treatmentWords(treatment)}: weekly whole dollars plus 99 cents, a·x − b, to the dollar${back}${adjusted}${plus}`,
    formula: a.isZero()
      ? `x = ${x.toFixed(2)} lies below the first taxed dollar`
      : `${a.toFixed(4)} × ${x.toFixed(2)} ${less} = ${a.times(x).minus(b).toFixed(4)} → ${regular.toFixed(0)}${times}`,
    source: sourceNote(withholdingScales, row),
    setting,
  };
}

function explainStudyLoan(earnings: Decimal, periods: number, terms: WithholdingTerms) {
  const setting = { place: "person", section: "tax" } as const;
  if (!owesStudyLoan(terms.declared) || earnings.lte(0))
    return { rule: "No study loan component on this pay", setting };
  const row = terms.rules.row(studyLoanRates, terms.payday);
  const x = weeklyEarnings(earnings, terms.cycle, periods);
  return {
    rule: "Schedule 8, on the same weekly earnings as Schedule 1, rounded to the dollar on its own",
    formula: studyLoanFormula(x, terms.declared, row.figures),
    source: sourceNote(studyLoanRates, row),
    setting,
  };
}

/** The whole of an amount's withholding, loan component with it: T0 and T1 of Schedules 5 and 7. */
export function withheldInAll(earnings: Decimal, terms: WithholdingTerms): Decimal {
  const { regular, studyLoan } = withheldFrom(earnings, terms);
  return regular.plus(studyLoan);
}

/** Flat rate for want of a number, per cent; undefined where a number is given or pending. */
export function noNumberPercent(terms: WithholdingTerms): Decimal | undefined {
  if (taxTreatment(terms.declared).by !== "no-number") return undefined;
  const rates = terms.rules.row(withholdingRates, terms.payday).figures;
  return decimal(terms.declared.residency === "resident" ? rates.noNumberResident : rates.noNumberForeign);
}
