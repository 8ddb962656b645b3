/** What is kept of a person beside pay: whom to call when something happens, and what the person is qualified to do. */
import type { ContractDates } from "@zesty/core/calendar/contractDays";
import Joi from "joi";
import { date, name, optional } from "./fields.ts";

export interface Emergency {
  name: string;
  relation: string;
  phone: string;
}
const called = {
  name: name(60).required().label("Who is called"),
  phone: name(16).required().label("Their telephone"),
  relation: Joi.string().trim().allow("").max(30).default("").label("Who that is to the person"),
};
export const emergency = Joi.object<{ contact: Emergency | null }>({
  contact: Joi.object<Emergency>(called).allow(null).required().label("Emergency contact"),
});

/** How long the agreement holds, as it says. */
export const contract = Joi.object<ContractDates>({
  fixedUntil: optional(date()).label("Fixed term until"),
  signedOn: optional(date()).label("Term agreed on"),
  renewed: Joi.number()
    .integer()
    .min(0)
    .max(20)
    .default(0)
    .label("Renewed how often")
    .messages({ "*": "{{#label}} is a whole number; 0 for never." }),
  probationUntil: optional(date()).label("Probation until"),
}).custom((value: ContractDates, helpers) =>
  value.fixedUntil && value.signedOn && value.fixedUntil < value.signedOn
    ? helpers.message({ custom: "The fixed term ends before it was agreed. Look at the years." })
    : value,
);

/** A picture in base64, as a page has drawn it. */
export const photo = Joi.object<{ picture: string }>({
  picture: Joi.string().base64().max(700_000).required().label("Photo"),
});

export interface Qualification {
  name: string;
  /** of the licence, card or certificate */
  number: string | null;
  /** its last day; null: it does not end */
  expires: string | null;
}
export const qualifications = Joi.object<{ list: Qualification[] }>({
  list: Joi.array()
    .items(
      Joi.object<Qualification>({
        name: name(60).required().label("Qualification"),
        number: optional(Joi.string().trim().max(40)).label("Card number"),
        expires: optional(date()).label("Card ends on"),
      }),
    )
    .max(30)
    .required()
    .label("Qualifications"),
});
