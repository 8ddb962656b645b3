import { allowanceCodes, deductionCodes, elementsAu } from "@zesty/core/au/pay/input";
import { provincesNz } from "@zesty/core/calendar/holidaysNz";
import { cycles } from "@zesty/core/calendar/payPeriods";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { ClosedDayRule } from "@zesty/core/countries/workingDays";
import { elementsNz } from "@zesty/core/nz/pay/input";
import { type Entry, entries } from "@zesty/core/pay/row";
import Joi from "joi";
import { type FundFacts, fundFields } from "./au/funds.ts";
import { account, bsb, date, name, payerNumber, percent, timeZone } from "./fields.ts";
import { accountNz, ird } from "./nz/people.ts";
import type { OwnField } from "./ownFacts.ts";
import { states } from "./people.ts";

/** Payment files that Australian banks take: Direct Entry, a plain CSV of our own, or the credit transfer of ISO 20022. */
export const bankFilesAu = ["directEntry", "csv", "pain001"] as const;
export type BankFileAu = (typeof bankFilesAu)[number];

export interface NewBusiness {
  country?: "AU" | undefined;
  name: string;
  legalName: string;
  /** or the withholding payer number of a payer without an ABN */
  abn: string;
  state: (typeof states)[number];
  timeZone: string;
  /** how much is withheld in a year: decides when it is due */
  withholder?: "small" | "medium" | "large" | undefined;
  /** whoever prepares a run does not authorise it */
  fourEyes?: boolean | undefined;
  /** a run waits for a yes of somebody else */
  yesFirst?: boolean | undefined;
  /** who answers questions, and where the business is written to: on payslips and year summaries */
  contact: { name: string; phone: string; email: string; address?: string | undefined };
  bank: {
    bsb: string;
    account: string;
    institution: string;
    userName: string;
    userId: string;
    balancing: boolean;
    /** the kind of payment file that the bank takes; Direct Entry where nothing is said */
    file?: BankFileAu | undefined;
  } | null;
  cycle: { name: string; cycle: (typeof cycles)[number]; firstPeriodStart: string; paydayOffset: number };
  /** a business of the same country whose pay elements, accounts, funds and agreements are taken over */
  copyFrom?: number | null | undefined;
}
const copyFrom = Joi.number().integer().positive().empty("").allow(null).default(null).label("Set up like");

const contact = Joi.object({
  name: name().required().label("Contact name"),
  phone: name(16).required().label("Contact phone"),
  email: Joi.string().trim().email({ tlds: false }).required().label("Contact e-mail"),
  address: Joi.string().trim().empty("").max(120).label("Address of the business"),
});
const ofDirectEntry = (field: Joi.StringSchema, otherwise: string) =>
  Joi.when("file", {
    is: Joi.valid("csv", "pain001").required(),
    // biome-ignore lint/suspicious/noThenProperty: the name that Joi gives it
    then: field.empty("").default(otherwise),
    otherwise: field.required(),
  });
const bank = Joi.object({
  bsb: bsb().required().label("BSB"),
  account: account().required().label("Account"),
  file: Joi.string()
    .valid(...bankFilesAu)
    .default("directEntry")
    .label("Payment file"),
  // What only a Direct Entry file carries is asked for where the bank takes one.
  institution: ofDirectEntry(Joi.string().trim().uppercase().length(3).label("Bank's three letters"), ""),
  userName: ofDirectEntry(name(26).label("User name at the bank"), ""),
  userId: ofDirectEntry(
    Joi.string()
      .pattern(/^\d{1,6}$/)
      .label("User ID at the bank")
      .messages({ "string.pattern.base": "User ID has up to six digits." }),
    "0",
  ),
  balancing: Joi.boolean().default(true).label("Balancing debit"),
});
/** On record an account left empty stays; how the bank is written to changes all the same. */
const changedBank = bank.keys({
  bsb: Joi.when("account", {
    is: "",
    // biome-ignore lint/suspicious/noThenProperty: the name that Joi gives it
    then: Joi.valid("").messages({ "any.only": "Give the account, too, or leave both empty." }),
    otherwise: bsb().required(),
  }).label("BSB"),
  account: account().allow("").required().label("Account"),
});
export const newCycle = Joi.object<NewBusiness["cycle"]>({
  name: name(40).required().label("Cycle name"),
  cycle: Joi.string()
    .valid(...cycles)
    .required()
    .label("Rhythm"),
  firstPeriodStart: date().required().label("First period starts"),
  paydayOffset: Joi.number().integer().min(-14).max(31).required().label("Days from period end to payday"),
});

