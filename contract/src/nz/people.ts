/** What is recorded of a person in New Zealand: the sections of the person's page, and a new person. */

import { isAccountNz } from "@zesty/core/nz/bankAccount";
import { isIrd } from "@zesty/core/nz/irdNumber";
import type { Order } from "@zesty/core/nz/payOrders";
import type { ExtraLoan } from "@zesty/core/nz/studentLoan";
import { readTaxCode, taxCodes } from "@zesty/core/nz/taxCode";
import { orderKinds } from "@zesty/core/rulebook/nz/protectedEarnings";
import Joi from "joi";
import { type BankPart, statementWords } from "../bank.ts";
import { contract, emergency, qualifications } from "../besidePay.ts";
import { amountNotNegative, checked, date, hours, name, optional, percent } from "../fields.ts";
import { ownFacts } from "../ownFacts.ts";
import { type Details, type Employment, employment, payslipBy, type UsualLine, usualPay } from "../people.ts";
import { type TimeTerms, timeTerms } from "../time.ts";

export const ird = () => checked(isIrd, "does not pass the check of an IRD number. Compare its digits.");
export const accountNz = () =>
  checked(isAccountNz, "does not pass the check of a bank account. It is written as 01-0902-0068389-000.");

export const detailsNz = Joi.object<Details>({
  familyName: name(40).required().label("Family name"),
  givenName: name(40).required().label("Given name"),
  birthDate: date().required().label("Birth date"),
  email: optional(Joi.string().trim().email({ tlds: false })).label("E-mail"),
  phone: optional(Joi.string().trim().max(16)).label("Phone"),
  address: Joi.object({
    line1: name(60).required().label("Street"),
    suburb: name(40).required().label("Town"),
    state: Joi.string().valid("").default(""),
    postcode: Joi.string()
      .pattern(/^\d{4}$/)
      .required()
      .label("Postcode")
      .messages({ "string.pattern.base": "Postcode has four digits." }),
  })
    .allow(null)
    .default(null),
  startDate: date().required().label("Start date"),
  endDate: optional(date()).label("Last day"),
  payslipMessage: optional(Joi.string().max(300)).label("Payslip message"),
  payslipBy: payslipBy(),
  privateNotes: optional(Joi.string().max(2000)).label("Private notes"),
});

export interface TaxCodeFacts {
  code: string;
  /** left out to keep the number that is there */
  irdNumber?: string | undefined;
  specialRate: string | null;
  until: string | null;
  slcir: ExtraLoan | null;
  slbor: ExtraLoan | null;
  lowerMinimum: boolean;
  /** per cent by a special deduction rate certificate for the student loan */
  loanRate?: string | null | undefined;
}
const extraLoan = Joi.object<ExtraLoan>({
  percent: percent().empty("").label("Per cent"),
  amount: amountNotNegative().empty("").label("Amount"),
}).oxor("percent", "amount");
const loanOrNone = () =>
  extraLoan
    .allow(null)
    .default(null)
    .custom((value: ExtraLoan | null) => (value?.percent || value?.amount ? value : null));
export const taxCode = Joi.object<TaxCodeFacts & { from?: string }>({
  from: date().label("From"),
  code: Joi.string()
    .required()
    .custom((value: string, helpers) =>
      readTaxCode(value)
        ? value.trim().toUpperCase()
        : helpers.message({
            custom: `{{#label}} is not one of Inland Revenue's. It is one of ${taxCodes.join(", ")}, with SL after it for a student loan.`,
          }),
    )
    .label("Tax code"),
  irdNumber: ird().empty("").label("IRD number"),
  specialRate: optional(percent()).label("Rate of the certificate"),
  until: optional(date()).label("Certificate until"),
  slcir: loanOrNone().label("Ordered by Inland Revenue"),
  slbor: loanOrNone().label("Chosen by the person"),
  lowerMinimum: Joi.boolean().default(false).label("Starting-out or training rate"),
  loanRate: optional(percent()).label("Student loan at a special rate"),
});

