import type { Entry, SheetLine } from "@zesty/core/pay/row";
import Joi from "joi";
import { amountNotNegative, id } from "./fields.ts";
import { sheetLine } from "./lines.ts";

/** An earlier pay as it should have been, and where the difference goes. */
export interface NewCorrection {
  payId: number;
  lines: SheetLine[];
  /** lines in the next run of the cycle, or a run of its own now */
  into: "next" | "own";
  /** overpaid: how much of each pay goes towards paying it back */
  recoverPerPay?: string | undefined;
}
export const newCorrection = Joi.object<NewCorrection>({
  payId: id().required(),
  lines: Joi.array().items(sheetLine).max(60).required(),
  into: Joi.string().valid("next", "own").required().label("Correct in"),
  recoverPerPay: amountNotNegative().empty("").label("Take back each pay"),
});

/** What a correction changes, before it is made. */
export interface CorrectionPlan {
  payday: string;
  name: string;
  lines: { name: string; hours: string | null; amount: string }[];
  gross: string;
  withheld: string;
  super: string;
  net: string;
  /** the pay belongs to an earlier payroll year than today */
  earlierYear: boolean;
  /** the earlier year itself is amended; else the difference counts in this one */
  amendsYear: boolean;
}

/** The pay to correct, as it was signed off. */
export interface CorrectablePay {
  payId: number;
  runId: number;
  personId: number;
  name: string;
  payday: string;
  hourlyRate: string | null;
  lines: SheetLine[];
  elements: { id: number; name: string; entry: Entry }[];
  corrections: { runId: number; payday: string; state: string }[];
  /** the pay and its corrections as they were read: sent with If-Match, nobody's correction is taken back by a slower one */
  stamp: string;
}
