/** A yes before sign-off: asked of somebody, said to figures, questioned; a run that waits for it is not signed off. */
import { createHash } from "node:crypto";
import type { Approval, ApprovalWord } from "@zesty/contract/approval";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars } from "@zesty/core/quantity/units";
import { and, asc, desc, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot, conflict, notFound, ProblemError } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { demandOpen } from "../row/runInHand.ts";
import { approval, approvalWord, pay, person, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/**
 * What a yes is said to: the sums, and each pay in them. Should one of them move, it is a yes to something else, though
 * the sums may be what they were.
 */
export function seenOf({ store }: Context, { id, summary, totals }: Run): string {
  const pays = store
    .prepared<[number], { personId: number; totals: string | null }>(
      `SELECT person_id AS personId, json_extract(kept, '$.totals') AS totals FROM pay
       WHERE run_id = ? AND included ORDER BY person_id`,
    )
    .all(id);
  const digest = createHash("sha256").update(JSON.stringify(pays)).digest("hex");
  return JSON.stringify([summary.people, totals.net, totals.withheld, totals.super, totals.cost, digest]);
}

const askedOf = ({ store: { db } }: Context, runId: number) =>
  db
    .select()
    .from(approval)
    .where(and(eq(approval.runId, runId), isNull(approval.endedAt)))
    .orderBy(desc(approval.id))
    .limit(1)
    .get();

const nameOf = ({ store: { db } }: Context, userId: number): string =>
  db.select({ name: user.name }).from(user).where(eq(user.id, userId)).get()?.name ?? "somebody";

/** Users who may authorise the runs of a business. */
function approversOf(context: Context, businessId: number): Approval["approvers"] {
  return context.store.db
    .select()
    .from(user)
    .where(and(eq(user.active, true), eq(user.staff, false)))
    .orderBy(asc(user.name))
    .all()
    .filter(
      ({ id, name, email, lead }) => rightIn(context, { userId: id, name, email, lead }, businessId) === "authorise",
    )
    .map(({ id, name }) => ({ id, name }));
}

export function approvalOf(context: Context, runId: number): Approval {
  const run = findRun(context, runId);
  const asked = askedOf(context, runId);
  const approvers = approversOf(context, run.businessId);
  const isWanted = findBusiness(context, run.businessId).yesFirst;
  if (!asked)
    return {
      ...{ state: "none", approver: null, approverId: null, askedBy: null, askedAt: null },
      ...{ words: [], approvers, isWanted },
    };
  const rows = context.store.db
    .select({ word: approvalWord, by: user.name, given: person.givenName, family: person.familyName })
    .from(approvalWord)
    .innerJoin(user, eq(approvalWord.userId, user.id))
    .leftJoin(pay, eq(approvalWord.payId, pay.id))
    .leftJoin(person, eq(pay.personId, person.id))
    .where(eq(approvalWord.approvalId, asked.id))
    .orderBy(asc(approvalWord.id))
    .all();
  const words = rows.map(
    ({ word: { id, kind, payId, text, at, answersId }, by, given, family }): ApprovalWord => ({
      ...{ id, kind, payId, text, at, by, answers: answersId, name: given ? `${given} ${family}` : null },
    }),
  );
  const isOpen = words.some((each) => each.kind === "question" && !words.some((other) => other.answers === each.id));
  const yes = rows.filter(({ word }) => word.kind === "yes").at(-1)?.word;
  return {
    state: isOpen ? "asked" : !yes ? "waits" : yes.seen === seenOf(context, run) ? "yes" : "changed",
    approver: nameOf(context, asked.approverId),
    approverId: asked.approverId,
    askedBy: nameOf(context, asked.askedById),
    askedAt: asked.at,
    ...{ words, approvers, isWanted },
  };
}

/** Asks anew, of the same or of somebody else: what was said before belongs to the asking before. */
export function askForYes(
  context: Context,
  actor: Actor,
  runId: number,
  userId: number,
): { email: string; name: string } {
  const run = demandOpen(findRun(context, runId));
  const known = approversOf(context, run.businessId).find((each) => each.id === userId);
  const who = context.store.db.select().from(user).where(eq(user.id, userId)).get();
  if (!known || !who)
    throw cannot("not-approver", "Choose somebody who may authorise the pay runs of this business.", {
      errors: [{ path: "userId", text: "Choose somebody who may authorise the pay runs of this business." }],
    });
  if (who.id === actor.userId && findBusiness(context, run.businessId).yesFirst)
    throw cannot("own-yes", "This business wants the yes of somebody else. Choose another person.", {
      errors: [{ path: "userId", text: "This business wants the yes of somebody else. Choose another person." }],
    });
  endAsking(context, runId);
  context.store.db
    .insert(approval)
    .values({ runId, approverId: userId, askedById: actor.userId, at: context.clock.now() })
    .run();
  tell(context, actor, run, "asked for a yes to a run", `run ${run.number}, of ${who.name}`);
  return { email: who.email, name: who.name };
}

const endAsking = (context: Context, runId: number): void =>
  void context.store.db
    .update(approval)
    .set({ endedAt: context.clock.now() })
    .where(and(eq(approval.runId, runId), isNull(approval.endedAt)))
    .run();

export function withdrawAsking(context: Context, actor: Actor, runId: number): void {
  const run = demandOpen(findRun(context, runId));
  if (!askedOf(context, runId)) throw notFound("question");
  context.store.transaction(() => {
    endAsking(context, runId);
    tell(context, actor, run, "took back the asking for a yes", `run ${run.number}`);
  });
}

const tell = ({ store, clock }: Context, actor: Actor, run: Run, what: string, about: string): void =>
  record(store, { at: clock.now(), userId: actor.userId, businessId: run.businessId, what, about });

/** @throws unless the yes was asked of whoever says it */
function demandAsked(context: Context, actor: Actor, runId: number) {
  const asked = askedOf(context, runId);
  if (!asked) throw notFound("letter");
  if (asked.approverId !== actor.userId)
    throw new ProblemError(403, "not-asked", `${nameOf(context, asked.approverId)} was asked, and answers it.`);
  return asked;
}

export function sayYesTo(context: Context, actor: Actor, runId: number, seen: string): void {
  const run = demandOpen(findRun(context, runId));
  const asked = demandAsked(context, actor, runId);
  if (seen !== seenOf(context, run))
    throw conflict("figures-changed", "The figures changed while you read. Look at the letter again, then say yes.");
  if (approvalOf(context, runId).state === "yes") return;
  context.store.transaction(() => {
    context.store.db
      .insert(approvalWord)
      .values({ approvalId: asked.id, kind: "yes", text: "Yes", seen, userId: actor.userId, at: context.clock.now() })
      .run();
    const net = dollars(decimal(centsText(run.totals.net ?? 0)));
    tell(context, actor, run, "said yes to a run", `run ${run.number}, ${net} net`);
  });
  context.announce(runId);
}

export function askAbout(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payId: number | null; text: string },
): void {
  const run = demandOpen(findRun(context, runId));
  const asked = demandAsked(context, actor, runId);
  const own = context.store.db
    .select({ runId: pay.runId })
    .from(pay)
    .where(eq(pay.id, wanted.payId ?? 0))
    .get();
  if (wanted.payId !== null && own?.runId !== runId) throw notFound("pay");
  context.store.transaction(() => {
    context.store.db
      .insert(approvalWord)
      .values({ ...wanted, approvalId: asked.id, kind: "question", userId: actor.userId, at: context.clock.now() })
      .run();
    tell(context, actor, run, "asked about a run", `run ${run.number}: ${wanted.text}`);
  });
  context.announce(runId);
}

