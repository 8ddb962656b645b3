/** What the books, the funds and the agency say of a payroll year, laid beside what was signed. Amounts are cents. */
import Joi from "joi";
import { date } from "./fields.ts";

/** An account of the journals, or whoever something is owed to. */
export type OutsideKind = "account" | "payee";

export interface OutsideLine {
  kind: OutsideKind;
  /** code of the account, or who is owed */
  key: string;
  name: string;
  /** of an account debits less credits; else what is owed */
  ours: number;
  /** null: not given, so not compared */
  theirs: number | null;
  /** what may have happened, in sentences */
  hints: string[];
  /** what ours is made of */
  parts: { date: string; runId: number | null; words: string; cents: number }[];
}

/** A line an account (code, name, debit, credit) or a receiver (name, amount); "none" is not compared any more. */
export interface OutsideGiven {
  from: string;
  text: string;
  /** else only shown */
  apply: boolean;
}
export const outsideGiven = Joi.object<OutsideGiven>({
  from: date().required().label("Payroll year"),
  text: Joi.string().allow("").max(400_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});

export interface OutsideShown {
  rows: { kind: OutsideKind; key: string; name: string; ours: number; theirs: number | null }[];
  /** names that are nothing of payroll's */
  others: string[];
  faults: string[];
}

export interface Outside {
  year: { from: string; to: string; name: string };
  lines: OutsideLine[];
  /** who put something in last */
  given: { by: string; at: string } | null;
  closed: boolean;
}
