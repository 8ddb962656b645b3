/** Past pays looked over: each priced again by the record, terms and rules of now, beside what was paid. */
import Joi from "joi";
import { date, id } from "./fields.ts";

export interface LookOverWanted {
  from: string;
  to: string;
  /** null: everybody who was paid between these days */
  people: number[] | null;
}
const spanOfPaydays = {
  from: date().required().label("From"),
  to: date().required().label("To"),
};
export const lookOverWanted = Joi.object<LookOverWanted>({
  ...spanOfPaydays,
  people: Joi.array().items(id()).max(5000).allow(null).default(null).label("People"),
});

export interface LookedPay {
  signedPayId: number;
  payId: number;
  personId: number;
  name: string;
  runId: number;
  payday: string;
  start: string;
  end: string;
  paid: string;
  due: string;
  /** paid back since, by a correction, a raise or an earlier look */
  before: string;
  /** due − paid − before: above nought it is short */
  difference: string;
  /** what comes out differently, line by line */
  reasons: string[];
  /** why it could not be priced; then nothing is said of money */
  fault: string | null;
}
export interface LookOverView {
  from: string;
  to: string;
  looked: number;
  /** pays that come out differently, or could not be priced */
  pays: LookedPay[];
  /** sums over the pays that are short, and over those that were paid too much */
  short: string;
  over: string;
}
