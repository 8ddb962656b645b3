/** The stages of what the law takes of a New Zealand pay beside PAYE: child support, student loan, KiwiSaver. */
import { atLeastZero, decimalOrZero } from "../../quantity/decimal.ts";
import { type Figure, figure, given, sumOf } from "../../working/figure.ts";
import { childSupport } from "../childSupport.ts";
import { type KiwiSaver, kiwiSaver } from "../kiwiSaver.ts";
import { type ExtraLoan, extraStudentLoan, studentLoan } from "../studentLoan.ts";
import { type Earned, type Given, percent } from "./earnings.ts";
import type { Taxed } from "./payeOfPay.ts";

export function childSupportTaken(
  { input, rules, periods }: Given,
  { taxable }: Earned,
  { beforeCredit }: Taxed,
): Figure {
  const { person, payday, earlierInPeriod: before } = input;
  return childSupport(
    atLeastZero(decimalOrZero(person.childSupport?.amount).times(periods).minus(decimalOrZero(before?.childSupport))),
    percent(person.childSupport?.protectedPercent),
    taxable,
    beforeCredit,
    { payday, rules },
  );
}

export function studentLoanTaken({ input, rules, periods, terms: { code } }: Given, { taxable }: Earned) {
  const { person, payday, cycle, earlierInPeriod: before } = input;
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
  return { loan, slcir, slbor };
}

export function kiwiSaverPaid({ input, rules, terms: { code } }: Given, { taxable, redundancy }: Earned): KiwiSaver {
  const { person, payday } = input;
  const scheme = code.name === "WT" ? "not-member" : (person.kiwiSaver?.status ?? "not-member");
  return kiwiSaver(
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
}
export type Loans = ReturnType<typeof studentLoanTaken>;
