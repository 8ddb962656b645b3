/** What leaves the house for a run: its messages, their answers, and what a person does about them. */

import Joi from "joi";
import type { OutboxState } from "./outboxStates.ts";
import type { RunState } from "./runStates.ts";
import type { Segments } from "./runs.ts";

export const channels = ["payEvent", "employmentInformation", "employeeDetails", "paymentFile", "payslip"] as const;

export type Channel = (typeof channels)[number];

export const sendRun = Joi.object<{ channels: Channel[] }>({
  channels: Joi.array()
    .items(Joi.string().valid(...channels))
    .min(1)
    .required(),
});

export const sendAgain = Joi.object<{ channel: Channel }>({
  channel: Joi.string()
    .valid(...channels)
    .required(),
});
/** The newest event that was taken, sent anew as a whole in its own place. */
export interface ReplaceEvent {
  reason: string;
}

export const replaceEvent = Joi.object<ReplaceEvent & { declared: true }>({
  reason: Joi.string().trim().min(3).max(200).required().label("Reason"),
  declared: Joi.boolean().strict().valid(true).required().label("Declaration"),
});

export interface OutboxRow {
  id: number;
  channel: Channel;
  state: OutboxState;
  payId: number | null;
  person: string | null;
  recipient: string | null;
  documentId: number | null;
  fileName: string | null;
  receipt: string | null;
  detail: string | null;
  tries: number;
  amendment: number | null;
  /** takes the place of an event before it */
  replaces: boolean;
  /** the last answer made no sense, or came from something on the way */
  odd: boolean;
  /** sent three days ago or more, and nobody has said what became of it */
  overdue: boolean;
  /** somebody may say what came of it */
  toldByHand: boolean;
  /** what a further payment file would pay, looked at before it is sent; none for a first file */
  pays?: { person: string; cents: number; to: string; sameAccount: boolean }[];
}

export interface AnswerItem {
  id: number;
  personId: number | null;
  person: string | null;
  severity: "error" | "warning";
  code: string;
  text: string;
  open: boolean;
}
/** The answer to a document that was taken to its receiver by hand. */
export interface ByHand {
  answer: "accepted" | "refused";
  /** as the receiver gave it; an accepted document has one */
  receipt: string | null;
  note: string | null;
}

export const byHand = Joi.object<ByHand>({
  answer: Joi.string().valid("accepted", "refused").required().label("Answer"),
  receipt: Joi.string()
    .trim()
    .max(60)
    .empty("")
    .when("answer", {
      is: "accepted",
      // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
      then: Joi.required(),
      otherwise: Joi.optional().allow(null).default(null),
    })
    .label("Receipt"),
  note: Joi.string().trim().max(300).empty("").allow(null).default(null).label("Note"),
});

export interface SendView {
  state: RunState;
  segments: Segments;
  /** payslips that are printed, all in one file */
  toPrint: number;
  /** New Zealand: by when the payday has to be filed */
  filing: { due: string; late: boolean } | null;
  /** the newest event of the business stands here and may be replaced whole, under this declaration; null: it may not */
  replaceable: string | null;
  rows: OutboxRow[];
  items: AnswerItem[];
  documents: { id: number; kind: string; fileName: string; payId: number | null }[];
}
/** A signed-off run with what of it was not sent, is on its way, arrived, or came back. */
/** Messages of one kind, counted by where they are. */
export interface WaitingPart {
  channel: Channel;
  waiting: number;
  underWay: number;
  /** the receiver has it, its answer is to come: a bank's comes on the payday */
  received: number;
  arrived: number;
  failed: number;
  cents: number;
}

export interface WaitingRun {
  runId: number;
  businessId: number;
  business: string;
  number: number;
  payday: string;
  parts: WaitingPart[];
}

export interface SentSeveral {
  sent: number;
  refused: { runId: number; text: string }[];
}

export const sendSeveral = Joi.object<{ runs: number[] }>({
  runs: Joi.array().items(Joi.number().integer().positive().required()).min(1).max(500).required().label("Runs"),
});
