/** The staff pages: what an employee sees of the own pay, asks for and fills in. */

import type { CountryCode } from "@zesty/core/countries/countries";
import Joi from "joi";
import { type Emergency, emergency } from "./besidePay.ts";
import { abn, account, bsb, date, hours, name, optional, percent, tfn, usi } from "./fields.ts";
import type { LeaveRequest } from "./leave.ts";
import { accountNz, ird, taxCode } from "./nz/people.ts";
import { states } from "./people.ts";

export interface StaffSession {
  name: string;
  email: string;
  /** the practice's own users may have pages here too */
  user: boolean;
  /** signing in asks for a code beside the password */
  secondFactor: boolean;
  employments: { personId: number; business: string; country: CountryCode }[];
}
/** What the practice still wants of somebody, and why. */
export interface Wanted {
  section: string;
  text: string;
  why: string;
}
export interface StaffBalance {
  kind: string;
  words: string;
  amount: string;
  unit: "hours" | "days" | "weeks";
}
export interface StaffPage {
  personId: number;
  name: string;
  business: string;
  country: CountryCode;
  today: string;
  /** the next payday of the person's cycle that was not sent yet */
  nextPayday: string | null;
  payslips: { payId: number; payday: string; start: string; end: string; gross: string; net: string }[];
  /** payroll years that have a summary, newest first */
  years: { from: string; name: string }[];
  wanted: Wanted[];
  balances: StaffBalance[];
  requests: LeaveRequest[];
  kinds: { code: string; words: string }[];
  /** hours are typed here: every hour, or only what differs from the week; null where nothing is typed */
  timesheet: "all" | "exceptions" | null;
  details: {
    email: string | null;
    phone: string | null;
    address: { line1: string; suburb: string; state: string; postcode: string } | null;
  };
  /** when the photo was put in; null where there is none */
  photo: string | null;
  emergency: Emergency | null;
  facts: { label: string; value: string }[];
  /** a bank account that waits for the bookkeeper */
  waiting: { words: string; at: string } | null;
  funds: { id: number; name: string }[];
  /** New Zealand: what may be said of KiwiSaver; null elsewhere */
  saving: StaffSavingView | null;
}
export interface StaffDay {
  date: string;
  text: string;
  state: "open" | "approved" | "changed" | "locked" | null;
  holiday: string | null;
}
export interface StaffWeek {
  from: string;
  days: StaffDay[];
  /** hours in all, as far as they are written with times or hours */
  total: string;
}

export const staffJoin = Joi.object<{ token: string; password: string; email?: string }>({
  token: Joi.string().max(100).required().label("Link"),
  // Whoever is invited by text message says it; an invitation by mail knows it.
  email: Joi.string().trim().lowercase().email({ tlds: false }).max(200).empty("").label("E-mail"),
  password: Joi.string().min(12).max(200).required().label("Password").messages({
    "string.min": "Password needs at least 12 characters; several words are good.",
  }),
});
export interface StaffLeave {
  kind: string;
  first: string;
  last: string;
  hoursADay: string | null;
  note: string | null;
}
export const staffLeave = Joi.object<StaffLeave>({
  kind: Joi.string().max(30).required().label("Leave"),
  first: date().required().label("First day"),
  last: date().required().label("Last day"),
  hoursADay: hours().allow(null, "").empty("").default(null).label("Hours of each day"),
  note: name(300).allow(null, "").empty("").default(null).label("Note"),
});
export interface StaffLeavePreview {
  days: number;
  amount: string;
  unit: StaffBalance["unit"];
  holidays: { date: string; name: string }[];
  before: string | null;
  after: string | null;
}
export interface TypedDay {
  date: string;
  text: string;
  /** what the page said where it was typed: what the practice changed meanwhile is not written over; unasked if left out */
  was?: string;
}
export const staffDays = Joi.object<{ days: TypedDay[] }>({
  days: Joi.array()
    .items(
      Joi.object({
        date: date().required().label("Day"),
        text: Joi.string().allow("").max(80).required().label("Day"),
        was: Joi.string().allow("").max(200).label("Day before"),
      }),
    )
    .min(1)
    .max(14)
    .required()
    .label("Days"),
});

const signed = Joi.boolean().valid(true).required().label("Signature").messages({
  "any.only": "Tick that what you say is true: the declaration counts as signed by you.",
  "any.required": "Tick that what you say is true: the declaration counts as signed by you.",
});
const address = (state: Joi.StringSchema, suburb: number) =>
  Joi.object({
    line1: name(38).required().label("Street"),
    suburb: name(suburb).required().label("Suburb or town"),
    state,
    postcode: Joi.string()
      .pattern(/^\d{4}$/)
      .required()
      .label("Postcode")
      .messages({ "string.pattern.base": "Postcode has four digits." }),
  })
    .allow(null)
    .default(null);