export const newBusiness = Joi.object<NewBusiness>({
  country: Joi.string().valid("AU").label("Country"),
  name: name().required().label("Name"),
  legalName: name(200).required().label("Legal name"),
  abn: payerNumber().required().label("ABN"),
  state: Joi.string()
    .valid(...states)
    .required()
    .label("State"),
  timeZone: timeZone().default("Australia/Melbourne").label("Time zone"),
  withholder: Joi.string().valid("small", "medium", "large").default("medium").label("Withholder"),
  contact: contact.required(),
  bank: bank.allow(null).default(null),
  cycle: newCycle.required(),
  copyFrom,
});

export interface NewBusinessNz {
  country: "NZ";
  name: string;
  legalName: string;
  ird: string;
  province: (typeof provincesNz)[number];
  contact: NewBusiness["contact"];
  /** null until there is one */
  bankAccount: string | null;
  filing: { large: boolean; paymentFile: "csv" | "pain001" };
  fourEyes?: boolean | undefined;
  yesFirst?: boolean | undefined;
  cycle: NewBusiness["cycle"];
  copyFrom?: number | null | undefined;
}
const factsNz = {
  name: name().required().label("Name"),
  legalName: name(200).required().label("Legal name"),
  ird: ird().required().label("IRD number"),
  province: Joi.string()
    .valid(...provincesNz)
    .required()
    .label("Province"),
  contact: contact.required(),
  bankAccount: accountNz().empty("").allow(null).default(null).label("Pays from account"),
  filing: Joi.object({
    large: Joi.boolean().default(false).label("Large employer"),
    paymentFile: Joi.string().valid("csv", "pain001").default("csv").label("Payment file"),
  }).default({ large: false, paymentFile: "csv" }),
};
export const newBusinessNz = Joi.object<NewBusinessNz>({
  country: Joi.string().valid("NZ").required().label("Country"),
  ...factsNz,
  cycle: newCycle.required(),
  copyFrom,
});
export const businessFactsNz = Joi.object<Omit<NewBusinessNz, "cycle" | "country" | "copyFrom">>({
  ...factsNz,
  fourEyes: Joi.boolean().default(false).label("Two pairs of eyes"),
  yesFirst: Joi.boolean().default(false).label("A yes first"),
});

export const businessFacts = Joi.object<Omit<NewBusiness, "cycle" | "copyFrom">>({
  name: name().required().label("Name"),
  legalName: name(200).required().label("Legal name"),
  abn: payerNumber().required().label("ABN"),
  state: Joi.string()
    .valid(...states)
    .required()
    .label("State"),
  timeZone: timeZone().required().label("Time zone"),
  withholder: Joi.string().valid("small", "medium", "large").default("medium").label("Withholder"),
  fourEyes: Joi.boolean().default(false).label("Two pairs of eyes"),
  yesFirst: Joi.boolean().default(false).label("A yes first"),
  contact: contact.required(),
  bank: changedBank.allow(null).default(null),
});

export interface NewElement {
  code: string;
  name: string;
  element: (typeof elementsAu)[number] | (typeof elementsNz)[number];
  entry: Entry;
  percent: string;
  /** dollars of a unit, where it is typed as units */
  unitRate?: string | null | undefined;
  leave: string | null;
  allowance: (typeof allowanceCodes)[number] | null;
  deduction: (typeof deductionCodes)[number] | null;
  taxable: boolean | null;
  superable: boolean | null;
  account: string | null;
  detail?: string | null | undefined;
  /** New Zealand: counts in gross earnings of the Holidays Act; part of an ordinary week */
  holidayGross?: boolean | null | undefined;
  regular?: boolean | null | undefined;
  /** deductions: who is paid, by name or name and number */
  paidTo?: string | null | undefined;
}
const unitRate = Joi.string()
  .trim()
  .empty("")
  .pattern(/^\d{1,5}(\.\d{1,4})?$/)
  .label("Dollars each")
  .messages({
    "string.pattern.base": "Dollars each is a number such as 0.99.",
    "any.required": "Dollars each is missing: what is one kilometre or one meal paid with?",
  });
