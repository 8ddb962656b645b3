/** A check of a New Zealand row before it is worked out. */
import type { Mark } from "../../checks/mark.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { WorkedRowNz } from "../pay/row.ts";

export type CheckNz = (row: WorkedRowNz, rules: RuleBook) => Mark[];
