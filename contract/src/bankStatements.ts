/** Bank statements, laid beside what was sent to the bank. */
import Joi from "joi";
import { id } from "./fields.ts";

export interface CsvColumns {
  date: string;
  amount?: string | undefined;
  debit?: string | undefined;
  credit?: string | undefined;
  text: string[];
}
export interface StatementFile {
  name: string;
  /** base64 */
  data: string;
  columns?: CsvColumns | undefined;
}
const heading = () => Joi.string().trim().max(120).empty("");
export const statementFile = Joi.object<StatementFile>({
  name: Joi.string().max(200).required().label("File"),
  data: Joi.string().base64().max(7_000_000).required().label("File").messages({
    "string.max": "The file is larger than 5 MB. Ask the bank for a shorter span.",
    "string.empty": "The file is empty.",
  }),
  columns: Joi.object({
    date: heading().required().label("Date"),
    amount: heading().label("Amount"),
    debit: heading().label("Paid out"),
    credit: heading().label("Paid in"),
    text: Joi.array().items(Joi.string().max(120)).min(1).max(6).required().label("Words"),
  }).label("Columns"),
});

export interface StatementTaken {
  /** lines that were not here yet */
  added: number;
  known: number;
  matched: number;
  cameBack: number;
  /** the headings of a CSV whose columns are not known: nothing was taken in */
  ask: string[] | null;
}

export interface BankMatchView {
  id: number;
  payment: string;
  part: string | null;
  how: "whole" | "part" | "return" | "notOurs";
  words: string;
  link: string | null;
  /** who matched it by hand, and why */
  by: string | null;
  reason: string;
}
export interface BankLineView {
  id: number;
  date: string;
  cents: number;
  text: string;
  match: BankMatchView | null;
  /** one of ours that is nearly it */
  hint: string | null;
}
export interface SentToBank {
  id: string;
  words: string;
  link: string;
  on: string;
  cents: number;
  reference: string;
  /** cents of it that were seen on a statement */
  seenCents: number;
  parts: { id: string; words: string; cents: number; seen: boolean }[];
}
export interface BankView {
  account: string | null;
  statements: {
    id: number;
    name: string;
    from: string;
    to: string;
    lines: number;
    at: string;
    closing: number | null;
  }[];
  lines: BankLineView[];
  payments: SentToBank[];
}

export interface MatchByHand {
  line: number;
  /** null: it is nothing of payroll's */
  payment: string | null;
  part: string | null;
  reason: string;
}
export const matchByHand = Joi.object<MatchByHand>({
  line: id().required().label("Line"),
  payment: Joi.string().max(40).allow(null).required().label("Payment"),
  part: Joi.string().max(20).allow(null).default(null).label("Part"),
  reason: Joi.string().trim().max(200).allow("").default("").label("Reason"),
});
