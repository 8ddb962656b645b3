/** A person's payroll year on one page: from the record that is reported, with what the agency knows of it. */

import { dateWords } from "@zesty/core/calendar/dates";
import { type CountryCode, payrollYearOf } from "@zesty/core/countries/countries";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { addressOf, findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { person, yearSum } from "../store/schema.ts";
import { readYearAndEnding } from "./ending.ts";
import type { SummaryOf } from "./yearOfCountry.ts";

/** Summaries of everybody who is reported, or of one person, by name. */
export function yearSummaries(
  context: Context,
  actor: Actor,
  businessId: number,
  from: string | undefined,
  only?: number,
): YearSummary[] {
  const owner = findBusiness(context, businessId);
  const shown = readYearAndEnding(context, actor, businessId, from);
  const year = payrollYearOf(owner.country, shown.year.from);
  const rows = shown.rows.filter((row) => row.isReported && (only === undefined || row.personId === only));
  return context.country(owner.country).year.summaries(context, { owner, year, shown, rows });
}

/** What every country's summary begins with. */
export const headOfSummary = ({ owner, year }: SummaryOf, row: SummaryOf["rows"][number], registration: string) => ({
  year: year.name,
  employer: { name: owner.legalName, registration, ...addressOf(owner) },
  name: row.name,
});
export const lastReported = ({ reportedOn }: SummaryOf["rows"][number]): string =>
  reportedOn ? `, the last time for the payday of ${dateWords(reportedOn)}` : "";

export function yearSummary(context: Context, actor: Actor, personId: number, from: string): YearSummary {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  const [found] = who ? yearSummaries(context, actor, who.businessId, from, personId) : [];
  if (!found) throw notFound("year summary");
  return found;
}

export const summaryFile = ({ year, employee }: YearSummary) =>
  `year-summary-${year.replace(/[^0-9A-Za-z]+/g, "-")}-${employee.payrollId}.pdf`;

/** Payroll years in which a person was paid, newest first. */
export function yearsOfPerson({ store: { db } }: Context, personId: number, country: CountryCode) {
  return db
    .selectDistinct({ from: yearSum.yearStart })
    .from(yearSum)
    .where(eq(yearSum.personId, personId))
    .all()
    .map(({ from }) => ({ from, name: payrollYearOf(country, from).name }))
    .sort((a, b) => b.from.localeCompare(a.from));
}
