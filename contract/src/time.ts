/** The record of time: weeks, agreements, and what a person is paid by. */

import { type AgreementRules, type SettingValue, shiftMarks } from "@zesty/core/agreements/agreementRules";
import { readWall } from "@zesty/core/calendar/wallClock";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { DayRecord } from "@zesty/core/hours/dayText";
import type { PersonTime, TimeUse } from "@zesty/core/hours/personHours";
import type { EnteredRates } from "@zesty/core/hours/pricing";
import Joi from "joi";
import { checked, date, hours, id, name, rate } from "./fields.ts";

export interface AgreementView {
  code: string;
  /** what the business said of it, as it was read: sent with If-Match, it is not written over where somebody else was faster */
  stamp: string;
  rules: AgreementRules;
  /** loaded by the business, not shipped */
  own: boolean;
  /** the shipped set of the same code, where the business has its own in place of it */
  shipped: AgreementRules | null;
  inUse: boolean;
  settings: Record<string, SettingValue>;
  rates: EnteredRates;
  source: string | null;
  from: string | null;
  /** days to come from which something is said of it already */
  later: string[];
  /** what a person should confirm in the agreement's rules */
  queries: string[];
}
/** An hour of a person before and after a table takes effect; null where no rate is known. */
export interface RateMove {
  personId: number;
  name: string;
  level: string | null;
  before: string | null;
  after: string | null;
  /** dollars a year at the plain rate: by the agreed hours, else by those paid in the twelve months before; null: none known */
  yearly: string | null;
}
/** A salary beside what the agreement would have paid for the recorded hours, over the pays of a stretch. */
export interface AnnualWage {
  personId: number;
  name: string;
  agreement: string;
  pays: number;
  /** pays that could not be priced by the agreement: a rate or a rule is not known */
  unknown: number;
  paidCents: number;
  askedCents: number;
  shortPays: number;
}
export interface SaveAgreementFacts {
  from: string;
  settings: Record<string, SettingValue>;
  rates: EnteredRates;
  source: string | null;
}

const settingKey = /^[a-zA-Z][a-zA-Z0-9]{0,39}$/;
const settingValues = () =>
  Joi.object().pattern(
    settingKey,
    Joi.alternatives(Joi.boolean().strict(), Joi.number().strict(), Joi.string().max(40)),
  );
const dollars = () => Joi.object().pattern(/^.{1,40}$/, rate());
export const saveAgreementFacts = Joi.object<SaveAgreementFacts>({
  from: date().required().label("From"),
  settings: settingValues().default({}),
  rates: Joi.object({ classifications: dollars().default({}), allowances: dollars().default({}) }).required(),
  source: name(120).allow(null, "").empty("").default(null).label("Source"),
});

/** A person's agreement as dated facts. */
export interface TimeTerms {
  agreement: string | null;
  classification: string | null;
  use: TimeUse;
  settings: Record<string, SettingValue>;
  flags: Record<string, boolean>;
  /** how many people the person leads; null where nobody has said */
  leads?: number | null | undefined;
  /** a day on which an averaging cycle begins; null: as the agreement counts */
  averagingFrom?: string | null | undefined;
  /** exceptions only: the times of each weekday, Monday first, as the week is typed; null: hours alone */
  usualTimes?: string[] | null | undefined;
  /** part-time: when more than the agreed hours may be worked at ordinary rates, each weekday, Monday first; null: never */
  availability?: string[] | null | undefined;
}
const weekdayTexts = () =>
  Joi.array().items(Joi.string().trim().max(100).allow("").label("Times of a day")).length(7).allow(null).default(null);
export const timeTerms = Joi.object<TimeTerms & { from?: string }>({
  from: date().label("From"),
  agreement: Joi.string().max(40).allow(null, "").empty("").default(null).label("Agreement"),
  classification: Joi.string().max(40).allow(null, "").empty("").default(null).label("Level"),
  use: Joi.string().valid("all", "exceptions", "record").required().label("Timesheet"),
  settings: settingValues().default({}),
  flags: Joi.object().pattern(settingKey, Joi.boolean().strict()).default({}),
  leads: Joi.number()
    .integer()
    .min(0)
    .max(999)
    .allow(null)
    .default(null)
    .label("Leads how many people")
    .messages({ "*": "{{#label}} is a whole number up to 999; 0 for nobody." }),
  averagingFrom: date().empty("").allow(null).default(null).label("Averaging begins on"),
  usualTimes: weekdayTexts().label("Usual times"),
  availability: weekdayTexts().label("Availability"),
});

