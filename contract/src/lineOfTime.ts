/** A person's dated facts as one line of time: what held, what holds, what is coming; each change a notch. */
import Joi from "joi";
import { id, name } from "./fields.ts";

export interface NotchChange {
  what: string;
  /** null where nothing was said before */
  was: string | null;
  is: string;
}
export interface Notch {
  id: number;
  from: string;
  /** in short, for the tape */
  words: string;
  changes: NotchChange[];
  /** the first of its lane stays: something must hold */
  canUndo: boolean;
}
export interface TimeLane {
  section: string;
  title: string;
  notches: Notch[];
}
export interface LineOfTime {
  from: string;
  to: string;
  today: string;
  paydays: { payday: string; runId: number; periodStart: string; periodEnd: string }[];
  lanes: TimeLane[];
}
export const undoNotch = Joi.object<{ section: string; notch: number }>({
  section: name(30).required().label("Section"),
  notch: id().required().label("Change"),
});

/** A pay that a raise from a past date reaches: as it was, and as it would have been. */
export interface BackPayRow {
  signedPayId: number;
  payday: string;
  start: string;
  end: string;
  /** the new rate counts from this day, where that is within the period */
  from: string | null;
  was: string;
  shouldBe: string;
  /** paid back before, for an earlier raise */
  before: string;
  difference: string;
}
export interface BackPayPlan {
  rows: BackPayRow[];
  total: string;
  /** of the total, what super counts on; null where the country has none of it */
  superable: string | null;
  /** the run that would pay it: open, or opened for it */
  payday: string | null;
  /** payroll years before this one that a part belongs to */
  earlierYears: { year: string; amount: string }[];
}
