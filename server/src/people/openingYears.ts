/** What was paid to a person in a payroll year before this program: kept, read back, and added to the year's sums. */
import type { OpeningYear, OpeningYearView } from "@zesty/contract/au/openingYear";
import { openingAmounts, openingSums } from "@zesty/core/au/openingYear";
import { type IncomeType, incomeTypeOf } from "@zesty/core/au/taxDeclaration";
import { and, asc, eq, isNotNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { datedRecords } from "../store/dated.ts";
import type { Db, Store } from "../store/open.ts";
import { openingYear, signedPay } from "../store/schema.ts";

/** The newest row of each payroll year, newest year first. */
const newestRows = (db: Db, personId: number) =>
  [
    ...new Map(
      db
        .select()
        .from(openingYear)
        .where(eq(openingYear.personId, personId))
        .orderBy(asc(openingYear.id))
        .all()
        .map((row) => [row.yearStart, row]),
    ).values(),
  ].sort((a, b) => b.yearStart.localeCompare(a.yearStart));

export const readOpeningYears = ({ store }: Context, personId: number): OpeningYearView[] =>
  newestRows(store.db, personId).map(({ yearStart, carried, sums, previousBmsId, previousPayrollId, recordedAt }) => ({
    yearStart,
    carried,
    ...openingAmounts(sums),
    previousBmsId,
    previousPayrollId,
    recordedOn: recordedAt.slice(0, 10),
  }));

export function writeOpeningYear(context: Context, personId: number, businessId: number, values: OpeningYear): void {
  const { db } = context.store;
  const { yearStart, carried, previousBmsId, previousPayrollId, ...amounts } = values;
  const today = todayAt(context, businessId);
  if (yearStart > today) {
    const text = `The payroll year of ${yearStart.slice(0, 4)} has not begun: nothing was paid in it before this program.`;
    throw cannot("year-not-begun", text, { errors: [{ path: "yearStart", text }] });
  }
  const records = datedRecords(db, [personId], today);
  const tax = records.tax.get(personId);
  const type: IncomeType = incomeTypeOf(
    { residency: (tax?.residency ?? "resident") as "resident", income: tax?.income ?? undefined },
    records.terms.get(personId)?.basis ?? "",
  );
  db.insert(openingYear)
    .values({
      personId,
      yearStart,
      carried,
      sums: openingSums(amounts, type),
      previousBmsId,
      previousPayrollId,
      recordedAt: context.clock.now(),
    })
    .run();
}

/** The earlier keys of a payroll year, by person, until a pay was signed off in it: a pay event names each once. */
export function previousKeys({ store }: Context, yearStart: string, runId: number | null) {
  const rows = store.db
    .select({ personId: openingYear.personId })
    .from(openingYear)
    .where(and(eq(openingYear.yearStart, yearStart), isNotNull(openingYear.previousBmsId)))
    .all();
  const some = new Set(rows.map((row) => row.personId));
  return (personId: number) => (some.has(personId) ? previousKey(store, personId, yearStart, runId) : null);
}

function previousKey(store: Store, personId: number, yearStart: string, runId: number | null) {
  const row = newestRows(store.db, personId).find((each) => each.yearStart === yearStart);
  if (!row?.carried || !row.previousBmsId || !row.previousPayrollId) return null;
  const before = store.db
    .select({ runId: signedPay.runId, payday: signedPay.payday })
    .from(signedPay)
    .where(eq(signedPay.personId, personId))
    .all()
    .some((each) => each.runId !== runId && each.payday >= yearStart);
  return before ? null : { bmsId: row.previousBmsId, payrollId: row.previousPayrollId };
}
