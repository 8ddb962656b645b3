/** Records the end of an employment and puts the final pay into a run; the plan is the same work, taken back. */
import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { hasWork } from "@zesty/core/hours/dayText";
import { eq, sql } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { openDeparture } from "../people/readDeparture.ts";
import { finalPayInWords } from "../row/finalLines.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { paidBeyond } from "../row/paidBeyond.ts";
import { dryRun } from "../store/dryRun.ts";
import { departure, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { finalRun, hoursToCheck } from "./finalRun.ts";

type Who = typeof person.$inferSelect;

export const planDeparture = (context: Context, actor: Actor, personId: number, wanted: NewDeparture): DeparturePlan =>
  dryRun(context.store, () => settle(context, actor, personId, wanted).plan);

/** @returns the run that holds the final pay, or null when it will be added once that period's run is opened */
export function recordDeparture(context: Context, actor: Actor, personId: number, wanted: NewDeparture): number | null {
  const { runId } = context.store.transaction(() => {
    const done = settle(context, actor, personId, wanted);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: done.who.businessId,
      what: `recorded a departure, last day ${wanted.lastDay}, reason ${wanted.reason}`,
      about: `${done.who.givenName} ${done.who.familyName}`,
    });
    return done;
  });
  if (runId !== null) context.announce(runId);
  return runId;
}

function settle(context: Context, actor: Actor, personId: number, wanted: NewDeparture) {
  const { db } = context.store;
  const who = demandEmployed(context, personId, wanted);
  db.update(person).set({ endDate: wanted.lastDay }).where(eq(person.id, personId)).run();
  const where = finalRun(context, actor, who, wanted);
  const left = db
    .insert(departure)
    .values({
      personId,
      lastDay: wanted.lastDay,
      reason: wanted.reason,
      noticeWorked: wanted.noticeWorked,
      misconduct: wanted.misconduct,
      invalidity: wanted.invalidity ?? false,
      smallEmployer: wanted.smallEmployer ?? null,
      runId: where.runId,
      payId: where.payId,
      leftOutPayId: where.leftOutPayId,
      lines: [],
      recordedAt: context.clock.now(),
    })
    .returning()
    .get();
  for (const runId of new Set([where.runId, ...where.touched])) if (runId !== null) composeAndCount(context, runId);
  if (where.runId !== null)
    db.update(payRun)
      .set({ version: sql`${payRun.version} + 1` })
      .where(eq(payRun.id, where.runId))
      .run();
  const { notes, words } =
    where.payId === null || where.runId === null
      ? { notes: [], words: [] }
      : finalPayInWords(context, left, where.runId, where.payId);
  const beyond = paidBeyond(context, { id: where.runId ?? 0, periodEnd: wanted.lastDay }, [
    { id: personId, endDate: wanted.lastDay },
  ]).get(personId);
  const paid = beyond
    ? [`Days to ${dateWords(beyond.to)} were paid already, on ${beyond.paydays}: correct that afterwards.`]
    : [];
  const plan: DeparturePlan = {
    lines: words,
    notes: [...notes, ...paid, ...workedAfter(context, personId, wanted.lastDay)],
    run: { id: where.runId, payday: where.payday, words: where.words },
    elsewhere: [...where.elsewhere, ...hoursToCheck(context, where, wanted.lastDay)],
  };
  return { runId: where.runId, who, plan };
}

/** Hours on record after the last day: one of the two is wrong, and no run would ask about later weeks. */
function workedAfter(context: Context, personId: number, lastDay: string): string[] {
  const days = daysBetweenDates(context, [personId], addDays(lastDay, 1), addDays(lastDay, 365)).get(personId) ?? [];
  const worked = days.filter((day) => day.kind === "worked" && day.record && hasWork(day.record));
  const [first, last] = [worked[0]?.date, worked.at(-1)?.date];
  if (first === undefined || last === undefined) return [];
  const when = first === last ? dateWords(first) : `${dateWords(first)} to ${dateWords(last)}`;
  return [`Hours are on record after the last day, ${when}. Correct the last day, or take them out of the record.`];
}

function demandEmployed(context: Context, personId: number, wanted: NewDeparture): Who {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  if (openDeparture(context, personId))
    throw conflict("left-already", "A departure is recorded. Undo it first to record another.");
  if (wanted.lastDay < who.startDate) {
    const text = `The last day is before the start date, ${who.startDate}.`;
    throw cannot("dates", text, { errors: [{ path: "lastDay", text }] });
  }
  return who;
}
