/** Leave: who is away when, what is asked for and answered, balances to come, and what it is worth. */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { HolidayWindow } from "@zesty/core/hours/roster";
import type { WeekFrom } from "@zesty/core/leave/changingWeek";
import type { LeaveStanding } from "@zesty/core/leave/forecast";
import Joi from "joi";
import { amountNotNegative, date, hours, id, name } from "./fields.ts";

export interface AskLeave {
  personId: number;
  kind: string;
  first: string;
  last: string;
  /** null: the ordinary hours of each day */
  hoursADay: string | null;
  inAdvance: boolean;
  note: string | null;
  /** approved at once, or not asked for at all; `belowNought` as with an answer */
  approve?: { belowNought: boolean } | null;
}
export const askLeave = Joi.object<AskLeave>({
  personId: id().required().label("Person"),
  kind: Joi.string().max(30).required().label("Leave"),
  first: date().required().label("First day"),
  last: date().required().label("Last day"),
  hoursADay: hours().allow(null, "").empty("").default(null).label("Hours of each day"),
  inAdvance: Joi.boolean().strict().default(false),
  note: name(300).allow(null, "").empty("").default(null).label("Note"),
  approve: Joi.object({ belowNought: Joi.boolean().strict().default(false) }).allow(null),
});

export type LeaveAnswer = "approved" | "declined" | "withdrawn";
export interface AnswerLeave {
  answer: LeaveAnswer;
  comment: string | null;
  /** it was agreed that the balance goes below nought */
  belowNought: boolean;
  /** how the request stood where it was answered: somebody may have answered it meanwhile; as good as waiting if left out */
  was?: "waiting" | LeaveAnswer;
}
export const answerLeave = Joi.object<AnswerLeave>({
  answer: Joi.string().valid("approved", "declined", "withdrawn").required(),
  comment: name(300).allow(null, "").empty("").default(null).label("Comment"),
  belowNought: Joi.boolean().strict().default(false),
  was: Joi.string().valid("waiting", "approved", "declined", "withdrawn").default("waiting"),
});

/** An entry of the ledger that no pay makes: a balance put right, with its reason. */
export interface AdjustLeave {
  kind: string;
  date: string;
  /** in the unit of the kind, with its sign */
  amount: string;
  reason: string;
}
const signed = () =>
  Joi.string()
    .trim()
    .pattern(/^[-−]?\d{1,4}(\.\d{1,4})?$/)
    .custom((text: string) => text.replace("−", "-"))
    .messages({ "string.pattern.base": "{{#label}} is not a number. Write it as 7.6 or -7.6." });
export const adjustLeave = Joi.object<AdjustLeave>({
  kind: Joi.string().max(30).required().label("Leave"),
  date: date().required().label("From"),
  amount: signed().required().label("Amount"),
  reason: name(300).required().label("Reason"),
});

/** Leave paid out in place of being taken: a line of the person's open run. */
export interface CashOutLeave {
  kind: string;
  /** hours in Australia; weeks or days in New Zealand */
  amount: string;
  /** dollars that were agreed for it, where the law leaves the sum to both; null where it is worked out */
  agreed?: string | null;
}
export const cashOutLeave = Joi.object<CashOutLeave>({
  kind: Joi.string().max(30).required().label("Leave"),
  amount: hours().required().label("Amount"),
  agreed: amountNotNegative().allow(null, "").empty("").default(null).label("Agreed sum"),
});

/** Leave asked for, and what was said to it. */
export interface LeaveRequest {
  id: number;
  personId: number;
  kind: string;
  first: string;
  last: string;
  hoursADay: string | null;
  inAdvance: boolean;
  note: string | null;
  askedBy: string;
  askedOn: string;
  state: "waiting" | LeaveAnswer;
  comment: string | null;
  answeredBy: string | null;
}
/** A public holiday that people and their employer agree to keep on another day. */
export interface SwapHoliday {
  personIds: number[];
  original: string;
  substitute: string;
  agreedOn: string;
  /** a letter, an e-mail, a clause of the agreement */
  how: string;
}
export const swapHoliday = Joi.object<SwapHoliday>({
  personIds: Joi.array().items(id()).min(1).max(1000).unique().required().label("Who"),
  original: date().required().label("Public holiday"),
  substitute: date().required().label("Kept on"),
  agreedOn: date().required().label("Agreed on"),
  how: name(120).required().label("How it was agreed"),
});
export interface SwapView extends Omit<SwapHoliday, "personIds"> {
  id: number;
  personId: number;
  /** of the holiday */
  name: string;
  /** a day of it was paid: it stands */
  isPaid: boolean;
}

