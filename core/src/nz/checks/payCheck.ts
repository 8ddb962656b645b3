/** A check of a worked New Zealand pay. */
import type { Mark } from "../../checks/mark.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { WorkedRowNz } from "../pay/row.ts";

export type PayInHandNz = Pick<WorkedRowNz, "input" | "worked">;
export type PayCheckNz = (pay: PayInHandNz, rules: RuleBook) => Mark[];

export const codeOf = ({ input }: PayInHandNz) => input.person.taxCode.trim().toUpperCase();
