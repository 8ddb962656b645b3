/** Leave that a signed pay would move by the facts as they stand now, beyond what it moved: told and owed with its dollars. */
import { dateWords, type IsoDate } from "@zesty/core/calendar/dates";
import { type AnyInput, leaveMovedBy, workOutPay } from "@zesty/core/countries/countries";
import { asItWas } from "@zesty/core/pay/backPay";
import { type Decimal, decimal, zero } from "@zesty/core/quantity/decimal";
import { fromE4, toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { acrossChange, signedSince } from "../people/signedSince.ts";
import { owedLeaveReason } from "../row/prepared.ts";
import { dryRun } from "../store/dryRun.ts";
import { byWeek } from "../store/rosters.ts";
import { employmentTerms, leaveEntry } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { composePast, grossOf } from "./composePast.ts";
import { leaveReasons } from "./leaveWords.ts";
import { backPaidOf, leaveBackOf } from "./owedBack.ts";

/** by kind, in its unit */
type Moved = Readonly<Record<string, Decimal>>;

export const lessLeave = (all: Moved, part: Moved): Record<string, Decimal> =>
  Object.fromEntries(
    [...new Set([...Object.keys(all), ...Object.keys(part)])].flatMap((kind) => {
      const more = (all[kind] ?? zero).minus(part[kind] ?? zero).toDecimalPlaces(4);
      return more.isZero() ? [] : [[kind, more]];
    }),
  );

/** Leave that a pay moves for its own period. */
export const leaveOf = ({ rules }: Pick<Context, "rules">, input: AnyInput): Moved =>
  leaveMovedBy(workOutPay(asItWas(input), rules));

/** What a change of terms has put right of it since is not owed. @param now the pay as it would be */
export function leaveMore(
  { store, rules }: Pick<Context, "store" | "rules">,
  { id, input }: { id: number; input: AnyInput },
  now: AnyInput,
): Record<string, Decimal> {
  const moved = (each: AnyInput) => leaveOf({ rules }, each);
  const put = store
    .prepared<[number, string], { kind: string; e4: number }>(
      `SELECT kind, SUM(hours_e4) AS e4 FROM leave_entry
       WHERE signed_pay_id = ? AND why = 'adjusted' AND reason IS NOT ? GROUP BY kind`,
    )
    .all(id, owedLeaveReason);
  const already = Object.fromEntries(put.map(({ kind, e4 }) => [kind, fromE4(e4)]));
  return lessLeave(lessLeave(moved(now), moved(input)), already);
}

/** Basis and week of the days of a pay: what its hours and its leave go by. */
export function weekOfDays({ store: { sqlite } }: Context, personId: number, start: IsoDate, end: IsoDate): string {
  const until = 'WHERE t.person_id = ? AND t."from" <= ? ORDER BY t."from", t.id';
  const rows = byWeek(rowsOf(sqlite, employmentTerms, until, personId, end), end);
  const first = rows.findLastIndex((row) => row.from <= start);
  return JSON.stringify(
    rows
      .slice(Math.max(first, 0))
      .map(({ from, basis, weeklyHoursE4, workPattern }) => [
        ...[from > start ? from : start, basis, weeklyHoursE4, workPattern],
      ]),
  );
}

/**
 * By how much a signed pay moves leave otherwise by the facts as they stand now.
 * @param more dollars that are put into a run for it
 * @returns null where with these it does not come to what is due: its leave comes with its dollars then
 */
export function movedAnew(
  context: Context,
  personId: number,
  signed: { id: number; input: AnyInput },
  more: Decimal = zero,
): Record<string, Decimal> | null {
  const then = context.store
    .prepared<[number], { payId: number; runId: number; gross: string }>(
      `SELECT pay_id AS payId, run_id AS runId, json_extract(snapshot, '$.figures.gross') AS gross
       FROM signed_pay WHERE id = ?`,
    )
    .get(signed.id);
  if (!then) return null;
  const run = findRun(context, then.runId);
  if (run.kind !== "cycle") return null;
  const { payId } = then;
  const composed = dryRun(context.store, () => composePast(context, run, [{ payId, input: signed.input }], "typed"));
  const now = composed.get(payId);
  if (!now?.input || !now.figures || now.fault !== null) return null;
  const back = decimal(backPaidOf(context, personId, [signed.id]).get(signed.id) ?? 0).div(100);
  const paid = grossOf(context, signed.input, then.gross).plus(back).plus(more);
  if (!grossOf(context, now.input, now.figures.gross).eq(paid)) return null;
  return lessLeave(leaveMore(context, signed, now.input), leaveBackOf(context, personId).get(signed.id) ?? {});
}

/** A change of the week from a day in the past: leave that signed pays took by the week before is put right. */
export function withLeaveAnew<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const { done, each: pays } = acrossChange(
    signedSince<AnyInput>(context, personId, from),
    ({ start, end }) => weekOfDays(context, personId, start, end),
    change,
  );
  const told: Record<string, Decimal> = {};
  for (const { pay, was, is } of pays)
    for (const [kind, more] of Object.entries((was !== is && movedAnew(context, personId, pay)) || {})) {
      const reason = `By the week that changed from ${dateWords(from)}`;
      context.store.db
        .insert(leaveEntry)
        .values({ personId, kind, date: pay.end, amountE4: toE4(more), why: "adjusted", signedPayId: pay.id, reason })
        .run();
      told[kind] = (told[kind] ?? zero).plus(more);
    }
  const { id } = context.store
    .prepared<[number], { id: number }>("SELECT business_id AS id FROM person WHERE id = ?")
    .get(personId) ?? { id: 0 };
  for (const sentence of leaveReasons(findBusiness(context, id).country, told))
    tell(`Pays signed off since ${dateWords(from)} took leave by the week before. ${sentence}`);
  return done;
}