/** What was shown for a request, or agreed in writing: it is on file outside, and here it is said. */
export interface LeavePaper {
  what: string;
  /** the day of the paper, or when it was seen */
  on: string;
}
export const leavePaper = Joi.object<LeavePaper>({
  what: name(120).required().label("What"),
  on: date().required().label("Of or seen on"),
});

export interface LeaveRequestView extends LeaveRequest {
  /** nothing for who only looks on */
  papers: (LeavePaper & { by: string })[];
  /** whoever looks may answer it */
  canAnswer: boolean;
}
export interface LeaveDayView {
  date: string;
  kind: string;
  /** null: the ordinary hours of the day */
  hours: string | null;
  state: "open" | "approved" | "paid";
}
/** Leave that arose on a day of its own, and what is left of it. */
export interface HeldLeave {
  kind: string;
  on: string;
  left: string;
  /** what it arose from */
  words: string;
  /** from this day on it may be exchanged for money, and the employer may fix the day */
  exchangeFrom: string;
  /** days of notice of a day that the employer fixes */
  noticeDays: number;
}
export interface LeavePerson {
  personId: number;
  name: string;
  /** of today, or of the first day for who is yet to start */
  basis: string;
  place: string;
  costCentre: string | null;
  /** the person's week as it changes up to the last day shown; rates only for whoever may see them */
  weeks: readonly WeekFrom[];
  startDate: string;
  endDate: string | null;
  holidays: readonly HolidayWindow[];
  standings: Record<string, LeaveStanding>;
  /** leave that is kept one by one */
  held: readonly HeldLeave[];
  /** the ledger as it was read: sent with If-Match, an adjustment is not made twice by two people */
  ledgerStamp: string;
  /** leave on the record of time between the days shown */
  days: LeaveDayView[];
  /** whoever looks records and approves this person's leave, and sees balances and kinds */
  canAnswer: boolean;
}
/** Most days that the law gives of a kind of leave. */
export interface LeaveLimit {
  amount: string;
  /** weeks of the calendar; days that would be worked */
  unit: "days" | "weeks";
  per: "occasion" | "year";
}
export interface LeaveView {
  businessId: number;
  country: CountryCode;
  from: string;
  to: string;
  today: string;
  people: LeavePerson[];
  /** those that touch the days shown, and all that wait */
  requests: LeaveRequestView[];
  /** may adjust balances, cash out, and post what leave is worth */
  canPrepare: boolean;
  /** by kind */
  limits: Record<string, LeaveLimit>;
  /** holidays kept on another day, of those shown whose leave may be answered; the latest first */
  swaps: SwapView[];
  /** a calendar address stands */
  feed: boolean;
}

export interface LeaveEntryView {
  date: string;
  kind: string;
  why: string;
  amount: string;
  balance: string;
  reason: string | null;
  runId: number | null;
}

/** Leave liability on a day, and how that moved since another. */
export interface LeaveWorthView {
  from: string;
  to: string;
  rows: {
    personId: number;
    name: string;
    kind: string;
    before: { amount: string; cents: number };
    after: { amount: string; cents: number; why: string };
  }[];
  /** what a posting would bring into the books now: against all earlier ones, by cost centre */
  posting: {
    account: string;
    accountName: string;
    costCentre: string | null;
    debitCents: number;
    creditCents: number;
  }[];
  /** whose leave cannot be told in money, in sentences: then nothing is posted */
  unknown: string[];
  posted: { id: number; date: string; reference: string } | null;
  broken: string[];
}
export const postLeaveWorth = Joi.object<{ on: string }>({ on: date().required().label("Day") });
