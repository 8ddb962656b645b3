import type { DayRecord } from "@zesty/core/hours/dayText";
import type { Entry, SheetLine } from "@zesty/core/pay/row";
import Joi from "joi";
import { amountNotNegative, date, id } from "./fields.ts";
import { sheetLine } from "./lines.ts";
import { dayRecord } from "./time.ts";

/** A day of a signed pay as it should have been on record; null: nothing of it. */
export interface DayTold {
  date: string;
  record: DayRecord | null;
}

/** An earlier pay as it should have been, and where the difference goes. */
export interface NewCorrection {
  payId: number;
  lines?: SheetLine[] | undefined;
  /** by these days in place of the lines: the pay is composed again with them */
  days?: DayTold[] | undefined;
  /** as it would be paid by all that holds now, in place of the lines */
  asNow?: true | undefined;
  /** lines in the next run of the cycle, or a run of its own now */
  into: "next" | "own";
  /** overpaid: how much of each pay goes towards paying it back */
  recoverPerPay?: string | undefined;
}
export const newCorrection = Joi.object<NewCorrection>({
  payId: id().required(),
  lines: Joi.array().items(sheetLine).max(60),
  days: Joi.array()
    .items(Joi.object({ date: date().required().label("Day"), record: dayRecord.allow(null).required() }))
    .min(1)
    .max(60)
    .label("Days")
    .messages({ "array.min": "No day is said otherwise than it was paid. Type the day that was told too late." }),
  asNow: Joi.valid(true),
  into: Joi.string().valid("next", "own").required().label("Correct in"),
  recoverPerPay: amountNotNegative().empty("").label("Take back each pay"),
})
  .xor("lines", "days", "asNow")
  .messages({
    "object.missing": "Say the lines as they should have been, or the days.",
    "object.xor": "Say it by lines or by days, not by both.",
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
  /**
   * its days, where it follows from them: `record` is what it was paid by (null: as the agreed week has it), `told` what a
   * correction says that waits, or what is on record and was left out
   */
  days: { date: string; record: DayRecord | null; told?: DayRecord | null | undefined; usual: string | null }[] | null;
  /** it can be worked out again by all that holds now */
  asNow: boolean;
  corrections: { runId: number; payday: string; state: string }[];
  /** the pay and its corrections as they were read: sent with If-Match, nobody's correction is taken back by a slower one */
  stamp: string;
}
