/** Pays people outside the cycle: what was forgotten, an advance, whatever cannot wait. It belongs to a period of the cycle. */
import type { NewOutsideCycle } from "@zesty/contract/runs";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, eq, inArray, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { pay, payCycle, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { demandPayday } from "./demandPayday.ts";
import { insertRun } from "./openRun.ts";

export function openOutsideCycle(context: Context, actor: Actor, businessId: number, wanted: NewOutsideCycle): number {
  const { db } = context.store;
  return context.store.transaction(() => {
    const cycle = db.select().from(payCycle).where(eq(payCycle.id, wanted.cycleId)).get();
    if (cycle?.businessId !== businessId) throw notFound("pay cycle");
    const period = periodFrom(context, cycle, wanted.periodStart);
    demandPayday(
      context,
      { cycleId: cycle.id, kind: "outsideCycle", periodStart: period.start, periodEnd: period.end },
      wanted.payday,
    );
    const people = db.select().from(person).where(inArray(person.id, wanted.personIds)).all();
    if (people.length < wanted.personIds.length || people.some((each) => each.businessId !== businessId))
      throw refused("personIds", "One of the people does not belong to the business. Nothing was changed.");
    const early = people.find((each) => each.startDate > period.end);
    if (early)
      throw refused(
        "personIds",
        `${early.givenName} ${early.familyName} starts on ${dateWords(early.startDate)}, after the period. Choose a later period.`,
      );
    const run = insertRun(context, {
      businessId,
      cycleId: cycle.id,
      start: period.start,
      end: period.end,
      payday: wanted.payday,
      kind: "outsideCycle",
      reason: wanted.reason,
    });
    for (const { id } of people)
      db.insert(pay).values({ runId: run.id, personId: id, included: true, periods: 1, lines: [], typed: [] }).run();
    composeAndCount(context, run.id);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "opened a pay outside the cycle",
      about: `${run.number}, payday ${wanted.payday}, ${wanted.reason}: ${people.map((each) => `person ${each.id}`).join(", ")}`,
    });
    return run.id;
  });
}

/** A period that the cycle has paid or has open, or the next one. */
function periodFrom(
  context: Context,
  cycle: typeof payCycle.$inferSelect,
  start: string,
): { start: string; end: string } {
  const paid = context.store.db
    .select()
    .from(payRun)
    .where(
      and(
        eq(payRun.cycleId, cycle.id),
        eq(payRun.kind, "cycle"),
        ne(payRun.state, "takenBack"),
        eq(payRun.periodStart, start),
      ),
    )
    .get();
  const next = nextPeriodOf(context, cycle);
  const found = paid ? { start: paid.periodStart, end: paid.periodEnd } : next.start === start ? next : undefined;
  if (!found)
    throw refused(
      "periodStart",
      `No period of ${cycle.name} starts on ${dateWords(start)}. Choose one that was paid, is open, or comes next.`,
    );
  return found;
}

const refused = (path: string, text: string) => cannot(path, text, { errors: [{ path, text }] });
