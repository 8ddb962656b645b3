/** The week of a cycle for the page: people, their days, and everything that prices them. */
import type { WeekDay, WeekPerson, WeekPricing, WeekView } from "@zesty/contract/time";
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { addDays, isDate } from "@zesty/core/calendar/dates";
import { and, asc, desc, eq, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { maySee } from "../ground/rights.ts";
import { peopleOfCycle } from "../hours/cycleDays.ts";
import { periodHolding } from "../hours/periods.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import type { KnownDay } from "../hours/readDays.ts";
import { termParts } from "../hours/timesInParts.ts";
import { timeReach } from "../http/timeRights.ts";
import { datedRecords } from "../store/dated.ts";
import { payCycle, payRun, person } from "../store/schema.ts";
import { brokenAmong } from "../store/seals.ts";

const noDay: WeekDay = { worked: null, planned: null, state: "open", payday: null };

/** @param day any day of the period wanted; the open run's, else the newest, when left out */
export function readWeek(
  context: Context,
  actor: Actor,
  businessId: number,
  cycleId: number | undefined,
  day: string | undefined,
): WeekView {
  const { db } = context.store;
  if (day !== undefined && !isDate(day)) throw cannot("day", `“${day}” is not a date. Write it as 2026-07-02.`);
  const owner = findBusiness(context, businessId);
  const cycles = db.select().from(payCycle).where(eq(payCycle.businessId, businessId)).orderBy(asc(payCycle.id)).all();
  const cycle = cycleId === undefined ? cycles[0] : cycles.find((each) => each.id === cycleId);
  if (!cycle) throw notFound("pay cycle");
  const newest = db
    .select()
    .from(payRun)
    .where(and(eq(payRun.cycleId, cycle.id), eq(payRun.kind, "cycle"), ne(payRun.state, "takenBack")))
    .orderBy(desc(payRun.periodEnd), desc(payRun.id))
    .limit(1)
    .get();
  const wanted =
    day ??
    (newest?.state === "open"
      ? newest.periodStart
      : newest
        ? addDays(newest.periodEnd, 1)
        : todayAt(context, businessId));
  const { start: from, end: to } = periodHolding(
    cycle,
    wanted < cycle.firstPeriodStart ? cycle.firstPeriodStart : wanted,
  );
  const run = db
    .select()
    .from(payRun)
    .where(
      and(
        eq(payRun.cycleId, cycle.id),
        eq(payRun.kind, "cycle"),
        eq(payRun.periodStart, from),
        ne(payRun.state, "takenBack"),
      ),
    )
    .orderBy(desc(payRun.id))
    .limit(1)
    .get();
  const people = db.select().from(person).where(eq(person.businessId, businessId)).all();
  const terms = datedRecords(
    db,
    people.map((each) => each.id),
    to,
  ).terms;
  const { inCycle } = peopleOfCycle(
    context,
    { businessId, cycleId: cycle.id, periodStart: from, periodEnd: to },
    people.filter((each) => each.startDate <= to && (each.endDate === null || each.endDate >= from)),
  );
  const ids = inCycle.map((each) => each.id).filter((id) => terms.get(id)?.basis !== "contractor");
  const reach = timeReach(context, actor, businessId);
  const seesPay = maySee(context, actor, businessId);
  const rules = new Map<string, AgreementRules>();
  const isOwn = (personId: number) => [from, to].some((date) => reach({ personId, date }));
  // Who looks after hours alone sees those whom the right reaches, and nothing of what they are paid.
  const shown = seesPay ? ids : ids.filter(isOwn);
  const known = personTimes(context, businessId, shown, from, to);
  const rows = known.map((each): WeekPerson => {
    const before = termParts(context, each.who.id, from, to)
      .slice(0, -1)
      .flatMap(([first, until]) =>
        personTimes(context, businessId, [each.who.id], first, until).map((then) => ({ until, then })),
      );
    for (const { rules: own } of [...before.map(({ then }) => then.time), each.time]) if (own) rules.set(own.code, own);
    return {
      personId: each.who.id,
      name: `${each.who.givenName} ${each.who.familyName}`,
      payrollId: each.who.payrollId,
      basis: terms.get(each.who.id)?.basis ?? "",
      ...pricingOf(each, seesPay),
      days: weekDays(each.known),
      before: before.map(({ until, then }) => ({ until, ...pricingOf(then, seesPay) })),
      canEdit: isOwn(each.who.id),
    };
  });
  return {
    businessId,
    country: owner.country,
    cycles: cycles.map(({ id, name }) => ({ id, name })),
    cycleId: cycle.id,
    from,
    to,
    before: addDays(from, -1),
    after: addDays(to, 1),
    run: run ? { id: run.id, payday: run.payday, open: run.state === "open" } : null,
    rules: [...rules.values()],
    people: rows,
    broken: brokenAmong(context.store, {
      day: known.flatMap((each) =>
        each.known.flatMap((day) => (day.date >= from && day.date <= to ? [day.dayId] : [])),
      ),
    }),
  };
}

function pricingOf({ time: all, terms, ...each }: KnownPerson, seesPay: boolean): WeekPricing {
  const { rules: _rules, days: _days, ...time } = all;
  return {
    time,
    agreement: terms?.agreement ?? null,
    classification: terms?.classification ?? null,
    agreedRate: seesPay ? each.agreedRate : null,
    salaried: each.salaried,
    loadingPercent: each.loadingPercent,
    rates: seesPay ? each.rates : { classifications: {}, allowances: {} },
  };
}

function weekDays(known: readonly KnownDay[]): Record<string, WeekDay> {
  const days: Record<string, WeekDay> = {};
  for (const { date, kind, record, state, payday } of known) {
    const day = days[date] ?? { ...noDay };
    days[date] = kind === "planned" ? { ...day, planned: record } : { ...day, worked: record, state, payday };
  }
  return days;
}
