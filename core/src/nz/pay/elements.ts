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
  // No payment that s 14(b) leaves out of gross earnings (unsure, docs/rules/readings.md).
  alternativeExchanged: extra("Alternative holiday exchanged", true),
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

export interface LeaveKindNz {
  code: string;
  words: string;
  /** what the law keeps it in */
  unit: "weeks" | "days";
  /** a balance is kept and drawn on */
  kept: boolean;
  unpaid: boolean;
  /** beyond a week it moves the anniversary, or the divisor, as was agreed (Holidays Act 2003, s 16) */
  moves: boolean;
  /** a public holiday within it is not paid */
  holidayGoesWith: boolean;
  /** paid at the figure of the Holidays Act's rules that says how many per cent of the day's pay */
  at: "firstWeekPercent" | null;
  /** days that the law gives for one event */
  limit: "bereavementDays" | "bereavementOtherDays" | "firstWeekDays" | "partnerWeeks" | "extendedWeeks" | null;
  /** for whom or for how long it is, said where it is asked for */
  about: string | null;
  evidence: string | null;
  /** nobody asks for it: it happens */
  neverAsked: boolean;
}

const leave = (code: string, words: string, change: Partial<LeaveKindNz> = {}): LeaveKindNz => ({
  ...{ code, words, unit: "days", kept: false, unpaid: false, moves: false, holidayGoesWith: false, at: null },
  ...{ limit: null, about: null, evidence: null, neverAsked: false },
  ...change,
});
/** Not paid here, in weeks. Unpaid sick, injury and volunteers' leave are continuous employment (s 16(2)). */
const away = (code: string, words: string, change: Partial<LeaveKindNz> = {}): LeaveKindNz =>
  leave(code, words, { unit: "weeks", unpaid: true, ...change });

/** Kinds of leave in New Zealand. */
export const leaveKindsNz: readonly LeaveKindNz[] = [
  leave("annual", "Annual holidays", { unit: "weeks", kept: true }),
  leave("sick", "Sick leave", { kept: true, evidence: "a medical certificate, from the third day in a row on" }),
  leave("alternative", "Alternative holidays", { kept: true }),
  // Holidays Act 2003, s 69(2): who is named; s 69(3): anybody else, where the employer accepts it.
  leave("bereavement", "Bereavement leave", {
    limit: "bereavementDays",
    about:
      "For a spouse or partner, parent, child, brother or sister, grandparent, grandchild or a partner's parent, or after a miscarriage or stillbirth.",
  }),
  leave("bereavementOther", "Bereavement leave, somebody else", {
    limit: "bereavementOtherDays",
    about: "For anybody else, where you accept that it is a bereavement: how close they were, and what has to be done.",
  }),
  leave("familyViolence", "Family violence leave", { kept: true }),
  // Accident Compensation Act 2001, s 98: the employer pays the first week of an injury at work.
  leave("firstWeek", "First-week compensation", {
    ...{ at: "firstWeekPercent", limit: "firstWeekDays", evidence: "the claim of an injury at work" },
  }),
  away("unpaid", "Unpaid leave", { moves: true }),
  away("unpaidSick", "Unpaid sick leave", { evidence: "a medical certificate" }),
  away("injury", "Injury, paid by ACC", { evidence: "the certificate that ACC goes by" }),
  away("jury", "Jury service", { moves: true, evidence: "the summons" }),
  away("volunteers", "Defence volunteers' leave", { evidence: "the notice of the service" }),
  away("strike", "Strike or lockout", { moves: true, neverAsked: true }),
  // Parental Leave and Employment Protection Act 1987, ss 7 to 31 (85 %).
  away("parental", "Parental leave, unpaid here", {
    ...{ holidayGoesWith: true, limit: "extendedWeeks", evidence: "the expected day of birth" },
    about:
      "Primary carer leave is 26 weeks, from six months' service; extended leave up to 52 weeks in all, from twelve, shared by both parents. It may begin six weeks before the expected day. Notice is three months.",
  }),
  away("partner", "Partner's parental leave, unpaid here", {
    ...{ holidayGoesWith: true, limit: "partnerWeeks", evidence: "the expected day of birth" },
    about: "One week from six months' service, two from twelve, within three weeks before or after the birth.",
  }),
];

/** Around these, annual holidays go by the average (Parental Leave and Employment Protection Act 1987, s 42; 75 % for a partner's). */
export const parentalKindsNz: readonly string[] = ["parental", "partner"];

const kindsByCode = new Map(leaveKindsNz.map((kind) => [kind.code, kind]));
export const leaveKindNz = (code: string | undefined) => kindsByCode.get(code ?? "");
export const leaveUnitNz = (code: string): "weeks" | "days" => leaveKindNz(code)?.unit ?? "days";
export const leaveWordsNz = (code: string): string => leaveKindNz(code)?.words ?? code;
export const isUnpaidNz = (line: PayLineNz): boolean =>
  line.element === "leaveTaken" && leaveKindNz(line.leave)?.unpaid === true;

/** What a line draws from or adds to the ledger, in the unit of its kind; null for a line that moves nothing. */
export function leaveMovedNz(line: PayLineNz): { kind: string; units: string; sign: 1 | -1 } | null {
  const { units } = line;
  if (units === undefined) return null;
  switch (line.element) {
    case "leaveTaken": {
      const kind = leaveKindNz(line.leave);
      return kind && (kind.kept || kind.unpaid) ? { kind: kind.code, units, sign: -1 } : null;
    }
    case "cashUp":
      return { kind: "annual", units, sign: -1 };
    case "unusedLeave":
      return line.leave === "annual" || line.leave === "alternative" ? { kind: line.leave, units, sign: -1 } : null;
    case "alternativeHoliday":
    case "alternativeExchanged":
      return { kind: "alternative", units, sign: -1 };
    case "alternativeEarned":
      return { kind: "alternative", units, sign: 1 };
    default:
      return null;
  }
}

/** Kinds that nobody types: those of a final pay and of a closedown are made where they arise. */
export const arisingNz: readonly string[] = ["unusedLeave", "finalPercent", "closedownPay", "holidayPay"];