export interface KiwiSaverFacts {
  status: "member" | "not-member" | "opted-out" | "suspended";
  joined: "existing" | "automatic" | "optedIn";
  employeeRate: string | null;
  employerRate: string | null;
  esctRate: string | null;
  temporaryUntil: string | null;
  suspendedUntil: string | null;
  optOutDate: string | null;
  totalRemuneration: boolean;
  /** the employer contributes outside the ages of the law too */
  voluntaryEmployer?: boolean | undefined;
}
export const kiwiSaver = Joi.object<KiwiSaverFacts & { from?: string }>({
  from: date().label("From"),
  status: Joi.string().valid("member", "not-member", "opted-out", "suspended").required().label("KiwiSaver"),
  joined: Joi.string().valid("existing", "automatic", "optedIn").default("existing").label("How they joined"),
  employeeRate: optional(percent()).label("Own rate"),
  employerRate: optional(percent()).label("Employer's rate"),
  esctRate: optional(percent()).label("ESCT rate"),
  temporaryUntil: optional(date()).label("Temporary rate until"),
  suspendedUntil: optional(date()).label("Suspended until"),
  optOutDate: optional(date()).label("Opted out on"),
  totalRemuneration: Joi.boolean().default(false).label("Total remuneration"),
  voluntaryEmployer: Joi.boolean().default(false).label("Employer contributes at any age"),
}).custom((value: KiwiSaverFacts, helpers) => {
  if (value.status === "suspended" && !value.suspendedUntil)
    return helpers.message({ custom: "A savings suspension has a last day. Type it as the letter has it." });
  return value;
});

export type OrderFacts = Order & { until?: string | undefined; total?: string | undefined };
export interface OrdersFacts {
  childSupport: { amount: string; protectedPercent: string | null } | null;
  orders: OrderFacts[];
}
const order = Joi.object<OrderFacts>({
  kind: Joi.string()
    .valid(...orderKinds)
    .required()
    .label("Kind"),
  name: name(40).required().label("Name"),
  amount: amountNotNegative().empty("").label("Amount each pay"),
  percentOfNet: percent().empty("").label("Per cent of pay after PAYE"),
  served: date().required().label("Served on"),
  protectedPercent: percent().empty("").label("Protected per cent"),
  until: date().empty("").label("Until"),
  total: amountNotNegative().empty("").label("Total"),
}).xor("amount", "percentOfNet");
export const orders = Joi.object<OrdersFacts & { from?: string }>({
  from: date().label("From"),
  childSupport: Joi.object({
    amount: amountNotNegative().empty("").label("Child support each pay"),
    protectedPercent: optional(percent()).label("Protected per cent"),
  })
    .allow(null)
    .default(null)
    .custom((value: OrdersFacts["childSupport"]) => (value?.amount && Number(value.amount) > 0 ? value : null)),
  orders: Joi.array().items(order).max(10).default([]).label("Orders"),
});

export interface HolidayFactsRecord {
  withPay: boolean;
  varies: boolean;
  agreedWeek: string | null;
  averageOnlyFrom?: string | null | undefined;
  averageOnlyUntil: string | null;
  keepsAnniversary: boolean;
  /** what the agreement gives each year above the law; null: the law's */
  annualWeeks?: string | null | undefined;
  sickDays?: string | null | undefined;
  /** the day from which service counts, where that is before the start */
  countsFrom?: string | null | undefined;
  /** before this program: from when twelve months ran, where the anniversary was moved; when a casual's sick leave arose */
  anniversaryFrom?: string | null | undefined;
  sickFrom?: string | null | undefined;
  opening?: { kind: string; units: string }[] | undefined;
  /** the day on which the opening balances are true; today when left out */
  openingOn?: string | undefined;
}
export const holidays = Joi.object<HolidayFactsRecord & { from?: string }>({
  from: date().label("From"),
  withPay: Joi.boolean().default(false).label("8 % with each pay"),
  varies: Joi.boolean().default(false).label("Hours vary"),
  agreedWeek: optional(amountNotNegative()).label("Agreed ordinary weekly pay"),
  averageOnlyFrom: optional(date()).label("Parental leave from"),
  averageOnlyUntil: optional(date()).label("Average only until"),
  keepsAnniversary: Joi.boolean().default(false).label("Unpaid leave leaves the anniversary"),
  annualWeeks: optional(percent()).label("Annual holidays, weeks a year"),
  sickDays: optional(percent()).label("Sick leave, days a year"),
  countsFrom: optional(date()).label("Service counts from"),
  anniversaryFrom: optional(date()).label("Twelve months ran from"),
  sickFrom: optional(date()).label("Sick leave arose last on"),
  openingOn: date().empty("").label("Opening balances on"),
  opening: Joi.array()
    .max(20)
    .items(
      Joi.object({
        kind: Joi.string().valid("annual", "sick", "alternative", "familyViolence").required(),
        units: Joi.string()
          .pattern(/^-?\d{1,3}(\.\d{1,4})?$/)
          .required()
          .label("Opening balance")
          .messages({ "string.pattern.base": "Opening balance is written in weeks or days, as 2.5." }),
      }),
    ),
}).custom((value: HolidayFactsRecord, helpers) =>
  value.averageOnlyFrom && (value.averageOnlyUntil ?? "") < value.averageOnlyFrom
    ? helpers.message({
        custom: "“Average only until” is a year after the last day of the parental leave. Type it too.",
      })
    : value,
);

