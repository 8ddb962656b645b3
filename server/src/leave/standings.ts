/** Where the leave of people stands: balances, and what moves them from here on. */

import { signedStates } from "@zesty/contract/runStates";
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { amountInWeeks, type DayOfWeek, daysInWeeks, type WeekFrom } from "@zesty/core/leave/changingWeek";
import type { Accruing, LeaveOn, LeaveStanding } from "@zesty/core/leave/forecast";
import { decimal } from "@zesty/core/quantity/decimal";
import { halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import { weeksOf } from "../hours/weeksFrom.ts";
import { datedRecords } from "../store/dated.ts";
import { sqlList } from "../store/sqlList.ts";
import { leaveBalances } from "../store/sums.ts";
import { accruingOf } from "./accruing.ts";

type Standings = Record<string, LeaveStanding>;

/**
 * @param people with the days of the record from today, or from the day asked for if that is earlier
 * @param to the last day that somebody may ask for
 */
export function standingsOf(context: Context, people: readonly KnownPerson[], to: IsoDate): Map<number, Standings> {
  const [first] = people;
  if (!first) return new Map();
  const today = todayAt(context, first.who.businessId);
  const ids = people.map((each) => each.who.id);
  const since = unpaidSince(context, ids);
  const balances = leaveBalances(context.store, ids);
  const records = datedRecords(context.store.db, ids, today);
  const arising = context.country(first.time.country).leave.arising(context, people, records, { today, to });
  const fromOf = ({ who }: KnownPerson) => since.get(who.id) ?? who.startDate;
  const accruing = accruingOf(
    context,
    people.map((each) => ({ ...each.who, country: each.time.country, since: fromOf(each) })),
    to,
  );
  const weeks = weeksOf(context, ids, to);
  return new Map(
    people.map((each): [number, Standings] => {
      const { country } = each.time;
      const from = fromOf(each);
      const recorded = leaveOnRecord(each, weeks.get(each.who.id) ?? []);
      const without = withoutAccrual(country, recorded);
      const risen = arising?.get(each.who.id);
      const own = risen?.balances ?? balances.get(each.who.id) ?? new Map<string, number>();
      const accrues = accruing.get(each.who.id) ?? new Map<string, Accruing[]>();
      const grants = risen?.grants ?? new Map<string, LeaveStanding["grants"]>();
      const kinds = [...new Set([...own.keys(), ...accrues.keys(), ...grants.keys()])];
      return [
        each.who.id,
        Object.fromEntries(
          kinds
            .filter((kind) => leaveKindIn(country, kind).kept)
            .map((kind) => [
              kind,
              {
                balance: fromE4(own.get(kind) ?? 0).toString(),
                from,
                accruing: accrues.get(kind) ?? [],
                without,
                grants: grants.get(kind) ?? [],
                recorded: recordedLeave(country, recorded, kind),
              },
            ]),
        ),
      ];
    }),
  );
}

/** The first day of each person that no signed-off run of the cycle has paid. */
function unpaidSince({ store }: Context, ids: readonly number[]): Map<number, IsoDate> {
  return new Map(
    store
      .prepared<[string], { personId: number; day: string }>(
        `SELECT e.person_id AS personId, coalesce(
           (SELECT date(MAX(coalesce(json_extract(p.laid, '$.spans[#-1].to'), r.period_end)), '+1 day') FROM pay p JOIN pay_run r ON r.id = p.run_id
            WHERE p.person_id = e.person_id AND p.included AND r.kind = 'cycle'
              AND r.state IN (${sqlList(signedStates)})),
           MAX(w.start_date, c.first_period_start)) AS day
         FROM employment_terms e JOIN pay_cycle c ON c.id = e.cycle_id JOIN person w ON w.id = e.person_id
         WHERE e.person_id IN (SELECT value FROM json_each(?)) ORDER BY e."from", e.id`,
      )
      .all(JSON.stringify(ids))
      .map((row) => [row.personId, row.day]),
  );
}

interface Recorded {
  kind: string;
  date: IsoDate;
  days: DayOfWeek[];
}

/** Leave on the record that no signed-off pay has taken yet, by day. */
const leaveOnRecord = ({ known, time }: KnownPerson, weeks: readonly WeekFrom[]): Recorded[] =>
  known
    .filter((day) => day.kind === "worked" && day.state !== "locked")
    .flatMap(({ date, record }) =>
      (record?.leave ?? []).map(({ kind, hours }) => {
        const asked = { first: date, last: date, hoursADay: hours ?? null };
        const days = daysInWeeks(asked, weeks, time.holidays).filter((each) => each.holiday === null);
        return { kind, date, days };
      }),
    );

const recordedLeave = (country: CountryCode, recorded: readonly Recorded[], kind: string): LeaveOn[] =>
  recorded
    .filter((each) => each.kind === kind)
    .map(({ date, days }) => {
      const amount = halfUpToHourE4(amountInWeeks(days, leaveKindIn(country, kind).unit));
      return { date, amount: amount.toString() };
    })
    .filter(({ amount }) => !decimal(amount).isZero());

/** Leave on the record on which nothing accrues, in weeks. */
const withoutAccrual = (country: CountryCode, recorded: readonly Recorded[]): LeaveOn[] =>
  recorded
    .filter(({ kind }) => !leaveKindIn(country, kind).accrues)
    .map(({ date, days }) => ({ date, amount: amountInWeeks(days, "weeks").toString() }))
    .filter(({ amount }) => !decimal(amount).isZero());
