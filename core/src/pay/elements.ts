/** What each kind of pay line is: which side of the pay it stands on, and where it is reported. */
import type { ElementAu, PayLine } from "./payInput.ts";

/** The side of the pay that a line stands on. */
export type Group =
  | "earnings"
  | "extra"
  | "reimbursement"
  | "beforeTax"
  | "afterTax"
  | "unusedLeave"
  | "termination"
  | "employer";

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
};

/** Allowances that pay back an expected expense: not taxed and no super unless the line says otherwise. */
const expenseAllowances = ["CD", "AD", "LD", "MD", "RD"];

export const isTaxable = (line: PayLine): boolean =>
  line.taxable ?? !(line.element === "allowance" && expenseAllowances.includes(line.allowance ?? ""));

export const isSuperable = (line: PayLine, counts: readonly string[]): boolean =>
  line.superable ??
  (counts.includes(line.element) &&
    !unpaidLeave(line) &&
    !(line.element === "leaveTaken" && leaveWithoutSuper.includes(line.leave ?? "")) &&
    !(line.element === "allowance" && expenseAllowances.includes(line.allowance ?? "")));

/** Parental leave paid by the employer, jury and defence make-up pay, workers' compensation while not working. */
const leaveWithoutSuper = ["parental", "jury", "defence", "workersCompensation"];

export const unpaidLeave = (line: PayLine): boolean => line.element === "leaveTaken" && line.leave === "unpaid";

/**
 * Where a line is reported in a pay event (Single Touch Payroll, phase 2): "gross", "overtime", "paidLeave:O",
 * "allowance:KN", "bonus", "directorFee", "sacrifice:S", "deduction:F"… or undefined where it is not reported.
 */
export function reportingCategory(line: PayLine): string | undefined {
  switch (line.element) {
    case "ordinary":
    case "backPay":
      return "gross";
    case "overtime":
      return "overtime";
    case "leaveTaken":
      return unpaidLeave(line) ? undefined : `paidLeave:${paidLeaveCode(line.leave)}`;
    case "leaveLoading":
      return line.superable === false ? "overtime" : "paidLeave:O";
    case "allowance":
      return `allowance:${line.allowance ?? "OD"}`;
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

function paidLeaveCode(leave: string | undefined): string {
  switch (leave) {
    case "parental":
      return "P";
    case "workersCompensation":
      return "W";
    case "jury":
    case "defence":
    case "communityService":
      return "A";
    case "cashedOut":
      return "C";
    default:
      return "O";
  }
}
