/** Dues and what became of them: what is owed, how it is paid over, and what receivers said. */
import type { DueState } from "@zesty/core/dues/standing";
import Joi from "joi";
import { account, bsb, checked, date, id, name } from "./fields.ts";
import type { OutboxState } from "./outboxStates.ts";

/** Australia: super and withholding; New Zealand: what goes to Inland Revenue, by its kind. */
export const dueKinds = [
  "super",
  "withholding",
  "paye",
  "childSupport",
  "studentLoan",
  "kiwiSaver",
  "esct",
  "order",
  "giving",
  "deduction",
] as const;
export type DueKind = (typeof dueKinds)[number];

export interface DuePart {
  state: DueState;
  cents: number;
}

/** Where money stands on its way from payday to receiver, in order. */
export interface DueStep {
  what: "payday" | "prepared" | "sent" | "left" | "received" | "allocated" | "returned" | "due";
  on: string | null;
  receipt: string;
}

export interface DuePerson {
  personId: number;
  name: string;
  memberNumber: string | null;
  payday: string;
  cents: number;
  parts: DuePart[];
  steps: DueStep[];
  /** why it came back */
  reason: string | null;
}

/** The super of a payday and where it is, as its own person and the person's page see it. */
export interface OwnContribution {
  payday: string;
  fund: string;
  cents: number;
  due: string;
  /** when the fund had it; null: not yet, or not in whole */
  hadOn: string | null;
}

export interface LateCost {
  law: "quarter" | "payday";
  days: number;
  /** beside what is owed itself, were it received today */
  cents: number;
  /** what a day more adds */
  tomorrowCents: number;
  doubtful: boolean;
  rule: string;
}

/** What goes to one receiver by one day, whatever number of paydays it comes from. */
export interface DueView {
  key: string;
  dueDate: string;
  kind: DueKind;
  fundId: number | null;
  /** whom a deduction is passed on to; nothing where the kind says it */
  payee: string;
  words: string;
  firstPayday: string;
  lastPayday: string;
  /** the newest run that it comes from */
  runId: number;
  cents: number;
  unpaidCents: number;
  parts: DuePart[];
  isLate: boolean;
  /** fell due before dues were followed here */
  notFollowed: boolean;
  late: LateCost | null;
  /** the day on which money has to leave so that it is there in time; null: it counts when it leaves */
  sendBy: string | null;
  /** dues among it that are not as they were sealed, in words */
  broken: string[];
  people: number;
}

/** A due of the list, or some of its people. */
export interface DuePick {
  dueDate: string;
  kind: DueKind;
  fundId: number | null;
  payee?: string | undefined;
  people?: number[] | undefined;
}

/** One line of the bank's file: what one receiver gets under one reference. */
export interface PlannedLine {
  receiver: string;
  name: string;
  fundId: number | null;
  cents: number;
  /** taken off for what was paid or told too much before */
  setOffCents: number;
  people: number;
  reference: string;
  /** last three digits; null: no account is known */
  account: string | null;
  /** the whole of it, for whoever pays by hand; null: a fund's own account stands with the fund */
  whole: string | null;
  /** first payment to this account, or it changed since the last */
  isNew: boolean;
  /** the dues that it pays, as `DueView.key` names them */
  dues: string[];
}

export interface PaymentPlan {
  lines: PlannedLine[];
  cents: number;
  /** why it cannot be paid by file as it stands */
  faults: { text: string; mend: string | null }[];
  /** the first day on which banks work, from today */
  earliest: string;
  /** somebody else releases it */
  fourEyes: boolean;
  /** data goes ahead of the money */
  withData: boolean;
  /** what the newest statement with a balance ends with */
  balance: { cents: number; on: string } | null;
}

export interface RemittanceView {
  id: number;
  name: string;
  reference: string;
  cents: number;
  account: string | null;
  parts: DuePart[];
  events: {
    what: string;
    on: string;
    receipt: string;
    reason: string;
    by: string | null;
    person: string | null;
    cents: number | null;
  }[];
}

