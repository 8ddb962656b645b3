/** Loads the rows of a run with everything that working them out needs: one query a table, whatever the number of rows. */

import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { toDateOf } from "@zesty/core/pay/facts";
import type { PayElement, RowContext, SheetLine } from "@zesty/core/pay/payContext";
import type { AllowanceCode, Basis, DeductionCode, ElementAu } from "@zesty/core/pay/payInput";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { centsText, fromE4, hoursText } from "@zesty/core/quantity/units";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { isCompleteAddress } from "../people/missing.ts";
import { type DatedRecords, datedRecords } from "../store/dated.ts";
import { fund, pay, payCycle, payElement, payRun, person } from "../store/schema.ts";
import { leaveBalances, yearSums } from "../store/sums.ts";

export type Run = typeof payRun.$inferSelect;
export type Who = typeof person.$inferSelect;

export interface LoadedRow {
  payId: number;
  person: Who;
  included: boolean;
  periods: number;
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
  const rows = pays.map((row): LoadedRow => {
    const { id } = row.person;
    const entries = [...(balances.get(id) ?? [])].map(([kind, e4]) => [kind, hoursText(fromE4(e4))] as const);
    return {
      payId: row.pay.id,
      person: row.person,
      included: row.pay.included,
      periods: row.pay.periods,
      lines: row.pay.lines,
      context: {
        payday: run.payday,
        periodStart: run.periodStart,
        periodEnd: run.periodEnd,
        cycle: cycle.cycle as Cycle,
        periods: row.pay.periods,
        person: personAu(row.person, records),
        facts: personFacts(row.person, records, funds),
        toDate: toDateOf(sums.year.get(id) ?? new Map(), sums.quarter.get(id) ?? new Map()),
        balances: Object.fromEntries(entries),
        lastPay: last.get(id) ?? null,
      },
    };
  });
  return { run, cycle, elements, elementRows, rows, records, funds };
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
});

function personAu(who: Who, records: DatedRecords): RowContext["person"] {
  const terms = records.terms.get(who.id);
  const tax = records.tax.get(who.id);
  const chosen = records.super.get(who.id);
  return {
    birthDate: who.birthDate,
    basis: (terms?.basis ?? "casual") as Basis,
    weeklyHours: fromE4(terms?.weeklyHoursE4 ?? 0).toString(),
    tax: {
      fileNumber: tax?.numberStatus ?? "none",
      residency: (tax?.residency ?? "resident") as RowContext["person"]["tax"]["residency"],
      taxFreeThreshold: tax?.taxFreeThreshold ?? false,
      studyLoan: tax?.studyLoan ?? false,
      medicare: (tax?.medicare ?? "levy") as RowContext["person"]["tax"]["medicare"],
      ...(tax?.medicareDependants == null ? {} : { medicareDependants: tax.medicareDependants }),
      ...(tax?.offsetsPerYearCents ? { offsetsPerYear: centsText(tax.offsetsPerYearCents) } : {}),
      ...(tax?.extraPerPayCents ? { extraPerPay: centsText(tax.extraPerPayCents) } : {}),
    },
    super: {
      guarantee: chosen?.guarantee ?? true,
      ...(chosen?.agreedPercent ? { rate: chosen.agreedPercent } : {}),
    },
    leave: records.leave.get(who.id)?.entitlements ?? [],
  };
}

function personFacts(who: Who, records: DatedRecords, funds: LoadedRun["funds"]): RowContext["facts"] {
  const terms = records.terms.get(who.id);
  const chosen = records.super.get(who.id);
  const rate = (e4: number | null | undefined) => (e4 == null ? null : fromE4(e4).toString());
  return {
    id: who.id,
    name: `${who.givenName} ${who.familyName}`,
    hourlyRate: rate(terms?.hourlyRateE4),
    minimumRate: rate(terms?.minimumRateE4),
    paidByHours: terms?.hourlyRateE4 != null,
    startDate: who.startDate,
    endDate: who.endDate,
    numberPendingSince: records.tax.get(who.id)?.pendingSince ?? null,
    fund: chosen?.fundId ? (funds.get(chosen.fundId)?.name ?? null) : null,
    memberNumber: chosen?.memberNumber ?? null,
    bankAccounts: records.bank.get(who.id)?.count ?? 0,
    hasAddress: isCompleteAddress(who.address),
    email: who.email,
  };
}

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
