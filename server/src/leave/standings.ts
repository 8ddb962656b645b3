/** Where the leave of people stands: balances, and what moves them from here on. */

import { signedStates } from "@zesty/contract/runStates";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { leaveAccrual } from "@zesty/core/leave/accrual";
import type { LeaveOn, LeaveStanding } from "@zesty/core/leave/forecast";
import { leaveAmount, leaveDays } from "@zesty/core/leave/leaveDays";
import { decimal } from "@zesty/core/quantity/decimal";
import { halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import { fromE4 } from "@zesty/core/quantity/units";
import { figure } from "@zesty/core/working/figure";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import { datedRecords } from "../store/dated.ts";
import { sqlList } from "../store/sqlList.ts";
import { leaveBalances } from "../store/sums.ts";

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
  return new Map(
    people.map((each): [number, Standings] => {
      const { country } = each.time;
      const from = since.get(each.who.id) ?? each.who.startDate;
      const risen = arising?.get(each.who.id);
      const own = risen?.balances ?? balances.get(each.who.id) ?? new Map<string, number>();
      const accrues = accrualsOf(records, each.who.id);
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
                perWeek: accrues.get(kind) ?? "0",
                grants: grants.get(kind) ?? [],
                recorded: recordedLeave(each, kind),
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

/** What an ordinary week accrues, by kind. */
function accrualsOf(records: ReturnType<typeof datedRecords>, personId: number): Map<string, string> {
  const weekly = fromE4(records.terms.get(personId)?.weeklyHoursE4 ?? 0);
  const week = figure("An ordinary week", weekly, "hours");
  const basis = { cycle: "weekly" as const, periods: 1, weeklyHours: weekly };
  return new Map(
    (records.leave.get(personId)?.entitlements ?? []).map((entitled) => [
      entitled.kind,
      leaveAccrual(entitled, week, basis).value.toString(),
    ]),
  );
}

/** Leave of a kind on the record that no signed-off pay has taken yet, by day. */
function recordedLeave({ known, time }: KnownPerson, kind: string): LeaveOn[] {
  const { unit } = leaveKindIn(time.country, kind);
  return known
    .filter((day) => day.kind === "worked" && day.state !== "locked")
    .flatMap((day) => (day.record?.leave ?? []).map((leave) => ({ date: day.date, leave })))
    .filter(({ leave }) => leave.kind === kind)
    .map(({ date, leave }) => {
      const { days } = leaveDays(
        { first: date, last: date, hoursADay: leave.hours ?? null },
        time.pattern,
        time.holidays,
      );
      const taken = days.filter((each) => each.holiday === null);
      return { date, amount: halfUpToHourE4(leaveAmount(taken, unit, time.pattern)).toString() };
    })
    .filter(({ amount }) => !decimal(amount).isZero());
}
