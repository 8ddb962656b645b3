/**
 * What stands in the way of a person's year being final, found in the very record that would be sent.
 * Set by: Single Touch Payroll, finalisation (Tax Office guidance) and the message's rules, from memory.
 */

import { type Decimal, decimal, sum, zero } from "../../quantity/decimal.ts";
import type { TerminationRules } from "../../rulebook/au/terminationRules.ts";
import type { WorkingHolidayRates } from "../../rulebook/au/workingHolidayRates.ts";
import { serviceYears } from "../pay/departing.ts";
import { namesCountry, taxTreatment } from "../taxDeclaration.ts";
import { workingHolidayTax } from "../workingHoliday.ts";
import type { CodedAmount, IncomeRecord, PayeeFacts, PayeeRecord } from "./payEvent.ts";

export interface YearMark {
  /** a stop keeps the person out of the event; a query is looked at and ticked */
  kind: "stop" | "query";
  text: string;
  /** part of the person's page where it is mended; null: in the pays of the year */
  section: "details" | "tax" | "departure" | null;
}

type Marks = YearMark[];
const stop = (text: string, section: YearMark["section"]): Marks => [{ kind: "stop", text, section }];
const query = (text: string, section: YearMark["section"] = null): Marks => [{ kind: "query", text, section }];

/** the liability may differ from rate times earnings by this share, for roundings pay by pay (common practice, no source) */
const roundingShare = "0.01";

const amountOf = ({ amount }: CodedAmount): Decimal => decimal(amount);
const amounts = (list: readonly CodedAmount[]): Decimal => sum(list.map(amountOf));

/** Everything paid in a type of income that tax is withheld from: termination payments have tax of their own. */
const paymentsOf = (income: IncomeRecord): Decimal =>
  sum([
    ...[income.gross, income.overtime, income.bonus, income.directorFee].map((each) => decimal(each ?? "0")),
    ...[income.paidLeave, income.allowances, income.lumpSums].map(amounts),
  ]);

const everyAmount = ({ incomes, deductions, super: contributions, fringeBenefits }: PayeeRecord): string[] => [
  ...incomes.flatMap((each) => [
    ...[each.gross, each.withheld, each.overtime, each.bonus, each.directorFee].flatMap((one) => one ?? []),
    ...[...each.paidLeave, ...each.allowances, ...each.lumpSums, ...each.sacrifice].map((one) => one.amount),
    ...each.etp.flatMap((one) => [one.taxable, one.withheld]),
  ]),
  ...[...deductions, ...contributions, ...fringeBenefits].map((one) => one.amount),
];

const isComplete = ({ address: { line1, suburb, state, postcode } }: PayeeFacts) =>
  Boolean(line1 && suburb && state && postcode);

/** What the rule book says of the year that is looked at. */
export interface YearRules {
  /** first day of the payroll year */
  from: string;
  guaranteePercent: string;
  holidayMakers: WorkingHolidayRates;
  redundancy: Pick<TerminationRules, "redundancyBase" | "redundancyPerYear">;
}

/** whole dollars may be dropped with every pay of a year (common practice, no source) */
const droppedInAYear = "53";

/** The steps of a working holiday maker go by the whole year: pay by pay they come to the same. */
function holidayMakerMarks({ tax }: PayeeFacts, incomes: readonly IncomeRecord[], rates: WorkingHolidayRates): Marks {
  const income = incomes.find((each) => each.type === "WHM");
  if (!income || taxTreatment(tax).by !== "working-holiday") return [];
  const expected = workingHolidayTax(paymentsOf(income).minus(sum(income.sacrifice.map(amountOf))), zero, rates);
  return decimal(income.withheld).minus(expected).abs().gt(droppedInAYear)
    ? query(
        `A working holiday maker's steps come to ${expected.toFixed(2)} for the whole year; ${income.withheld} was withheld.`,
      )
    : [];
}

/** A tax-free redundancy is a base and an amount for each completed year, and no more. */
function taxFreeMarks(facts: PayeeFacts, incomes: readonly IncomeRecord[], rules: YearRules["redundancy"]): Marks {
  const free = sum(incomes.flatMap((each) => each.lumpSums.filter((one) => one.type === "D").map(amountOf)));
  const { startDate, serviceFrom = startDate, endDate } = facts;
  const years = endDate === null ? 0 : serviceYears({ serviceFrom, lastDay: endDate });
  const most = decimal(rules.redundancyBase).plus(decimal(rules.redundancyPerYear).times(years));
  return free.gt(most)
    ? query(`Lump sum D of ${free.toFixed(2)} is above ${most.toFixed(2)}, the tax-free part for ${years} years.`)
    : [];
}

/**
 * @param facts what is on record of the person
 * @param record what would be sent of them
 * @returns stops first
 */
export function examineYear(facts: PayeeFacts, record: PayeeRecord, year: YearRules): YearMark[] {
  const marks: Marks = [];
  const { incomes } = record;
  if (!isComplete(facts))
    marks.push(...stop("The home address is not complete: the agency refuses the record.", "details"));
  if (facts.endDate !== null && facts.cessation === null)
    marks.push(
      ...stop("The employment has ended and no reason is recorded: the two are reported together.", "departure"),
    );
  if (incomes.some((each) => namesCountry(each.type) && !each.country))
    marks.push(...stop("The country of the income is not recorded: home country, or where the work is done.", "tax"));
  for (const each of incomes)
    if (decimal(each.withheld).gt(paymentsOf(each)))
      marks.push(
        ...stop(`More tax is withheld than was paid: ${each.withheld} of ${paymentsOf(each).toFixed(2)}.`, null),
      );
  if (everyAmount(record).some((each) => each.startsWith("-")))
    marks.push(...stop("An amount of the year is less than nothing, and the message has no sign.", null));
  if (
    incomes.some((each) => each.lumpSums.some((one) => one.type === "E" && (one.detail ?? "") > year.from.slice(0, 4)))
  )
    marks.push(...stop("Lump sum E is for an earlier year, and here for this one.", null));
  if (facts.tax.fileNumber !== "given")
    marks.push(...query("No tax file number: the record goes out under a stand-in.", "tax"));
  if (facts.endDate === null && incomes.some((each) => each.etp.length > 0))
    marks.push(...query("A termination payment, and the employment has not ended.", "departure"));
  const contribution = (type: string) => decimal(record.super.find((each) => each.type === type)?.amount ?? "0");
  const base = contribution("Q").plus(contribution("O"));
  const expected = base.times(year.guaranteePercent).div("100");
  if (contribution("L").minus(expected).abs().gt(expected.times(roundingShare).plus("0.5")))
    marks.push(
      ...query(
        `Super of ${contribution("L").toFixed(2)} is not ${year.guaranteePercent} % of earnings of ${base.toFixed(2)}.`,
      ),
    );
  marks.push(...holidayMakerMarks(facts, incomes, year.holidayMakers));
  marks.push(...taxFreeMarks(facts, incomes, year.redundancy));
  return marks.sort((a, b) => (a.kind === b.kind ? 0 : a.kind === "stop" ? -1 : 1));
}
