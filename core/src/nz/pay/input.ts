/** What a New Zealand pay is worked out from: the input of the `work-out` contract for NZ. Decimal text, ISO dates. */
import type { IsoDate } from "../../calendar/dates.ts";
import type { Cycle } from "../../calendar/payPeriods.ts";
import type { AsOf, Basis, EmployerCost, Extras, Overrides, ToDate } from "../../pay/input.ts";
import type { HolidayFacts } from "../holidayFacts.ts";
import type { Order } from "../payOrders.ts";
import type { ExtraLoan } from "../studentLoan.ts";

export const elementsNz = [
  "ordinary",
  "overtime",
  "leaveTaken",
  "allowance",
  "commission",
  "directorFee",
  "holidayPay",
  "publicHoliday",
  "publicHolidayWorked",
  "alternativeHoliday",
  "alternativeEarned",
  "alternativeExchanged",
  "bonus",
  "backPay",
  "extraPay",
  "unusedLeave",
  "finalPercent",
  "closedownPay",
  "cashUp",
  "redundancy",
  "reimbursement",
  "deductionAfterTax",
  "payrollGiving",
  "daysWorked",
] as const;
export type ElementNz = (typeof elementsNz)[number];

export interface PayLineNz {
  element: ElementNz;
  hours?: string | undefined;
  rate?: string | undefined;
  percent?: string | undefined;
  amount?: string | undefined;
  /** weeks of annual holidays, days of other leave and of public holidays */
  units?: string | undefined;
  /** the hours beside the units are those of an average day, not typed for this one */
  byUnits?: boolean | undefined;
  leave?: string | undefined;
  taxable?: boolean | undefined;
  /** counts in gross earnings of the Holidays Act; by the kind of line when left out */
  holidayGross?: boolean | undefined;
  /** part of an ordinary week, such as regular overtime; by the kind of line when left out */
  regular?: boolean | undefined;
  /** a deduction is cut so that this much net pay stays */
  keepNet?: string | undefined;
  upTo?: string | undefined;
  /** a debt of its own, by which what was taken is counted */
  debt?: number | undefined;
  /** the terms of its own day, where they are not those of the period's last one */
  asOf?: AsOf | undefined;
  percentOfGross?: string | undefined;
  costCentre?: string | undefined;
  /** the payday of the pay that this line corrects */
  corrects?: IsoDate | undefined;
  /** how an amount was arrived at that nobody typed */
  explained?: string | undefined;
  /** pieces of the record of time behind the line */
  reasons?: readonly string[] | undefined;
  name?: string | undefined;
  code?: string | undefined;
}

export interface KiwiSaverInput {
  status: "member" | "not-member" | "opted-out" | "suspended";
  employeeRate?: string | undefined;
  employerRate?: string | undefined;
  esctRate?: string | undefined;
  esctBase?: string | undefined;
  /** Inland Revenue granted the lower rate for a time */
  temporaryRate?: boolean | undefined;
  /** the employer's part comes out of the agreed pay */
  totalRemuneration?: boolean | undefined;
  /** the employer contributes outside the ages of the law too, by agreement */
  voluntaryEmployer?: boolean | undefined;
}

export interface PersonNz {
  birthDate: IsoDate;
  basis: Basis;
  /** as Inland Revenue writes it: "M", "ME SL", "ND"… */
  taxCode: string;
  /** per cent of a tailored certificate, or chosen for schedular payments */
  specialRate?: string | undefined;
  kiwiSaver?: KiwiSaverInput | undefined;
  childSupport?: { amount: string; protectedPercent?: string | undefined } | undefined;
  /** per cent of the student loan deduction by a special deduction rate certificate, where it is not the law's */
  loanRate?: string | undefined;
  /** further student loan deductions: ordered by Inland Revenue, or chosen by the borrower */
  slcir?: ExtraLoan | undefined;
  slbor?: ExtraLoan | undefined;
  orders?: Order[] | undefined;
  /** a starting-out or training rate is agreed: 80 % of the adult minimum */
  lowerMinimum?: boolean | undefined;
  /** 8 % with each pay in place of annual holidays */
  holidayPayWithPay?: boolean | undefined;
}

export interface PayInputNz {
  country: "NZ";
  payday: IsoDate;
  cycle: Cycle;
  periods?: number | undefined;
  person: PersonNz;
  lines: readonly PayLineNz[];
  toDate?: ToDate | undefined;
  history?:
    | {
        lastFourWeeksGross?: string | undefined;
        /** the same without this pay, which is added to it */
        earlierGross?: string | undefined;
      }
    | undefined;
  /** what the Holidays Act looks at: needed where holidays and leave are paid by weeks and days */
  holidays?: HolidayFacts | undefined;
  /** first and last day that was worked for: wage orders apply to work done; the payday when left out */
  worked?: { from: IsoDate; to: IsoDate } | undefined;
  /** what other pays of the same period were paid and took: a notice and a threshold count once a period */
  earlierInPeriod?:
    | {
        taxable: string;
        regularTaxable?: string;
        childSupport: string;
        studentLoan: string;
        slcir: string;
        slbor: string;
      }
    | undefined;
  /** days of the pay period in the working week, for who is not typed day by day */
  patternDays?: string | undefined;
  overrides?: Overrides | undefined;
  /** this pay corrects an earlier one: its regular earnings, above or below which the difference is taxed */
  correctsTaxable?: string | undefined;
  /** extra pays of the pay that is corrected, and the PAYE on them: the difference is taxed */
  correctsExtras?: Extras | undefined;
  employerCosts?: readonly EmployerCost[] | undefined;
}
