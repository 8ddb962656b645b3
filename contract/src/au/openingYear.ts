/** A payroll year's pay from before this program, of one person. */
import { type OpeningAmounts, openingCategories, plainGross } from "@zesty/core/au/openingYear";
import { decimal } from "@zesty/core/quantity/decimal";
import { moneyText } from "@zesty/core/quantity/units";
import Joi from "joi";
import { amountNotNegative, name, optional } from "../fields.ts";

export interface OpeningYear extends OpeningAmounts {
  /** 1 July of the payroll year */
  yearStart: string;
  /** reported on by our pay events; false when the earlier system finalises its share */
  carried: boolean;
  /** the key that the earlier system reported under, where it was another */
  previousBmsId: string | null;
  previousPayrollId: string | null;
}
export interface OpeningYearView extends OpeningYear {
  recordedOn: string;
}
const nought = (label: string) => amountNotNegative().empty("").default("0").label(label);
const key = (max: number) => optional(name(max));
export const openingYear = Joi.object<OpeningYear>({
  yearStart: Joi.string()
    .pattern(/^20\d{2}-07-01$/)
    .required()
    .label("Payroll year")
    .messages({ "string.pattern.base": "Payroll year begins on 1 July: write it as 2026-07-01." }),
  carried: Joi.boolean().required().label("Reported on"),
  gross: nought("Gross"),
  withheld: nought("Withheld"),
  superEarnings: nought("Earnings that super counts"),
  guarantee: nought("Super guarantee"),
  reportable: nought("Reportable super"),
  extras: nought("Bonuses taxed over the year"),
  extrasWithheld: nought("Withheld from them"),
  terminationTaxable: nought("Termination payments, taxable"),
  parts: Joi.array()
    .items(
      Joi.object({
        category: Joi.string()
          .valid(...Object.keys(openingCategories))
          .required()
          .label("Category"),
        amount: amountNotNegative().required().label("Amount"),
      }),
    )
    .max(40)
    .unique("category")
    .default([])
    .label("Parts"),
  previousBmsId: key(200).label("Earlier system's ID"),
  previousPayrollId: key(20).label("Earlier payroll ID"),
}).custom((value: OpeningYear, helpers) => {
  if (plainGross(value).lt(0))
    return helpers.message({
      custom: `The parts come to more than the gross of ${moneyText(decimal(value.gross))}. The gross holds them all but deductions and sacrifice.`,
    });
  if ((value.previousBmsId === null) !== (value.previousPayrollId === null))
    return helpers.message({
      custom: "The earlier system's ID and the earlier payroll ID are one key: type both, or neither.",
    });
  return value;
});
