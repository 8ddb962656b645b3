/** The input of the `law` command: rules that stand beside a pay. Unknown fields are refused. */
import type { CeilingCase } from "@zesty/core/au/superCeiling";
import type { LateSuper } from "@zesty/core/au/superCharge";
import Joi from "joi";
import { amountNotNegative, date, money, percent } from "./fields.ts";

interface Case<What extends string> {
  id: string;
  what: What;
}
export interface SuperDueCase extends Case<"superDue"> {
  payday: string;
  newEmployee: boolean;
  newFund: boolean;
}
export type SuperChargeCase = Case<"superCharge"> & LateSuper;
export type SuperCeilingCase = Case<"superCeiling"> & CeilingCase;
export type LawCase = SuperDueCase | SuperChargeCase | SuperCeilingCase;

const head = { id: Joi.string().max(200).required().label("Id"), what: Joi.string().required().label("What") };

export const lawCases: { readonly [What in LawCase["what"]]: Joi.ObjectSchema<Extract<LawCase, { what: What }>> } = {
  superDue: Joi.object<SuperDueCase>({
    ...head,
    payday: date().required().label("Payday"),
    newEmployee: Joi.boolean().strict().default(false).label("New employee"),
    newFund: Joi.boolean().strict().default(false).label("New fund"),
  }),
  superCharge: Joi.object<SuperChargeCase>({
    ...head,
    shortfall: amountNotNegative().required().label("Shortfall"),
    due: date().required().label("Due"),
    received: date().allow(null).default(null).label("Received"),
    assessed: date().allow(null).default(null).label("Assessed"),
    rates: Joi.array()
      .items(Joi.object({ from: date().required().label("From"), percent: percent().required().label("Per cent") }))
      .min(1)
      .max(60)
      .required()
      .label("Rates"),
    upliftPercent: percent().required().label("Uplift"),
  }).custom((value: SuperChargeCase, helpers) => {
    if (value.received === null && value.assessed === null)
      return helpers.message({
        custom: "Received and assessed are both unknown: until when is interest counted? Give one.",
      });
    // A day after the due day without a rate would count as free of interest.
    const end = [value.received, value.assessed].filter((each) => each !== null).sort()[0] ?? value.due;
    const first = value.rates.map((each) => each.from).sort()[0] ?? "";
    if (end > value.due && first > value.due && first > nextDay(value.due))
      return helpers.message({
        custom: `Rates begin on ${first}, after the first day of interest. Give the rate from ${nextDay(value.due)} on.`,
      });
    return value;
  }),
  superCeiling: Joi.object<SuperCeilingCase>({
    ...head,
    cap: amountNotNegative().required().label("Cap"),
    rate: percent()
      .required()
      .custom((text: string, helpers) =>
        /^0*(\.0*)?$/.test(text) ? helpers.message({ custom: "Rate is nought. Write it as 12." }) : text,
      )
      .label("Rate"),
    soFar: money().required().label("So far"),
    now: money().required().label("Now"),
  }),
};

const nextDay = (date: string): string => new Date(Date.parse(date) + 86_400_000).toISOString().slice(0, 10);
