/** A closed payroll year takes nothing by accident: whoever writes into a year asks here first. */
import { takenStates } from "@zesty/contract/outboxStates";
import { signedStates } from "@zesty/contract/runStates";
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, desc, eq } from "drizzle-orm";
import { user, yearClose } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import type { Context } from "./context.ts";
import { findBusiness } from "./findBusiness.ts";
import { conflict } from "./problem.ts";

/** The closing that holds, or null where the year is open. */
export function closingOf({ store: { db } }: Context, businessId: number, yearStart: string) {
  const last = db
    .select({ closed: yearClose.closed, at: yearClose.at, backup: yearClose.backup, by: user.name })
    .from(yearClose)
    .innerJoin(user, eq(yearClose.userId, user.id))
    .where(and(eq(yearClose.businessId, businessId), eq(yearClose.yearStart, yearStart)))
    .orderBy(desc(yearClose.id))
    .get();
  return last?.closed ? { by: last.by, at: last.at, backup: last.backup } : null;
}

/**
 * SQL: is the year of a person final? The newest event of no run that names them says so, and the agency took them in it;
 * where there is none, a last pay that was signed off as such.
 * @param person the column that holds the person's id; the year's bounds are the parameters @from and @to
 */
export const isFinalSql = (person: string) => `coalesce(
  (SELECT e.final AND o.state IN (${sqlList(takenStates)})
      AND NOT EXISTS (SELECT 1 FROM answer_item a
        WHERE a.outbox_id = o.id AND a.person_id = ${person} AND a.severity = 'error')
    FROM year_event_person x JOIN year_event e ON e.id = x.year_event_id JOIN outbox o ON o.id = e.outbox_id
    WHERE x.person_id = ${person} AND e.year_start = @from ORDER BY e.id DESC LIMIT 1),
  EXISTS (SELECT 1 FROM pay f JOIN pay_run r ON r.id = f.run_id
    WHERE f.person_id = ${person} AND f.year_final = 1 AND r.payday BETWEEN @from AND @to
      AND r.state IN (${sqlList(signedStates)})))`;

/** Whose year is final: a pay in it changes it. */
export const madeFinal = (
  { store }: Context,
  ids: readonly number[],
  { from, to }: { from: string; to: string },
): number[] =>
  store
    .prepared<[{ ids: string; from: string; to: string }], { id: number }>(
      `SELECT p.id FROM person p WHERE p.id IN (SELECT value FROM json_each(@ids)) AND ${isFinalSql("p.id")}`,
    )
    .all({ ids: JSON.stringify(ids), from, to })
    .map((row) => row.id);

/** @param day a day of the year that would be written into */
export function demandYearOpen(context: Context, businessId: number, day: string): void {
  const { country, name } = findBusiness(context, businessId);
  const year = payrollYearOf(country, day);
  const closed = closingOf(context, businessId, year.from);
  if (closed)
    throw conflict(
      "year-closed",
      `The payroll ${year.name.startsWith("year") ? "" : "year "}${year.name} of ${name} was closed by ${closed.by} on ${dateWords(closed.at.slice(0, 10))}. Open it again on its Year page first, with the reason.`,
      "/year",
    );
}