export interface DuePaymentView {
  id: number;
  number: number;
  date: string;
  way: "file" | "byHand" | "setOff";
  cents: number;
  madeBy: string;
  /** null: waits for a second person, or was let go */
  released: string | null;
  cancelled: boolean;
  /** whoever looks may release it */
  mayRelease: boolean;
  /** nothing of it has left: it waits, or its receiver would not take it */
  mayLetGo: boolean;
  messages: {
    id: number;
    channel: "contributions" | "duesPayment";
    state: OutboxState;
    detail: string | null;
    documentId: number | null;
    fileName: string | null;
    odd: boolean;
  }[];
  remittances: RemittanceView[];
}

export interface PayeeView {
  receiver: string;
  name: string;
  bsb: string;
  account: string;
  reference: string;
}

export interface DuesView {
  dues: DueView[];
  payments: DuePaymentView[];
  /** `stamp` is another one after the account was changed by anybody */
  payees: { receiver: string; title: string; given: PayeeView | null; stamp: string }[];
  /** an account to pay from is recorded */
  paysFrom: string | null;
  notFollowedBefore: string | null;
  /** whoever looks is reminded by mail so many days before; null: not at all */
  remindDays: number | null;
}

const kind = () =>
  Joi.string()
    .valid(...dueKinds)
    .required()
    .label("Kind");
const picks = () =>
  Joi.array()
    .items(
      Joi.object({
        dueDate: date().required().label("Due"),
        kind: kind(),
        fundId: id().allow(null).required().label("Fund"),
        payee: Joi.string().max(120).allow("").label("Payee"),
        people: Joi.array().items(id()).min(1).max(5000).label("People"),
      }),
    )
    .min(1)
    .max(500)
    .required()
    .label("Dues");

export const planPayment = Joi.object<{ picks: DuePick[]; date?: string | undefined }>({
  picks: picks(),
  date: date().label("Paid on"),
});

export interface PreparePayment {
  picks: DuePick[];
  date: string;
  /** what was seen: another sum means that somebody was quicker */
  cents: number;
  /** receivers whose new account was looked at */
  confirmed: string[];
}
export const preparePayment = Joi.object<PreparePayment>({
  picks: picks(),
  date: date().required().label("Paid on"),
  cents: Joi.number().integer().min(1).required().label("Amount"),
  confirmed: Joi.array().items(Joi.string().max(140)).max(500).default([]).label("Accounts looked at"),
});

const receipt = () => Joi.string().trim().max(40).allow("").default("").label("Receipt");
export interface PaidByHand {
  picks: DuePick[];
  cents: number;
  on: string;
  receipt: string;
  /** super: when the fund had it, where that is known */
  receivedOn?: string | undefined;
}
export const paidByHand = Joi.object<PaidByHand>({
  picks: picks(),
  cents: Joi.number().integer().min(1).required().label("Amount"),
  on: date().required().label("Paid on"),
  receipt: receipt(),
  receivedOn: date().empty("").label("The fund had it on"),
});

export interface HeardOf {
  what: "received" | "returned";
  on: string;
  receipt: string;
  reason: string;
  /** of these people alone; all where it is left out */
  people?: number[] | undefined;
}
export const heardOf = Joi.object<HeardOf>({
  what: Joi.string().valid("received", "returned").required().label("What came of it"),
  on: date().required().label("On"),
  receipt: receipt(),
  reason: Joi.string().trim().max(200).allow("").default("").label("Reason"),
  people: Joi.array().items(id()).min(1).max(5000).label("People"),
});

export const letGo = Joi.object<{ reason: string }>({
  reason: Joi.string().trim().min(3).max(200).required().label("Reason"),
});

export const remindMe = Joi.object<{ days: number | null }>({
  days: Joi.number().integer().min(0).max(30).allow(null).required().label("Days before"),
});

const accountText = () =>
  checked((text) => /^[\d -]{1,24}$/.test(text) && /[1-9]/.test(text), "is not an account number. Write its digits.");
export const payeeGiven = Joi.object<PayeeView>({
  receiver: Joi.string().max(140).required().label("Receiver"),
  name: name(60).required().label("Name"),
  bsb: bsb().allow("").default("").label("BSB"),
  account: Joi.alternatives().try(account(), accountText()).required().label("Account"),
  reference: Joi.string().trim().max(18).allow("").default("").label("Reference"),
});
