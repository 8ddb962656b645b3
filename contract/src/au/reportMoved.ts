/** A category put right from a payday on: what was signed moves, and the element is reported so from now on. */
import { allowanceCodes, deductionCodes } from "@zesty/core/au/pay/input";
import type { ReportedAs } from "@zesty/core/au/pay/reportMoved";
import Joi from "joi";
import { date } from "../fields.ts";

export interface MoveReported extends ReportedAs {
  /** the first payday that moves */
  from: string;
  /** else only shown */
  apply: boolean;
}
const orNull = (schema: Joi.Schema) => schema.empty("").allow(null).default(null);
export const moveReported = Joi.object<MoveReported>({
  from: date().required().label("From payday"),
  allowance: orNull(Joi.string().valid(...allowanceCodes)).label("Reported as"),
  detail: orNull(Joi.string().trim().uppercase().max(20)).label("Which other"),
  deduction: orNull(Joi.string().valid(...deductionCodes)).label("Reported as"),
  apply: Joi.boolean().strict().required().label("Move"),
});

export interface ReportedMoved {
  /** the category in words; null: not reported */
  to: string | null;
  /** what comes off which category. Amounts are cents */
  rows: { was: string | null; pays: number; cents: number }[];
  /** whose year is told otherwise until their next event */
  people: { personId: number; name: string; cents: number; final: boolean }[];
  /** what changes for pays to come beside the category, in sentences */
  ahead: string[];
}
