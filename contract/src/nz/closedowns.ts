import Joi from "joi";
import { date } from "../fields.ts";

/** A regular closedown of the business, put into the run that pays it. */
export interface NewClosedown {
  from: string;
  to: string;
}
export const newClosedown = Joi.object<NewClosedown>({
  from: date().required().label("First day"),
  to: date().required().label("Last day"),
}).custom((value: NewClosedown, helpers) =>
  value.to < value.from ? helpers.message({ custom: "The last day is before the first." }) : value,
);

/** What a closedown pays to whom, before it is recorded. */
export interface ClosedownPlan {
  people: {
    name: string;
    /** the lines that it puts into the pay */
    lines: { name: string; quantity: string; amount: string }[];
    /** set for who is not yet entitled: the next twelve months run from it */
    anniversaryOn: string | null;
    note: string | null;
  }[];
}
