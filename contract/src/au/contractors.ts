/** What a business paid to contractors in a year: of contractors in pay runs, and of a list that the books give. */
import Joi from "joi";
import { date } from "../fields.ts";

export interface ContractorRow {
  name: string;
  /** null: none was quoted */
  abn: string | null;
  /** decimal dollars; gross with the tax on goods and services in it */
  gross: string;
  gst: string;
  tax: string;
  source: "runs" | "list";
  /** in sentences */
  doubts: string[];
}

/** A line a contractor: ABN, name, gross, GST, tax withheld. */
export interface ContractorsGiven {
  from: string;
  text: string;
  /** else only shown */
  apply: boolean;
}
export const contractorsGiven = Joi.object<ContractorsGiven>({
  from: date().required().label("Payroll year"),
  text: Joi.string().allow("").max(400_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});

export interface ContractorsShown {
  rows: ContractorRow[];
  faults: string[];
}

export interface Contractors {
  year: { from: string; to: string; name: string };
  rows: ContractorRow[];
  totals: { gross: string; gst: string; tax: string };
  /** when the list was put in, and by whom */
  list: { by: string; at: string } | null;
  /** the day by which the report is with the agency */
  due: string;
  closed: boolean;
}
