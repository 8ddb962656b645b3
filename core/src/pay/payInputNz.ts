/** What a New Zealand pay is worked out from: the input of the `work-out` contract for NZ. Decimal text, ISO dates. */
import type { IsoDate } from "../calendar/dates.ts";
import type { Cycle } from "../calendar/payPeriods.ts";
import type { Basis, ToDate } from "./payInput.ts";

export const elementsNz = [
  "ordinary",
  "overtime",
  "leaveTaken",
  "allowance",
  "commission",
  "directorFee",
  "holidayPay",
  "alternativeHoliday",
  "bonus",
  "backPay",
  "extraPay",
  "unusedLeave",
  "redundancy",
  "reimbursement",
  "deductionAfterTax",
  "payrollGiving",
] as const;
export type ElementNz = (typeof elementsNz)[number];

export interface PayLineNz {
  element: ElementNz;
  hours?: string | undefined;
  rate?: string | undefined;
  percent?: string | undefined;
  amount?: string | undefined;
  leave?: string | undefined;
  taxable?: boolean | undefined;
  name?: string | undefined;
  code?: string | undefined;
}

export interface PersonNz {
  birthDate: IsoDate;
  basis: Basis;
  /** as Inland Revenue writes it: "M", "ME SL", "ND"… */
  taxCode: string;
  /** per cent of a tailored certificate, or chosen for schedular payments */
  specialRate?: string | undefined;
  kiwiSaver?:
    | {
        status: "member" | "not-member" | "opted-out" | "suspended";
        employeeRate?: string | undefined;
        employerRate?: string | undefined;
        esctRate?: string | undefined;
        esctBase?: string | undefined;
      }
    | undefined;
  childSupport?: { amount: string; protectedPercent?: string | undefined } | undefined;
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
  history?: { lastFourWeeksGross?: string | undefined } | undefined;
}
