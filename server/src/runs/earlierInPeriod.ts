/** What other pays of the same period were paid and took: a child support notice and the loan's threshold count once. */

import type { PaidInPeriod } from "@zesty/core/au/pay/input";
import { daysBetween } from "@zesty/core/calendar/dates";
import type { RowContextNz } from "@zesty/core/nz/pay/row";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { type CycleDays, cycleDays, type DaysFromTo } from "../hours/cycleDays.ts";
import { hoursOfLine, isEmployed } from "../hours/paidWeeks.ts";

const codes = ["taxable", "regularTaxable", "childSupport", "studentLoan", "slcir", "slbor"] as const;

/** Australia: the period has one tax-free threshold, so what was paid before counts in the tax on what is paid now. */
export function paidBefore(context: Context, run: Run, personIds: readonly number[]): Map<number, string> {
  const sums = otherPays(context, run, personIds, ["regularTaxable"]);
  return new Map(
    [...sums].flatMap(([id, { regularTaxable = 0 }]) =>
      regularTaxable > 0 ? [[id, centsText(regularTaxable)] as const] : [],
    ),
  );
}

type RunOfPeriod = Pick<Run, "businessId" | "periodStart" | "periodEnd"> & {
  id?: number;
  cycleId?: number;
  kind?: string;
};

/**
 * Other runs of the same period, with whom they count for: those that share at least half of the shorter one's days. Who
 * moved from one cycle to another is paid by two runs that meet on a few days, and each is a period of its own.
 */
function otherRuns(
  context: Context,
  run: RunOfPeriod,
  personIds: readonly number[],
): { runIds: number[]; ids: number[] }[] {
  const runs = context.store
    .prepared<[number, string, string, number], { id: number; start: string; end: string }>(
      `SELECT id, period_start AS start, period_end AS end FROM pay_run
       WHERE business_id = ? AND period_start <= ? AND period_end >= ? AND id <> ?`,
    )
    .all(run.businessId, run.periodEnd, run.periodStart, run.id ?? 0)
    .filter(({ start, end }) => {
      const first = start > run.periodStart ? start : run.periodStart;
      const last = end < run.periodEnd ? end : run.periodEnd;
      const shorter = Math.min(daysBetween(start, end), daysBetween(run.periodStart, run.periodEnd)) + 1;
      return 2 * (daysBetween(first, last) + 1) >= shorter;
    });
  // Nearly always there is none: a period has one run.
  if (runs.length === 0) return [];
  const all = runs.map(({ id }) => id);
  const { cycleId } = run;
  const moved =
    run.kind === "cycle" && cycleId !== undefined
      ? cycleDays(context, { ...run, cycleId }, personIds)
      : new Map<number, CycleDays>();
  return [
    { runIds: all, ids: personIds.filter((id) => !moved.has(id)) },
    ...[...moved].map(([id, { days }]) => ({ runIds: withoutOtherDays(context, all, id, days), ids: [id] })),
  ];
}

/** Sums of other pays of the same period. */
export function otherPays(
  context: Context,
  run: RunOfPeriod,
  personIds: readonly number[],
  wanted: readonly string[],
): Map<number, Record<string, number>> {
  const read = (runIds: readonly number[], ids: readonly number[]) =>
    context.store
      .prepared<[string, string, string], { personId: number; code: string; cents: number }>(
        `SELECT f.person_id AS personId, f.code AS code, SUM(f.cents) AS cents
         FROM signed_pay s JOIN pay_fact f ON f.signed_pay_id = s.id
         WHERE s.run_id IN (SELECT value FROM json_each(?)) AND s.person_id IN (SELECT value FROM json_each(?))
           AND f.code IN (SELECT value FROM json_each(?))
         GROUP BY f.person_id, f.code`,
      )
      .all(JSON.stringify(runIds), JSON.stringify(ids), JSON.stringify(wanted));
  const rows = otherRuns(context, run, personIds).flatMap(({ runIds, ids }) => read(runIds, ids));
  const found = new Map<number, Record<string, number>>();
  for (const { personId, code, cents } of rows)
    if (cents !== 0) found.set(personId, { ...found.get(personId), [code]: cents });
  return found;
}

