/** What each kind of New Zealand pay line is: its side of the pay, and what it counts for. */
import type { ElementNz, PayLineNz } from "./input.ts";

export type SideNz = "earnings" | "extra" | "reimbursement" | "deduction" | "donation" | "recorded";

interface TraitsNz {
  side: SideNz;
  words: string;
  /** gross earnings of the Holidays Act (s 14): everything the agreement asks for and paid leave */
  holidayGross: boolean;
  /** part of an ordinary week (s 8(1)); the others are irregular */
  regular: boolean;
}

const earns = (words: string, regular = true): TraitsNz => ({ side: "earnings", words, holidayGross: true, regular });
const extra = (words: string, holidayGross: boolean): TraitsNz => ({
  side: "extra",
  words,
  holidayGross,
  regular: false,
});
const other = (side: SideNz, words: string): TraitsNz => ({ side, words, holidayGross: false, regular: false });

export const traitsNz: Record<ElementNz, TraitsNz> = {
  ordinary: earns("Ordinary hours"),
  overtime: earns("Overtime", false),
  leaveTaken: earns("Leave taken"),
  allowance: earns("Allowance"),
  commission: earns("Commission"),
  directorFee: earns("Director fee"),
  holidayPay: earns("Holiday pay"),
  publicHoliday: earns("Public holiday"),
  publicHolidayWorked: earns("Public holiday worked", false),
  alternativeHoliday: earns("Alternative holiday"),
  alternativeEarned: other("recorded", "Alternative holiday earned"),
  bonus: extra("Bonus", true),
  backPay: extra("Back pay", true),
  extraPay: extra("Extra pay", false),
  // Paid out, not taken: no part of later averages (s 28B(4), and at the end nothing follows).
  unusedLeave: extra("Leave paid out", false),
  finalPercent: extra("Holiday pay at the end", false),
  closedownPay: earns("Holiday pay at the closedown"),
  cashUp: extra("Annual holidays cashed up", false),
  redundancy: extra("Redundancy", false),
  reimbursement: other("reimbursement", "Reimbursement"),
  deductionAfterTax: other("deduction", "Deduction"),
  payrollGiving: other("donation", "Payroll giving"),
  daysWorked: other("recorded", "Days worked"),
};

export const countsAsGross = (line: PayLineNz): boolean =>
  line.holidayGross ?? (line.taxable !== false && traitsNz[line.element].holidayGross);
export const isIrregular = (line: PayLineNz): boolean => !(line.regular ?? traitsNz[line.element].regular);

/** Kinds of leave in New Zealand, with the unit that the law keeps them in. */
export const leaveKindsNz = [
  { code: "annual", words: "Annual holidays", unit: "weeks", kept: true },
  { code: "sick", words: "Sick leave", unit: "days", kept: true },
  { code: "alternative", words: "Alternative holidays", unit: "days", kept: true },
  { code: "bereavement", words: "Bereavement leave", unit: "days", kept: false },
  { code: "familyViolence", words: "Family violence leave", unit: "days", kept: true },
  { code: "unpaid", words: "Unpaid leave", unit: "weeks", kept: false },
  { code: "parental", words: "Parental leave, unpaid here", unit: "weeks", kept: false },
] as const;
export type LeaveKindNz = (typeof leaveKindsNz)[number]["code"];

export const leaveKindNz = (code: string | undefined) => leaveKindsNz.find((kind) => kind.code === code);
export const leaveUnitNz = (code: string): "weeks" | "days" => leaveKindNz(code)?.unit ?? "days";
export const leaveWordsNz = (code: string): string => leaveKindNz(code)?.words ?? code;
export const isUnpaidNz = (line: PayLineNz): boolean =>
  line.element === "leaveTaken" && (line.leave === "unpaid" || line.leave === "parental");

/** What a line draws from or adds to the ledger, in the unit of its kind; null for a line that moves nothing. */
export function leaveMovedNz(line: PayLineNz): { kind: LeaveKindNz; units: string; sign: 1 | -1 } | null {
  const { units } = line;
  if (units === undefined) return null;
  switch (line.element) {
    case "leaveTaken": {
      const kind = leaveKindNz(line.leave);
      return kind && (kind.kept || kind.code === "unpaid" || kind.code === "parental")
        ? { kind: kind.code, units, sign: -1 }
        : null;
    }
    case "cashUp":
      return { kind: "annual", units, sign: -1 };
    case "unusedLeave":
      return line.leave === "annual" || line.leave === "alternative" ? { kind: line.leave, units, sign: -1 } : null;
    case "alternativeHoliday":
      return { kind: "alternative", units, sign: -1 };
    case "alternativeEarned":
      return { kind: "alternative", units, sign: 1 };
    default:
      return null;
  }
}

/** Kinds that nobody types: those of a final pay and of a closedown are made where they arise. */
export const arisingNz: readonly string[] = ["unusedLeave", "finalPercent", "closedownPay", "holidayPay"];