export interface EarlierFacts {
  start: string;
  end: string;
  gross: string;
  irregular: string;
  days: string;
  /** annual holidays taken in advance, among the gross */
  advance?: string | undefined;
}
export const earlier = Joi.object<{ pays: EarlierFacts[] }>({
  pays: Joi.array()
    .items(
      Joi.object({
        start: date().required().label("From"),
        end: date().required().label("To"),
        gross: amountNotNegative().required().label("Gross earnings"),
        irregular: amountNotNegative().empty("").default("0").label("Irregular among them"),
        days: hours().required().label("Days"),
        advance: amountNotNegative().empty("").default("0").label("For holidays in advance"),
      }).custom((value: EarlierFacts, helpers) =>
        value.end < value.start ? helpers.message({ custom: "The last day is before the first." }) : value,
      ),
    )
    .max(60)
    .required(),
});

export const bankNz = Joi.object<{ from?: string; parts: BankPart[] }>({
  from: date().label("From"),
  parts: Joi.array()
    .items(
      Joi.object({
        bsb: Joi.string().valid("").default(""),
        account: accountNz().required().label("Account"),
        title: name(32).required().label("Account name"),
        text: statementWords(12),
        kind: Joi.string().valid("amount", "percent", "rest").required().label("Share"),
        value: Joi.string().allow("").default("").label("Value"),
      }),
    )
    .min(1)
    .max(5)
    .required()
    .label("Accounts"),
});

export interface NewPersonNz {
  payrollId: string;
  details: Details;
  employment: Employment;
  taxCode?: TaxCodeFacts | undefined;
  kiwiSaver?: KiwiSaverFacts | undefined;
  orders?: OrdersFacts | undefined;
  holidays?: HolidayFactsRecord | undefined;
  earlier?: { pays: EarlierFacts[] } | undefined;
  bank?: { parts: BankPart[] } | undefined;
  usualPay?: { lines: UsualLine[] } | undefined;
  time?: TimeTerms | undefined;
}
export const newPersonNz = Joi.object<NewPersonNz>({
  payrollId: name(20).required().label("Payroll ID"),
  details: detailsNz.required(),
  employment: employment.required(),
  taxCode,
  kiwiSaver,
  orders,
  holidays,
  earlier,
  bank: bankNz,
  usualPay,
  time: timeTerms,
});

export const sectionsNz = {
  details: detailsNz,
  employment,
  taxCode,
  kiwiSaver,
  orders,
  holidays,
  earlier,
  bank: bankNz,
  usualPay,
  time: timeTerms,
  emergency,
  contract,
  qualifications,
  ownFacts,
} as const;
export type SectionNz = keyof typeof sectionsNz;

/** What a person's page shows beside the sections that both countries have. */
export interface PersonNzView {
  taxCode: Omit<TaxCodeFacts, "irdNumber"> & { from: string; irdShown: string | null };
  kiwiSaver: (KiwiSaverFacts & { from: string }) | null;
  /** of who opted out: what signed pays had taken and set aside before; Inland Revenue pays it back */
  beforeOptOut: { employee: string; employer: string } | null;
  /** the rate that this year's contributions are taxed by, and what it rests on */
  esct: { rate: string; base: string | null; estimated: boolean } | null;
  orders: OrdersFacts & { from: string };
  holidays: Omit<HolidayFactsRecord, "opening" | "openingOn"> & { from: string };
  earlier: EarlierFacts[];
  entitlement: {
    anniversary: string | null;
    next: string;
    grossSince: string;
    ordinaryWeek: string;
    averageWeek: string;
    averageDay: string;
  };
  province: string;
}

declare module "../people.ts" {
  interface PersonView {
    /** what only New Zealand asks of people */
    nz: PersonNzView | null;
  }
}
