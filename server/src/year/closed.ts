/** A closed payroll year takes nothing by accident: whoever writes into a year asks here first. */
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, desc, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { conflict } from "../http/problem.ts";
import { findBusiness } from "../setup/findBusiness.ts";
import { user, yearClose } from "../store/schema.ts";

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

/** Whose year was made final, by an event of no run or with a last pay, as far as it was taken: a pay in it changes it. */
export function madeFinal({ store }: Context, ids: readonly number[], year: { from: string; to: string }): number[] {
  const events = store.prepared<[string, string], { id: number; final: number; state: string }>(
    `SELECT p.person_id AS id, e.final AS final, o.state AS state, MAX(e.id)
     FROM year_event_person p JOIN year_event e ON e.id = p.year_event_id JOIN outbox o ON o.id = e.outbox_id
     WHERE p.person_id IN (SELECT value FROM json_each(?)) AND e.year_start = ?
     GROUP BY p.person_id`,
  );
  const pays = store.prepared<[string, string, string], { id: number }>(
    `SELECT DISTINCT p.person_id AS id FROM pay p JOIN pay_run r ON r.id = p.run_id
     WHERE p.person_id IN (SELECT value FROM json_each(?)) AND p.year_final = 1 AND r.payday BETWEEN ? AND ?
       AND r.state IN ('signedOff', 'sent', 'settled')`,
  );
  const people = JSON.stringify(ids);
  const declared = events.all(people, year.from);
  const final = declared.filter((row) => row.final === 1 && row.state !== "rejected" && row.state !== "refused");
  const known = new Set(declared.map((row) => row.id));
  return [...final, ...pays.all(people, year.from, year.to).filter((row) => !known.has(row.id))].map((row) => row.id);
}

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
