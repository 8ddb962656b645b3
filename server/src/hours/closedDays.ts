/**
 * Days that a signed-off pay has paid without the record of time, as usual or in a final pay: what is said of them
 * afterwards would be paid by nobody, or a second time. That pay is corrected instead.
 */
import { signedStates } from "@zesty/contract/runStates";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { type DayRecord, hasWork } from "@zesty/core/hours/dayText";
import { personHours } from "@zesty/core/hours/personHours";
import type { Context } from "../ground/context.ts";
import { sqlList } from "../store/sqlList.ts";
import { personTimes } from "./personTimes.ts";

interface Paid {
  personId: number;
  from: IsoDate;
  to: IsoDate;
  payday: IsoDate;
  /** hours came from the record; 0: usual pay was paid, whatever is said of the days since */
  byRecord?: number | null;
}
interface How {
  personId: number;
  from: IsoDate;
  /** how hours come in; null: nobody has said */
  use: string | null;
  salaried: number | null;
}

/** What signed-off pays have paid, by their days: of the cycle, and final ones, whose departure may be undone since. */
const paidOf = ({ store }: Context, ids: string): Paid[] =>
  store
    .prepared<[string], Paid>(
      `SELECT p.person_id AS personId, coalesce(json_extract(p.laid, '$.spans[0].from'), r.period_start) AS "from",
         coalesce(json_extract(p.laid, '$.spans[#-1].to'), r.period_end) AS "to", r.payday AS payday,
         json_extract(p.laid, '$.byRecord') AS byRecord
       FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id IN (SELECT value FROM json_each(?)) AND p.included AND r.kind IN ('cycle', 'departure')
         AND r.state IN (${sqlList(signedStates)})`,
    )
    .all(ids);

/** Final pays that are signed off: no run of the cycle comes after them. */
const finalOf = ({ store }: Context, ids: string): Paid[] =>
  store
    .prepared<[string], Paid>(
      `SELECT d.person_id AS personId, w.start_date AS "from", d.last_day AS "to", r.payday AS payday
       FROM departure d JOIN pay_run r ON r.id = d.run_id JOIN person w ON w.id = d.person_id
       WHERE d.person_id IN (SELECT value FROM json_each(?)) AND d.undone_at IS NULL
         AND r.state IN (${sqlList(signedStates)})`,
    )
    .all(ids);

/** How hours come in, and whether a salary is paid, from day to day. */
const howOf = ({ store }: Context, ids: string): How[] =>
  store
    .prepared<[string, string], How>(
      `SELECT person_id AS personId, "from", use, NULL AS salaried, id, 0 AS sort FROM time_terms
       WHERE person_id IN (SELECT value FROM json_each(?))
       UNION ALL
       SELECT person_id, "from", NULL, salary_cents IS NOT NULL, id, 1 FROM employment_terms
       WHERE person_id IN (SELECT value FROM json_each(?)) ORDER BY "from", sort, id`,
    )
    .all(ids, ids);

const byPerson = <T extends { personId: number }>(rows: readonly T[]): Map<number, T[]> => {
  const found = new Map<number, T[]>();
  for (const row of rows) found.set(row.personId, [...(found.get(row.personId) ?? []), row]);
  return found;
};

/** Leave and answers for holidays take from usual pay; hours alone may be for the record only. */
const isOfPay = (record: DayRecord | null | undefined): boolean =>
  record != null && (record.leave.length > 0 || record.otherwise !== undefined);

/** A public holiday that is paid where nothing is recorded of it: what is said of it afterwards is paid already. */
function isHolidayOff(context: Context, personId: number, date: IsoDate): boolean {
  const businessId =
    context.store.prepared<[number], { id: number }>("SELECT business_id AS id FROM person WHERE id = ?").get(personId)
      ?.id ?? 0;
  const [found] = personTimes(context, businessId, [personId], date, date, false);
  return found !== undefined && personHours({ ...found.time, days: {} }, [date]).plain.length > 0;
}

const isForTheRecord = ({ use, salaried }: { use: string; salaried: boolean }): boolean =>
  use === "record" || (use === "all" && salaried);
const howOn = (said: readonly How[], day: IsoDate) => ({
  use: said.findLast((row) => row.use !== null && row.from <= day)?.use ?? "exceptions",
  salaried: Boolean(said.findLast((row) => row.salaried !== null && row.from <= day)?.salaried),
});

/** Days whose hours are no pay of their own: kept for the record then, or paid as usual before it was said otherwise. */
export function daysAsUsual(context: Context, personId: number): (date: IsoDate) => boolean {
  const ids = JSON.stringify([personId]);
  const [how, paid] = [howOf(context, ids), paidOf(context, ids).filter((each) => each.byRecord === 0)];
  return (date) => isForTheRecord(howOn(how, date)) || paid.some((each) => each.from <= date && date <= each.to);
}

/** @returns for what is said of a day, and was before: the payday that has paid it, or null where it can still be paid */
export function closedDays(
  context: Context,
  personIds: readonly number[],
): (personId: number, date: IsoDate, is: DayRecord | null, was?: DayRecord | null) => IsoDate | null {
  const ids = JSON.stringify(personIds);
  const [paid, final, how] = [paidOf(context, ids), finalOf(context, ids), howOf(context, ids)].map((rows) =>
    byPerson<Paid | How>(rows),
  ) as [Map<number, Paid[]>, Map<number, Paid[]>, Map<number, How[]>];
  const within = (periods: Paid[] | undefined, date: IsoDate) =>
    periods?.find((each) => each.from <= date && date <= each.to)?.payday ?? null;
  return (personId, date, is, was = null) => {
    const said = how.get(personId) ?? [];
    const [then, now] = [howOn(said, date), howOn(said, "9999-12-31")];
    const forTheRecord = isForTheRecord(then);
    const counts =
      isOfPay(is) || isOfPay(was) || (!forTheRecord && (is === null || was === null || hasWork(is) || hasWork(was)));
    if (!counts) return null;
    const last = within(final.get(personId), date);
    if (last !== null) return last;
    const paidLater = then.use === "all" && !then.salaried && now.use !== "record" && !now.salaried;
    const payday = within(paid.get(personId), date);
    return payday !== null && paidLater && !isHolidayOff(context, personId, date) ? null : payday;
  };
}
