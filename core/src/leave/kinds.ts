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
  /** a public holiday within it is not paid: who is away would not have worked (Fair Work Act 2009, s 116) */
  holidayGoesWith: boolean;
  /** most days that the law gives, by the figure of the National Employment Standards that says how many */
  limit: { figure: LimitFigure; per: Per } | null;
  /** for whom or for how long it is, said where it is asked for */
  about: string | null;
  /** what the employer may ask to see */
  evidence: string | null;
  /** nobody asks for it: the employer says it, or it happens */
  neverAsked: boolean;
}

type LimitFigure = "compassionateDays" | "unpaidCarerDays" | "juryDays" | "familyViolenceDays";

/** What a limit is counted by. */
export type Per = "occasion" | "year";

const kind = (code: string, words: string, change: Partial<LeaveKind> = {}): LeaveKind => ({
  code,
  words,
  unpaid: false,
  kept: false,
  withoutSuper: false,
  accrues: true,
  report: "O",
  notForCasuals: false,
  holidayGoesWith: false,
  limit: null,
  about: null,
  evidence: null,
  neverAsked: false,
  ...change,
});

/** Away without pay: no super, nothing accrues, and a public holiday within it is not paid. */
const unpaid = (code: string, words: string, change: Partial<LeaveKind> = {}): LeaveKind =>
  kind(code, words, { unpaid: true, accrues: false, holidayGoesWith: true, ...change });

const closeOnes =
  "For somebody of the immediate family or the household who died, or whose illness or injury threatens life; after a stillbirth or miscarriage.";
const illness = "a medical certificate or a statutory declaration";

export const leaveKinds: readonly LeaveKind[] = [
  kind("annual", "Annual leave", { kept: true, notForCasuals: true }),
  kind("personal", "Personal and carer's leave", { kept: true, notForCasuals: true, evidence: illness }),
  kind("long-service", "Long service leave", { kept: true }),
  kind("timeInLieu", "Time in lieu", { kept: true }),
  // Terms of the awards: less is paid than was worked, and the rest is a day off every few weeks.
  kind("dayOff", "Rostered day off", {
    ...{ kept: true, notForCasuals: true },
    about: "Paid from the hours that are saved on the days worked.",
  }),
  kind("compassionate", "Compassionate leave", {
    ...{ limit: { figure: "compassionateDays", per: "occasion" }, evidence: "evidence of the illness or the death" },
    about: closeOnes,
  }),
  // Named here only: a payslip must show it as something else (Fair Work Regulations 2009, reg 3.47).
  kind("familyViolence", "Family and domestic violence leave", {
    limit: { figure: "familyViolenceDays", per: "year" },
  }),
  // Fair Work Act 2009, s 111: make-up pay for the first days of a summons.
  kind("jury", "Jury service make-up pay", {
    ...{ withoutSuper: true, report: "A", limit: { figure: "juryDays", per: "occasion" } },
    evidence: "the summons, and what the court paid or that it was claimed",
  }),
  kind("defence", "Defence reserve make-up pay", { withoutSuper: true, report: "A", evidence: "the orders" }),
  kind("communityService", "Community service leave", { withoutSuper: true, report: "A" }),
  kind("parental", "Paid parental leave", { withoutSuper: true, report: "P" }),
  kind("governmentParental", "Government parental leave pay", {
    ...{ withoutSuper: true, accrues: false, holidayGoesWith: true, report: "P" },
    about:
      "Passed on as the agency pays it to you, at the national minimum wage; nothing is owed before its money is here.",
  }),
  kind("workersCompensation", "Workers' compensation", {
    ...{ withoutSuper: true, report: "W", evidence: "a certificate of capacity" },
  }),
  unpaid("unpaid", "Unpaid leave"),
  unpaid("unpaidPersonal", "Unpaid personal leave", { evidence: illness }),
  // Fair Work Act 2009, s 102: casuals too; others once their paid leave is used up (s 103).
  unpaid("unpaidCarer", "Unpaid carer's leave", {
    ...{ limit: { figure: "unpaidCarerDays", per: "occasion" }, evidence: illness },
  }),
  unpaid("unpaidCompassionate", "Unpaid compassionate leave", {
    ...{ limit: { figure: "compassionateDays", per: "occasion" }, evidence: "evidence of the illness or the death" },
    about: closeOnes,
  }),
  // ss 67 to 79A.
  unpaid("unpaidParental", "Unpaid parental leave", {
    evidence: "the expected day of birth or of placement",
    about:
      "From twelve months' service, of either parent: twelve months, and twelve more where they are asked for four weeks before the first end. Notice is ten weeks.",
  }),
  // ss 108 to 112 and 22(2): community service leave and stand-downs are service, and leave goes on accruing.
  unpaid("volunteer", "Emergency volunteer leave", { accrues: true, evidence: "that the service was asked for" }),
  unpaid("jurySummons", "Jury service without make-up pay", { accrues: true, evidence: "the summons" }),
  // s 524; a public holiday within it is paid.
  unpaid("standDown", "Stand-down", { accrues: true, holidayGoesWith: false, neverAsked: true }),
  unpaid("industrialAction", "Industrial action", { neverAsked: true }),
  unpaid("absent", "Absence without leave", { neverAsked: true }),
];

const byCode = new Map(leaveKinds.map((each) => [each.code, each]));

/** The kind of a code; a code of the business's own is paid leave with a balance. */
export const leaveKind = (code: string | undefined): LeaveKind =>
  byCode.get(code ?? "annual") ?? kind(code ?? "", code ?? "", { kept: true });

/** "Annual leave" for a code; a code of the business's own as it stands. */
export const leaveWords = (code: string): string => leaveKind(code).words;
