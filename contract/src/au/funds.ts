/** A super fund that people choose: one that the regulator lists by its identifier, or a self-managed one. */
import Joi from "joi";
import { abn, account, bsb, name, usi } from "../fields.ts";

export const fundKinds = ["apra", "selfManaged"] as const;
export interface FundFacts {
  kind: (typeof fundKinds)[number];
  name: string;
  abn: string;
  /** of a listed fund; empty for a self-managed one, which has none */
  usi: string;
  /** of a self-managed fund: where the data goes, and the account that the money goes to */
  serviceAddress: string | null;
  bsb: string | null;
  account: string | null;
  /** what the fund knows the employer by, where it gives such a number */
  employerNumber: string | null;
  /** for people who choose none */
  isDefault: boolean;
}

const ofSelfManaged = (schema: Joi.Schema) =>
  schema.empty("").when("kind", {
    is: "selfManaged",
    // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
    then: Joi.required(),
    otherwise: Joi.any().empty(Joi.any()).default(null),
  });

export const fundFields = {
  kind: Joi.string()
    .valid(...fundKinds)
    .default("apra")
    .label("Kind of fund"),
  name: name(80).required().label("Fund"),
  abn: abn().required().label("ABN of the fund"),
  usi: Joi.when("kind", {
    is: "selfManaged",
    // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
    then: Joi.any().empty(Joi.any()).default(""),
    otherwise: usi().required(),
  }).label("USI"),
  serviceAddress: ofSelfManaged(Joi.string().trim().alphanum().max(16)).label("Electronic service address"),
  bsb: ofSelfManaged(bsb()).label("BSB of the fund"),
  account: ofSelfManaged(account()).label("Account of the fund"),
  employerNumber: Joi.string().trim().max(20).empty("").allow(null).default(null).label("Employer number at the fund"),
  isDefault: Joi.boolean().default(false).label("Default fund"),
};