const orNull = (schema: Joi.Schema) => schema.empty("").allow(null).default(null);
export const newElement = Joi.object<NewElement>({
  code: Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-Z0-9-]{1,12}$/)
    .required()
    .label("Code")
    .messages({ "string.pattern.base": "Code has up to 12 letters, digits or hyphens." }),
  name: name(40).required().label("Name"),
  element: Joi.string()
    .valid(...new Set([...elementsAu, ...elementsNz]))
    .required()
    .label("Kind"),
  entry: Joi.string()
    .valid(...entries)
    .required()
    .label("Typed as"),
  percent: percent().default("100").label("Per cent of rate"),
  unitRate: unitRate.when("entry", { not: "units", otherwise: Joi.required() }),
  leave: orNull(Joi.string().max(30)).label("Kind of leave"),
  allowance: orNull(Joi.string().valid(...allowanceCodes)).label("Allowance code"),
  deduction: orNull(Joi.string().valid(...deductionCodes)).label("Deduction code"),
  taxable: orNull(Joi.boolean()).label("Taxable"),
  superable: orNull(Joi.boolean()).label("Counts for super"),
  account: orNull(Joi.string().max(20)).label("Ledger account"),
  holidayGross: orNull(Joi.boolean()).label("Counts for holiday pay"),
  regular: orNull(Joi.boolean()).label("Part of an ordinary week"),
  detail: orNull(Joi.string().trim().uppercase().max(20)).label("Which other allowance"),
  paidTo: orNull(name(80)).label("Paid to"),
});

/** What of a pay element can be changed: its kind and code stay, because what was paid under them stays. */
export interface ChangeElement {
  name: string;
  percent: string;
  unitRate?: string | null | undefined;
  allowance: NewElement["allowance"];
  detail: string | null;
  deduction: NewElement["deduction"];
  superable: boolean | null;
  holidayGross: boolean | null;
  regular: boolean | null;
  account: string | null;
  paidTo: string | null;
  retired: boolean;
}
export const changeElement = Joi.object<ChangeElement>({
  name: name(40).required().label("Name"),
  percent: percent().required().label("Per cent of rate"),
  unitRate: unitRate.allow(null),
  allowance: orNull(Joi.string().valid(...allowanceCodes)).label("Allowance code"),
  detail: orNull(Joi.string().trim().uppercase().max(20)).label("Which other allowance"),
  deduction: orNull(Joi.string().valid(...deductionCodes)).label("Deduction code"),
  superable: orNull(Joi.boolean()).label("Counts for super"),
  holidayGross: orNull(Joi.boolean()).label("Counts for holiday pay"),
  regular: orNull(Joi.boolean()).label("Part of an ordinary week"),
  account: orNull(Joi.string().max(20)).label("Ledger account"),
  paidTo: orNull(name(80)).label("Paid to"),
  retired: Joi.boolean().required().label("Retired"),
});
export const newFund = Joi.object<FundFacts>(fundFields);

export interface BusinessView {
  id: number;
  /** the business's own facts as they were read: sent with If-Match, they are not written over where somebody else was faster */
  stamp: string;
  /** the same of each entry of a list: "funds/3" */
  entryStamps: Record<string, string>;
  country: CountryCode;
  /** New Zealand: facts of its own, in place of `facts` */
  nz: (Omit<NewBusinessNz, "country" | "cycle" | "bankAccount"> & { bankShown: string | null }) | null;
  facts: Omit<NewBusiness, "cycle" | "bank"> & {
    bank: ({ shown: string } & Omit<NonNullable<NewBusiness["bank"]>, "bsb" | "account">) | null;
  };
  cycles: ({
    name: string;
    cycle: string;
    paydayOffset: number;
    closedDays: ClosedDayRule;
    next: { start: string; end: string; payday: string };
  } & Listed)[];
  places: ({ name: string; state: string; district: string | null; days: string } & Listed)[];
  costCentres: ({ code: string; name: string } & Listed)[];
  /** `usedBy`: people whose usual pay has it */
  elements: (NewElement & { id: number; retired: boolean; usedBy: number })[];
  funds: (FundFacts & Listed)[];
  /** facts of people of the business's own */
  ownFields: (OwnField & Listed)[];
  accounts: ({ code: string; name: string } & Listed)[];
  /** what the law gives a permanent person a year; empty where it is no matter of agreed weeks */
  standardLeave: { kind: string; weeksPerYear: string }[];
}
/** An entry of a list of the set-up. */
export interface Listed {
  id: number;
  /** not offered any more; what uses it goes on */
  retired: boolean;
  /** people, or pay elements and postings, that use it now */
  usedBy: number;
}
