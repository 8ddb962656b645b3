/**
 * A payslip as data. Contents set by: Fair Work Regulations 2009, regs 3.45 and 3.46 (from memory); leave balances and
 * year-to-date are good practice. Paid family and domestic violence leave is shown as ordinary hours (reg 3.47).
 */

import { dateWords, type IsoDate } from "../../calendar/dates.ts";
import { alikeAsOne, leftNote, type PayslipLine, toReceiver } from "../../documents/slip.ts";
import { type Decimal, decimal } from "../../quantity/decimal.ts";
import { centsText, moneyText, rateText } from "../../quantity/units.ts";
import { takenHours } from "../pay/leaveDrawn.ts";
import type { WorkedLine, WorkedPay } from "../pay/worked.ts";

export interface Payslip {
  employer: { name: string; abn: string; address?: string | undefined };
  /** `annualRate`: of who is paid a salary, as it stands on the last day of the period */
  employee: { name: string; payrollId: string; classification: string | null; annualRate?: string | null };
  period: { start: IsoDate; end: IsoDate };
  payday: IsoDate;
  earnings: PayslipLine[];
  reimbursements: PayslipLine[];
  deductions: PayslipLine[];
  gross: string;
  withheld: string;
  net: string;
  super: {
    name: string;
    fund: string;
    memberNumber: string | null;
    amount: string;
    due: IsoDate;
    yearToDate: string;
  }[];
  paidTo: { title: string; account: string; amount: string }[];
  leave: { kind: string; accrued: string; taken: string; balance: string }[];
  yearToDate: { gross: string; taxable: string; withheld: string; net: string };
  message: string | null;
}

export interface PayslipFacts {
  employer: Payslip["employer"];
  employee: Payslip["employee"];
  period: Payslip["period"];
  payday: IsoDate;
  worked: WorkedPay;
  /** sums of the year with this pay, by fact code */
  yearToDate: ReadonlyMap<string, number>;
  fund: { name: string; memberNumber: string | null } | null;
  superDue: IsoDate;
  paidTo: Payslip["paidTo"];
  /** balances after this pay, hours by kind, for the kinds that may be shown */
  balances: Record<string, Decimal>;
  message: string | null;
  /** who each deduction is paid to, by code of the pay element (reg 3.46(1)(g)) */
  receivers?: ReadonlyMap<string, string>;
  /** codes of pay elements for leave that a slip must not show */
  hiddenCodes?: readonly string[];
  /** the pay element that ordinary time of this person stands under */
  ordinary?: { code: string; name: string; byHours: boolean } | undefined;
}

const violenceLeave = "familyViolence";

