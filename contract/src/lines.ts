/** Lines as they stand in a sheet and in usual pay, with what belongs to odd ones. */
import { etpCodes } from "@zesty/core/au/terminationPayment";
import type { DeductionTerms, LineDetail, SheetLine } from "@zesty/core/pay/row";
import Joi from "joi";
import { amountNotNegative, checked, date, id, money, percent, rate } from "./fields.ts";

export const payrollYearName = () =>
  Joi.string()
    .pattern(/^20\d{2}-\d{2}$/)
    .custom((value: string, helpers) =>
      (Number(value.slice(2, 4)) + 1) % 100 === Number(value.slice(5))
        ? value
        : helpers.message({ custom: "{{#label}} is not a payroll year. Write it as 2023-24." }),
    );

/** What bonuses, back pay and final pays need beyond an amount; the command line takes the same. */
export const detailFields = {
  method: Joi.string().valid("A", "B").label("Method"),
  paysCovered: Joi.number().strict().integer().min(1).max(52).label("Pays covered"),
  reason: Joi.string().valid("normal", "redundancy").label("Reason"),
  amountBefore1993: amountNotNegative().label("Amount before August 1993"),
  amountBefore1978: amountNotNegative().label("Amount before August 1978"),
  etpCode: Joi.string()
    .valid(...etpCodes)
    .label("ETP code"),
  completedYears: Joi.number().strict().integer().min(0).max(80).label("Completed years"),
  earnedYear: payrollYearName().label("Year earned"),
  cashOut: Joi.boolean().strict().label("Cashed out"),
  fromExtra: Joi.boolean().strict().label("Out of a bonus"),
};
const detail = Joi.object<LineDetail>(detailFields);

/** How long a deduction goes on, and what it leaves. */
export const deductionTerms = Joi.object<DeductionTerms>({
  percentOfGross: percent().label("Per cent of gross"),
  keepNet: amountNotNegative().label("Protected net pay"),
  until: date().label("Last payday"),
  total: amountNotNegative().label("Total"),
  since: date().label("Counted from"),
  debt: id(),
});

const signedHours = () =>
  checked((text) => /^-?\d{1,6}(\.\d{1,4})?$/.test(text), "is not a number of hours. Write it as 7.6.");
const signedMoney = () => money();

export const sheetLine = Joi.object<SheetLine>({
  elementId: id().required(),
  hours: signedHours().label("Hours"),
  units: signedHours().label("Weeks or days"),
  rate: rate().label("Rate"),
  amount: signedMoney().label("Amount"),
  terms: deductionTerms,
  detail,
  costCentre: Joi.string().max(20).label("Cost centre"),
  corrects: date(),
  accrues: signedHours().label("Accruing hours"),
  owedLeave: Joi.object().pattern(Joi.string().max(40), signedHours()),
  // Back pay names each of the pays that it is of.
  explained: Joi.string().max(2000),
  time: Joi.object({
    hours: signedHours(),
    amount: signedMoney(),
    units: signedHours(),
    elsewhere: signedHours(),
    why: Joi.array().items(Joi.string().max(400)).max(200).required(),
    arose: Joi.array().items(date()).max(100),
  }),
  act: id(),
  typed: Joi.object({ over: signedHours(), now: signedHours() }),
  asOf: Joi.object(),
  accruesBy: Joi.object(),
}).custom((value: SheetLine, helpers) => {
  const negative = value.units?.startsWith("-")
    ? "Weeks or days"
    : value.hours?.startsWith("-")
      ? "Hours"
      : value.amount?.startsWith("-")
        ? "Amount"
        : null;
  if (negative && value.corrects === undefined)
    return helpers.message({
      custom: `${negative} cannot be below nought here. To take something back, correct the pay that it was in.`,
    });
  if (Number(value.hours ?? 0) > 9999) return helpers.message({ custom: "Hours are more than 9999." });
  return value;
});
