/**
 * What an earlier version took back by a line of usual pay with a total becomes a debt of its own, of what is left: two
 * debts of one pay element would else be counted as one, and the first be left too early.
 */
import { addDays } from "@zesty/core/calendar/dates";
import type { SheetLine } from "@zesty/core/pay/row";
import { centsOf } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { standardElements } from "../setup/ensureElement.ts";
import { act, debt, usualPay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";

interface Held {
  personId: number;
  businessId: number;
  elementId: number;
  name: string;
}

export function debtsOfEarlier(context: Context): void {
  const { store } = context;
  const held = store
    .prepared<[string], Held>(
      `SELECT DISTINCT u.person_id AS personId, p.business_id AS businessId, e.id AS elementId,
         p.given_name || ' ' || p.family_name AS name
       FROM pay_element e JOIN person p ON p.business_id = e.business_id JOIN usual_pay u ON u.person_id = p.id
       WHERE e.code = ? AND EXISTS (SELECT 1 FROM json_each(u.lines) l
         WHERE json_extract(l.value, '$.elementId') = e.id AND json_extract(l.value, '$.terms.total') IS NOT NULL)`,
    )
    .all(standardElements.overpaid.code);
  if (held.length === 0) return;
  store.transaction(() => {
    for (const each of held) takeOver(context, each);
  });
}

function takeOver(context: Context, { personId, businessId, elementId, name }: Held): void {
  const { store, clock } = context;
  const last = store
    .prepared<[number], { runId: number; end: string }>(
      `SELECT r.id AS runId, r.period_end AS "end" FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id = ? AND p.included AND r.kind = 'cycle' AND r.state NOT IN ('open', 'takenBack')
       ORDER BY r.period_end DESC LIMIT 1`,
    )
    .get(personId);
  if (!last) return;
  const from = addDays(last.end, 1);
  const byDay = new Map(
    rowsOf(store.sqlite, usualPay, `WHERE t.person_id = ? ORDER BY t."from", t.id`, personId).map((row) => [
      row.from,
      row,
    ]),
  );
  const rows = [...byDay.values()];
  const now = rows.findLast((row) => row.from <= from);
  const isPlan = (line: SheetLine) => line.elementId === elementId && line.terms?.total !== undefined;
  for (const line of (now?.lines ?? []).filter(isPlan)) {
    const left = centsOf(line.terms?.total ?? "0") - takenOf(context, personId, line.terms?.since);
    if (left <= 0) continue;
    const { id } = store.db
      .insert(act)
      .values({ businessId, kind: "correction", personId, runId: last.runId, lines: [], at: clock.now() })
      .returning({ id: act.id })
      .get();
    store.db
      .insert(debt)
      .values({
        actId: id,
        personId,
        elementId,
        totalCents: left,
        perPayCents: centsOf(line.amount ?? "0"),
        since: from,
      })
      .run();
    const what = `took over a debt of ${(left / 100).toFixed(2)} from usual pay`;
    record(store, { at: clock.now(), userId: null, businessId, what, about: name });
  }
  const lines = (of: readonly SheetLine[]) => of.filter((line) => !isPlan(line));
  for (const row of rows)
    if ((row === now || row.from > from) && row.lines.some(isPlan))
      store.db
        .insert(usualPay)
        .values({ personId, from: row === now ? from : row.from, lines: lines(row.lines) })
        .run();
}

/** What was taken of the plan so far; what debts of their own took has its own count. */
const takenOf = ({ store }: Context, personId: number, since = "0000-01-01"): number =>
  store
    .prepared<[string, number, string], { cents: number | null }>(
      `SELECT SUM(CASE WHEN code = ? THEN cents WHEN code LIKE 'debt:%' THEN -cents ELSE 0 END) AS cents
       FROM pay_fact WHERE person_id = ? AND payday >= ?`,
    )
    .get(`line:${standardElements.overpaid.code}`, personId, since)?.cents ?? 0;
