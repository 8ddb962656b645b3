/** Who left before days that were paid already: the departure became known later than the pay. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { dateWords } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";

interface Beyond {
  personId: number;
  payday: IsoDate;
  end: IsoDate;
}

/** @returns by person, the last day that was paid and the paydays, where these pays were not corrected since */
export function paidBeyond(
  { store }: Context,
  run: Pick<Run, "id" | "periodEnd">,
  people: readonly { id: number; endDate: IsoDate | null }[],
): Map<number, { to: IsoDate; paydays: string }> {
  const left = people.filter(({ endDate }) => endDate !== null && endDate <= run.periodEnd).map(({ id }) => id);
  if (left.length === 0) return new Map();
  const rows = store
    .prepared<[string, number], Beyond>(
      `SELECT s.person_id AS personId, r.payday AS payday, r.period_end AS end
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN person p ON p.id = s.person_id
       WHERE s.person_id IN (SELECT value FROM json_each(?)) AND s.kind = 'pay' AND r.kind = 'cycle'
         AND r.state <> 'takenBack' AND r.id <> ? AND r.period_end > p.end_date
         AND NOT EXISTS (SELECT 1 FROM departure d WHERE d.run_id = r.id AND d.person_id = s.person_id)
         AND NOT EXISTS (SELECT 1 FROM act a WHERE a.corrects_pay_id = s.pay_id AND a.undone_at IS NULL)
         AND NOT EXISTS (SELECT 1 FROM pay c WHERE c.person_id = s.person_id AND json_extract(c.corrects, '$.payId') = s.pay_id)
       ORDER BY r.payday`,
    )
    .all(JSON.stringify(left), run.id);
  const found = new Map<number, { to: IsoDate; paydays: string }>();
  for (const { personId, payday, end } of rows) {
    const before = found.get(personId);
    const paydays = before ? `${before.paydays} and ${dateWords(payday)}` : dateWords(payday);
    found.set(personId, { to: before && before.to > end ? before.to : end, paydays });
  }
  return found;
}
