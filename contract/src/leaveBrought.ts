/** Leave balances of several people, as the earlier system printed them on a day: pasted, held against its totals, put in at once. */
import type { LeaveUnit } from "@zesty/core/leave/leaveDays";
import Joi from "joi";
import { date } from "./fields.ts";

export interface LeaveBroughtGiven {
  /** the end of this day */
  on: string;
  text: string;
  /** else only shown */
  apply: boolean;
}
export const leaveBroughtGiven = Joi.object<LeaveBroughtGiven>({
  on: date().required().label("Balances of"),
  text: Joi.string().allow("").max(400_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});

export interface LeaveBroughtShown {
  /** the kinds that the headings say, in their order */
  kinds: { code: string; words: string; unit: LeaveUnit }[];
  rows: {
    personId: number;
    name: string;
    /** by kind: what is on the ledger here, and what it becomes; a cell that is empty changes nothing */
    amounts: Record<string, { was: string; becomes: string | null }>;
  }[];
  /** sums of the lines by kind, beside the line of totals where one was given */
  totals: { kind: string; lines: string; printed: string | null }[];
  faults: string[];
}