const wall = () => checked((text) => readWall(text) !== null, "is not a time of a day. Write it as 2026-03-07T18:00.");
const shift = Joi.object({
  start: wall().required().label("Start"),
  end: wall().required().label("End"),
  breaks: Joi.array()
    .max(10)
    .items(
      Joi.object({
        ...{ start: wall().required(), end: wall().required(), paid: Joi.boolean() },
        mark: Joi.string().valid("onPremises"),
      }),
    ),
  breakAnywhere: Joi.number().integer().min(1).max(600),
  settings: settingValues(),
  marks: Joi.array()
    .items(Joi.string().valid(...shiftMarks))
    .max(shiftMarks.length),
  worked: Joi.array()
    .max(10)
    .items(Joi.object({ start: wall().required(), end: wall().required() })),
  careHours: Joi.number().min(0).max(24),
  agreedMinutes: Joi.number().integer().min(0).max(1440),
  longDay: Joi.boolean(),
  costCentre: Joi.string().max(20),
  pieces: Joi.array()
    .max(6)
    .items(
      Joi.object({
        units: Joi.string()
          .pattern(/^\d{1,6}(\.\d{1,4})?$/)
          .required()
          .label("Pieces"),
        rate: rate().required().label("Rate of a piece"),
      }),
    ),
  duties: Joi.object({
    classification: Joi.string().max(40).required().label("Level"),
    start: wall(),
    end: wall(),
  }).and("start", "end"),
});
export const dayRecord = Joi.object<DayRecord>({
  shifts: Joi.array().items(shift).max(6).required(),
  leave: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string().max(30).required().label("Leave"),
        hours: hours().label("Hours of leave"),
        request: id(),
      }),
    )
    .max(4)
    .required(),
  hours: hours().label("Hours"),
  note: name(500).label("Note"),
  bank: Joi.valid(true),
  otherwise: Joi.object({ works: Joi.boolean().strict().required(), why: name(200).required().label("Why") }),
});

/** What somebody says of the public holidays of a person: whether each would otherwise be worked, and hours worked on it. */
export interface AnswerHolidays {
  personId: number;
  answers: { date: string; works: boolean; why: string; worked: string | null }[];
}
export const answerHolidays = Joi.object<AnswerHolidays>({
  personId: id().required(),
  answers: Joi.array()
    .items(
      Joi.object({
        date: date().required().label("Day"),
        works: Joi.boolean().strict().required(),
        why: name(200).required().label("Why"),
        worked: hours().allow(null, "").empty("").default(null).label("Hours worked"),
      }),
    )
    .min(1)
    .max(20)
    .required(),
});

export interface DayChange {
  personId: number;
  date: string;
  kind: "planned" | "worked";
  /** null takes the day out again */
  record: DayRecord | null;
  /** what the day held where it was typed: where somebody else was faster nothing is written over it; unasked if left out */
  was?: DayRecord | null | undefined;
}
export interface SaveDays {
  days: DayChange[];
}
export const saveDays = Joi.object<SaveDays>({
  days: Joi.array()
    .items(
      Joi.object({
        personId: id().required(),
        date: date().required().label("Day"),
        kind: Joi.string().valid("planned", "worked").required(),
        record: dayRecord.allow(null).required(),
        was: dayRecord.allow(null),
      }),
    )
    .min(1)
    .max(5000)
    .required(),
});

/** Approves what the days say now, or takes an approval back. */
export interface ApproveDays {
  days: {
    personId: number;
    date: string;
    /** what was seen: a day that says something else by now is not approved; unasked if left out */
    was?: DayRecord | null | undefined;
  }[];
  approved: boolean;
}
export const approveDays = Joi.object<ApproveDays>({
  days: Joi.array()
    .items(Joi.object({ personId: id().required(), date: date().required(), was: dayRecord.allow(null) }))
    .min(1)
    .max(5000)
    .required(),
  approved: Joi.boolean().strict().required(),
});

/** `open`: recorded, not approved. `changed`: approved once, another thing since. `locked`: in a signed-off pay. */
export type DayState = "open" | "approved" | "changed" | "locked";
export interface WeekDay {
  worked: DayRecord | null;
  planned: DayRecord | null;
  state: DayState;
  /** of a locked day */
  payday: string | null;
}
/** Everything that prices days: the page works them out itself, while they are typed. */
export interface WeekPricing {
  time: Omit<PersonTime, "rules" | "days">;
  agreement: string | null;
  classification: string | null;
  agreedRate: string | null;
  salaried: boolean;
  /** per cent of loading on annual leave agreed with the person; null where the agreement's counts */
  loadingPercent: string | null;
  rates: EnteredRates;
}
export interface WeekPerson extends WeekPricing {
  personId: number;
  name: string;
  payrollId: string;
  basis: string;
  /** days of the week shown, and those about it as context */
  days: Record<string, WeekDay>;
  /** where other terms begin within the week: what prices the days before, each up to its last day, in order */
  before: (WeekPricing & { until: string })[];
  /** whoever looks records and approves this person's days */
  canEdit: boolean;
}
export interface WeekView {
  businessId: number;
  country: CountryCode;
  cycles: { id: number; name: string }[];
  cycleId: number;
  from: string;
  to: string;
  /** first days of the periods before and after */
  before: string;
  after: string;
  /** the open run of the period, or the payday that it was paid on */
  run: { id: number; payday: string; open: boolean } | null;
  rules: AgreementRules[];
  people: WeekPerson[];
  /** days shown that are not as they were sealed, in words */
  broken: string[];
}
