/** Facts of people that a business keeps for itself: a uniform size, a locker, a team. Nothing is worked out from them. */

import { isDate } from "@zesty/core/calendar/dates";
import Joi from "joi";
import { name } from "./fields.ts";

export const ownKinds = ["text", "number", "date", "choice"] as const;
export interface OwnField {
  name: string;
  kind: (typeof ownKinds)[number];
  /** of a choice: what may be chosen */
  choices: string[];
}

const choices = Joi.array().items(Joi.string().trim().min(1).max(40)).max(40).unique().default([]).label("Choices");
export const newOwnField = Joi.object<OwnField>({
  name: name(40).required().label("Name"),
  kind: Joi.string()
    .valid(...ownKinds)
    .required()
    .label("Kind"),
  choices: choices.when("kind", {
    is: "choice",
    // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
    then: choices.min(1).required(),
    otherwise: Joi.any().empty(Joi.any()).default([]),
  }),
});

/** By id of the field; what is empty is not known. */
export interface OwnFacts {
  values: Record<string, string>;
}
export const ownFacts = Joi.object<OwnFacts>({
  values: Joi.object()
    .pattern(/^\d{1,9}$/, Joi.string().trim().allow("").max(200))
    .max(60)
    .required()
    .label("Own facts"),
});

/** Why a value does not fit its field; null where it does. */
export function faultOfOwn({ name: field, kind, choices: known }: OwnField, value: string): string | null {
  if (value === "") return null;
  if (kind === "number" && !/^-?\d{1,12}(\.\d{1,6})?$/.test(value)) return `${field} is a number. Write it as 12.5.`;
  if (kind === "date" && !isDate(value)) return `${field} is a day. Write it as 2026-07-01.`;
  if (kind === "choice" && !known.includes(value)) return `${field} is one of ${known.join(", ")}.`;
  return null;
}
