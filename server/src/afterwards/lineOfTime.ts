/**
 * A person's dated facts read as a line of time. A change is undone by appending what held before it from the same day
 * on: nothing that was recorded is taken away.
 */
import type { LineOfTime, Notch, NotchChange, TimeLane } from "@zesty/contract/lineOfTime";
import { addDays, addMonths, dateWords } from "@zesty/core/calendar/dates";
import { and, asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { carryOn, ofEveryDay } from "../people/carryOn.ts";
import { type Lane, lanesOf } from "../people/lanes.ts";
import { sinceSigned } from "../people/sinceSigned.ts";
import { type employmentTerms, payRun, person, signedPay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";
import { undoBackPay } from "./backPay.ts";

interface Row {
  id: number;
  from: string;
}

const allOfLane = (context: Context, lane: Lane, personId: number): Row[] =>
  rowsOf(
    context.store.sqlite,
    lane.table as typeof employmentTerms,
    'WHERE t.person_id = ? ORDER BY t."from", t.id',
    personId,
  );

/** The rows of a lane that count: of several from one day the newest. */
function rowsOfLane(context: Context, lane: Lane, personId: number): Row[] {
  const rows = allOfLane(context, lane, personId);
  const byDay = new Map<string, Row>();
  for (const row of rows) byDay.set(row.from, row);
  return [...byDay.values()];
}

function changesBetween(before: [string, string][] | null, after: [string, string][]): NotchChange[] {
  const was = new Map(before ?? []);
  const is = new Map(after);
  return [
    ...after
      .filter(([what, text]) => was.get(what) !== text)
      .map(([what, text]) => ({ what, was: was.get(what) ?? null, is: text })),
    ...(before ?? []).filter(([what]) => !is.has(what)).map(([what, text]) => ({ what, was: text, is: "–" })),
  ];
}

export function readLineOfTime(context: Context, personId: number): LineOfTime {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const today = todayAt(context, who.businessId);
  const lanes = lanesOf(context, who).map((lane): TimeLane => {
    const notches: Notch[] = [];
    let before: [string, string][] | null = null;
    for (const row of rowsOfLane(context, lane, personId)) {
      const facts = lane.facts(row as never).filter((each): each is [string, string] => each[1] !== null);
      const changes = changesBetween(before, facts);
      const words = (what: string, is: string): string => (lane.named ? `${what} ${is}` : is);
      // What holds as it did before is no change: an undone notch leaves nothing on the tape.
      if (before === null || changes.length > 0)
        notches.push({
          id: row.id,
          from: row.from,
          words:
            (before === null
              ? facts.map(([what, is]) => words(what, is))
              : changes.map(({ what, is }) => words(what, is))
            )
              .slice(0, 2)
              .join(" · ") || "none",
          changes,
          canUndo: before !== null,
        });
      before = facts;
    }
    return { section: lane.section, title: lane.title, notches };
  });
  const paydays = db
    .select({ payday: signedPay.payday, run: payRun })
    .from(signedPay)
    .innerJoin(payRun, eq(signedPay.runId, payRun.id))
    .where(and(eq(signedPay.personId, personId), eq(signedPay.kind, "pay")))
    .orderBy(asc(signedPay.payday))
    .all()
    .filter(({ run }) => run.state !== "takenBack")
    .map(({ payday, run: { id: runId, periodStart, periodEnd } }) => ({ payday, runId, periodStart, periodEnd }));
  const last = lanes
    .flatMap((lane) => lane.notches.map((notch) => notch.from))
    .reduce((a, b) => (a > b ? a : b), today);
  const ahead = addMonths(today, 2);
  return {
    from: who.startDate < today ? who.startDate : today,
    to: last > ahead ? addDays(last, 28) : ahead,
    today,
    paydays,
    lanes,
  };
}

/**
 * What is true of every day, when a change is undone: as it was said before that change. Where somebody has said it since,
 * that stays the last word.
 */
function everyDayBefore(rows: readonly Row[], undone: Row) {
  const byId = (rows as (Row & Record<string, unknown>)[]).toSorted((a, b) => a.id - b.id);
  const [own, last] = [byId.find((each) => each.id === undone.id), byId.at(-1)];
  const earlier = byId.findLast((each) => each.id < undone.id);
  const keys = ofEveryDay.filter((key) => own && key in own);
  const wordsOf = (row: typeof last) => Object.fromEntries(keys.map((key) => [key, row?.[key] ?? null]));
  const isLast = keys.every((key) => own?.[key] === last?.[key]);
  return { before: wordsOf(earlier), since: isLast || !last ? null : { from: last.from, words: wordsOf(last) } };
}

/** Takes a change back: from its day on what held before it holds again. */
export function undoChange(context: Context, actor: Actor, personId: number, section: string, notchId: number): void {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  context.withLeaveLaidAnew(actor, who.businessId, personId, () => {
    const lane = lanesOf(context, who).find((each) => each.section === section);
    if (!lane) throw notFound("section");
    const rows = rowsOfLane(context, lane, personId);
    const at = rows.findIndex((row) => row.id === notchId);
    const [row, before] = [rows[at], rows[at - 1]];
    if (!row) throw notFound("change");
    if (!before)
      throw cannot(
        "first-notch",
        `${lane.title}: this is the first that is known, and something must hold. Change it instead.`,
      );
    const everyDay = everyDayBefore(allOfLane(context, lane, personId), row);
    const table = lane.table as typeof employmentTerms;
    const put = ({ id: _id, ...held }: Row) =>
      db
        .insert(table)
        .values(held as typeof table.$inferInsert)
        .run();
    sinceSigned(context, who, section, row.from, () => {
      put({ ...before, ...everyDay.before, from: row.from, id: 0 });
      carryOn(context, personId, lane);
      const { since } = everyDay;
      const again = since && rowsOfLane(context, lane, personId).find((each) => each.from === since.from);
      if (again) put({ ...again, ...since.words });
    });
    if (section === "employment" || section === "time") undoBackPay(context, personId, section, row.id);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: who.businessId,
      what: `undid a change of ${section} from ${dateWords(row.from)}`,
      about: `${who.givenName} ${who.familyName}`,
      change: { before: lane.facts(row as never), after: lane.facts(before as never) },
    });
  });
}
