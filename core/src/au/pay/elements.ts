/** What each kind of pay line is: which side of the pay it stands on, and where it is reported. */
import { leaveKind } from "../../leave/kinds.ts";
import type { ElementAu, PayLine } from "./input.ts";

/** The side of the pay that a line stands on. */
export type Group =
  | "earnings"
  | "extra"
  | "reimbursement"
  | "beforeTax"
  | "afterTax"
  | "unusedLeave"
  | "termination"
  | "employer"
  | "returnToWork";

interface Traits {
  group: Group;
  words: string;
  /** leave accrues on its hours */
  accrues: boolean;
}

export const traits: Record<ElementAu, Traits> = {
  ordinary: { group: "earnings", words: "Ordinary hours", accrues: true },
  overtime: { group: "earnings", words: "Overtime", accrues: false },
  leaveTaken: { group: "earnings", words: "Leave taken", accrues: true },
  leaveLoading: { group: "earnings", words: "Leave loading", accrues: false },
  allowance: { group: "earnings", words: "Allowance", accrues: false },
  directorFee: { group: "earnings", words: "Director fee", accrues: false },
  bonus: { group: "extra", words: "Bonus", accrues: false },
  commission: { group: "extra", words: "Commission", accrues: false },
  backPay: { group: "extra", words: "Back pay", accrues: false },
  reimbursement: { group: "reimbursement", words: "Reimbursement", accrues: false },
  salarySacrificeSuper: { group: "beforeTax", words: "Salary sacrifice to super", accrues: false },
  salarySacrificeOther: { group: "beforeTax", words: "Salary sacrifice", accrues: false },
  deductionBeforeTax: { group: "beforeTax", words: "Deduction before tax", accrues: false },
  deductionAfterTax: { group: "afterTax", words: "Deduction", accrues: false },
  unusedLeave: { group: "unusedLeave", words: "Unused leave", accrues: false },
  etp: { group: "termination", words: "Termination payment", accrues: false },
  redundancy: { group: "termination", words: "Redundancy payment", accrues: false },
  contractorSuper: { group: "employer", words: "Super for a contractor", accrues: false },
  returnToWork: { group: "returnToWork", words: "Return-to-work payment", accrues: false },
  memberContribution: { group: "afterTax", words: "Member's own super contribution", accrues: false },
  topUp: { group: "earnings", words: "Top-up to the guaranteed amount", accrues: false },
  timeInLieuEarned: { group: "earnings", words: "Time in lieu earned", accrues: false },
};

/** Leave loading paid in one lump is taxed like a bonus (Schedule 5); paid with the leave it is part of that pay. */
export const groupOf = (line: PayLine): Group =>
  line.element === "leaveLoading" && line.method !== undefined ? "extra" : traits[line.element].group;

/** Allowances that pay back an expected expense: not taxed and no super unless the line says otherwise. */
export const expenseAllowances: readonly string[] = ["CD", "AD", "LD", "MD", "RD"];

export const isTaxable = (line: PayLine): boolean =>
  line.taxable ?? !(line.element === "allowance" && expenseAllowances.includes(line.allowance ?? ""));

export const isSuperable = (line: PayLine, counts: readonly string[]): boolean =>
  line.superable ??
  (counts.includes(line.element) &&
    !withoutPay(line) &&
    !(line.element === "leaveTaken" && leaveKind(line.leave).withoutSuper) &&
    !(line.element === "allowance" && expenseAllowances.includes(line.allowance ?? "")));

/** Does leave accrue on the hours of a line? Not on leave paid out instead of taken. */
export const accruesOn = (line: PayLine): boolean =>
  traits[line.element].accrues &&
  line.cashOut !== true &&
  (line.element !== "leaveTaken" || leaveKind(line.leave).accrues);

/** Hours that are recorded and not paid: unpaid leave, and overtime that is taken as time off later. */
export const withoutPay = (line: PayLine): boolean =>
  line.element === "timeInLieuEarned" || (line.element === "leaveTaken" && leaveKind(line.leave).unpaid);

/**
 * Where a line is reported in a pay event (Single Touch Payroll, phase 2): "gross", "overtime", "paidLeave:O",
 * "allowance:KN", "bonus", "directorFee", "sacrifice:S", "deduction:F"… or undefined where it is not reported.
 */
export function reportingCategory(line: PayLine): string | undefined {
  switch (line.element) {
    case "ordinary":
      return "gross";
    case "backPay":
      return line.earnedYear === undefined ? "gross" : `lumpSumE:${line.earnedYear}`;
    case "overtime":
      return "overtime";
    case "leaveTaken":
      return withoutPay(line) ? undefined : `paidLeave:${line.cashOut ? "C" : leaveKind(line.leave).report}`;
    case "leaveLoading":
      return line.superable === false ? "overtime" : "paidLeave:O";
    case "allowance":
      return line.allowance === undefined || line.allowance === "OD"
        ? `allowance:OD:${line.detail ?? "G1"}`
        : `allowance:${line.allowance}`;
    case "topUp":
      return `allowance:OD:${line.detail ?? "G1"}`;
    case "returnToWork":
      return "lumpSum:W";
    case "bonus":
    case "commission":
      return "bonus";
    case "directorFee":
      return "directorFee";
    case "salarySacrificeSuper":
      return "sacrifice:S";
    case "salarySacrificeOther":
      return "sacrifice:O";
    case "deductionBeforeTax":
    case "deductionAfterTax":
      return line.deduction ? `deduction:${line.deduction}` : undefined;
    default:
      return undefined;
  }
}
