/** A period's pays of an earlier system beside ours: its register pasted, read by its headings, held against a run. */
import Joi from "joi";
import { id } from "./fields.ts";

/** What a column of a register can say. */
export const besideFields = [
  ...(["payrollId", "name", "familyName", "givenName"] as const),
  ...(["hours", "gross", "withheld", "studentLoan", "kiwiSaver", "super", "afterTax", "net"] as const),
] as const;
export type BesideField = (typeof besideFields)[number];
export const besideFigures = besideFields.slice(4) as readonly BesideFigure[];
export type BesideFigure = "hours" | "gross" | "withheld" | "studentLoan" | "kiwiSaver" | "super" | "afterTax" | "net";

export interface BesideWanted {
  text: string;
  /** what headings mean that are not known; "none": nothing of ours */
  meanings: Record<string, BesideField | "none">;
}
export const besideWanted = Joi.object<BesideWanted>({
  text: Joi.string().trim().min(1).max(400_000).required().label("Register"),
  meanings: Joi.object()
    .pattern(Joi.string().max(80), Joi.string().valid(...besideFields, "none"))
    .default({}),
});

/** Why the earlier figure was wrong, or why the difference stands; nothing takes the tick away. */
export const besideTick = Joi.object<{ personId: number; reason: string }>({
  personId: id().required(),
  reason: Joi.string().trim().allow("").max(300).required().label("Reason"),
});

export interface BesideHeading {
  title: string;
  means: BesideField | "none" | null;
  samples: string[];
}
export interface BesideCell {
  ours: string;
  theirs: string;
  /** theirs less ours */
  difference: string;
  /** what it looks like, where it looks like something */
  why: string | null;
}
export interface BesideRow {
  personId: number;
  payId: number;
  name: string;
  cells: Partial<Record<BesideFigure, BesideCell>>;
  agrees: boolean;
  /** ticked with this reason */
  reason: string | null;
}
export interface BesideView {
  text: string;
  headings: BesideHeading[];
  figures: BesideFigure[];
  rows: BesideRow[];
  /** in both, and ours cannot be worked out yet: nothing stands beside theirs */
  stopped: string[];
  /** in our run and not in the register */
  onlyHere: string[];
  /** lines of the register that name nobody of the run */
  strangers: string[];
  totals: Partial<Record<BesideFigure, BesideCell>>;
  /** differences that nobody has ticked */
  open: number;
  /** nobody is missing on either side, nothing is open, and net pay is among what was compared */
  agrees: boolean;
  /** last days of other periods that agree: with two in all, the move may be made */
  others: string[];
}
