/** Student loans, KiwiSaver, ESCT and payroll giving: rates and thresholds by payday. */
import { type Source, table } from "../ruleBook.ts";

export interface DeductionRatesNz {
  studentLoan: { percent: string; yearlyThreshold: string };
  kiwiSaver: {
    employeeRates: readonly string[];
    defaultPercent: string;
    /** granted for a time by Inland Revenue; an employer may match it */
    temporaryPercent: string | null;
    employerPercent: string;
    /** employer contributions are compulsory from this age, and until the other */
    employerFromAge: string;
    employerUntilAge: string;
    /** new employees of these ages are enrolled by themselves, and may opt out between these days of the employment */
    enrolFromAge: string;
    enrolUntilAge: string;
    optOutDays: { from: string; to: string };
  };
  /** employer's superannuation contribution tax: rate by last year's pay with employer contributions */
  esct: readonly { upTo: string | null; percent: string }[];
  /** a third of a donation */
  givingCreditDivisor: string;
  /** per cent of pay after PAYE that child support leaves, unless the notice names another */
  childSupportProtectedPercent: string;
  /** share of each pay in place of annual holidays (Holidays Act 2003, s 28) */
  holidayPayPercent: string;
}

const esct = (...tops: string[]) =>
  ["10.5", "17.5", "30", "33", "39"].map((percent, at) => ({ upTo: tops[at] ?? null, percent }));
const studentLoan = { percent: "12", yearlyThreshold: "24128" };
const enrolment = { enrolFromAge: "18", enrolUntilAge: "65", optOutDays: { from: "15", to: "56" } };
const three = {
  ...enrolment,
  employeeRates: ["3", "4", "6", "8", "10"],
  defaultPercent: "3",
  temporaryPercent: null,
  employerPercent: "3",
  employerFromAge: "18",
  employerUntilAge: "65",
};
const same = { givingCreditDivisor: "3", childSupportProtectedPercent: "60", holidayPayPercent: "8" };
const source: Source = {
  title:
    "KiwiSaver Act 2006; Student Loan Scheme Act 2011; Child Support Act 1991; Income Tax Act 2007 Schedule 1 Part D, ss LD 4, RD 67",
  section: "Rates and thresholds",
  seen: "from memory",
};

export const deductionRatesNz = table<DeductionRatesNz>(
  "deductionRatesNz",
  "Student loan, KiwiSaver, ESCT and child support",
  "NZ",
  [
    {
      from: "2024-04-01",
      to: "2025-03-31",
      figures: { ...same, studentLoan, kiwiSaver: three, esct: esct("16800", "57600", "84000", "216000") },
      source,
      standing: "remembered",
    },
    {
      from: "2025-04-01",
      to: "2026-03-31",
      figures: { ...same, studentLoan, kiwiSaver: three, esct: esct("18720", "64200", "93720", "216000") },
      source,
      standing: "remembered",
    },
    {
      from: "2026-04-01",
      to: "2027-03-31",
      figures: {
        ...same,
        studentLoan,
        kiwiSaver: {
          ...enrolment,
          employeeRates: ["3.5", "4", "6", "8", "10"],
          defaultPercent: "3.5",
          temporaryPercent: "3",
          employerPercent: "3.5",
          employerFromAge: "16",
          employerUntilAge: "65",
        },
        esct: esct("18720", "64200", "93720", "216000"),
      },
      source,
      standing: "unsure",
      note: "The student loan threshold of 24,128 may have been indexed. The new KiwiSaver rates are taken by payday; by start of the period is the other reading.",
    },
  ],
);
