/** Earnings of several people from before this program, by spans of time: what the averages of the Holidays Act ask for. */
import Joi from "joi";
import type { EarlierFacts } from "./people.ts";

export interface OpeningEarningsGiven {
  text: string;
  /** else only shown */
  apply: boolean;
}
export const openingEarningsGiven = Joi.object<OpeningEarningsGiven>({
  text: Joi.string().allow("").max(400_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});

export interface OpeningEarningsShown {
  rows: {
    personId: number;
    name: string;
    pays: EarlierFacts[];
    /** of all the lines of the person */
    gross: string;
    days: string;
    /** spans that were recorded before, and go */
    was: number;
  }[];
  /** gross of the lines beside the total that the earlier system printed, where one was given */
  total: { lines: string; printed: string | null };
  faults: string[];
}
