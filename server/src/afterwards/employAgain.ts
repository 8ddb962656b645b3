/**
 * Somebody who had left is employed again: the same person under the same payroll ID, and another employment. Service,
 * leave and what hangs on them begin anew; facts of tax, fund and account go on until they are changed.
 * Set by: Fair Work Act 2009, s 22 and Holidays Act 2003, s 16 (service is of one employment); Single Touch Payroll, phase 2
 * (a payee who comes back keeps the payroll ID and the year to date).
 */
import { dateWords } from "@zesty/core/calendar/dates";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { finalRunOf, isPaidFrom, openDeparture, standingAgain } from "../people/readDeparture.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { departure, employedAgain, leaveEntry, person } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { record } from "../store/trail.ts";
import { includeLeftOut } from "./leftOutRow.ts";

export function employAgainFrom(context: Context, actor: Actor, personId: number, from: string): void {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const { endDate } = who;
  if (endDate === null) throw conflict("not-left", "No departure is recorded. Nothing was changed.");
  if (from <= endDate) {
    const text = `The first day is after the last one, ${dateWords(endDate)}. If the employment went on, undo the departure.`;
    throw cannot("dates", text, { errors: [{ path: "from", text }] });
  }
  if (isPaidFrom(context, personId, from)) {
    const text = `A pay of a period that reaches ${dateWords(from)} is signed off already. Begin after that period, and pay the days before outside the cycle; or undo the departure where the employment went on.`;
    throw cannot("paid-already", text, { errors: [{ path: "from", text }] });
  }
  const left = openDeparture(context, personId);
  const run = left ? finalRunOf(context, left) : undefined;
  if (left && (!run || run.state === "open" || run.state === "signedOff"))
    throw conflict(
      "final-pay-first",
      "The final pay of the employment before has not been sent. Send it first, or undo the departure.",
      run ? `/run/${run.id}` : undefined,
    );
  context.withLeaveLaidAnew(actor, who.businessId, personId, () => {
    const kinds = leaveKindsIn(findBusiness(context, who.businessId).country).filter((each) => each.kept);
    const balances = leaveBalances(context.store, [personId]).get(personId);
    const ended = Object.fromEntries(
      kinds.flatMap(({ code }) => {
        const e4 = balances?.get(code) ?? 0;
        return e4 === 0 ? [] : [[code, e4] as const];
      }),
    );
    const reason = `Ended with the employment to ${dateWords(endDate)}`;
    moveBalances(context, personId, endDate, ended, -1, reason);
    db.update(person).set({ startDate: from, endDate: null }).where(eq(person.id, personId)).run();
    db.insert(employedAgain)
      .values({
        ...{ personId, from, startedOn: who.startDate, leftOn: endDate, departureId: left?.id ?? null, ended },
        at: context.clock.now(),
      })
      .run();
    context.country(findBusiness(context, who.businessId).country).people.employedAgain?.done(context, personId, from);
    // The days since are paid by the row that was left out for the final pay, where its run reaches them.
    if (left) for (const runId of includeLeftOut(context, left, true, from)) composeAndCount(context, runId);
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: who.businessId },
      what: `employed again from ${from}`,
      about: `${who.givenName} ${who.familyName}, before from ${who.startDate} to ${endDate}`,
    });
  });
}

/** As it was before: the person has left, with the balances of then. Not once a pay of the new employment is signed off. */
export function undoEmployAgain(context: Context, actor: Actor, personId: number): void {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const [again] = standingAgain(context, personId);
  if (!again || openDeparture(context, personId))
    throw conflict("not-again", "No employment that began again is on record. Load the page again.");
  if (isPaidFrom(context, personId, again.from))
    throw conflict(
      "paid-again",
      `A pay of the employment since ${dateWords(again.from)} is signed off. Record a departure instead.`,
    );
  context.withLeaveLaidAnew(actor, who.businessId, personId, () => {
    moveBalances(context, personId, again.leftOn, again.ended, 1, "The employment that began again was undone");
    context
      .country(findBusiness(context, who.businessId).country)
      .people.employedAgain?.undone(context, personId, again.from);
    db.update(person).set({ startDate: again.startedOn, endDate: again.leftOn }).where(eq(person.id, personId)).run();
    db.update(employedAgain).set({ undoneAt: context.clock.now() }).where(eq(employedAgain.id, again.id)).run();
    const left = db
      .select()
      .from(departure)
      .where(eq(departure.id, again.departureId ?? 0))
      .get();
    if (left) for (const runId of includeLeftOut(context, left, false, again.from)) composeAndCount(context, runId);
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: who.businessId },
      what: `undid an employment again from ${again.from}`,
      about: `${who.givenName} ${who.familyName}`,
    });
  });
}

function moveBalances(
  { store: { db } }: Context,
  personId: number,
  date: string,
  ended: Readonly<Record<string, number>>,
  sign: 1 | -1,
  reason: string,
): void {
  for (const [kind, e4] of Object.entries(ended))
    db.insert(leaveEntry)
      .values({ personId, kind, date, amountE4: sign * e4, why: "adjusted", reason })
      .run();
}
