/** Loads the rows of a run with everything that working them out needs: one query a table, whatever the number of rows. */

import type { StateAu } from "@zesty/core/calendar/businessDays";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { toDateOf } from "@zesty/core/pay/facts";
import type { PayElement, RowContext, SheetLine } from "@zesty/core/pay/payContext";
import type { AllowanceCode, DeductionCode, ElementAu, Overrides } from "@zesty/core/pay/payInput";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { fromE4, hoursText } from "@zesty/core/quantity/units";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { workState } from "../setup/places.ts";
import { type DatedRecords, datedRecords } from "../store/dated.ts";
import { type employerCost, fund, pay, payCycle, payElement, payRun, person } from "../store/schema.ts";
import { leaveBalances, takenSinceAnniversary, totalsSince, yearSums } from "../store/sums.ts";
import { asCost, centreCodes, costsOn, personAu, personFacts, topUpsOn } from "./rowFacts.ts";

export type Run = typeof payRun.$inferSelect;
export type Who = typeof person.$inferSelect;

export interface LoadedRow {
  payId: number;
  person: Who;
  included: boolean;
  periods: number;
  overrides: Overrides | null;
  lines: SheetLine[];
  context: RowContext;
}

export interface LoadedRun {
  run: Run;
  cycle: typeof payCycle.$inferSelect;
  elements: Map<number, PayElement>;
  elementRows: (typeof payElement.$inferSelect)[];
  rows: LoadedRow[];
  records: DatedRecords;
  funds: Map<number, typeof fund.$inferSelect>;
  /** codes of the business's cost centres by id */
  centres: Map<number, string>;
  /** what the employer sets aside on this payday */
  costs: (typeof employerCost.$inferSelect)[];
}

export function findRun(context: Context, runId: number): Run {
  const run = context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();
  if (!run) throw notFound("pay run");
  return run;
}

/** @param payIds only these rows; all of them when left out */
export function loadRun(context: Context, runId: number, payIds?: readonly number[]): LoadedRun {
  const { db } = context.store;
  const run = findRun(context, runId);
  const cycle = db.select().from(payCycle).where(eq(payCycle.id, run.cycleId)).get();
  if (!cycle) throw notFound("pay cycle");
  const elementRows = db
    .select()
    .from(payElement)
    .where(eq(payElement.businessId, run.businessId))
    .orderBy(asc(payElement.position))
    .all();
  const elements = new Map(elementRows.map((row) => [row.id, asElement(row)]));
  const wanted = payIds && new Set(payIds);
  const pays = db
    .select({ pay, person })
    .from(pay)
    .innerJoin(person, eq(pay.personId, person.id))
    .where(eq(pay.runId, runId))
    .orderBy(asc(person.familyName), asc(person.givenName), asc(pay.id))
    .all()
    .filter((row) => !wanted || wanted.has(row.pay.id));
  const ids = pays.map((row) => row.person.id);
  // Facts that are dated count as they stand on the payday: a mend dated today reaches the run in hand.
  const records = datedRecords(db, ids, run.payday);
  const funds = new Map(
    db
      .select()
      .from(fund)
      .where(eq(fund.businessId, run.businessId))
      .all()
      .map((row) => [row.id, row]),
  );
  const sums = yearSums(context.store, ids, run.payday);
  const balances = leaveBalances(context.store, ids);
  const last = lastPays(context, ids);
  const centres = centreCodes(context, run.businessId);
  const costs = costsOn(context, run.businessId, run.payday);
  const states = new Map<number | null, StateAu>();
  const stateOf = (placeId: number | null): StateAu => {
    const known = states.get(placeId) ?? workState(context, run.businessId, placeId);
    states.set(placeId, known);
    return known;
  };
  const topUps = topUpsOn(context, run, cycle.cycle as Cycle);
  const deducted = totalsSince(
    context.store,
    pays.map((row) => row.pay),
    elements,
    run.payday,
  );
  const granted = takenSinceAnniversary(
    context.store,
    pays.map((row) => row.person),
    run.payday,
  );
  const rows = pays.map((row): LoadedRow => {
    const { id } = row.person;
    const entries = [...(balances.get(id) ?? [])].map(([kind, e4]) => [kind, hoursText(fromE4(e4))] as const);
    return {
      payId: row.pay.id,
      person: row.person,
      included: row.pay.included,
      periods: row.pay.periods,
      overrides: row.pay.overrides,
      lines: row.pay.lines,
      context: {
        payday: run.payday,
        periodStart: run.periodStart,
        periodEnd: run.periodEnd,
        cycle: cycle.cycle as Cycle,
        periods: row.pay.periods,
        person: personAu(row.person, records),
        facts: personFacts(row.person, records, funds, centres, stateOf),
        toDate: toDateOf(sums.year.get(id) ?? new Map(), sums.quarter.get(id) ?? new Map()),
        balances: Object.fromEntries(entries),
        lastPay: run.kind === "cycle" ? (last.get(id) ?? null) : null,
        deducted: deducted.get(row.pay.id) ?? {},
        takenThisYear: granted.get(id) ?? {},
        // A run of its own pays what is left over, not a period: the top-up belongs to the cycle.
        topUp: run.kind === "cycle" ? (topUps.get(id) ?? null) : null,
        overrides: row.pay.overrides,
        correctsTaxable: row.pay.corrects?.taxable ?? null,
        employerCosts: records.terms.get(id)?.basis === "contractor" ? [] : costs.map(asCost),
      },
    };
  });
  return { run, cycle, elements, elementRows, rows, records, funds, centres, costs };
}

const asElement = (row: typeof payElement.$inferSelect): PayElement => ({
  id: row.id,
  code: row.code,
  name: row.name,
  element: row.element as ElementAu,
  entry: row.entry,
  percent: row.percent,
  leave: row.leave,
  allowance: row.allowance as AllowanceCode | null,
  deduction: row.deduction as DeductionCode | null,
  taxable: row.taxable,
  superable: row.superable,
  detail: row.detail,
});

/** The newest signed-off pay of each person that was not taken back. */
export function lastPays(
  context: Context,
  personIds: readonly number[],
): Map<number, NonNullable<RowContext["lastPay"]>> {
  const rows = context.store.sqlite
    .prepare<[string], { personId: number; payday: string; snapshot: string }>(
      `SELECT person_id AS personId, payday, snapshot FROM signed_pay WHERE id IN (
         SELECT MAX(s.id) FROM signed_pay s
         WHERE s.kind = 'pay' AND s.person_id IN (SELECT value FROM json_each(?))
           AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)
         GROUP BY s.person_id)`,
    )
    .all(JSON.stringify(personIds));
  return new Map(
    rows.map((row) => {
      const { figures } = JSON.parse(row.snapshot) as PaySnapshot;
      const { hours, gross, withheld, net } = figures;
      return [row.personId, { payday: row.payday, hours, gross, withheld, super: figures.super, net }];
    }),
  );
}
