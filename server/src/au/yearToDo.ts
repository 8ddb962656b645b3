/** A line on the desk from the end of a payroll year until everybody's year is final. */
import type { ToDo } from "@zesty/contract/desk";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import type { Context } from "../ground/context.ts";
import { isFinalSql } from "../ground/yearClosed.ts";

/**
 * Days after 30 June by which the year of arm's-length payees is final, and the last day for closely held ones of an
 * employer of twenty or more; a smaller one has until the payee's own return is due. Single Touch Payroll, from memory.
 */
const daysAllowed = 14;
const closelyHeld = { lastDay: "-09-30", words: " (with 19 people or fewer: when their own returns are due)" };

/** @param owners Australian businesses that are looked at */
export function yearsToEnd({ store }: Context, day: string, owners: readonly { id: number; name: string }[]): ToDo[] {
  const year = payrollYearAu(addDays(payrollYearAu(day).from, -1));
  const dates = [addDays(year.to, daysAllowed), `${year.to.slice(0, 4)}${closelyHeld.lastDay}`] as const;
  const names = new Map(owners.map((each) => [each.id, each.name]));
  return store
    .prepared<[{ ids: string; from: string; to: string }], { businessId: number; people: number; held: 0 | 1 }>(
      `SELECT p.business_id AS businessId, COUNT(*) AS people,
         coalesce((SELECT t.income = 'CHP' FROM tax_declaration t WHERE t.person_id = p.id AND t."from" <= @to
           ORDER BY t."from" DESC, t.id DESC LIMIT 1), 0) AS held
       FROM person p
       WHERE p.business_id IN (SELECT value FROM json_each(@ids))
         AND NOT EXISTS (SELECT 1 FROM year_close c WHERE c.business_id = p.business_id AND c.year_start = @from)
         AND EXISTS (SELECT 1 FROM year_sum y WHERE y.person_id = p.id AND y.year_start = @from)
         AND (SELECT t.basis FROM employment_terms t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1) <> 'contractor'
         AND NOT coalesce((SELECT l.reason IS NOT NULL FROM year_left_out l
           WHERE l.person_id = p.id AND l.year_start = @from ORDER BY l.id DESC LIMIT 1), 0)
         AND NOT ${isFinalSql("p.id")}
       GROUP BY p.business_id, held`,
    )
    .all({ ids: JSON.stringify([...names.keys()]), from: year.from, to: year.to })
    .map(
      ({ businessId, people, held }): ToDo => ({
        ...{ date: dates[held], businessId, business: names.get(businessId) ?? "", kind: "due", link: "/year" },
        late: day > dates[held],
        words: `${year.name} is made final by ${dateWords(dates[held])}${held ? closelyHeld.words : ""}: ${people} ${held ? "closely held " : ""}${people === 1 ? "person is" : "people are"} open`,
      }),
    );
}