export function payslip(facts: PayslipFacts): Payslip {
  const { worked, yearToDate } = facts;
  const shown = (line: WorkedLine["line"], amount: Decimal): PayslipLine => {
    const rate =
      line.rate === undefined
        ? null
        : decimal(line.rate)
            .times(line.percent ?? "100")
            .div(100);
    return {
      name: `${line.name ?? line.element}${toReceiver(facts.receivers?.get(line.code ?? ""))}${leftNote(line.upTo, amount)}${correctionNote(line.corrects)}`,
      hours: line.hours === undefined ? null : decimal(line.hours).toFixed(2),
      rate: rate === null ? null : rateText(rate),
      amount: moneyText(amount),
      yearToDate: centsText(yearToDate.get(`line:${line.code ?? ""}`) ?? 0),
    };
  };
  const lines = (groups: readonly string[]): PayslipLine[] =>
    withoutViolenceLeave(
      alikeAsOne(worked.lines.filter((line) => groups.includes(line.group) && !line.amount.value.isZero())),
      shown,
      facts.ordinary,
      (facts.hiddenCodes ?? []).reduce((total, code) => total + (yearToDate.get(`line:${code}`) ?? 0), 0),
    );
  const sum = (code: string) => centsText(yearToDate.get(code) ?? 0);
  const contributions: Payslip["super"] = [];
  const fund = facts.fund?.name ?? "no fund set";
  const contribution = (name: string, amount: Decimal, code: string) => {
    if (amount.isZero()) return;
    contributions.push({
      name,
      fund,
      memberNumber: facts.fund?.memberNumber ?? null,
      amount: moneyText(amount),
      due: facts.superDue,
      yearToDate: sum(code),
    });
  };
  contribution("Super guarantee", worked.super.guarantee.value, "guarantee");
  contribution("Salary sacrifice and agreed extra", worked.super.reportable.value, "reportable");
  contribution("Own contribution after tax", worked.super.member.value, "member");
  return {
    employer: facts.employer,
    employee: facts.employee,
    period: facts.period,
    payday: facts.payday,
    earnings: lines(["earnings", "extra", "unusedLeave", "termination", "returnToWork"]),
    reimbursements: lines(["reimbursement"]),
    deductions: lines(["beforeTax", "afterTax"]),
    gross: moneyText(worked.gross.value),
    withheld: moneyText(worked.withheld.value),
    net: moneyText(worked.net.value),
    super: contributions,
    paidTo: facts.paidTo,
    leave: Object.entries(facts.balances)
      .filter(([kind]) => kind !== violenceLeave)
      .map(([kind, balance]) => ({
        kind,
        accrued: (worked.leave[kind]?.value ?? decimal(0)).toFixed(2),
        taken: takenHours(worked, kind).toFixed(2),
        balance: balance.toFixed(2),
      })),
    yearToDate: { gross: sum("gross"), taxable: sum("taxable"), withheld: sum("withheld"), net: sum("net") },
    message: facts.message,
  };
}

const correctionNote = (payday: IsoDate | undefined) => (payday ? `, correction of ${dateWords(payday)}` : "");

/**
 * Paid family and domestic violence leave stands within the line of the hours that would have been worked, amount and
 * year-to-date too, so that nobody who sees the slip can tell (Fair Work Regulations, reg 3.47). Where a pay has no such
 * line, it is called what that line is called.
 * @param hiddenYear the year-to-date of such leave in cents, also from pays before
 */
function withoutViolenceLeave(
  worked: readonly WorkedLine[],
  shown: (line: WorkedLine["line"], amount: Decimal) => PayslipLine,
  ordinary: PayslipFacts["ordinary"],
  hiddenYear: number,
): PayslipLine[] {
  const isOrdinary = ({ line }: WorkedLine) => line.element === "ordinary" && (line.percent ?? "100") === "100";
  const hidden = worked.filter(({ line }) => line.leave === violenceLeave);
  const target = worked.find((each) => isOrdinary(each) && each.line.hours !== undefined) ?? worked.find(isOrdinary);
  const [first, ...more] = hidden;
  const rest = worked.filter((each) => !hidden.includes(each));
  const plus = (slip: PayslipLine, added: readonly WorkedLine[]): PayslipLine => ({
    ...slip,
    hours:
      slip.hours === null
        ? null
        : added.reduce((all, { line }) => all.plus(line.hours ?? "0"), decimal(slip.hours)).toFixed(2),
    amount: moneyText(added.reduce((all, { amount }) => all.plus(amount.value), decimal(slip.amount))),
    yearToDate: moneyText(decimal(slip.yearToDate).plus(centsText(hiddenYear))),
  });
  if (target)
    return rest.map((each) => {
      const slip = shown(each.line, each.amount.value);
      return each === target ? plus(slip, hidden) : slip;
    });
  if (!first) return rest.map((each) => shown(each.line, each.amount.value));
  const { code, name, byHours } = ordinary ?? { code: "", name: "Ordinary", byHours: true };
  const alone = shown({ ...first.line, code, name }, first.amount.value);
  return [
    plus(byHours ? alone : { ...alone, hours: null, rate: null }, more),
    ...rest.map((each) => shown(each.line, each.amount.value)),
  ];
}
