/**
 * The amounts of a worked pay that are kept as facts: year-to-date, lodgement and payslips are sums over them.
 * A code names what is summed; the list of codes is the vocabulary of year-to-date.
 */

import type { IsoDate } from "../../calendar/dates.ts";
import type { Fact } from "../../pay/facts.ts";
import type { ToDate } from "../../pay/input.ts";
import { zero } from "../../quantity/decimal.ts";
import { centsText, toCents } from "../../quantity/units.ts";
import { unitsOf } from "../expenseAllowance.ts";
import { reportPrefix } from "../taxDeclaration.ts";
import { reportingCategory } from "./elements.ts";
import type { WorkedPay } from "./worked.ts";

/** Facts of one pay, one entry a code, zeros left out. */
export function factsOf(worked: WorkedPay, payday: IsoDate): Fact[] {
  const cents = new Map<string, number>();
  const add = (code: string, amount: number) => cents.set(code, (cents.get(code) ?? 0) + amount);
  add("gross", toCents(worked.gross.value));
  add("taxable", toCents(worked.taxable.value));
  add("withheld", toCents(worked.withheld.value));
  add("net", toCents(worked.net.value));
  add("guaranteeBase", toCents(worked.super.base.value));
  add("guaranteeEarnings", toCents(worked.super.counted.value));
  add("guarantee", toCents(worked.super.guarantee.value));
  add("reportable", toCents(worked.super.reportable.value));
  add("sacrificed", toCents(worked.super.sacrificed.value));
  // Method A is no earlier extra payment, so its tax is none either.
  add("bonusGross", toCents(worked.spreadExtras.gross));
  add("bonusWithheld", toCents(worked.spreadExtras.withheld));
  if (worked.etp) {
    add("etpTaxable", toCents(worked.etp.taxable.value));
    add("etpWithheld", toCents(worked.etp.withheld.value));
  }
  // Each income stream keeps its own year-to-date; salary and wages have the plain name.
  const report = reportPrefix(worked.incomeType);
  if (worked.incomeType !== "SAW")
    add(`${report}withheld`, toCents(worked.withheld.value.minus(worked.etp?.withheld.value ?? 0)));
  // A pay event lists termination payments one by one, each with its payday.
  for (const each of worked.etp?.payments ?? []) {
    if (each.code === "O" || each.code === "P") add("etpOther", toCents(each.taxable));
    add(`${report}etp:${each.code}:${payday}:taxable`, toCents(each.taxable));
    add(`${report}etp:${each.code}:${payday}:withheld`, toCents(each.withheld));
  }
  for (const [code, figure] of Object.entries(worked.lumpSums))
    if (code === "B" || code === "D") add(`${report}lumpSum:${code}`, toCents(figure.value));
  add("lumpSumA", toCents(worked.lumpSums.A?.value ?? zero));
  add(`${report}lumpSum:R`, toCents(worked.lumpSumAR));
  add(`${report}lumpSum:T`, toCents((worked.lumpSums.A?.value ?? zero).minus(worked.lumpSumAR)));
  add("member", toCents(worked.super.member.value));
  for (const { cost, amount } of worked.employerCosts) add(`cost:${cost.code}`, toCents(amount.value));
  add("regularTaxable", toCents(worked.regularTaxable.value));
  add(`${report}paidLeave:U`, toCents(worked.unusedLeaveOrdinary.value));
  for (const line of worked.lines) {
    const category = reportingCategory(line.line);
    // Deductions are the payee's, whatever the stream.
    if (line.line.allowance === "CD") add("kilometres", toCents(unitsOf(line.line) ?? zero));
    if (line.line.allowance === "LD") add("laundry", toCents(line.amount.value));
    if (category && !line.unreported)
      add(`${category.startsWith("deduction") ? "report:" : report}${category}`, toCents(line.amount.value));
    if (line.line.code) add(`line:${line.line.code}`, toCents(line.amount.value));
    if (line.line.debt !== undefined) add(`debt:${line.line.debt}`, toCents(line.amount.value));
  }
  return [...cents].filter(([, amount]) => amount !== 0).map(([code, amount]) => ({ code, cents: amount }));
}

/** Year-to-date of a person from summed facts, as the pipeline takes it. */
/** The codes that a pay looks at over its year. */
export const toDateCodes = [
  ...["gross", "taxable", "withheld", "guaranteeBase", "guarantee", "reportable", "bonusGross", "bonusWithheld"],
  ...["etpTaxable", "etpOther", "lumpSumA", "kilometres", "laundry", "guaranteeEarnings"],
];

export function toDateOf(year: ReadonlyMap<string, number>, quarter: ReadonlyMap<string, number>): ToDate {
  const text = (code: string) => centsText(year.get(code) ?? 0);
  return {
    gross: text("gross"),
    taxable: text("taxable"),
    withheld: text("withheld"),
    guaranteeBase: text("guaranteeBase"),
    guaranteeBaseQuarter: centsText(quarter.get("guaranteeBase") ?? 0),
    guarantee: text("guarantee"),
    reportable: text("reportable"),
    bonusGross: text("bonusGross"),
    bonusWithheld: text("bonusWithheld"),
    etpCapUsed: text("etpTaxable"),
    etpOther: text("etpOther"),
    lumpSumA: text("lumpSumA"),
    kilometres: text("kilometres"),
    laundry: text("laundry"),
    guaranteeEarnings: text("guaranteeEarnings"),
    guaranteeEarningsQuarter: centsText(quarter.get("guaranteeEarnings") ?? 0),
  };
}
