/** Accounts that a pay goes to, and the words of a statement. */
import type { SplitPart } from "@zesty/core/quantity/split";
import Joi from "joi";
import { account, bsb, date, name } from "./fields.ts";

export interface BankPart {
  bsb: string;
  account: string;
  title: string;
  /** what the person's statement says of the pay; the usual words where it is left out */
  text?: string | undefined;
  kind: SplitPart["kind"];
  value: string;
}
/** Letters, digits and what every bank takes beside them. */
export const statementWords = (most: number) =>
  Joi.string()
    .trim()
    .max(most)
    .pattern(/^(?=.*[A-Za-z0-9])[A-Za-z0-9 &'.,()/+-]+$/)
    .empty("")
    .label("On the statement")
    .messages({
      "string.pattern.base":
        "On the statement holds a sign that banks do not take. Use letters, digits, spaces and - / . & only.",
    });

export const bank = Joi.object<{ from?: string; parts: BankPart[] }>({
  from: date().label("From"),
  parts: Joi.array()
    .items(
      Joi.object({
        bsb: bsb().required().label("BSB"),
        account: account().required().label("Account"),
        title: name(32).required().label("Account title"),
        // The lodgement reference of Direct Entry has eighteen places.
        text: statementWords(18),
        kind: Joi.string().valid("amount", "percent", "rest").required().label("Share"),
        value: Joi.string().allow("").default("").label("Value"),
      }),
    )
    .min(1)
    .max(5)
    .required()
    .label("Accounts"),
});
