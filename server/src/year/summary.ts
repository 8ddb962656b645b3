/** A person's payroll year on one page: from the record that is reported, with what the agency knows of it. */
import type { YearAndEnding } from "@zesty/contract/year";
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { type YearSummary, yearSummaryAu, yearSummaryNz } from "@zesty/core/payslips/yearSummary";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { findBusiness } from "../setup/findBusiness.ts";
import { person, yearSum } from "../store/schema.ts";
import { yearSums } from "../store/sums.ts";
import { readYearAndEnding } from "./ending.ts";
import { payeesOfYear } from "./payeesOfYear.ts";

type Shown = Pick<YearAndEnding, "ending" | "rows" | "year">;

function standingOf({ ending, rows, year }: Shown, personId: number, country: "AU" | "NZ"): string {
  const reportedOn = rows.find((row) => row.personId === personId)?.reportedOn ?? null;
  const last = reportedOn ? `, the last time for the payday of ${dateWords(reportedOn)}` : "";
  if (country === "NZ") return `Filed with Inland Revenue payday by payday${last}.`;
  const found = ending.people[personId];
  if (found?.state === "final") return `These figures are ${found.words}: the Tax Office holds them as complete.`;
  return `${year.name} is not final yet: the figures can still change. They are reported with each payday${last}.`;
}

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
  const ids = rows.map((row) => row.personId);
  const headOf = (row: (typeof rows)[number]) => ({
    year: year.name,
    employer: {
      name: owner.legalName,
      registration: owner.country === "AU" ? `ABN ${owner.abn}` : `IRD number ${owner.ird ?? ""}`,
    },
    standing: standingOf(shown, row.personId, owner.country),
    name: row.name,
  });
  if (owner.country === "AU" && shown.ending.date !== null) {
    const { date } = shown.ending;
    const payees = new Map(
      payeesOfYear(context, businessId, year, date, ids, false).map((each) => [each.personId, each.record]),
    );
    return rows.flatMap((row) => {
      const record = payees.get(row.personId);
      return record ? [yearSummaryAu(record, headOf(row))] : [];
    });
  }
  const { year: sums } = yearSums(context.store, ids, year.to, owner.country);
  const people = new Map(
    context.store.db
      .select()
      .from(person)
      .where(eq(person.businessId, businessId))
      .all()
      .map((each) => [each.id, each]),
  );
  return rows.map((row) => {
    const who = people.get(row.personId);
    const facts: [string, string][] = [
      ...(who ? [["Started", who.startDate] as [string, string]] : []),
      ...(who?.endDate ? [["Ended", who.endDate] as [string, string]] : []),
    ];
    return yearSummaryNz(sums.get(row.personId) ?? new Map(), headOf(row), { payrollId: row.payrollId, facts });
  });
}

export function yearSummary(context: Context, actor: Actor, personId: number, from: string): YearSummary {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  const [found] = who ? yearSummaries(context, actor, who.businessId, from, personId) : [];
  if (!found) throw notFound("year summary");
  return found;
}

export const summaryFile = ({ year, employee }: YearSummary) =>
  `year-summary-${year.replace(/[^0-9A-Za-z]+/g, "-")}-${employee.payrollId}.pdf`;

/** Payroll years in which a person was paid, newest first. */
export function yearsOfPerson({ store: { db } }: Context, personId: number, country: "AU" | "NZ") {
  return db
    .selectDistinct({ from: yearSum.yearStart })
    .from(yearSum)
    .where(eq(yearSum.personId, personId))
    .all()
    .map(({ from }) => ({ from, name: payrollYearOf(country, from).name }))
    .sort((a, b) => b.from.localeCompare(a.from));
}
