/** Questions that somebody keeps under a name, and those whose answer they have mailed to themselves each month. */
import type { Answer, KeptQuestion, Question } from "@zesty/contract/figures";
import { addMonths } from "@zesty/core/calendar/dates";
import { and, asc, eq, isNotNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound, ProblemError } from "../ground/problem.ts";
import { lastLetter, postLetter } from "../outbox/letters.ts";
import { keptQuestion, user } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { record } from "../store/trail.ts";
import { answerSteps } from "./answer.ts";

/** A person keeps so many questions. */
const mostKept = 60;
/** Longer answers are looked up: a letter is no spreadsheet. */
const mostRows = 80;

export const keptBy = ({ store: { db } }: Context, actor: Actor): KeptQuestion[] =>
  db
    .select()
    .from(keptQuestion)
    .where(eq(keptQuestion.userId, actor.userId))
    .orderBy(asc(keptQuestion.name))
    .all()
    .map(({ id, name, question, mailed }) => ({ id, name, question, mailed: mailed !== null }));

export function keep(context: Context, actor: Actor, wanted: Pick<KeptQuestion, "name" | "question">): { id: number } {
  const { store } = context;
  const own = eq(keptQuestion.userId, actor.userId);
  if (store.db.select({ id: keptQuestion.id }).from(keptQuestion).where(own).all().length >= mostKept)
    throw cannot("many-questions", `At most ${mostKept} questions are kept. Take one out first.`);
  return store.transaction(() => {
    // Kept again under its name it takes the place of the one before, and is mailed where that was.
    const [before] = store.db
      .delete(keptQuestion)
      .where(and(own, eq(keptQuestion.name, wanted.name)))
      .returning()
      .all();
    return store.db
      .insert(keptQuestion)
      .values({
        ...{ ...wanted, userId: actor.userId },
        mailed: before?.mailed ? mailedFrom(context, wanted.question) : null,
      })
      .returning({ id: keptQuestion.id })
      .get();
  });
}

const ownOne = (actor: Actor, id: number) => and(eq(keptQuestion.userId, actor.userId), eq(keptQuestion.id, id));

export function drop({ store }: Context, actor: Actor, id: number): void {
  if (store.db.delete(keptQuestion).where(ownOne(actor, id)).run().changes === 0) throw notFound("question");
}

const monthNumber = (month: string): number => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7));
const monthOf = (context: Context, { businesses }: Question): string =>
  todayAt(context, businesses[0] ?? 0).slice(0, 7);

/** From the next month on; the span goes along, as far back from each month as it is from this one. */
function mailedFrom(context: Context, question: Question): NonNullable<(typeof keptQuestion.$inferSelect)["mailed"]> {
  const since = monthOf(context, question);
  const back = (month: string): number => monthNumber(since) - monthNumber(month);
  return { since, back: [back(question.from), back(question.to)] };
}

export function mailMonthly(context: Context, actor: Actor, id: number, monthly: boolean): void {
  const { store, clock } = context;
  const kept = store.db.select().from(keptQuestion).where(ownOne(actor, id)).get();
  if (!kept) throw notFound("question");
  const mailed = monthly ? mailedFrom(context, kept.question) : null;
  store.transaction(() => {
    store.db.update(keptQuestion).set({ mailed }).where(eq(keptQuestion.id, id)).run();
    record(store, {
      ...{ at: clock.now(), userId: actor.userId, businessId: null, about: kept.name },
      what: monthly ? "had figures mailed to themselves each month" : "ended the mailing of figures",
    });
  });
}

/** @returns how many went: each question once a month, and none about what its keeper may not see any more */
export function mailKeptQuestions(context: Context): number {
  const waiting = context.store.db
    .select({ kept: keptQuestion, user })
    .from(keptQuestion)
    .innerJoin(user, eq(keptQuestion.userId, user.id))
    .where(and(isNotNull(keptQuestion.mailed), eq(user.active, true)))
    .all();
  let gone = 0;
  for (const { kept, user: keeper } of waiting) {
    const month = monthOf(context, kept.question);
    const about = `figures ${kept.id} of ${month}`;
    if (!kept.mailed || month <= kept.mailed.since || lastLetter(context, about)) continue;
    const actor: Actor = { userId: keeper.id, name: keeper.name, email: keeper.email, lead: keeper.lead };
    const [from, to] = kept.mailed.back.map((months) => addMonths(`${month}-01`, -months).slice(0, 7));
    try {
      const answer = atOnce(answerSteps(context, actor, { ...kept.question, from: from ?? month, to: to ?? month }));
      postLetter(context, {
        ...{ to: keeper.email, from: keeper.email, about, link: "/figures" },
        // Of one business it is that business's letter: of one to play in nothing leaves the house.
        ...(kept.question.businesses.length === 1 ? { businessId: kept.question.businesses[0] ?? 0 } : {}),
        subject: `${kept.name}: ${answer.title}`,
        text: letterOf(answer),
      });
      gone += 1;
    } catch (error) {
      // A right that was taken away says no more; whoever gets it back has the next month's.
      if (!(error instanceof ProblemError)) throw error;
    }
  }
  return gone;
}

function letterOf({ title, head, columns, rows, totals, notes }: Answer): string {
  const shown = rows.slice(0, mostRows);
  const line = (name: string, cells: readonly (string | null)[]) =>
    `${name}: ${columns.map(({ title: of }, at) => `${columns.length > 1 ? `${of} ` : ""}${cells[at] ?? "–"}`).join("; ")}`;
  return [
    title,
    "",
    ...(rows.length === 0 ? ["Nothing in this span."] : [`By ${head.toLowerCase()}:`]),
    ...shown.map((row) => line(row.title, row.cells)),
    ...(totals ? [line("All", totals)] : []),
    ...(rows.length > mostRows ? [`And ${rows.length - mostRows} more: see Figures.`] : []),
    ...(notes.length > 0 ? ["", ...notes] : []),
    "",
  ].join("\n");
}
