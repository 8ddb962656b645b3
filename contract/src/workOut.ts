/** The input of the `work-out` command: the same fields and checks as the pay pipeline takes. Unknown fields are refused. */

import { allowanceCodes, deductionCodes, elementsAu, type PayInput } from "@zesty/core/au/pay/input";
import { cycles } from "@zesty/core/calendar/payPeriods";
import { bases } from "@zesty/core/pay/input";
import Joi from "joi";
import { amountNotNegative, date, decimalText, hours, percent, rate } from "./fields.ts";
import { detailFields } from "./lines.ts";

const money = () => decimalText(2, "is not an amount. Write dollars and cents as 12.50.");
/** A line's own amount may be negative: a correction takes back what an earlier pay gave. */
const line = Joi.object({
  element: Joi.string()
    .valid(...elementsAu)
    .required()
    .label("Element"),
  hours: decimalText(4, "is not a number of hours. Write it as 7.6.").label("Hours"),
  rate: rate().label("Rate"),
  percent: percent().label("Per cent"),
  amount: money().label("Amount"),
  leave: Joi.string().max(30).label("Leave"),
  allowance: Joi.string()
    .valid(...allowanceCodes)
    .label("Allowance"),
  deduction: Joi.string()
    .valid(...deductionCodes)
    .label("Deduction"),
  taxable: Joi.boolean().strict().label("Taxable"),
  superable: Joi.boolean().strict().label("Counts for super"),
  ...detailFields,
  percentOfGross: percent().label("Per cent of gross"),
  keepNet: amountNotNegative().label("Protected net pay"),
  upTo: amountNotNegative().label("Left of the total"),
  detail: Joi.string().max(20).label("Which other allowance"),
}).custom((value: PayInput["lines"][number], helpers) => {
  const fault = lineFault(value);
  return fault === null ? value : helpers.message({ custom: fault });
});

function lineFault(value: PayInput["lines"][number]): string | null {
  const typed =
    value.amount !== undefined ||
    value.percentOfGross !== undefined ||
    value.amountBefore1993 !== undefined ||
    value.amountBefore1978 !== undefined;
  if (typed && (value.hours !== undefined || value.rate !== undefined))
    return "A line has either hours and a rate, or an amount, not both.";
  if (!typed && (value.hours === undefined || value.rate === undefined))
    return "A line needs hours and a rate, or an amount.";
  if (value.element === "redundancy" && value.completedYears === undefined)
    return "A redundancy payment needs the completed years of service.";
  if (value.method === "A" && value.paysCovered === undefined)
    return "Method A needs the number of pays that the payment covers.";
  return null;
}

const tax = Joi.object({
  fileNumber: Joi.string().valid("given", "pending", "none").required().label("File number"),
  residency: Joi.string().valid("resident", "foreign", "working-holiday").default("resident").label("Residency"),
  taxFreeThreshold: Joi.boolean().strict().default(false).label("Tax-free threshold"),
  studyLoan: Joi.boolean().strict().default(false).label("Study loan"),
  medicare: Joi.string().valid("levy", "half-exempt", "exempt").default("levy").label("Medicare"),
  medicareDependants: Joi.number().strict().integer().min(0).max(20).label("Medicare dependants"),
  offsetsPerYear: amountNotNegative().label("Offsets a year"),
  extraPerPay: amountNotNegative().label("Extra a pay"),
  employerRegistered: Joi.boolean().strict().default(true).label("Employer registered"),
  variationPercent: percent().label("Varied to"),
});

const entitlement = Joi.object({
  kind: Joi.string().max(30).required().label("Kind of leave"),
  weeksPerYear: percent().label("Weeks a year"),
  percentOfHours: percent().label("Per cent of hours"),
  hoursPerYear: hours().label("Hours a year"),
}).xor("weeksPerYear", "percentOfHours", "hoursPerYear");

const person = Joi.object({
  birthDate: date().required().label("Birth date"),
  basis: Joi.string()
    .valid(...bases)
    .required()
    .label("Basis"),
  weeklyHours: hours().label("Hours a week"),
  tax: tax.required().label("Tax"),
  super: Joi.object({
    guarantee: Joi.boolean().strict().default(true).label("Guarantee"),
    rate: percent().label("Rate"),
    anyAge: Joi.boolean().strict().label("Super at any age"),
  }),
  leave: Joi.array().items(entitlement).max(20),
});

export const toDate = Joi.object({
  gross: money(),
  taxable: money(),
  withheld: money(),
  guaranteeBase: money(),
  guaranteeBaseQuarter: money(),
  guarantee: money(),
  reportable: money(),
  bonusGross: money(),
  bonusWithheld: money(),
  etpCapUsed: money(),
  etpOther: money(),
  lumpSumA: money(),
  guaranteeEarnings: money(),
  guaranteeEarningsQuarter: money(),
});

export type WorkOutCase = PayInput & { id: string };

export const workOutCase = Joi.object<WorkOutCase>({
  id: Joi.string().allow("").required().label("ID"),
  // NZ has a schema of its own; here the word only names what there is.
  country: Joi.string().valid("AU", "NZ").required().label("Country"),
  payday: date().required().label("Payday"),
  cycle: Joi.string()
    .valid(...cycles)
    .required()
    .label("Cycle"),
  periods: Joi.number().strict().integer().min(1).max(60).default(1).label("Periods"),
  person: person.required().label("Person"),
  lines: Joi.array().items(line).max(200).required().label("Lines"),
  toDate,
  overrides: Joi.object({
    withheld: amountNotNegative(),
    guarantee: amountNotNegative(),
    reason: Joi.string().required(),
  }),
  correctsTaxable: money(),
  employerCosts: Joi.array()
    .max(20)
    .items(
      Joi.object({
        code: Joi.string().required(),
        name: Joi.string().required(),
        percent: percent().required(),
        of: Joi.string().valid("gross", "grossAndSuper").required(),
      }),
    ),
  history: Joi.object({
    normalGross: money(),
    lastFourWeeksGross: money(),
    lastPays: Joi.array().max(400).items(money()),
  }),
});
