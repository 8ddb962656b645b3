/** What people earned before, as the Holidays Act asks for it: one entry a pay period. */
import type { PastPay } from "@zesty/core/nz/holidayFacts";
import { centsText } from "@zesty/core/quantity/units";
import { standardElements } from "../setup/ensureElement.ts";
import type { Store } from "../store/open.ts";
import { pastEarnings } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

const closedCode = `line:${standardElements.closedown.code}`;

type Sums = Record<"gross" | "irregular" | "days" | "withPay" | "closed", number>;

/** Earlier pays of people with periods that end between two days, and the earnings recorded from before. */
export function pastPaysOf(
  store: Store,
  personIds: readonly number[],
  from: string,
  to: string,
): Map<number, PastPay[]> {
  const found = new Map<number, PastPay[]>(personIds.map((id) => [id, []]));
  const rows = store.sqlite
    .prepare<[string, string, string], Sums & { personId: number; start: string; end: string }>(
      `SELECT f.person_id AS personId, r.period_start AS start, r.period_end AS end,
         SUM(CASE f.code WHEN 'holidayGross' THEN f.cents ELSE 0 END) AS gross,
         SUM(CASE f.code WHEN 'holidayIrregular' THEN f.cents ELSE 0 END) AS irregular,
         SUM(CASE f.code WHEN 'holidayDays' THEN f.cents ELSE 0 END) AS days,
         SUM(CASE f.code WHEN 'holidayWithPay' THEN f.cents ELSE 0 END) AS withPay,
         SUM(CASE f.code WHEN '${closedCode}' THEN f.cents ELSE 0 END) AS closed
       FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id JOIN pay_run r ON r.id = s.run_id
       WHERE f.person_id IN (SELECT value FROM json_each(?)) AND f.payday >= ? AND r.period_end <= ?
         AND f.code IN ('holidayGross', 'holidayIrregular', 'holidayDays', 'holidayWithPay', '${closedCode}')
       GROUP BY f.person_id, r.id`,
    )
    .all(JSON.stringify(personIds), from, to);
  // A pay that was taken back sums to nothing.
  for (const { personId, start, end, gross, irregular, days, withPay, closed } of rows)
    if (gross !== 0 || days !== 0)
      found.get(personId)?.push({
        start,
        end,
        gross: centsText(gross),
        irregular: centsText(irregular),
        days: centsText(days),
        withPay: centsText(withPay),
        ...(closed > 0 ? { closed: centsText(closed) } : {}),
      });
  for (const [id, recorded] of recordedEarnings(store, personIds))
    found.get(id)?.push(...recorded.filter((each) => each.end >= from && each.end <= to));
  return found;
}

/** Earnings recorded from before this program. */
export function recordedEarnings(store: Store, personIds: readonly number[]): Map<number, PastPay[]> {
  const found = new Map<number, PastPay[]>(personIds.map((id) => [id, []]));
  for (const row of rowsOf(
    store.sqlite,
    pastEarnings,
    "WHERE t.person_id IN (SELECT value FROM json_each(?))",
    JSON.stringify(personIds),
  ))
    found.get(row.personId)?.push({
      start: row.start,
      end: row.end,
      gross: centsText(row.grossCents),
      irregular: centsText(row.irregularCents),
      days: row.days,
      advance: centsText(row.advanceCents),
    });
  return found;
}
