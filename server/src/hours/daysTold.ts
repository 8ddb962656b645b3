/**
 * Days of a signed-off pay that its correction says otherwise: on record, held by that pay, once the correction is signed
 * off; as they were before when its run is taken back.
 */
import type { DayTold } from "@zesty/contract/corrections";
import type { Context } from "../ground/context.ts";

/** A day as an act keeps it; once it is on record, with the number of that entry. */
export type KeptDay = DayTold & { dayId?: number };

interface Told {
  actId: number;
  personId: number;
  /** the pay that is corrected: it holds them */
  payId: number;
  days: readonly KeptDay[];
}

interface By {
  userId: number;
  at: string;
}

const statements = ({ store }: Context) => ({
  newest: store.prepared<[number, string], { id: number }>(
    `SELECT id FROM time_day WHERE person_id = ? AND date = ? AND kind = 'worked' ORDER BY id DESC LIMIT 1`,
  ),
  before: store.prepared<[number, string, number], { id: number; record: string | null }>(
    `SELECT id, record FROM time_day WHERE person_id = ? AND date = ? AND kind = 'worked' AND id < ? ORDER BY id DESC LIMIT 1`,
  ),
  day: store.prepared<[number, string, string, string, number, string], { id: number }>(
    `INSERT INTO time_day (person_id, date, kind, record, source, user_id, at) VALUES (?, ?, 'worked', ?, ?, ?, ?) RETURNING id`,
  ),
  approve: store.prepared<[number, number, string], never>(
    "INSERT INTO time_approval (day_id, approved, user_id, at) VALUES (?, 1, ?, ?)",
  ),
  hold: store.prepared<[number, number, string, number, 1 | -1], never>(
    "INSERT INTO time_paid (day_id, person_id, date, pay_id, sign) VALUES (?, ?, ?, ?, ?)",
  ),
  follow: store.prepared<[{ personId: number; payId: number; was: number; is: number }], never>(
    `UPDATE act SET days = (SELECT json_group_array(json(CASE WHEN json_extract(d.value, '$.dayId') = @was
         THEN json_set(d.value, '$.dayId', @is) ELSE d.value END)) FROM json_each(act.days) d)
     WHERE person_id = @personId AND corrects_pay_id = @payId AND days IS NOT NULL`,
  ),
  held: store.prepared<[number, number], { sum: number | null }>(
    "SELECT SUM(sign) AS sum FROM time_paid WHERE day_id = ? AND pay_id = ?",
  ),
});

/** Puts the days on record, approved and held by the pay that is corrected. @returns them with their entries */
export function tellDays(
  context: Context,
  { personId, payId, days }: Omit<Told, "actId">,
  { userId, at }: By,
): KeptDay[] {
  const sql = statements(context);
  return days.map(({ date, record }) => {
    const was = sql.newest.get(personId, date);
    const { id } = sql.day.get(personId, date, JSON.stringify(record), "correction", userId, at) ?? { id: 0 };
    if (record !== null) sql.approve.run(id, userId, at);
    if (was && (sql.held.get(was.id, payId)?.sum ?? 0) > 0) sql.hold.run(was.id, personId, date, payId, -1);
    sql.hold.run(id, personId, date, payId, 1);
    return { date, record, dayId: id };
  });
}

/** The days say again what they said before, unless a later correction says them otherwise by now. */
function untellDays(context: Context, { personId, payId, days }: Told, { userId, at }: By): void {
  const sql = statements(context);
  for (const { date, dayId } of days) {
    const told = sql.newest.get(personId, date);
    if (!told || told.id !== dayId) continue;
    const was = sql.before.get(personId, date, told.id);
    const wasHeld = was !== undefined && sql.held.get(was.id, payId)?.sum === 0;
    const { id } = sql.day.get(personId, date, was?.record ?? "null", "correction taken back", userId, at) ?? { id: 0 };
    sql.hold.run(told.id, personId, date, payId, -1);
    // What an earlier correction said stands in the new entry now.
    if (was) sql.follow.run({ personId, payId, was: was.id, is: id });
    if (!wasHeld) continue;
    sql.approve.run(id, userId, at);
    sql.hold.run(id, personId, date, payId, 1);
  }
}

/** Corrections of a run that say days, of people whose row was signed off with it. */
const toldIn = ({ store }: Context, runId: number): Told[] =>
  store
    .prepared<[number], Omit<Told, "days"> & { days: string }>(
      `SELECT a.id AS actId, a.person_id AS personId, a.corrects_pay_id AS payId, a.days AS days FROM act a
       WHERE a.run_id = ? AND a.kind = 'correction' AND a.undone_at IS NULL AND a.days IS NOT NULL
         AND EXISTS (SELECT 1 FROM pay w WHERE w.run_id = a.run_id AND w.person_id = a.person_id AND w.included)
       ORDER BY a.id`,
    )
    .all(runId)
    .map((row) => ({ ...row, days: JSON.parse(row.days) as KeptDay[] }));

/** With the sign-off of a run. @returns the people whose days changed */
export function tellDaysOf(context: Context, runId: number, by: By): number[] {
  const all = toldIn(context, runId);
  const keep = context.store.prepared<[string, number], never>("UPDATE act SET days = ? WHERE id = ?");
  for (const told of all) keep.run(JSON.stringify(tellDays(context, told, by)), told.actId);
  return all.map(({ personId }) => personId);
}

/** With a run that is taken back, before its acts stand in the fresh one. */
export function untellDaysOf(context: Context, runId: number, by: By): void {
  for (const told of toldIn(context, runId).reverse()) untellDays(context, told, by);
}
