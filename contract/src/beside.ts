/** A period's pays of an earlier system beside ours: its register pasted, read by its headings, held against a run. */
import Joi from "joi";
import { id } from "./fields.ts";
import type { SheetRead } from "./hoursSheet.ts";

/** What a column of a register can say, beside an amount of one of our pay lines. */
export const besideNames = ["payrollId", "name", "familyName", "givenName"] as const;
export const besideFigures = [
  ...(["hours", "gross", "withheld", "studentLoan", "kiwiSaver", "super", "afterTax", "net"] as const),
] as const;
/** in a register that has a line for each line of pay: which one it is, and its amount */
const besideLine = ["line", "amount"] as const;
export const besideFields = [...besideNames, ...besideFigures, ...besideLine] as const;
export type BesideField = (typeof besideFields)[number];
export type BesideFigure = (typeof besideFigures)[number];
/** `pay ORD`: the amount of our pay element of that code; "none": nothing of ours */
export type BesideMeans = BesideField | "none" | `pay ${string}`;

export interface BesideWanted {
  text: string;
  /** what headings, and names of their pay lines, mean that are not known */
  meanings: Record<string, BesideMeans>;
}
export const besideWanted = Joi.object<BesideWanted>({
  text: Joi.string().trim().min(1).max(400_000).required().label("Register"),
  meanings: Joi.object()
    .pattern(
      Joi.string().max(80),
      Joi.alternatives(Joi.string().valid(...besideFields, "none"), Joi.string().pattern(/^pay .{1,30}$/)),
    )
    .default({}),
});

/** A register from a file, as the lines that would be pasted. */
export interface BesideText extends SheetRead {
  text: string;
}

/** Why the earlier figure was wrong, or why the difference stands; nothing takes the tick away. */
export const besideTick = Joi.object<{ personId: number; reason: string }>({
  personId: id().required(),
  reason: Joi.string().trim().allow("").max(300).required().label("Reason"),
});

export interface BesideHeading {
  title: string;
  means: BesideMeans | null;
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
/** A line of pay on which the two differ. */
export interface BesideLine extends BesideCell {
  name: string;
}
export interface BesideRow {
  personId: number;
  payId: number;
  name: string;
  cells: Partial<Record<BesideFigure, BesideCell>>;
  lines: BesideLine[];
  agrees: boolean;
  /** ticked with this reason */
  reason: string | null;
}
export interface BesideView {
  text: string;
  headings: BesideHeading[];
  figures: BesideFigure[];
  /** names of the pay lines that the register gives by themselves */
  payLines: string[];
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
