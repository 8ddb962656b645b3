import { cycles } from "@zesty/core/calendar/payPeriods";
import type { EmployerCost } from "@zesty/core/pay/input";
import Joi from "joi";
import { amountNotNegative, date, id, name, percent } from "./fields.ts";

export interface NewCost {
  from: string;
  code: string;
  name: string;
  percent: string;
  of: EmployerCost["of"];
  /** only of who works there; null: of everybody */
  placeId: number | null;
  expense: string;
  payable: string;
}
export const newCost = Joi.object<NewCost>({
  from: date().required().label("From"),
  code: Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-Z0-9-]{1,12}$/)
    .required()
    .label("Code"),
  name: name(40).required().label("Name"),
  percent: percent().required().label("Per cent"),
  of: Joi.string().valid("gross", "grossAndSuper").required().label("Of"),
  placeId: id().empty("").allow(null).default(null).label("Of whom"),
  expense: name(20).required().label("Expense account"),
  payable: name(20).required().label("Account it is owed on"),
});

export interface NewTopUp {
  name: string;
  /** the scheme's own reporting text */
  code: string;
  amount: string;
  cycle: (typeof cycles)[number];
  from: string;
  to: string | null;
}
export const newTopUp = Joi.object<NewTopUp>({
  name: name(40).required().label("Name"),
  code: Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-Z0-9-]{2,20}$/)
    .required()
    .label("Reporting code"),
  amount: amountNotNegative().required().label("Guaranteed amount"),
  cycle: Joi.string()
    .valid(...cycles)
    .required()
    .label("For each pay that is"),
  from: date().required().label("First payday"),
  to: date().empty("").allow(null).default(null).label("Last payday"),
});
export const enrol = Joi.object<{ personIds: number[]; from: string }>({
  personIds: Joi.array().items(id()).max(2000).required().label("People"),
  from: date().required().label("From the period that starts on"),
});

export interface CostsView {
  costs: (NewCost & { id: number })[];
  topUps: (NewTopUp & { id: number; elementId: number; people: { personId: number; name: string; from: string }[] })[];
}

export const newCentre = Joi.object<{ code: string; name: string }>({
  code: Joi.string().trim().uppercase().max(12).required().label("Code"),
  name: name(40).required().label("Name"),
});
export const newAccount = Joi.object<{ code: string; name: string }>({
  code: Joi.string().trim().max(20).required().label("Code"),
  name: name(60).required().label("Name"),
});

/** Lines of code and name, as pasted or from a file. */
export const chartLines = Joi.object<{ text: string }>({ text: Joi.string().max(100_000).required().label("Lines") });
