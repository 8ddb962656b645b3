/** Reportable fringe benefits of a person, by fringe benefits year. */
import Joi from "joi";
import { amountNotNegative } from "../fields.ts";

export interface FringeBenefit {
  /** 31 March of the fringe benefits year */
  yearEnd: string;
  taxable: string;
  /** exempt under section 57A */
  exempt: string;
}

export interface FringeBenefitView extends FringeBenefit {
  reported: { code: "T" | "X"; amount: string }[];
}

export const fringeBenefits = Joi.object<FringeBenefit>({
  yearEnd: Joi.string()
    .pattern(/^20\d{2}-03-31$/)
    .required()
    .label("Year"),
  taxable: amountNotNegative().empty("").default("0").label("Taxable value"),
  exempt: amountNotNegative().empty("").default("0").label("Exempt under section 57A"),
});
