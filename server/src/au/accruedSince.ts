/**
 * Leave that signed-off pays accrued, where its terms change from a day in the past, put into the balance entry by entry of
 * the pay that it is of. A pay that comes to the same dollars by the new terms is composed again: a salary has other hours,
 * and its leave takes others. Of any other its hours stay as they were paid, and are shared over the terms of their days:
 * what more hours bring comes with their money (afterwards/leaveOwed.ts). An undone change takes it out by the same way.
 */
import type { PayInput } from "@zesty/core/au/pay/input";
import { workOut } from "@zesty/core/au/pay/workOut";
import { addDays, dateWords, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { hasWork, minutesOf } from "@zesty/core/hours/dayText";
import { personHours } from "@zesty/core/hours/personHours";
import { leaveKind } from "@zesty/core/leave/kinds";
import type { Basis } from "@zesty/core/pay/input";
import { atLeastZero, type Decimal, decimal, decimalOrZero, one, sum, zero } from "@zesty/core/quantity/decimal";
import { fromE4, hoursText, toE4 } from "@zesty/core/quantity/units";
import { movedAnew, weekOfDays } from "../afterwards/leaveOwed.ts";
import type { Context } from "../ground/context.ts";
import { notFound } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { personTimes } from "../hours/personTimes.ts";
import { acrossChange, type SignedSince, signedSince } from "../people/signedSince.ts";
import { withPayable } from "../row/leaveStrands.ts";
import { byWeek } from "../store/rosters.ts";
import { employmentTerms, leaveEntry, leaveTerms, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

type Who = typeof person.$inferSelect;

/** Parts of a pay, where the terms of employment or of leave changed within it. */
function partsOf({ store: { sqlite } }: Context, personId: number, start: IsoDate, end: IsoDate, basis: string) {
  const until = 'WHERE t.person_id = ? AND t."from" <= ? ORDER BY t."from", t.id';
  const rows = byWeek(rowsOf(sqlite, employmentTerms, until, personId, end), end);
  const leave = rowsOf(sqlite, leaveTerms, until, personId, end);
  const cuts = [...new Set([...rows, ...leave].map((row) => row.from).filter((day) => day > start))].sort();
  return [start, ...cuts].map((from, at) => {
    const terms = rows.findLast((row) => row.from <= from);
    return {
      ...{ from, to: cuts[at] === undefined ? end : addDays(cuts[at], -1) },
      terms,
      by: {
        basis: (terms?.basis ?? basis) as Basis,
        leave: (leave.findLast((row) => row.from <= from) ?? leave[0])?.entitlements ?? [],
      },
    };
  });
}
type Part = ReturnType<typeof partsOf>[number];

const usualWeek = ["1", "1", "1", "1", "1", "0", "0"];

/** Hours of a part that leave accrues on: those of the record, or of the working week without unpaid leave. */
function hoursOfPart(context: Context, { id, businessId }: Who, { from, to }: Part, week: readonly string[]): Decimal {
  const [known] = personTimes(context, businessId, [id], from, to);
  if (!known) return zero;
  const { time, terms, salaried } = withPayable(known);
  const dates = datesOf(from, to);
  const { leave } = personHours(time, dates);
  const isByRecord = terms !== null && time.use !== "record" && !salaried;
  const off = (date: IsoDate, accrues: boolean): Decimal =>
    sum(
      leave.filter((each) => each.date === date && leaveKind(each.kind).accrues === accrues).map((each) => each.hours),
    );
  return sum(
    dates.map((date) => {
      const record = time.days[date];
      if (isByRecord && record && hasWork(record))
        return decimal(minutesOf({ ...record, leave: [] }))
          .div(60)
          .plus(off(date, true));
      if (isByRecord && time.use === "all") return off(date, true);
      return atLeastZero(decimalOrZero(week[weekday(date) - 1]).minus(off(date, false)));
    }),
  );
}

/** What a pay accrues by the facts as they stand: of one within which basis or leave changed, each part its share of the hours. */
function accrualOf(context: Context, who: Who, { start, end, input }: SignedSince<PayInput>) {
  const all = partsOf(context, who.id, start, end, input.person.basis);
  const [last, now] = [all.at(-1)?.terms, JSON.stringify(all.at(-1)?.by)];
  const parts = all.every(({ by }) => JSON.stringify(by) === now) ? all.slice(-1) : all;
  const weeks = parts.map(({ terms }) => terms?.workPattern ?? null);
  const hours = parts.map((part, at) =>
    parts.length === 1
      ? one
      : hoursOfPart(context, who, part, weeks[at] ?? weeks.findLast((week) => week !== null) ?? usualWeek),
  );
  const whole = sum(hours);
  const person = {
    ...input.person,
    weeklyHours: last ? fromE4(last.weeklyHoursE4).toString() : input.person.weeklyHours,
  };
  const lines = input.lines.map(({ accruesBy: _then, ...line }) => line);
  const found = new Map<string, Decimal>();
  parts.forEach(({ by }, at) => {
    if (hours[at]?.isZero()) return;
    const worked = workOut({ ...input, lines, person: { ...person, ...by } }, context.rules);
    for (const [kind, { value }] of Object.entries(worked.leave))
      found.set(kind, (found.get(kind) ?? zero).plus(value.times(hours[at] ?? zero).div(whole)));
  });
  return found;
}

/** What hours and leave of a pay go by. */
const termsOf = (context: Context, { id }: Who, { start, end, input }: SignedSince<PayInput>): string =>
  JSON.stringify([
    partsOf(context, id, start, end, input.person.basis).map(({ from, by }) => [from, by]),
    weekOfDays(context, id, start, end),
  ]);

export function withAccruals<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const [who] = rowsOf(context.store.sqlite, person, "WHERE t.id = ?", personId);
  if (!who) throw notFound("person");
  const told = new Map<string, number>();
  let saved = false;
  const { done, each: pays } = acrossChange(
    signedSince<PayInput>(context, personId, from),
    (pay) => ({ leave: accrualOf(context, who, pay), terms: termsOf(context, who, pay) }),
    change,
  );
  for (const { pay, was, is } of pays) {
    const anew = was.terms === is.terms ? null : movedAnew(context, personId, pay);
    for (const kind of new Set([...was.leave.keys(), ...is.leave.keys(), ...Object.keys(anew ?? {})])) {
      const more = anew ? (anew[kind] ?? zero) : (is.leave.get(kind) ?? zero).minus(was.leave.get(kind) ?? zero);
      const amountE4 = toE4(decimal(more.toFixed(4)));
      if (amountE4 === 0) continue;
      // Hours at work that were cut for a day off, or were not, stand in the pay as it was signed: so does what they saved.
      if (kind === "dayOff") {
        saved = true;
        continue;
      }
      const reason = `By the terms that changed from ${dateWords(from)}`;
      context.store.db
        .insert(leaveEntry)
        .values({ personId, kind, date: pay.end, amountE4, why: "adjusted", signedPayId: pay.id, reason })
        .run();
      told.set(kind, (told.get(kind) ?? 0) + amountE4);
    }
  }
  for (const [kind, e4] of told)
    tell(
      `${leaveKind(kind).words}: ${hoursText(fromE4(Math.abs(e4)))} h ${e4 > 0 ? "came into" : "went out of"} the balance for pays signed off since ${dateWords(from)}.`,
    );
  if (saved)
    tell(
      `Rostered days off: pays signed off since ${dateWords(from)} stay as they were paid, with what they saved. Where that was not so, correct them and change the balance.`,
    );
  return done;
}
