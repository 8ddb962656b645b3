/**
 * The part of a payroll year that was paid before this program. What the law looks at over the year (working-holiday
 * steps, caps, ceilings, extras) counts it in any case; a pay event reports it on only when it is *carried*: when it
 * is *closed*, the earlier system finalises its share. Set by: Single Touch Payroll, change of payroll software
 * (Tax Office guidance, from memory; the two modes are in docs/rules/readings.md).
 */
import { decimal, sum } from "../quantity/decimal.ts";
import { toCents } from "../quantity/units.ts";
import { type IncomeType, reportPrefix } from "./taxDeclaration.ts";

/** Reporting categories that an opening amount can be told apart by; what is left of the gross is gross. */
export const openingCategories = {
  overtime: "Overtime",
  bonus: "Bonuses and commissions",
  directorFee: "Directors' fees",
  "paidLeave:C": "Leave cashed out in service",
  "paidLeave:O": "Other paid leave",
  "paidLeave:P": "Paid parental leave",
  "paidLeave:W": "Workers' compensation",
  "paidLeave:A": "Ancillary and defence leave",
  "allowance:CD": "Cents per kilometre",
  "allowance:AD": "Award transport payments",
  "allowance:LD": "Laundry allowance",
  "allowance:MD": "Overtime meal allowance",
  "allowance:RD": "Domestic and overseas travel allowance",
  "allowance:TD": "Tool allowance",
  "allowance:KN": "Task allowance",
  "allowance:QN": "Qualification allowance",
  "allowance:OD:G1": "Other allowance",
  "sacrifice:S": "Salary sacrificed to super",
  "sacrifice:O": "Salary sacrificed to other benefits",
  "deduction:F": "Union and professional fees",
  "deduction:W": "Workplace giving",
  "deduction:G": "Child support garnishee",
  "deduction:D": "Child support deductions",
} as const;
export type OpeningCategory = keyof typeof openingCategories;

/** Decimal dollars of the payroll year, up to the last payday before this program. */
export interface OpeningAmounts {
  /** before sacrifice, with everything that `parts` tells apart but deductions */
  gross: string;
  withheld: string;
  /** earnings that super was worked out on, below the ceiling or not */
  superEarnings: string;
  guarantee: string;
  reportable: string;
  /** extra payments taxed over the year (method B), and what was withheld for them */
  extras: string;
  extrasWithheld: string;
  /** taxable parts of termination payments under the caps */
  terminationTaxable: string;
  parts: { category: OpeningCategory; amount: string }[];
}

const apart = (category: string) => category.startsWith("deduction:") || category.startsWith("sacrifice:");

/** What `parts` leaves of the gross, decimal dollars; below nought when they come to more than it. */
export const plainGross = ({ gross, parts }: OpeningAmounts) =>
  decimal(gross).minus(sum(parts.filter((part) => !apart(part.category)).map((part) => decimal(part.amount))));

/** @returns cents by code of year-to-date, zeros left out; the codes are those of a pay's facts */
export function openingSums(amounts: OpeningAmounts, type: IncomeType): Record<string, number> {
  const report = reportPrefix(type);
  const sums = new Map<string, number>();
  const add = (code: string, text: string) => sums.set(code, (sums.get(code) ?? 0) + toCents(decimal(text)));
  const sacrificed = sum(
    amounts.parts.filter((part) => part.category.startsWith("sacrifice:")).map((part) => decimal(part.amount)),
  );
  add("gross", amounts.gross);
  add("taxable", decimal(amounts.gross).minus(sacrificed).toFixed(2));
  add("withheld", amounts.withheld);
  if (type !== "SAW") add(`${report}withheld`, amounts.withheld);
  add("guaranteeBase", amounts.superEarnings);
  add("guaranteeEarnings", amounts.superEarnings);
  add("guarantee", amounts.guarantee);
  add("reportable", amounts.reportable);
  add("bonusGross", amounts.extras);
  add("bonusWithheld", amounts.extrasWithheld);
  add("etpTaxable", amounts.terminationTaxable);
  add(`${report}gross`, plainGross(amounts).toFixed(2));
  for (const { category, amount } of amounts.parts)
    add(`${category.startsWith("deduction:") ? "report:" : report}${category}`, amount);
  return Object.fromEntries([...sums].filter(([, cents]) => cents !== 0));
}

/** The amounts as they were typed, from what is kept. */
export function openingAmounts(sums: Readonly<Record<string, number>>): OpeningAmounts {
  const text = (code: string) =>
    decimal(sums[code] ?? 0)
      .div(100)
      .toFixed(2);
  return {
    gross: text("gross"),
    withheld: text("withheld"),
    superEarnings: text("guaranteeBase"),
    guarantee: text("guarantee"),
    reportable: text("reportable"),
    extras: text("bonusGross"),
    extrasWithheld: text("bonusWithheld"),
    terminationTaxable: text("etpTaxable"),
    parts: Object.keys(sums).flatMap((code) => {
      const category = code.replace(/^report(@[A-Z]+)?:/, "");
      return category !== code && category in openingCategories
        ? [{ category: category as OpeningCategory, amount: text(code) }]
        : [];
    }),
  };
}
