/**
 * The rate by which the employer's contributions are taxed in a tax year: worked out for everybody from last year's pay,
 * looked at, accepted, and fixed from the year's first day (Income Tax Act 2007, ss RD 67 to RD 69).
 */
import type { EsctRates } from "@zesty/contract/nz/esct";
import { addDays, addMonths, dateWords } from "@zesty/core/calendar/dates";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { payrollYearNz } from "@zesty/core/calendar/payrollYear";
import { decimal } from "@zesty/core/quantity/decimal";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { datedRecords, datedRecordsNz } from "../store/dated.ts";
import { kiwiSaver, payCycle } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { nzRows } from "./personFacts.ts";

/** @param yearStart first day of the tax year that the rates are for */
export function esctRates(context: Context, businessId: number, yearStart: string): EsctRates {
  const { db } = context.store;
  const { from, name } = payrollYearNz(yearStart);
  const bands = context.rules.find(deductionRatesNz, from)?.figures.esct ?? null;
  const people = peopleOf(db, businessId).filter(
    (each) => each.startDate <= from && (each.endDate === null || each.endDate >= from),
  );
  const ids = people.map((each) => each.id);
  const records = datedRecords(db, ids, from);
  const { kiwiSaver: held } = datedRecordsNz(db, ids, from);
  const elements = elementsOf(context, businessId);
  const rows = db
    .select()
    .from(payCycle)
    .where(eq(payCycle.businessId, businessId))
    .all()
    .flatMap((cycle) => {
      const own = people.filter(
        (each) => records.terms.get(each.id)?.cycleId === cycle.id && held.get(each.id)?.status === "member",
      );
      if (own.length === 0) return [];
      const run = { businessId, periodStart: from, periodEnd: from, payday: from, cycle: cycle.cycle as Cycle };
      const { esct } = nzRows(context, run, own, records, elements);
      return own.flatMap((who): EsctRates["rows"] => {
        const goesBy = esct.get(who.id);
        const saver = held.get(who.id);
        if (!goesBy || !saver) return [];
        const { base, estimated } = goesBy;
        const found = bands?.find(({ upTo }) => upTo === null || decimal(base).lte(upTo));
        // A rate that an earlier year was fixed at says nothing of this one.
        const fixed = saver.from >= from ? saver.esctRate : null;
        return [
          {
            ...{ personId: who.id, name: `${who.givenName} ${who.familyName}`, base, estimated, fixed },
            rate: fixed ?? found?.percent ?? null,
          },
        ];
      });
    });
  return {
    from,
    year: name,
    lastYear: { from: addMonths(from, -12), to: addDays(from, -1) },
    rows,
    tableMissing: bands === null,
  };
}

/** Fixes the rates that were worked out, from the year's first day; a record of a later day keeps its own facts. */
export function acceptEsct(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { from: string; people: readonly number[] },
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const { rows, from, year } = esctRates(context, businessId, wanted.from);
    for (const id of wanted.people) {
      const row = rows.find((each) => each.personId === id);
      if (!row)
        throw cannot("no-member", "Somebody chosen is no member of KiwiSaver here on that day. Load the page again.");
      if (row.rate === null)
        throw cannot("missing-table", `The rule book has no ESCT rates for ${dateWords(from)}. Load them first.`, {
          mend: "/set-up/rules",
        });
      if (row.fixed !== null) continue;
      const records = db
        .select()
        .from(kiwiSaver)
        .where(eq(kiwiSaver.personId, id))
        .orderBy(asc(kiwiSaver.from), asc(kiwiSaver.id))
        .all();
      const before = records.findLast((each) => each.from <= from);
      // What began within the year carries on with the rate, under its own day.
      for (const kept of [...(before ? [{ ...before, from }] : []), ...records.filter((each) => each.from > from)])
        db.insert(kiwiSaver)
          .values({ ...kept, id: undefined, esctRate: row.rate })
          .run();
    }
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "fixed the ESCT rates",
      about: `${year}, ${wanted.people.length} ${wanted.people.length === 1 ? "person" : "people"}`,
    });
  });
}
