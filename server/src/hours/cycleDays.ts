/**
 * The days of a period on which somebody is paid by its cycle: those whose terms name it. Who changes to another cycle
 * within a period is paid by each for its own days, and for no day twice, however late the change became known.
 */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";

export interface DaysFromTo {
  from: IsoDate;
  to: IsoDate;
}
export interface CycleDays {
  /** in order; none: the whole period is another cycle's */
  days: DaysFromTo[];
  /** the cycle that has the other days */
  other: number;
}
interface Change {
  personId: number;
  from: IsoDate;
  cycleId: number;
}
type Period = Pick<Run, "businessId" | "cycleId" | "periodStart" | "periodEnd">;

/** Which cycle somebody is in from which day on, in order: what was said first held before, too. */
function cyclesUntil({ store }: Context, personIds: readonly number[], to: IsoDate): Map<number, Change[]> {
  const found = new Map<number, Change[]>();
  for (const row of store
    .prepared<[string, string, string], Change>(
      `SELECT t.person_id AS personId, t."from" AS "from", t.cycle_id AS cycleId FROM employment_terms t
       WHERE t.person_id IN (SELECT value FROM json_each(?)) AND (t."from" <= ? OR NOT EXISTS (
         SELECT 1 FROM employment_terms e WHERE e.person_id = t.person_id AND e."from" <= ?))
       ORDER BY t."from", t.id`,
    )
    .all(JSON.stringify(personIds), to, to)) {
    const before = found.get(row.personId) ?? [];
    if (before.at(-1)?.from === row.from) before.pop();
    if (before.at(-1)?.cycleId !== row.cycleId) before.push(row);
    found.set(row.personId, before);
  }
  return found;
}

/** The days of a period that belong to the employment of each person: what was agreed in an earlier one is none of it. */
const employedDays = ({ store }: Context, { periodStart, periodEnd }: Period, personIds: readonly number[]) =>
  new Map(
    store
      .prepared<[string, string, string], DaysFromTo & { id: number }>(
        `SELECT id, MAX(start_date, ?) AS "from", MIN(coalesce(end_date, '9999-12-31'), ?) AS "to" FROM person
         WHERE id IN (SELECT value FROM json_each(?))`,
      )
      .all(periodStart, periodEnd, JSON.stringify(personIds))
      .map((row) => [row.id, row]),
  );

/** @returns only people of whom a day of the period is not the cycle's; everybody else has all of it */
export function cycleDays(context: Context, period: Period, personIds: readonly number[]): Map<number, CycleDays> {
  const { cycleId } = period;
  const moved = new Map<number, CycleDays>();
  const changes = cyclesUntil(context, personIds, period.periodEnd);
  const elsewhere = [...changes].flatMap(([id, own]) => (own.some((each) => each.cycleId !== cycleId) ? [id] : []));
  const employed = elsewhere.length > 0 ? employedDays(context, period, elsewhere) : new Map<number, DaysFromTo>();
  for (const id of elsewhere) {
    const [own, within] = [changes.get(id) ?? [], employed.get(id)];
    if (!within || within.from > within.to) continue;
    const parts = own.flatMap(({ from, ...change }, at) => {
      const next = own[at + 1]?.from;
      const part = {
        from: at === 0 || from < within.from ? within.from : from,
        to: next === undefined || next > within.to ? within.to : addDays(next, -1),
      };
      return part.from <= part.to ? [{ ...part, cycleId: change.cycleId }] : [];
    });
    const other = own.findLast((each) => each.cycleId !== cycleId)?.cycleId ?? cycleId;
    moved.set(id, { days: parts.flatMap(({ cycleId: of, ...days }) => (of === cycleId ? [days] : [])), other });
  }
  const inIt = [...moved].flatMap(([id, { days }]) => (days.length > 0 ? [id] : []));
  for (const { personId, from, to } of inIt.length > 0 ? paidByOthers(context, period, inIt) : []) {
    const own = moved.get(personId);
    if (own) own.days = own.days.flatMap((each) => without(each, { from, to }));
  }
  const isWhole = (id: number, { days: [first] }: CycleDays) =>
    first?.from === employed.get(id)?.from && first?.to === employed.get(id)?.to;
  return new Map([...moved].filter(([id, own]) => !isWhole(id, own)));
}

