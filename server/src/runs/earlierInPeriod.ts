/** What other pays of the same period were paid and took: a child support notice and the loan's threshold count once. */
import { daysBetween } from "@zesty/core/calendar/dates";
import type { RowContextNz } from "@zesty/core/nz/pay/row";
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { type CycleDays, cycleDays, type DaysFromTo } from "../hours/cycleDays.ts";

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

/**
 * Sums of other pays of the same period: of runs that share at least half of the shorter one's days. Who moved from one
 * cycle to another is paid by two runs that meet on a few days, and each is a period of its own.
 */
export function otherPays(
  context: Context,
  run: Pick<Run, "businessId" | "periodStart" | "periodEnd"> & { id?: number; cycleId?: number; kind?: string },
  personIds: readonly number[],
  wanted: readonly string[],
): Map<number, Record<string, number>> {
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
  if (runs.length === 0) return new Map();
  const all = runs.map(({ id }) => id);
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
  const { cycleId } = run;
  const moved =
    run.kind === "cycle" && cycleId !== undefined
      ? cycleDays(context, { ...run, cycleId }, personIds)
      : new Map<number, CycleDays>();
  const rows = [
    ...read(
      all,
      personIds.filter((id) => !moved.has(id)),
    ),
    ...[...moved].flatMap(([id, { days }]) => read(withoutOtherDays(context, all, id, days), [id])),
  ];
  const found = new Map<number, Record<string, number>>();
  for (const { personId, code, cents } of rows)
    if (cents !== 0) found.set(personId, { ...found.get(personId), [code]: cents });
  return found;
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
