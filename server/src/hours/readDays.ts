/** Days of the record of time as they stand: the newest of each, its approval, and the pay that it went into. */
import type { DayState } from "@zesty/contract/time";
import type { DayRecord } from "@zesty/core/hours/dayText";
import type { Context } from "../ground/context.ts";
import type { DayKind } from "../store/schema/time.ts";

export interface KnownDay {
  dayId: number;
  personId: number;
  date: string;
  kind: DayKind;
  record: DayRecord | null;
  state: DayState;
  /** the pay that a locked day went into */
  payId: number | null;
  payday: string | null;
}

interface Row {
  dayId: number;
  personId: number;
  date: string;
  kind: DayKind;
  record: string | null;
  approved: number | null;
  everApproved: number;
}

/** The newest row of each person, date and kind, with its approval and the pay that it went into. */
export function daysBetweenDates(
  { store }: Context,
  personIds: readonly number[],
  from: string,
  to: string,
): Map<number, KnownDay[]> {
  const ids = JSON.stringify(personIds);
  const rows = store
    .prepared<[string, string, string], Row>(
      `SELECT d.id AS dayId, d.person_id AS personId, d.date AS date, d.kind AS kind, d.record AS record,
         (SELECT a.approved FROM time_approval a WHERE a.day_id = d.id ORDER BY a.id DESC LIMIT 1) AS approved,
         EXISTS (SELECT 1 FROM time_approval a JOIN time_day o ON o.id = a.day_id
           WHERE o.person_id = d.person_id AND o.date = d.date AND o.kind = d.kind AND a.approved) AS everApproved
       FROM time_day d
       WHERE d.person_id IN (SELECT value FROM json_each(?)) AND d.date BETWEEN ? AND ?
         AND d.id = (SELECT MAX(n.id) FROM time_day n
           WHERE n.person_id = d.person_id AND n.date = d.date AND n.kind = d.kind)
       ORDER BY d.date`,
    )
    .all(ids, from, to);
  const paid = paidDays(store, ids, from, to);
  const found = new Map<number, KnownDay[]>();
  for (const { approved, everApproved, ...row } of rows) {
    const locked = row.kind === "worked" ? paid.get(`${row.personId} ${row.date}`) : undefined;
    const state: DayState = locked ? "locked" : approved ? "approved" : everApproved ? "changed" : "open";
    const list = found.get(row.personId) ?? [];
    list.push({
      ...row,
      record: row.record === null ? null : (JSON.parse(row.record) as DayRecord | null),
      state,
      payId: locked?.payId ?? null,
      payday: locked?.payday ?? null,
    });
    found.set(row.personId, list);
  }
  return found;
}

/** Days that stand in a signed-off pay which was not taken back. */
function paidDays(store: Context["store"], ids: string, from: string, to: string) {
  return new Map(
    store
      .prepared<[string, string, string], { personId: number; date: string; payId: number; payday: string }>(
        `SELECT t.person_id AS personId, t.date AS date, t.pay_id AS payId, r.payday AS payday FROM time_paid t
         JOIN pay p ON p.id = t.pay_id JOIN pay_run r ON r.id = p.run_id
         WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t.date BETWEEN ? AND ?
         GROUP BY t.person_id, t.date, t.pay_id HAVING SUM(t.sign) > 0`,
      )
      .all(ids, from, to)
      .map((each) => [`${each.personId} ${each.date}`, each]),
  );
}