const details = (addressOf: Joi.Schema) =>
  Joi.object({
    phone: optional(Joi.string().trim().max(16)).label("Phone"),
    address: addressOf,
  });
const bankOf = (fields: object) => Joi.object({ ...fields, title: name(32).required().label("Account name") });

export interface StaffTax {
  numberStatus: "given" | "pending" | "none";
  fileNumber?: string | undefined;
  residency: "resident" | "foreign" | "working-holiday";
  taxFreeThreshold: boolean;
  studyLoan: boolean;
  homeCountry: string | null;
  signed: true;
}
/** New Zealand: what somebody says of KiwiSaver, as its papers ask it. */
export interface StaffSaving {
  choice: "member" | "join" | "optOut";
  employeeRate: string | null;
  signed: true;
}
/** What may be said of it now. */
export interface StaffSavingView {
  choices: StaffSaving["choice"][];
  status: "member" | "not-member" | "opted-out" | "suspended" | null;
  rate: string | null;
  rates: readonly string[];
  /** where somebody was enrolled by this job: between which days opting out is possible */
  optOut: { from: string; to: string } | null;
}
export interface StaffFund {
  fundId: number | null;
  memberNumber: string | null;
  /** a fund that the business does not know yet */
  own: { name: string; abn: string; usi: string } | null;
}
/** What each section takes, country by country. */
export const staffSections = {
  AU: {
    details: details(
      address(
        Joi.string()
          .valid(...states)
          .required()
          .label("State"),
        27,
      ),
    ),
    tax: Joi.object<StaffTax>({
      numberStatus: Joi.string().valid("given", "pending", "none").required().label("Tax file number"),
      fileNumber: tfn().empty("").label("Tax file number"),
      residency: Joi.string().valid("resident", "foreign", "working-holiday").required().label("Residency"),
      taxFreeThreshold: Joi.boolean().required().label("Tax-free threshold"),
      studyLoan: Joi.boolean().required().label("Study loan"),
      homeCountry: optional(Joi.string().uppercase().length(2)).label("Home country"),
      signed,
    }),
    super: Joi.object<StaffFund>({
      fundId: Joi.number().integer().positive().empty("").allow(null).default(null).label("Fund"),
      memberNumber: optional(Joi.string().trim().max(20)).label("Member number"),
      own: Joi.object({
        name: name(80).required().label("Name of the fund"),
        abn: abn().required().label("ABN of the fund"),
        usi: usi().required().label("USI of the fund"),
      })
        .allow(null)
        .default(null),
    }).custom((value: StaffFund, helpers) =>
      value.fundId === null && value.own === null
        ? helpers.message({ custom: "Choose a fund, or name your own." })
        : value,
    ),
    bank: bankOf({ bsb: bsb().required().label("BSB"), account: account().required().label("Account") }),
    emergency,
  },
  NZ: {
    details: details(address(Joi.string().valid("").default(""), 40)),
    taxCode: Joi.object({
      code: taxCode.extract("code"),
      irdNumber: ird().empty("").label("IRD number"),
      signed,
    }),
    kiwiSaver: Joi.object<StaffSaving>({
      choice: Joi.string().valid("member", "join", "optOut").required().label("KiwiSaver"),
      employeeRate: optional(percent()).label("Own rate"),
      signed,
    }),
    bank: bankOf({ bsb: Joi.string().valid("").default(""), account: accountNz().required().label("Account") }),
    emergency,
  },
} as const;
export type StaffSection = keyof (typeof staffSections)["AU"] | keyof (typeof staffSections)["NZ"];

export type StaffWay = "mail" | "text";
export const inviteStaff = Joi.object<{ by: StaffWay }>({
  by: Joi.string().valid("mail", "text").default("mail").label("By"),
}).default({ by: "mail" });

/** What a person's page of the practice shows of the staff pages. */
export interface StaffAccess {
  openedAt: string | null;
  invitedUntil: string | null;
  /** how an invitation can reach the person, the first of them usual */
  ways: StaffWay[];
  changes: { id: number; section: string; words: string; at: string }[];
}
/** An answer to what was asked for, with what it means to pays that are signed off. */
export interface AnsweredChange extends StaffAccess {
  told: string[];
}
export const answerChange = Joi.object<{ take: boolean }>({ take: Joi.boolean().strict().required() });
