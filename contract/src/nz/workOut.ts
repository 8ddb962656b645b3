/** The input of the `work-out` command for New Zealand. Unknown fields are refused. */
import { cycles } from "@zesty/core/calendar/payPeriods";
import { elementsNz, type PayInputNz } from "@zesty/core/nz/pay/input";
import { readTaxCode, taxCodes } from "@zesty/core/nz/taxCode";
import { bases } from "@zesty/core/pay/input";
import Joi from "joi";
import { amountNotNegative, date, decimalText, money, percent, rate } from "../fields.ts";
import { toDate } from "../workOut.ts";

const line = Joi.object({
  element: Joi.string()
    .valid(...elementsNz)
    .required()
    .label("Element"),
  hours: decimalText(4, "is not a number of hours. Write it as 7.6.").label("Hours"),
  rate: rate().label("Rate"),
  percent: percent().label("Per cent"),
  amount: money().label("Amount"),
  leave: Joi.string().max(30).label("Leave"),
  taxable: Joi.boolean().strict().label("Taxable"),
  holidayGross: Joi.boolean().strict().label("Counts in gross earnings"),
}).custom((value: PayInputNz["lines"][number], helpers) => {
  const typed = value.amount !== undefined;
  if (typed && (value.hours !== undefined || value.rate !== undefined))
    return helpers.message({ custom: "A line has either hours and a rate, or an amount, not both." });
  if (!typed && (value.hours === undefined || value.rate === undefined))
    return helpers.message({ custom: "A line needs hours and a rate, or an amount." });
  return value;
});

const extraLoan = Joi.object({
  percent: percent().label("Per cent"),
  amount: amountNotNegative().label("Amount"),
}).xor("percent", "amount");

const person = Joi.object({
  birthDate: date().required().label("Birth date"),
  basis: Joi.string()
    .valid(...bases)
    .required()
    .label("Basis"),
  taxCode: Joi.string()
    .required()
    .custom((value: string, helpers) =>
      readTaxCode(value)
        ? value
        : helpers.message({
            custom: `{{#label}} is not one of Inland Revenue's. It is one of ${taxCodes.join(", ")}, with SL after it for a student loan.`,
          }),
    )
    .label("Tax code"),
  specialRate: percent().label("Special rate"),
  kiwiSaver: Joi.object({
    status: Joi.string().valid("member", "not-member", "opted-out", "suspended").required().label("Status"),
    employeeRate: percent().label("Employee rate"),
    employerRate: percent().label("Employer rate"),
    esctRate: percent().label("ESCT rate"),
    esctBase: amountNotNegative().label("ESCT base"),
    temporaryRate: Joi.boolean().strict().label("Temporary rate"),
    totalRemuneration: Joi.boolean().strict().label("Total remuneration"),
    voluntaryEmployer: Joi.boolean().strict().label("Employer contributes at any age"),
  }),
  childSupport: Joi.object({
    amount: amountNotNegative().required().label("Amount"),
    protectedPercent: percent().default("60").label("Protected per cent"),
  }),
  holidayPayWithPay: Joi.boolean().strict().label("Holiday pay with pay"),
  slcir: extraLoan.label("Ordered by Inland Revenue"),
  slbor: extraLoan.label("Chosen by the person"),
  loanRate: percent().label("Student loan at a special rate"),
  lowerMinimum: Joi.boolean().strict().label("Starting-out or training rate"),
});

export type WorkOutCaseNz = PayInputNz & { id: string };

export const workOutCaseNz = Joi.object<WorkOutCaseNz>({
  id: Joi.string().allow("").required().label("ID"),
  country: Joi.string().valid("NZ").required().label("Country"),
  payday: date().required().label("Payday"),
  cycle: Joi.string()
    .valid(...cycles)
    .required()
    .label("Cycle"),
  periods: Joi.number().strict().integer().min(1).max(60).default(1).label("Periods"),
  person: person.required().label("Person"),
  lines: Joi.array().items(line).max(200).required().label("Lines"),
  toDate,
  history: Joi.object({
    normalGross: money(),
    lastFourWeeksGross: money(),
    lastPays: Joi.array().max(400).items(money()),
  }),
});
