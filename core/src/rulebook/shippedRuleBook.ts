/** The rule book as shipped. Raise the edition whenever a figure in a table changes. */
import { makeRuleBook } from "./ruleBook.ts";

export const edition = "2026.3";
export const shippedRuleBook = makeRuleBook(edition);
