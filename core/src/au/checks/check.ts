/** What a check of an Australian pay is. */
import type { Mark } from "../../checks/mark.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { WorkedRow } from "../pay/row.ts";

export type WorkedInput = Pick<WorkedRow, "input" | "worked">;
/** A check of the pay alone. */
export type PayCheck = (pay: WorkedInput, rules: RuleBook) => Mark[];
/** A check that also wants to know the person and the run. */
export type Check = (row: WorkedRow, rules: RuleBook) => Mark[];
