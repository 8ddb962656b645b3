/** An hours sheet that comes back: the file, and what it would change. */
import type { SheetPlan } from "@zesty/core/hoursSheet/hoursSheet";
import Joi from "joi";

export interface HoursSheetFile {
  name: string;
  /** base64 */
  data: string;
  /** what unknown headings mean: code of a pay element, or "ignore" */
  mapping?: Record<string, string>;
}
export const hoursSheetFile = Joi.object<HoursSheetFile>({
  name: Joi.string().max(200).required().label("File"),
  data: Joi.string().base64().max(7_000_000).required().label("File").messages({
    "string.max": "The file is larger than 5 MB. Bring the one sheet alone.",
    "string.empty": "The file is empty.",
  }),
  mapping: Joi.object().pattern(Joi.string().max(120), Joi.string().max(40)).max(100),
});
export interface HoursSheetPreview extends SheetPlan {
  /** of the run that it was read against */
  version: number;
  /** name of the sheet in the workbook */
  sheet: string;
}
