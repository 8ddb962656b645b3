/** The rule book with each table as it was before its newest change: what a program that was not updated would use. */
import { addDays } from "../calendar/dates.ts";
import { MissingRow, type RuleBook } from "./ruleBook.ts";

export function rulesBefore(rules: RuleBook): RuleBook {
  const find: RuleBook["find"] = (wanted, date) => {
    const now = rules.find(wanted, date);
    return now && (rules.find(wanted, addDays(now.from, -1)) ?? now);
  };
  return {
    ...{ version: `${rules.version}, the tables before`, find },
    row: (wanted, date) => {
      const found = find(wanted, date);
      if (!found) throw new MissingRow(wanted.name, date);
      return found;
    },
  };
}
