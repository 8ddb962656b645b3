/** A line on the desk weeks before tables of the rule book end: without them no payday can be worked out. */
import type { ToDo } from "@zesty/contract/desk";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { type CountryCode, countries } from "@zesty/core/countries/countries";
import type { RuleBook } from "@zesty/core/rulebook/ruleBook";

const daysAhead = 42;

export function tablesEnding(day: string, rules: RuleBook, codes: readonly CountryCode[]): ToDo[] {
  return [...new Set(codes)].flatMap((code): ToDo[] => {
    const missing = (date: string) => countries[code].missingTables(date, rules).length;
    if (missing(addDays(day, daysAhead)) === 0) return [];
    let date = day;
    while (missing(date) === 0) date = addDays(date, 1);
    const words = `From ${dateWords(date)} no payday can be worked out: load ${missing(date)} tables before`;
    return [
      {
        date,
        businessId: 0,
        business: `Rule book, ${code}`,
        words,
        kind: "rules",
        late: date <= day,
        link: "/set-up/rules",
      },
    ];
  });
}
