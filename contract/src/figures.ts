/** Questions about what was paid, owed and held, and their answers: a table, drawn where time or parts are asked. */
import Joi from "joi";
import { id, name } from "./fields.ts";
import { type Dimension, dimensions } from "./figureDimensions.ts";

export interface Question {
  /** code of what is asked: "cost", "hours" … */
  what: string;
  businesses: number[];
  /** months, as "2025-07", both included */
  from: string;
  to: string;
  rows: Dimension;
  /** null: one column */
  columns: Dimension | null;
}

const month = () =>
  Joi.string()
    .pattern(/^\d{4}-(0[1-9]|1[0-2])$/)
    .messages({ "string.pattern.base": "{{#label}} is not a month. Write it as 2026-07." });
export const question = Joi.object<Question>({
  what: Joi.string().max(30).required().label("What"),
  businesses: Joi.array().items(id()).min(1).max(500).required().label("Businesses"),
  from: month().required().label("From"),
  to: month().required().label("To"),
  rows: Joi.string()
    .valid(...dimensions)
    .required()
    .label("Rows"),
  columns: Joi.string()
    .valid(...dimensions)
    .allow(null, "")
    .empty("")
    .default(null)
    .label("Columns"),
});

/** Something that can be asked, and how it may be laid out. */
export interface Asked {
  code: string;
  words: string;
  /** heading under which it stands in the list */
  group: string;
  rows: readonly Dimension[];
  columns: readonly (Dimension | null)[];
  usual: { rows: Dimension; columns: Dimension | null };
}

export type Unit = "money" | "hours" | "count" | "text" | "date" | "amount";
export interface AnswerColumn {
  key: string;
  title: string;
  unit: Unit;
}
export interface AnswerRow {
  key: string;
  title: string;
  cells: (string | null)[];
  /** a page of this application that it comes from */
  to?: string | undefined;
}
export interface Answer {
  question: Question;
  /** the question as a sentence */
  title: string;
  /** heading of the rows */
  head: string;
  columns: AnswerColumn[];
  rows: AnswerRow[];
  totals: (string | null)[] | null;
  drawn: "time" | "parts" | null;
  notes: string[];
  /** each figure opens to its pays */
  opens: boolean;
}

/** A pay behind a figure. */
export interface PayBehind {
  payId: number;
  runId: number;
  personId: number;
  name: string;
  payday: string;
  amount: string;
}

export interface KeptQuestion {
  id: number;
  name: string;
  question: Question;
  /** its answer goes to whoever keeps it, on the first day of each month */
  mailed: boolean;
}
export const mailKept = Joi.object<{ monthly: boolean }>({ monthly: Joi.boolean().strict().required() });
export const keepQuestion = Joi.object<{ name: string; question: Question }>({
  name: name(80).required().label("Name"),
  question: question.required(),
});
