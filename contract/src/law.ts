/** The input of the `law` command: rules that stand beside a pay. Unknown fields are refused. */

import type { LongServiceCase } from "@zesty/core/au/longServiceLeave";
import type { WagesByState } from "@zesty/core/au/payrollTax";
import type { CeilingCase } from "@zesty/core/au/superCeiling";
import type { LateSuper } from "@zesty/core/au/superCharge";
import { statesAu } from "@zesty/core/calendar/states";
import type { CountryCode } from "@zesty/core/countries/countries";
import { longServiceReasons } from "@zesty/core/rulebook/au/longServiceRules";
import Joi from "joi";
import { amountNotNegative, date, figure, money, percent, rate } from "./fields.ts";

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
export type LongService = Case<"longService"> &
  Omit<LongServiceCase, "hours"> & {
    hours: {
      constant?: string;
      last52Weeks?: string;
      last104Weeks?: string;
      last156Weeks?: string;
      last260Weeks?: string;
      wholeService?: string;
      ordinaryInAll?: string;
    };
  };
export interface PlaceHolidaysCase extends Case<"placeHolidays"> {
  country: CountryCode;
  place: string;
  from: string;
  to: string;
}
export interface PayrollTaxCase extends Case<"payrollTax"> {
  year: string;
  wages: WagesByState;
  groupWages: WagesByState;
}
export type LawCase =
  | SuperDueCase
  | SuperChargeCase
  | SuperCeilingCase
  | LongService
  | PlaceHolidaysCase
  | PayrollTaxCase;

const weekHours = () => figure(/^\d{1,3}(\.\d{1,6})?$/, "is not a number of hours or weeks. Write it as 38 or 22.75.");
const serviceHours = () => figure(/^\d{1,6}(\.\d{1,4})?$/, "is not a number of hours. Write it as 9360.");
const wages = () => figure(/^\d{1,12}(\.\d{1,2})?$/, "is not an amount of wages. Write it as 1500000.");
const wagesByState = () => Joi.object(Object.fromEntries(statesAu.map((state) => [state, wages()])));
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
  longService: Joi.object<LongService>({
    ...head,
    state: Joi.string()
      .valid(...statesAu)
      .required()
      .label("State"),
    start: date().required().label("Start"),
    lastDay: date().required().label("Last day"),
    reason: Joi.string()
      .valid(...longServiceReasons, "taken")
      .required()
      .label("Reason"),
    unpaid: Joi.array()
      .items(
        Joi.object({
          kind: Joi.string().valid("parental", "unpaid", "illness", "injury").required().label("Kind"),
          from: date().required().label("From"),
          days: Joi.number().integer().min(1).max(20_000).required().label("Days"),
        }),
      )
      .max(200)
      .default([])
      .label("Unpaid"),
    hours: Joi.alternatives(
      Joi.object({ constant: weekHours().required() }),
      Joi.object({ ordinaryInAll: serviceHours().required() }),
      Joi.object({
        last52Weeks: weekHours(),
        last104Weeks: weekHours(),
        last156Weeks: weekHours(),
        last260Weeks: weekHours(),
        wholeService: weekHours(),
      }).min(1),
    )
      .required()
      .label("Hours"),
    rate: rate().required().label("Rate"),
    weeksTaken: weekHours().default("0").label("Weeks taken"),
  }).custom((value: LongService, helpers) =>
    value.lastDay < value.start
      ? helpers.message({ custom: `Last day ${value.lastDay} lies before the start of service. Give a later one.` })
      : value,
  ),
  placeHolidays: Joi.object<PlaceHolidaysCase>({
    ...head,
    country: Joi.string().valid("AU", "NZ").required().label("Country"),
    place: Joi.string().max(60).required().label("Place"),
    from: date().required().label("From"),
    to: date().required().label("To"),
  }),
  payrollTax: Joi.object<PayrollTaxCase>({
    ...head,
    year: Joi.string()
      .pattern(/^\d{4}-\d{2}$/)
      .required()
      .label("Year")
      .messages({ "string.pattern.base": "Year is not a financial year. Write it as 2025-26." }),
    wages: wagesByState().min(1).required().label("Wages"),
    groupWages: wagesByState().default({}).label("Wages of the group"),
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