/** Days of people that signed-off runs of other cycles have paid. */
const paidByOthers = ({ store }: Context, period: Period, personIds: readonly number[]) =>
  store
    .prepared<[number, string, string, number, string, string, string], DaysFromTo & { personId: number }>(
      `SELECT p.person_id AS personId,
         coalesce(json_extract(s.value, '$.from'), r.period_start) AS "from",
         coalesce(json_extract(s.value, '$.to'), r.period_end) AS "to"
       FROM pay_run r JOIN pay p ON p.run_id = r.id
         JOIN json_each(coalesce(json_extract(p.laid, '$.spans'), '[{}]')) s
       WHERE r.business_id = ? AND r.payday BETWEEN ? AND ? AND r.cycle_id <> ? AND r.kind = 'cycle'
         AND r.state NOT IN ('open', 'takenBack') AND p.included
         AND p.person_id IN (SELECT value FROM json_each(?)) AND r.period_end >= ? AND r.period_start <= ?`,
    )
    .all(
      period.businessId,
      // A payday lies within four months of its period.
      ...([addDays(period.periodStart, -160), addDays(period.periodEnd, 160)] as const),
      ...([period.cycleId, JSON.stringify(personIds), period.periodStart, period.periodEnd] as const),
    );

function without({ from, to }: DaysFromTo, paid: DaysFromTo): DaysFromTo[] {
  if (paid.to < from || paid.from > to) return [{ from, to }];
  return [
    ...(paid.from > from ? [{ from, to: addDays(paid.from, -1) }] : []),
    ...(paid.to < to ? [{ from: addDays(paid.to, 1), to }] : []),
  ];
}

/** The cycle that somebody is in on each of some days. */
export function cycleOn(context: Context, personId: number, dates: readonly IsoDate[]): Map<IsoDate, number> {
  const changes = cyclesUntil(
    context,
    [personId],
    dates.reduce((last, date) => (date > last ? date : last), ""),
  ).get(personId);
  return new Map(
    dates.flatMap((date) => {
      const held = changes?.findLast((each) => each.from <= date) ?? changes?.[0];
      return held ? [[date, held.cycleId] as const] : [];
    }),
  );
}

/** From when the record of somebody's time is paid here: the first period of the first of their cycles. */
export const paidFrom = ({ store }: Context, personIds: readonly number[]): Map<number, IsoDate> =>
  new Map(
    store
      .prepared<[string], { personId: number; from: IsoDate }>(
        `SELECT t.person_id AS personId, MIN(c.first_period_start) AS "from"
         FROM employment_terms t JOIN pay_cycle c ON c.id = t.cycle_id
         WHERE t.person_id IN (SELECT value FROM json_each(?)) GROUP BY t.person_id`,
      )
      .all(JSON.stringify(personIds))
      .map((row) => [row.personId, row.from]),
  );

/** Of whom another cycle takes over within a run's period: the last day that is the run's. */
export function lastDaysIn(
  context: Context,
  run: Period & { kind?: string },
  personIds: readonly number[],
): Map<number, IsoDate> {
  const apart = run.kind === "cycle" ? cycleDays(context, run, personIds) : new Map<number, CycleDays>();
  return new Map(
    [...apart].flatMap(([id, { days }]) => {
      const last = days.at(-1)?.to;
      return last !== undefined && last < run.periodEnd ? [[id, last] as const] : [];
    }),
  );
}

/**
 * Late days without those of another cycle that has a run of its own for them yet to be signed off: it pays them.
 * @param late approved days before the run's period
 */
export function withoutOthers<T extends { date: IsoDate }>(
  context: Context,
  { businessId, cycleId, periodStart }: Period,
  personId: number,
  late: readonly T[],
): T[] {
  const first = late[0]?.date;
  if (first === undefined) return [];
  const before = { businessId, cycleId, periodStart: first, periodEnd: addDays(periodStart, -1) };
  const apart = cycleDays(context, before, [personId]).get(personId);
  if (!apart) return [...late];
  const signedTo =
    context.store
      .prepared<[number], { end: IsoDate | null }>(
        `SELECT MAX(period_end) AS "end" FROM pay_run WHERE cycle_id = ? AND kind = 'cycle'
           AND state NOT IN ('open', 'takenBack')`,
      )
      .get(apart.other)?.end ?? "";
  return late.filter(({ date }) => date <= signedTo || apart.days.some(({ from, to }) => from <= date && date <= to));
}

/** Who is paid in a period by its cycle, for any of its days. */
export function peopleOfCycle<T extends { id: number }>(
  context: Context,
  period: Period,
  people: readonly T[],
): { inCycle: T[]; otherOf: (id: number) => number | undefined } {
  const apart = cycleDays(
    context,
    period,
    people.map((each) => each.id),
  );
  return {
    inCycle: people.filter(({ id }) => apart.get(id)?.days.length !== 0),
    otherOf: (id) => apart.get(id)?.other,
  };
}
