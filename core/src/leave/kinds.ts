/**
 * Kinds of leave: how each is paid, kept, reported and counted. Set by: Fair Work Act 2009, National Employment
 * Standards; reporting codes of Single Touch Payroll, phase 2. A kind that is not listed is paid leave like annual.
 */

export interface LeaveKind {
  code: string;
  words: string;
  unpaid: boolean;
  /** a balance is kept and drawn on */
  kept: boolean;
  /** not ordinary time earnings: parental leave, jury and defence make-up pay, workers' compensation while not working */
  withoutSuper: boolean;
  /** leave goes on accruing on its hours */
  accrues: boolean;
  /** paid leave code of a pay event */
  report: "O" | "P" | "W" | "A";
  /** National Employment Standards: for full-timers and part-timers only */
  notForCasuals: boolean;
}

const kind = (code: string, words: string, change: Partial<LeaveKind> = {}): LeaveKind => ({
  code,
  words,
  unpaid: false,
  kept: false,
  withoutSuper: false,
  accrues: true,
  report: "O",
  notForCasuals: false,
  ...change,
});

export const leaveKinds: readonly LeaveKind[] = [
  kind("annual", "Annual leave", { kept: true, notForCasuals: true }),
  kind("personal", "Personal and carer's leave", { kept: true, notForCasuals: true }),
  kind("long-service", "Long service leave", { kept: true }),
  kind("timeInLieu", "Time in lieu", { kept: true }),
  kind("compassionate", "Compassionate leave"),
  // Named here only: a payslip must show it as something else (Fair Work Regulations 2009, reg 3.47).
  kind("familyViolence", "Family and domestic violence leave"),
  kind("jury", "Jury service make-up pay", { withoutSuper: true, report: "A" }),
  kind("defence", "Defence reserve make-up pay", { withoutSuper: true, report: "A" }),
  kind("communityService", "Community service leave", { withoutSuper: true, report: "A" }),
  kind("parental", "Paid parental leave", { withoutSuper: true, report: "P" }),
  kind("governmentParental", "Government parental leave pay", { withoutSuper: true, accrues: false, report: "P" }),
  kind("workersCompensation", "Workers' compensation", { withoutSuper: true, report: "W" }),
  kind("unpaid", "Unpaid leave", { unpaid: true, accrues: false }),
  kind("unpaidParental", "Unpaid parental leave", { unpaid: true, accrues: false }),
];

const byCode = new Map(leaveKinds.map((each) => [each.code, each]));

/** The kind of a code; a code of the business's own is paid leave with a balance. */
export const leaveKind = (code: string | undefined): LeaveKind =>
  byCode.get(code ?? "annual") ?? kind(code ?? "", code ?? "", { kept: true });

/** "Annual leave" for a code; a code of the business's own as it stands. */
export const leaveWords = (code: string): string => leaveKind(code).words;
