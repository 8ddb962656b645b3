/** What a check is, and what checks share. */
import type { WorkedRow } from "../pay/payContext.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import type { Mark } from "./mark.ts";

export type WorkedInput = Pick<WorkedRow, "input" | "worked">;
/** A check of the pay alone. */
export type PayCheck = (pay: WorkedInput, rules: RuleBook) => Mark[];
/** A check that also wants to know the person and the run. */
export type Check = (row: WorkedRow, rules: RuleBook) => Mark[];

export { dollars } from "../quantity/units.ts";
export const person = (section: string): Mark["mend"] => ({ place: "person", section });
export const inRun: Mark["mend"] = { place: "run", section: "lines" };
