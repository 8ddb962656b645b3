/** Small makers, so that tests read like the trade. Only tests import this file. */

import type { PayInput, PayLine, PersonAu } from "./au/pay/input.ts";
import type { RowContext } from "./au/pay/row.ts";
import type { PayElement, SheetLine } from "./pay/row.ts";

type Change<T> = { [K in keyof T]?: T[K] };

export const person = (change: Change<Omit<PersonAu, "tax">> & { tax?: Change<PersonAu["tax"]> } = {}): PersonAu => ({
  birthDate: "1990-02-03",
  basis: "full-time",
  weeklyHours: "38",
  leave: [
    { kind: "annual", weeksPerYear: "4" },
    { kind: "personal", weeksPerYear: "2" },
  ],
  ...change,
  tax: {
    fileNumber: "given",
    residency: "resident",
    taxFreeThreshold: true,
    studyLoan: false,
    medicare: "levy",
    ...change.tax,
  },
});

export const pay = (lines: PayLine[], change: Change<PayInput> = {}): PayInput => ({
  country: "AU",
  payday: "2025-10-09",
  cycle: "weekly",
  person: person(),
  lines,
  ...change,
});

export const ordinary = (hours: string, rate: string): PayLine => ({
  element: "ordinary",
  hours,
  rate,
  code: "ORD",
  name: "Ordinary",
});
export const salary = (amount: string): PayLine => ({ element: "ordinary", amount });

export const element = (change: Change<PayElement> & { id: number; code: string }): PayElement => ({
  name: change.code,
  element: "ordinary",
  entry: "hours",
  percent: "100",
  leave: null,
  allowance: null,
  deduction: null,
  taxable: null,
  superable: null,
  detail: null,
  holidayGross: null,
  regular: null,
  ...change,
});

export const elements = new Map(
  [
    element({ id: 1, code: "ORD", name: "Ordinary" }),
    element({ id: 2, code: "AL", name: "Annual leave", element: "leaveTaken", leave: "annual" }),
    element({ id: 3, code: "DED", name: "Deduction", element: "deductionAfterTax", entry: "amount" }),
    element({ id: 4, code: "FDV", name: "Leave, other", element: "leaveTaken", leave: "familyViolence" }),
    element({ id: 5, code: "COMP", name: "Compassionate leave", element: "leaveTaken", leave: "compassionate" }),
    element({ id: 6, code: "WET", name: "Wet work", element: "allowance", entry: "amount" }),
    element({ id: 7, code: "BACK", name: "Back pay", element: "backPay", entry: "amount" }),
    element({ id: 8, code: "UNUSED", name: "Unused leave", element: "unusedLeave", entry: "amount", leave: "annual" }),
    element({ id: 12, code: "SAL", name: "Salary", entry: "amount" }),
    element({ id: 11, code: "LIEU", name: "Time in lieu", element: "leaveTaken", leave: "timeInLieu" }),
    element({ id: 10, code: "ETP", name: "Termination payment", element: "etp", entry: "amount" }),
    element({
      id: 9,
      code: "KM",
      name: "Kilometres",
      element: "allowance",
      entry: "units",
      unitRate: "1.2",
      allowance: "CD",
    }),
  ].map((each) => [each.id, each]),
);

export const context = (
  change: { person?: PersonAu; facts?: Change<RowContext["facts"]> } & Change<
    Omit<RowContext, "person" | "facts">
  > = {},
): RowContext => ({
  country: "AU",
  payday: "2025-10-09",
  periodStart: "2025-09-29",
  periodEnd: "2025-10-05",
  cycle: "weekly",
  periods: 1,
  toDate: {},
  balances: { annual: "50.0000", personal: "20.0000" },
  lastPay: null,
  isFirstPay: false,
  deducted: {},
  takenThisYear: {},
  topUp: null,
  overrides: null,
  correctsTaxable: null,
  employerCosts: [],
  ...change,
  person: change.person ?? person(),
  facts: {
    id: 1,
    name: "Alex Sample",
    hourlyRate: "30",
    costCentres: [],
    workPattern: null,
    state: "VIC",
    minimumRate: null,
    rateChange: null,
    startDate: "2020-01-06",
    endDate: null,
    numberPendingSince: null,
    fund: "Example Super",
    memberNumber: "M1",
    bankAccounts: 1,
    hasAddress: true,
    payslipTo: "alex@example.org",
    ...change.facts,
  },
});

export const hours = (value: string): SheetLine[] => [{ elementId: 1, hours: value }];
