/** Figures of the National Employment Standards that leave and hours go by. */
import { table } from "../ruleBook.ts";

export interface EmploymentStandards {
  /** leave accrues on ordinary hours up to this many a week */
  ordinaryHoursAWeek: string;
  /** weeks a year */
  annualWeeks: string;
  shiftWorkerWeeks: string;
  personalWeeks: string;
  /** at least so much must stay when leave is cashed out */
  cashOutKeeps: { annualWeeks: string; personalDays: string };
  familyViolenceDays: string;
  compassionateDays: string;
  /** each occasion */
  unpaidCarerDays: string;
  /** of make-up pay, for one summons */
  juryDays: string;
  /** weeks of notice by completed years: the last row whose `years` is reached */
  notice: readonly { years: number; weeks: string }[];
  noticeOlder: { over: number; minYears: number; weeks: string };
  /** weeks of redundancy pay by completed years */
  redundancy: readonly { years: number; weeks: string }[];
  /** casual employment: months until a statement is owed again, and until somebody may ask to become permanent */
  casual: {
    statementAfterMonths: number;
    choiceMonths: number;
    choiceMonthsSmall: number;
    /** service before this day does not count for it */
    choiceCountedFrom: string;
  };
  /** how long a fixed term may be with its renewals, and how often it may be renewed; rows loaded before it was kept lack it */
  fixedTerm?: { months: number; renewals: number };
  /** an employer with fewer employees owes no redundancy pay */
  smallEmployerUnder: number;
}

const source = {
  title: "Fair Work Act 2009, National Employment Standards",
  section: "ss 62, 66AAB, 87, 93, 96, 101, 102, 104, 106A, 111, 117, 119, 121, 125, 125B, 333E",
  seen: "from memory",
};

export const employmentStandards = table<EmploymentStandards>(
  "employmentStandards",
  "National Employment Standards",
  "AU",
  [
    {
      from: "2024-07-01",
      to: "2027-06-30",
      figures: {
        ordinaryHoursAWeek: "38",
        annualWeeks: "4",
        shiftWorkerWeeks: "5",
        personalWeeks: "2",
        cashOutKeeps: { annualWeeks: "4", personalDays: "15" },
        familyViolenceDays: "10",
        compassionateDays: "2",
        unpaidCarerDays: "2",
        juryDays: "10",
        notice: [
          { years: 0, weeks: "1" },
          { years: 1, weeks: "2" },
          { years: 3, weeks: "3" },
          { years: 5, weeks: "4" },
        ],
        noticeOlder: { over: 45, minYears: 2, weeks: "1" },
        redundancy: [
          { years: 0, weeks: "0" },
          { years: 1, weeks: "4" },
          { years: 2, weeks: "6" },
          { years: 3, weeks: "7" },
          { years: 4, weeks: "8" },
          { years: 5, weeks: "10" },
          { years: 6, weeks: "11" },
          { years: 7, weeks: "13" },
          { years: 8, weeks: "14" },
          { years: 9, weeks: "16" },
          { years: 10, weeks: "12" },
        ],
        casual: {
          statementAfterMonths: 6,
          choiceMonths: 6,
          choiceMonthsSmall: 12,
          choiceCountedFrom: "2024-08-26",
        },
        fixedTerm: { months: 24, renewals: 1 },
        smallEmployerUnder: 15,
      },
      source,
      standing: "remembered",
    },
  ],
);