/**
 * Australia: hours that other pays of the same period paid, and earnings of theirs that were left out of super. A pay that is
 * worked out again after it was corrected has its own corrections beside it: they are no other pay.
 */
export function hoursInPeriod(context: Context, run: Run, personIds: readonly number[]): Map<number, PaidInPeriod> {
  const hours = context.store.prepared<[string, string, number], { id: number; ordinary: number; overtime: number }>(
    `SELECT s.person_id AS id,
       SUM(CASE WHEN json_extract(l.value, '$.element') = 'overtime' THEN 0 ELSE ${hoursOfLine} END) AS ordinary,
       SUM(CASE WHEN json_extract(l.value, '$.element') = 'overtime' THEN ${hoursOfLine} ELSE 0 END) AS overtime
     FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN json_each(s.input, '$.lines') l
     WHERE s.run_id IN (SELECT value FROM json_each(?)) AND s.person_id IN (SELECT value FROM json_each(?))
       AND s.kind = 'pay' AND r.state <> 'takenBack'
       AND ${isEmployed} AND (r.kind = 'correction' OR json_extract(l.value, '$.corrects') IS NULL)
       AND NOT EXISTS (SELECT 1 FROM pay c JOIN pay o ON o.id = json_extract(c.corrects, '$.payId')
         WHERE c.id = s.pay_id AND o.run_id = ?)
     GROUP BY s.person_id`,
  );
  const found = otherRuns(context, run, personIds).flatMap(({ runIds, ids }) =>
    hours.all(JSON.stringify(runIds), JSON.stringify(ids), run.id),
  );
  if (found.length === 0) return new Map();
  const earned = otherPays(context, run, personIds, ["guaranteeEarnings", "guaranteeBase"]);
  const text = (value: number) => fromE4(Math.round(value * 10_000)).toString();
  return new Map(
    found.map(({ id, ordinary, overtime }) => {
      const { guaranteeEarnings = 0, guaranteeBase = 0 } = earned.get(id) ?? {};
      const uncounted = centsText(guaranteeEarnings - guaranteeBase);
      return [id, { ordinary: text(ordinary), employed: text(ordinary + overtime), uncounted }];
    }),
  );
}
/** Runs but those of another cycle that paid other days of somebody who changed: each of the two is a period of its own. */
function withoutOtherDays(
  { store }: Context,
  runIds: readonly number[],
  personId: number,
  own: readonly DaysFromTo[],
): number[] {
  const apart = store
    .prepared<[number, string], { runId: number; from: string; to: string }>(
      `SELECT p.run_id AS runId, json_extract(p.laid, '$.spans[0].from') AS "from",
         json_extract(p.laid, '$.spans[#-1].to') AS "to"
       FROM pay p JOIN pay_run r ON r.id = p.run_id WHERE p.person_id = ? AND p.run_id IN (SELECT value FROM json_each(?))
         AND r.kind = 'cycle' AND json_array_length(p.laid, '$.spans') > 0`,
    )
    .all(personId, JSON.stringify(runIds))
    .filter((paid) => own.length > 0 && own.every(({ from, to }) => to < paid.from || from > paid.to))
    .map(({ runId }) => runId);
  return runIds.filter((id) => !apart.includes(id));
}

export function earlierInPeriod(
  context: Context,
  run: Run,
  personIds: readonly number[],
): Map<number, NonNullable<RowContextNz["earlierInPeriod"]>> {
  const found = otherPays(context, run, personIds, codes);
  return new Map(
    [...found].map(([id, sums]) => [
      id,
      Object.fromEntries(codes.map((code) => [code, centsText(sums[code] ?? 0)])) as NonNullable<
        RowContextNz["earlierInPeriod"]
      >,
    ]),
  );
}
