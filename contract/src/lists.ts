/** The short lists of the set-up: what can be changed of an entry that is there, and that it can be retired. */
import { type ClosedDayRule, closedDayRules } from "@zesty/core/countries/workingDays";
import Joi from "joi";
import { type FundFacts, fundFields } from "./au/funds.ts";
import { name } from "./fields.ts";

export interface ChangeCycle {
  name: string;
  paydayOffset: number;
  closedDays: ClosedDayRule;
  retired: boolean;
}
export interface ChangeFund extends FundFacts {
  retired: boolean;
}
export interface ChangePlace {
  name: string;
  state: string;
  /** part of the State with public holidays of its own, or "elsewhere"; null: nobody said */
  district: string | null;
  /** days of its own, one a line, as they are typed */
  days: string;
  retired: boolean;
}
/** Cost centres and ledger accounts: their code stays, because what was booked under it stays. */
export interface ChangeCoded {
  name: string;
  retired: boolean;
}
/** Its kind stays, because what was written under it stays. */
export interface ChangeOwnField {
  name: string;
  choices: string[];
  retired: boolean;
}
const retired = Joi.boolean().required().label("Retired");
const place = {
  name: name(40).required().label("Name"),
  state: name(40).required().label("State or province"),
  district: Joi.string().max(40).allow(null, "").empty("").default(null).label("District"),
  days: Joi.string().trim().max(6000).allow("").default("").label("Days of its own"),
};
export const newPlace = Joi.object<Omit<ChangePlace, "retired">>(place);
export const changeLists = {
  cycles: Joi.object<ChangeCycle>({
    name: name(40).required().label("Cycle name"),
    paydayOffset: Joi.number().integer().min(-14).max(31).required().label("Days from period end to payday"),
    closedDays: Joi.string()
      .valid(...closedDayRules)
      .required()
      .label("On a day without banks"),
    retired,
  }),
  funds: Joi.object<ChangeFund>({
    ...fundFields,
    retired,
  }),
  places: Joi.object<ChangePlace>({ ...place, retired }),
  "cost-centres": Joi.object<ChangeCoded>({ name: name(40).required().label("Name"), retired }),
  "own-fields": Joi.object<ChangeOwnField>({
    name: name(40).required().label("Name"),
    choices: Joi.array().items(Joi.string().trim().min(1).max(40)).max(40).unique().default([]).label("Choices"),
    retired,
  }),
  accounts: Joi.object<ChangeCoded>({ name: name(60).required().label("Name"), retired }),
} as const;
export type ListName = keyof typeof changeLists;
export type ListValues = {
  cycles: ChangeCycle;
  funds: ChangeFund;
  places: ChangePlace;
  "cost-centres": ChangeCoded;
  "own-fields": ChangeOwnField;
  accounts: ChangeCoded;
};
