/**
 * What an element carried, reported under another category: the amounts of a pay that move, and where to. Money, tax and
 * super of the pay stay as they were signed.
 * Set by: Single Touch Payroll phase 2 reports year-to-date by category; an earlier category is put right by the next
 * event (Tax Office guidance on correcting, from memory).
 */
import type { Fact } from "../../pay/facts.ts";
import { toCents } from "../../quantity/units.ts";
import { isMeasured } from "../expenseAllowance.ts";
import { reportPrefix } from "../taxDeclaration.ts";
import { reportingCategory } from "./elements.ts";
import type { AllowanceCode, DeductionCode, PayLine } from "./input.ts";
import type { WorkedPay } from "./worked.ts";

/** How an element is reported. */
export interface ReportedAs {
  allowance: AllowanceCode | null;
  detail: string | null;
  deduction: DeductionCode | null;
}

const under = (line: PayLine, { allowance, detail, deduction }: ReportedAs): PayLine => ({
  ...line,
  allowance: allowance ?? undefined,
  detail: detail ?? undefined,
  deduction: deduction ?? undefined,
});

/** Paid by the kilometre or for laundry: its category decides what of it is taxed, so it does not move by itself. */
export const isMeasuredAs = (as: ReportedAs): boolean => isMeasured(under({ element: "allowance" }, as));

/** The category that an element is reported under, "allowance:TD", "deduction:F"; undefined where it is not reported. */
export const categoryAs = (element: PayLine["element"], as: ReportedAs): string | undefined =>
  reportingCategory(under({ element }, as));

/**
 * @param code of the pay element
 * @param was how the pay is reported now; null: as it was signed
 * @returns what comes off one category and onto another, one entry a code; nothing where nothing moves
 */
export function movedFacts(worked: WorkedPay, code: string, was: ReportedAs | null, to: ReportedAs): Fact[] {
  const moved = new Map<string, number>();
  const name = (category: string) =>
    `${category.startsWith("deduction") ? "report:" : reportPrefix(worked.incomeType)}${category}`;
  const add = (category: string | undefined, cents: number) =>
    category && moved.set(name(category), (moved.get(name(category)) ?? 0) + cents);
  for (const { line, amount, unreported } of worked.lines) {
    if (line.code !== code || unreported) continue;
    const cents = toCents(amount.value);
    add(reportingCategory(was ? under(line, was) : line), -cents);
    add(reportingCategory(under(line, to)), cents);
  }
  return [...moved].filter(([, cents]) => cents !== 0).map(([each, cents]) => ({ code: each, cents }));
}
