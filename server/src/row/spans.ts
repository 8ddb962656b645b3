/** The days of a period by the terms that hold on them: cut where terms or usual pay change, equal neighbours are one. */
import { addDays, completedYears, type IsoDate } from "@zesty/core/calendar/dates";
import type { SpanTerms } from "@zesty/core/pay/base";
import type { Basis } from "@zesty/core/pay/input";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { cycleDays, type DaysFromTo } from "../hours/cycleDays.ts";
import { datesOf } from "../hours/periods.ts";
import { agreedIn, asAgreed } from "../store/asAgreed.ts";
import { byWeek } from "../store/rosters.ts";
import { employmentTerms, leaveTerms, type person, timeTerms, usualPay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { amounts, ratesOn } from "./ratesOn.ts";

type Who = typeof person.$inferSelect;
type Terms = typeof employmentTerms.$inferSelect;
type Agreement = typeof timeTerms.$inferSelect;
type Leave = typeof leaveTerms.$inferSelect;

export interface PersonSpan extends SpanTerms {
  terms: Terms | undefined;
}

/** Rows of people up to a day, in the order in which they count. */
function history<T extends typeof employmentTerms | typeof usualPay | typeof timeTerms | typeof leaveTerms>(
  context: Context,
  table: T,
  ids: string,
  to: IsoDate,
): Map<number, T["$inferSelect"][]> {
  const found = new Map<number, T["$inferSelect"][]>();
  for (const row of rowsOf(
    context.store.sqlite,
    table as never,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" <= ? ORDER BY t."from", t.id`,
    ids,
    to,
  ) as T["$inferSelect"][]) {
    const rows = found.get(row.personId);
    if (rows) rows.push(row);
    else found.set(row.personId, [row]);
  }
  return found;
}

const heldOn = <T extends { from: string }>(rows: readonly T[], day: IsoDate): T | undefined =>
  rows.findLast((row) => row.from <= day);

/** The day after the last one that signed-off runs have paid to each person. */
function unpaidFrom(context: Context, ids: string): Map<number, IsoDate> {
  return new Map(
    context.store
      .prepared<[string], { personId: number; end: string }>(
        `SELECT p.person_id AS personId, MAX(coalesce(json_extract(p.laid, '$.spans[#-1].to'), r.period_end)) AS "end"
         FROM pay p JOIN pay_run r ON r.id = p.run_id
         WHERE p.person_id IN (SELECT value FROM json_each(?)) AND p.included AND r.kind = 'cycle'
           AND r.state NOT IN ('open', 'takenBack') GROUP BY p.person_id`,
      )
      .all(ids)
      .map(({ personId, end }) => [personId, addDays(end, 1)]),
  );
}

/** @param centres codes of cost centres by id */
export function spansOf(
  context: Context,
  run: Run,
  people: readonly Who[],
  centres: ReadonlyMap<number, string>,
): Map<number, PersonSpan[]> {
  const ids = JSON.stringify(people.map((each) => each.id));
  const terms = history(context, employmentTerms, ids, run.periodEnd);
  const usual = history(context, usualPay, ids, run.periodEnd);
  const agreements = history(context, timeTerms, ids, run.periodEnd);
  const leave = history(context, leaveTerms, ids, run.periodEnd);
  const paid = run.kind === "departure" ? unpaidFrom(context, ids) : new Map<number, IsoDate>();
  // Asked only where somebody was ever in another cycle.
  const inOthers = [...terms.values()].filter((rows) => rows.some((row) => row.cycleId !== run.cycleId));
  const apart =
    run.kind === "cycle" && inOthers.length > 0
      ? cycleDays(
          context,
          run,
          inOthers.flatMap((rows) => (rows[0] ? [rows[0].personId] : [])),
        )
      : undefined;
  const agreed = agreedIn(context.store.db);
  const byAmount = amounts(context, run.businessId);
  return new Map(
    people.map((who): [number, PersonSpan[]] => {
      const days = employedIn(run, who, paid.get(who.id), apart?.get(who.id)?.days);
      const own = {
        terms: byWeek(terms.get(who.id) ?? [], run.periodEnd),
        usual: usual.get(who.id) ?? [],
        agreements: agreements.get(who.id) ?? [],
        leave: leave.get(who.id) ?? [],
      };
      const spans: { span: PersonSpan; key: string }[] = [];
      const begins = ({ from, to }: DaysFromTo): DaysFromTo[] => {
        const cuts = Object.values(own).flatMap((rows) =>
          rows.map((row) => row.from).filter((day) => day > from && day <= to),
        );
        const starts = [from, ...[...new Set([...cuts, ...birthdays(own.agreements, who, from, to)])].sort()];
        return starts.map((start, at) => {
          const next = starts[at + 1];
          return { from: start, to: next === undefined ? to : addDays(next, -1) };
        });
      };
      for (const { from: start, to: end } of days.flatMap(begins)) {
        const held = heldOn(own.terms, start) ?? own.terms[0];
        const said = heldOn(own.usual, start);
        const key = keyOf(
          held,
          said?.lines,
          heldOn(own.agreements, start),
          heldOn(own.leave, start) ?? own.leave[0],
          birthdays(own.agreements, who, addDays(start, -1), start),
        );
        const last = spans.at(-1);
        if (last?.key === key && addDays(last.span.to, 1) === start) {
          last.span.to = end;
          continue;
        }
        const lines = said
          ? asAgreed(
              said.lines,
              said.from,
              own.terms.filter((row) => row.from <= start),
              agreed,
            )
          : [];
        const e4 = held?.hourlyRateE4;
        // A level says the rate by itself; without either it is the share of what usual pay gives.
        const byLevel = heldOn(own.agreements, start)?.classification != null;
        const share = held && e4 == null && !byLevel ? byAmount(held, lines) : null;
        spans.push({
          key,
          span: {
            ...{ from: start, to: end, terms: held },
            workPattern: held?.workPattern ?? null,
            roster: held?.roster ?? null,
            weeklyHours: fromE4(held?.weeklyHoursE4 ?? 0).toString(),
            rate: e4 == null ? (share?.toString() ?? null) : fromE4(e4).toString(),
            lines,
          },
        });
      }
      const cut = spans.map((each) => each.span);
      sayAccruals(cut, own.leave);
      // Where the period is cut, each part is paid by the level of its own days.
      if (cut.length > 1 && own.agreements.some((row) => row.classification !== null))
        for (const span of cut) span.rate = rateOn(context, run.businessId, who.id, span) ?? span.rate;
      return [who.id, withCentres(cut, centres)];
    }),
  );
}

/** What leave arises on the hours of each span, where it is not what holds at the end. Without leave by hours nothing is said. */
function sayAccruals(cut: PersonSpan[], leave: readonly Leave[]): void {
  const of = (span: PersonSpan | undefined) => span && (heldOn(leave, span.from) ?? leave[0])?.entitlements;
  const [last, now] = [cut.at(-1), JSON.stringify(of(cut.at(-1)))];
  for (const span of leave.length > 0 ? cut : []) {
    const entitled = of(span);
    const basis = (span.terms ?? last?.terms)?.basis as Basis;
    if (entitled && JSON.stringify(entitled) !== now) span.accruesBy = { basis, leave: entitled };
    else if (basis !== last?.terms?.basis) span.accruesBy = { basis };
  }
}

/** Nobody is a junior from this age on. */
const grown = 22;

/** Birthdays of a junior whose hours are for the record only: usual pay has no days of its own to be priced by. */
function birthdays(agreements: readonly Agreement[], { birthDate }: Who, after: IsoDate, to: IsoDate): IsoDate[] {
  const isJunior = completedYears(birthDate, after) < grown;
  if (!isJunior || !agreements.some((row) => row.classification !== null && row.use === "record")) return [];
  return datesOf(addDays(after, 1), to).filter(
    (day) => completedYears(birthDate, day) > completedYears(birthDate, addDays(day, -1)),
  );
}

const rateOn = (context: Context, businessId: number, id: number, { from, to }: PersonSpan): string | null =>
  ratesOn(context, businessId, [id], to, from).get(id)?.rate?.toString() ?? null;

/** Days of the run that somebody is paid for: of the employment, unpaid so far, and of the run's cycle. */
function employedIn(
  run: Run,
  who: Who,
  unpaid: IsoDate | undefined,
  ofCycle: readonly DaysFromTo[] = [{ from: run.periodStart, to: run.periodEnd }],
): DaysFromTo[] {
  const first = unpaid !== undefined && unpaid > who.startDate ? unpaid : who.startDate;
  return ofCycle
    .map(({ from, to }) => ({
      from: first > from ? first : from,
      to: who.endDate !== null && who.endDate < to ? who.endDate : to,
    }))
    .filter(({ from, to }) => from <= to);
}

const keyOf = (
  terms: Terms | undefined,
  usual: unknown,
  time: (typeof timeTerms)["$inferSelect"] | undefined,
  leave: Leave | undefined,
  birthday: readonly string[],
): string => {
  const { id: _id, from: _from, ...held } = terms ?? {};
  const { id: _time, from: _since, ...agreement } = time ?? {};
  const accrues = [leave?.loadingPercent ?? null, leave?.entitlements ?? null];
  return JSON.stringify([held, usual ?? null, agreement, accrues, ...birthday]);
};

/** Hours of a span that belonged to another cost centre stand under it. */
function withCentres(spans: PersonSpan[], centres: ReadonlyMap<number, string>): PersonSpan[] {
  const centreOf = ({ terms }: PersonSpan) =>
    terms && !terms.costSplit?.length && terms.costCentreId ? centres.get(terms.costCentreId) : undefined;
  const last = spans.at(-1);
  const now = last && centreOf(last);
  return spans.map((span) => {
    const then = centreOf(span);
    return then === undefined || then === now ? span : { ...span, costCentre: then };
  });
}
