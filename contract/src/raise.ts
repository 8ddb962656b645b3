/** A raise for several people from one day: who gets what, what it costs a year, what signed pays miss. */
import Joi from "joi";
import { date, figure, id } from "./fields.ts";

export interface RaiseWanted {
  from: string;
  by: "percent" | "hourly";
  value: string;
  people: number[];
  /** what pays signed since then miss is paid with the next run */
  payBack: boolean;
}
export const raiseWanted = Joi.object<RaiseWanted>({
  from: date().required().label("From"),
  by: Joi.string().valid("percent", "hourly").required().label("By"),
  value: figure(/^\d{1,5}(\.\d{1,4})?$/, "is not a figure. Write it as 3.5.")
    .required()
    .label("Raise"),
  people: Joi.array().items(id()).max(2000).unique().required().label("People"),
  payBack: Joi.boolean().default(false).label("Back pay"),
});

export interface RaiseRow {
  personId: number;
  name: string;
  basis: string;
  cycle: string;
  /** "$30.00 an hour", "$78,000.00 a year"; null: neither is known on that day */
  was: string | null;
  is: string | null;
  /** dollars more a year by the agreed hours; null where none are agreed */
  yearly: string | null;
  /** what pays signed since then miss; null where none is reached or it is less */
  backPay: string | null;
  /** what to know of it, in a sentence */
  note: string | null;
}
export interface RaisePlan {
  rows: RaiseRow[];
  /** of the chosen */
  yearly: string;
  backPay: string;
  /** what the chosen have and would have, as it was looked at: sent with If-Match, nobody is raised twice by two people */
  stamp: string;
}
