/** An hours sheet that comes back: the file, and what it would change. */
import type { SheetPlan } from "@zesty/core/hoursSheet/hoursSheet";
import type { ShiftPlan } from "@zesty/core/hoursSheet/shiftSheet";
import Joi from "joi";
import { date } from "./fields.ts";

export interface HoursSheetFile {
  name: string;
  /** base64 */
  data: string;
  /** which sheet of the workbook; the one that looks like it where nobody says */
  sheet?: string;
  /** what unknown headings mean: code of a pay element, or "ignore" */
  mapping?: Record<string, string>;
}
export const hoursSheetFile = Joi.object<HoursSheetFile>({
  name: Joi.string().max(200).required().label("File"),
  data: Joi.string().base64().max(7_000_000).required().label("File").messages({
    "string.max": "The file is larger than 5 MB. Bring the one sheet alone.",
    "string.empty": "The file is empty.",
  }),
  sheet: Joi.string().max(100).label("Sheet"),
  mapping: Joi.object().pattern(Joi.string().max(120), Joi.string().max(40)).max(100),
});
/** An export of shifts: the file, the period in hand, and what its headings and codes were said to be. */
export interface ShiftSheetFile extends HoursSheetFile {
  /** codes or names in the file: a payroll ID, or "ignore" */
  people?: Record<string, string>;
  from: string;
  to: string;
}
export const shiftSheetFile = hoursSheetFile.append<ShiftSheetFile>({
  people: Joi.object().pattern(Joi.string().max(120), Joi.string().max(40)).max(500),
  from: date().required().label("From"),
  to: date().required().label("To"),
});
/** Which sheet of the workbook was read, and which others hold something. */
export interface SheetRead {
  sheet: string;
  others: string[];
}
export interface ShiftSheetPreview extends ShiftPlan, SheetRead {}
export interface HoursSheetPreview extends SheetPlan, SheetRead {
  /** of the run that it was read against */
  version: number;
  /** of whose pay changes by it: before, and as it would be */
  pays: { payId: number; name: string; hours: [string, string]; gross: [string, string] }[];
}
