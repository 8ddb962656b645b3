/** The activity statement's wages labels beside what was lodged and what was signed. Amounts are cents. */
import Joi from "joi";
import { amountNotNegative, date } from "../fields.ts";

/** Labels that no pay event tells: they are written into the statement by hand. */
export interface StatementByHand {
  /** withheld from what is neither wages nor a payment without an ABN */
  w3: number;
  /** withheld where no ABN was quoted */
  w4: number;
  note: string;
  by: string;
  at: string;
}

export interface StatementPeriod {
  from: string;
  to: string;
  /** "Quarter to 30 June 2026", "June 2026" */
  name: string;
  /** sums of what the pay events of its paydays said, as they were taken */
  w1: number;
  w2: number;
  /** signed pays of the same paydays */
  gross: number;
  withheld: number;
  /** what of the gross is not in W1: sacrificed, and not withheld from */
  apart: number;
  /** paydays whose event was not taken yet: their amounts are in none of the sums of events */
  notTaken: { runId: number; payday: string }[];
  /** corrections that went out without totals, and paydays that were not lodged: they go to the statement by hand */
  byHand: { runId: number; payday: string; gross: number; withheld: number }[];
  /** null: nobody wrote anything */
  others: StatementByHand | null;
  /** W5: what the period withheld in all */
  w5: number;
}

export interface StatementGiven {
  from: string;
  w3: string;
  w4: string;
  note: string;
}
export const statementGiven = Joi.object<StatementGiven>({
  from: date().required().label("Period"),
  w3: amountNotNegative().required().label("W3"),
  w4: amountNotNegative().required().label("W4"),
  note: Joi.string().trim().max(200).allow("").default("").label("What it is"),
});
