/** Fields that many schemas share, with sentences that name the field, the reason and the way to mend it. */

import { isAbn, isPayerNumber } from "@zesty/core/au/abn";
import { isAccountNumber, isBsb } from "@zesty/core/au/bankAccount";
import { isTfn } from "@zesty/core/au/taxFileNumber";
import { isUsi } from "@zesty/core/au/usi";
import { isDate } from "@zesty/core/calendar/dates";
import { isDecimalText } from "@zesty/core/quantity/decimal";
import { tidied, tidiedHours } from "@zesty/core/quantity/tidied";
import Joi from "joi";

/**
 * Text that passes a test. The sentence is made only when it fails: `.messages()` on a field would make Joi merge its
 * preferences for every value, which costs more than everything else together.
 */
export const checked = (test: (text: string) => boolean, sentence: string) =>
  Joi.string()
    .trim()
    .custom((value: string, helpers) => (test(value) ? value : helpers.message({ custom: `{{#label}} ${sentence}` })));

/** A figure. What a page sends is tidied first; a file or a program writes it as it must be. */
export const figure = (test: RegExp, sentence: string, tidy = tidied) =>
  Joi.string()
    .trim()
    .custom((value: string, helpers) => {
      const text = helpers.prefs.context?.typed ? tidy(value) : value;
      return test.test(text) ? text : helpers.message({ custom: `{{#label}} ${sentence}` });
    });

/** Dates that people, pays and rules have: nobody is paid in the year 9999 by intention. */
const isUsualDate = (text: string) => isDate(text) && text >= "1900-01-01" && text <= "2099-12-31";
export const date = () => checked(isUsualDate, "is not a date. Write it as 2026-07-02.");
export const decimalText = (places: number, sentence: string) =>
  checked((text) => isDecimalText(text) && (text.split(".")[1] ?? "").length <= places, sentence);
/** Up to 999,999,999.99: larger is a slip of the key. */
export const money = () => figure(/^-?\d{1,9}(\.\d{1,2})?$/, "is not an amount. Write dollars and cents as 12.50.");
export const amountNotNegative = () =>
  figure(/^\d{1,9}(\.\d{1,2})?$/, "is not an amount of nought or more. Write it as 12.50.");
export const hours = () =>
  figure(/^\d{1,4}(\.\d{1,4})?$/, "is not a number of hours. Write it as 7.6, without a minus.", tidiedHours);
/** Hours of a week or a day, which do not have more than that. */
export const hoursIn = (span: "week" | "day") => {
  const most = span === "week" ? 168 : 24;
  return hours().custom((text: string, helpers) =>
    Number(text) <= most ? text : helpers.message({ custom: `{{#label}}: ${text} hours are more than a ${span} has.` }),
  );
};
export const rate = () => figure(/^\d{1,5}(\.\d{1,4})?$/, "is not an hourly rate. Write it as 28.45.");
export const percent = () => figure(/^\d{1,3}(\.\d{1,6})?$/, "is not a per cent. Write it as 12 or 7.6923.");
export const abn = () => checked(isAbn, "does not pass the check of an ABN. Compare its 11 digits with the register.");
export const payerNumber = () =>
  checked(
    isPayerNumber,
    "does not pass the check of an ABN. Compare its 11 digits with the register; a withholding payer number has 8 or 9.",
  );
export const tfn = () => checked(isTfn, "does not pass the check of a tax file number. Compare its digits.");
export const bsb = () => checked(isBsb, "is not a BSB. It has six digits, as 123-456.");
export const account = () => checked(isAccountNumber, "is not an account number. It has at most nine digits.");
export const usi = () => checked(isUsi, "is not a fund identifier. It is an ABN and three digits.");
export const name = (max = 60) =>
  Joi.string()
    .trim()
    .min(1)
    .max(max)
    .pattern(/^\P{Cc}*$/u)
    .messages({ "string.pattern.base": "{{#label}} holds a character that cannot be seen. Type it anew." });
/** A time zone that this machine knows. */
export const timeZone = () =>
  checked((text) => {
    try {
      new Intl.DateTimeFormat("en", { timeZone: text });
      return true;
    } catch {
      return false;
    }
  }, "is not a time zone. Write it as Australia/Melbourne.");
export const id = () => Joi.number().integer().positive();

/** Joi's messages in our words, for every schema. */
export const words = {
  "any.required": "{{#label}} is missing.",
  "any.only": "{{#label}} must be one of {{#valids}}.",
  "string.empty": "{{#label}} is empty.",
  "string.base": "{{#label}} must be text.",
  "string.max": "{{#label}} is longer than {{#limit}} characters.",
  "string.min": "{{#label}} must have at least {{#limit}} characters.",
  "string.email": "{{#label}} is not an e-mail address.",
  "string.pattern.base": "{{#label}} does not have the right form.",
  "number.base": "{{#label}} must be a number.",
  "number.integer": "{{#label}} must be a whole number.",
  "number.min": "{{#label}} must be {{#limit}} or more.",
  "number.max": "{{#label}} must be {{#limit}} or less.",
  "boolean.base": "{{#label}} must be true or false.",
  "array.base": "{{#label}} must be a list.",
  "array.max": "{{#label}} has more than {{#limit}} entries.",
  "array.min": "{{#label}} needs at least {{#limit}} entry.",
  "object.base": "{{#label}} must be an object.",
  "object.unknown": "{{#label}} is not a known field.",
};

export interface FieldError {
  path: string;
  text: string;
}

export type Checked<T> = { value: T } | { errors: FieldError[] };

const options: Joi.ValidationOptions = {
  abortEarly: false,
  messages: words,
  errors: { wrap: { label: false } },
};

/**
 * Validates (`typed`: by somebody at a page, so figures are tidied); every fault comes back at once, each with its path. Unknown fields are refused. Good input goes through
 * without the sentences, which are only put together for what is wrong.
 */
export function check<T>(schema: Joi.Schema<T>, input: unknown, typed = false): Checked<T> {
  const context = { typed };
  const quick = schema.validate(input, { context });
  if (!quick.error) return { value: quick.value as T };
  const { error } = schema.validate(input, { ...options, context });
  const details = (error ?? quick.error).details;
  return {
    errors: details.map((detail) => ({
      path: detail.path.join("."),
      text: detail.message.charAt(0).toUpperCase() + detail.message.slice(1),
    })),
  };
}

/** Left out, empty and null are one: nothing. */
export const optional = (schema: Joi.StringSchema) => schema.allow(null, "").empty("").default(null);
