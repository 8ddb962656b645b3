/** Small makers of New Zealand rows. Only tests import this file. */
import type { HolidayFacts } from "./nz/holidayFacts.ts";
import type { PersonNz } from "./nz/pay/input.ts";
import type { RowContextNz } from "./nz/pay/row.ts";
import type { PayElement } from "./pay/row.ts";
import { element } from "./testMakers.ts";

export const elementsNz = new Map(
  (
    [
      element({ id: 1, code: "ORD", name: "Ordinary" }),
      element({ id: 2, code: "AL", element: "leaveTaken", leave: "annual", entry: "weeks" }),
      element({ id: 3, code: "SICK", element: "leaveTaken", leave: "sick", entry: "days" }),
      element({ id: 4, code: "PH", element: "publicHoliday", entry: "days" }),
      element({ id: 5, code: "PHW", element: "publicHolidayWorked" }),
      element({ id: 6, code: "ALTE", element: "alternativeEarned", entry: "days" }),
      element({ id: 7, code: "ALT", element: "alternativeHoliday", entry: "days" }),
      element({ id: 8, code: "DED", element: "deductionAfterTax", entry: "amount" }),
      element({ id: 9, code: "CASHUP", element: "cashUp", entry: "weeks" }),
      element({ id: 10, code: "SAL", element: "ordinary", entry: "amount" }),
      element({ id: 11, code: "BONUS", element: "bonus", entry: "amount" }),
      element({ id: 12, code: "LEFT", element: "unusedLeave", leave: "annual", entry: "weeks" }),
      element({ id: 13, code: "PERCENT", element: "finalPercent", entry: "amount" }),
      element({ id: 14, code: "UNPAID", element: "leaveTaken", leave: "unpaid", entry: "weeks" }),
      element({ id: 15, code: "DAYS", element: "daysWorked", entry: "days" }),
      element({ id: 16, code: "CLOSED", element: "closedownPay", entry: "amount" }),
      element({ id: 18, code: "BER", element: "leaveTaken", leave: "bereavement", entry: "days" }),
      element({ id: 30, code: "ALT-EXCH", element: "alternativeExchanged", entry: "days" }),
      element({ id: 17, code: "ALTLEFT", element: "unusedLeave", leave: "alternative", entry: "days" }),
    ] satisfies PayElement[]
  ).map((each) => [each.id, each]),
);

const earned = {
  from: "2025-06-30",
  to: "2026-06-28",
  gross: "65000",
  irregular: "0",
  days: "260",
  calendarDays: "364",
  pays: 26,
};

export const holidayFacts = (change: Partial<HolidayFacts> = {}): HolidayFacts => ({
  weeklyHours: "40",
  pattern: ["8", "8", "8", "8", "8", "0", "0"],
  hourlyRate: "30",
  regularExtras: "0",
  agreedWeek: null,
  varies: false,
  averageOnly: false,
  lessWeeks: "0",
  withPay: false,
  advancePaid: "0",
  history: { fourWeeks: earned, year: earned, sinceAnniversary: { ...earned, gross: "20000" }, incomplete: false },
  ...change,
});

export const personNz = (change: Partial<PersonNz> = {}): PersonNz => ({
  birthDate: "1990-02-03",
  basis: "full-time",
  taxCode: "M",
  kiwiSaver: { status: "member", employeeRate: "3.5", esctRate: "30" },
  ...change,
});

export const contextNz = (
  change: Partial<Omit<RowContextNz, "facts">> & { facts?: Partial<RowContextNz["facts"]> } = {},
): RowContextNz => ({
  country: "NZ",
  payday: "2026-07-14",
  periodStart: "2026-06-29",
  periodEnd: "2026-07-12",
  cycle: "fortnightly",
  periods: 1,
  toDate: {},
  balances: { annual: "3.0000", sick: "10.0000", alternative: "1.0000" },
  lastPay: null,
  isFirstPay: false,
  deducted: {},
  overrides: null,
  correctsTaxable: null,
  employerCosts: [],
  person: personNz(),
  holidays: holidayFacts(),
  publicHolidays: [],
  earlierGross: "2400",
  patternDays: "10",
  nextAnniversary: "2027-01-06",
  cashedUp: "0",
  exchangeable: "0",
  earlierInPeriod: null,
  ...change,
  facts: {
    id: 1,
    name: "Alex Sample",
    hourlyRate: "30",
    workPattern: null,
    costCentres: [],
    minimumRate: null,
    rateChange: null,
    startDate: "2020-01-06",
    endDate: null,
    bankAccounts: 1,
    hasAddress: true,
    payslipTo: "alex@example.org",
    province: "Nelson",
    hasIrdNumber: true,
    kiwiSaver: { optOutFrom: null, optOutTo: null, suspendedUntil: null, temporaryUntil: null, estimated: false },
    certificateUntil: null,
    openingMissing: false,
    passesService: true,
    ...change.facts,
  },
});