export function answerAsked(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { question: number; text: string },
): void {
  const run = demandOpen(findRun(context, runId));
  const asked = askedOf(context, runId);
  const { words } = approvalOf(context, runId);
  const question = words.find((each) => each.id === wanted.question && each.kind === "question");
  if (!asked || !question) throw notFound("question");
  if (words.some((each) => each.answers === question.id))
    throw conflict("answered", "This question was answered meanwhile. Load the page again to read it.");
  context.store.transaction(() => {
    context.store.db
      .insert(approvalWord)
      .values({
        ...{ approvalId: asked.id, kind: "answer", text: wanted.text, payId: question.payId },
        ...{ answersId: question.id, userId: actor.userId, at: context.clock.now() },
      })
      .run();
    tell(context, actor, run, "answered a question about a run", `run ${run.number}: ${wanted.text}`);
  });
  context.announce(runId);
}

/** What a run waits for; null where nothing is asked for, or a yes stands to these very figures. */
export function waitsFor(context: Context, runId: number): string | null {
  const { state, approver, isWanted } = approvalOf(context, runId);
  if (state === "yes" || (state === "none" && !isWanted)) return null;
  // Where the business wants a yes, taking the asking back helps nobody.
  const otherwise = isWanted ? "." : ", or take the asking back.";
  if (state === "none")
    return "A yes of somebody else is wanted before this business's runs are signed off. Ask for it.";
  if (state === "asked") return `${approver} asked about this run. Answer the question${otherwise}`;
  if (state === "changed") return `The figures changed since ${approver} said yes. Ask again${otherwise}`;
  return `${approver} was asked for a yes and has not answered yet. Wait for it${otherwise}`;
}

export function demandYes(context: Context, runId: number): void {
  const words = waitsFor(context, runId);
  if (words) throw conflict("yes-awaited", words, `/run/${runId}`);
}
