/**
 * Paying dues: prepared as seen, released by whoever may, and let go again while nothing has left. Data goes ahead of its
 * money: the bank gets its file when the clearing house has the contributions.
 */
import type { DuePick, PreparePayment } from "@zesty/contract/dues";
import { dateWords } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq, inArray, ne } from "drizzle-orm";
import { keepDocument, sha256 } from "../documents/documents.ts";
import { toldApart } from "../documents/paymentFiles.ts";
import type { PaidLine } from "../dues/duesOfCountry.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { uuidOf } from "../ground/messageId.ts";
import { cannot, conflict, notFound, ProblemError } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { openAccount } from "../setup/businessRow.ts";
import { nameInFiles } from "../signOff/runDocuments.ts";
import { duePayment, outbox, remittance, remittancePart } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { moveParts, noteEvent, partsOf } from "./moveParts.ts";
import { contributedOf, planPayment, type ReadyLine, type ReadyPlan } from "./plan.ts";
import { keepSetOff } from "./setOff.ts";

export type DuePaymentRow = typeof duePayment.$inferSelect;

export function findDuePayment({ store: { db } }: Context, businessId: number, id: number): DuePaymentRow {
  const row = db.select().from(duePayment).where(eq(duePayment.id, id)).get();
  if (row?.businessId !== businessId) throw notFound("payment");
  return row;
}

/** What was looked at is what is paid: another sum means that something changed meanwhile. */
export function demandAsSeen({ cents, setOff }: Pick<ReadyPlan, "cents" | "setOff">, seen: number): void {
  if (cents === 0 && setOff.length === 0)
    throw conflict("nothing-left", "Nothing of this is left to pay: it is on its way already, or paid.");
  if (cents !== seen)
    throw conflict(
      "not-as-seen",
      `It comes to ${centsText(cents)} now, and you looked at ${centsText(seen)}. Look once more; nothing was prepared.`,
    );
}

export function keepPayment(
  context: Context,
  {
    businessId,
    plan,
    date,
    way,
    userId,
  }: { businessId: number; plan: ReadyPlan; date: string; way: "file" | "byHand"; userId: number | null },
): number {
  const { db } = context.store;
  const { id } = db
    .insert(duePayment)
    .values({ businessId, number: plan.number, date, way, madeAt: context.clock.now(), madeBy: userId })
    .returning({ id: duePayment.id })
    .get();
  plan.lines.forEach((line, at) => {
    const to = way === "file" ? { bsb: line.bsb, account: line.wholeAccount } : { bsb: "", account: "" };
    const { id: remittanceId } = db
      .insert(remittance)
      .values({
        ...{ duePaymentId: id, line: at, fundId: line.fundId, receiver: line.receiver, name: line.name },
        ...{ reference: line.reference, cents: line.cents, ...to },
      })
      .returning({ id: remittance.id })
      .get();
    for (const part of line.parts)
      db.insert(remittancePart)
        .values({ ...part, remittanceId, businessId, state: "prepared" })
        .run();
    noteEvent(context, remittanceId, null, "prepared", { on: todayAt(context, businessId), userId });
  });
  return id;
}

/**
 * Keeps what the plan sets off, and plans again without it: what is left is paid as it was looked at.
 * @returns no plan where nothing is left to pay
 */
export function withoutSetOff(
  context: Context,
  actor: Actor | null,
  businessId: number,
  plan: ReadyPlan,
  again: () => ReadyPlan,
): { setOffId: number; plan: ReadyPlan | null } {
  if (plan.setOff.length === 0) return { setOffId: 0, plan };
  const userId = actor?.userId ?? null;
  const setOffId = keepSetOff(context, businessId, userId, plan.setOff);
  const cents = plan.setOff.reduce((sum, each) => sum + Math.max(each.cents, 0), 0);
  record(context.store, {
    ...{ at: context.clock.now(), userId, businessId, what: "set off dues that were paid or told too much" },
    about: `payment ${plan.number}, ${centsText(cents)}`,
  });
  return { setOffId, plan: plan.cents === 0 ? null : again() };
}

function demandPayable(
  context: Context,
  businessId: number,
  plan: ReadyPlan,
  { date, confirmed }: PreparePayment,
): void {
  const [first] = plan.faults;
  if (first) throw cannot("not-payable", first.text, first.mend ? { mend: first.mend } : {});
  const { dues } = context.country(findBusiness(context, businessId).country);
  const bad = (text: string) => cannot("payment-day", text, { errors: [{ path: "date", text }] });
  if (date < todayAt(context, businessId))
    throw bad("The day of a payment file is today or later. What was paid before is recorded by hand.");
  if (dues.bankDay(date) !== date)
    throw bad(`Banks do not work on ${dateWords(date)}. The next day is ${dateWords(dues.bankDay(date))}.`);
  const unseen = plan.lines.filter((line) => line.isNew && !confirmed.includes(line.receiver));
  if (unseen[0])
    throw cannot(
      "account-not-looked-at",
      `${unseen[0].name} is paid to this account for the first time. Compare it with what the receiver says, and tick it.`,
    );
}

export function preparePayment(context: Context, actor: Actor, businessId: number, wanted: PreparePayment): number {
  return context.store.transaction(() => {
    const plan = planPayment(context, businessId, wanted.picks as DuePick[], wanted.date);
    demandAsSeen(plan, wanted.cents);
    demandPayable(context, businessId, plan, wanted);
    const { setOffId, plan: rest } = withoutSetOff(context, actor, businessId, plan, () =>
      planPayment(context, businessId, wanted.picks as DuePick[], wanted.date),
    );
    if (rest === null) return setOffId;
    const id = keepPayment(context, { businessId, plan: rest, date: wanted.date, way: "file", userId: actor.userId });
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "prepared a payment of dues" },
      about: `payment ${rest.number}, ${centsText(rest.cents)} to ${rest.lines.map((line) => line.name).join(", ")}`,
    });
    // Whoever may only prepare leaves it to somebody who may authorise, and so does the one whose own work it is.
    if (!plan.fourEyes && rightIn(context, actor, businessId) === "authorise")
      release(context, actor, findDuePayment(context, businessId, id), rest.lines);
    return id;
  });
}

export function releasePayment(context: Context, actor: Actor, businessId: number, id: number): void {
  context.store.transaction(() => {
    const row = findDuePayment(context, businessId, id);
    if (row.cancelledAt !== null) throw conflict("let-go", "This payment was let go. Prepare it anew.");
    if (row.releasedAt !== null) throw conflict("released", "This payment is released already.");
    if (findBusiness(context, businessId).fourEyes && row.madeBy === actor.userId)
      throw new ProblemError(
        403,
        "prepared-yourself",
        "You prepared this payment. The business wants two pairs of eyes, so somebody else releases it.",
      );
    if (row.date < todayAt(context, businessId))
      throw conflict("day-over", `Its day, ${dateWords(row.date)}, is over. Let it go, and prepare it anew.`);
    release(context, actor, row, linesOf(context, row));
  });
}

/** The lines of a payment as they were kept: what was looked at is what goes out. */
function linesOf(
  { store: { db } }: Context,
  { id }: DuePaymentRow,
): Pick<ReadyLine, "fundId" | "name" | "bsb" | "wholeAccount" | "reference" | "cents" | "parts" | "isNew">[] {
  return db
    .select()
    .from(remittance)
    .where(eq(remittance.duePaymentId, id))
    .orderBy(remittance.line)
    .all()
    .map((row) => ({
      ...{ fundId: row.fundId, name: row.name, bsb: row.bsb, wholeAccount: row.account, reference: row.reference },
      ...{ cents: row.cents, isNew: false },
      parts: db
        .select()
        .from(remittancePart)
        .where(eq(remittancePart.remittanceId, row.id))
        .orderBy(remittancePart.line)
        .all(),
    }));
}

function release(context: Context, actor: Actor, row: DuePaymentRow, lines: ReturnType<typeof linesOf>): void {
  const { db } = context.store;
  const owner = findBusiness(context, row.businessId);
  const { dues } = context.country(owner.country);
  const from = openAccount(context, owner);
  if (!from) throw cannot("no-business-account", `${owner.name} has no bank account to pay from.`, { mend: "/set-up" });
  const at = context.clock.now();
  const put = (
    channel: "contributions" | "duesPayment",
    state: "prepared" | "queued",
    made: { fileName: string; mime: string; bytes: Buffer },
  ) => {
    const documentId = keepDocument(context, { runId: null, payId: null, kind: channel, ...made });
    // Another content is another message: its receiver tells it by number and reference from the one that it holds.
    const messageId = messageIdOf(owner.bmsId, row.number, `${channel} ${sha256(made.bytes)}`);
    return db
      .insert(outbox)
      .values({ businessId: owner.id, channel, documentId, messageId, state, tries: 0, nextAt: 0 })
      .returning({ id: outbox.id })
      .get().id;
  };
  const contributed = contributedOf(lines as ReadyLine[]);
  const file = `${nameInFiles(owner)}-${row.date}-dues-${row.number}`;
  let dataOutboxId: number | null = null;
  if (contributed.length > 0) {
    const fileId = fileIdOf(owner.bmsId, row.number);
    const data = dues.data(context, { owner, on: row.date, from, fileId }, contributed);
    if ("missing" in data)
      throw cannot("not-payable", data.missing[0]?.text ?? "", { mend: data.missing[0]?.mend ?? "/people" });
    dataOutboxId = put("contributions", "queued", {
      fileName: `${file}-contributions.csv`,
      mime: "text/csv",
      bytes: data.bytes,
    });
  }
  const paid = lines.map((line): PaidLine => ({ ...line, account: line.wholeAccount }));
  const messageId = messageIdOf(owner.bmsId, row.number, "duesPayment");
  const { ending, ...made } = toldApart(
    context,
    { businessId: owner.id, channel: "duesPayment", number: row.number },
    (apart) => dues.file(context, { owner, on: row.date, from, messageId, apart }, paid),
  );
  const fileOutboxId = put("duesPayment", dataOutboxId === null ? "queued" : "prepared", {
    fileName: `${file}${ending}`,
    ...made,
  });
  db.update(duePayment)
    .set({ releasedAt: at, releasedBy: actor.userId, dataOutboxId, fileOutboxId })
    .where(eq(duePayment.id, row.id))
    .run();
  record(context.store, {
    ...{ at, userId: actor.userId, businessId: owner.id, what: "released a payment of dues" },
    about: `payment ${row.number}`,
  });
}

/** One for ever, by what stays the same where the business moves to another installation. */
const messageIdOf = (bmsId: string, number: number, channel: string): string =>
  uuidOf(JSON.stringify([bmsId, "dues", number, channel]));
export const fileIdOf = (bmsId: string, number: number): string => messageIdOf(bmsId, number, "contributions file");

/** Lets a payment go of which nothing has left the house. */
export function letGo(context: Context, actor: Actor, businessId: number, id: number, reason: string): void {
  context.store.transaction(() => {
    const row = findDuePayment(context, businessId, id);
    if (row.cancelledAt !== null) throw conflict("let-go", "This payment was let go already.");
    if (row.way !== "file") throw conflict("by-hand", "This was recorded as paid by hand. Take it back instead.");
    const parts = partsOf(context, id);
    const messages = [row.dataOutboxId, row.fileOutboxId].filter((each) => each !== null);
    const { db } = context.store;
    const states = db.select({ state: outbox.state }).from(outbox).where(inArray(outbox.id, messages)).all();
    const stuck = states.some(({ state }) => state === "refused") && parts.every((part) => part.state === "prepared");
    if (row.releasedAt !== null && !stuck)
      throw conflict("released", "This payment is released: it is on its way. What comes back of it is owed again.");
    const on = todayAt(context, businessId);
    moveParts(context, parts, "cancelled", { on, reason, userId: actor.userId });
    db.update(outbox)
      .set({ state: "cancelled" })
      .where(and(inArray(outbox.id, messages), ne(outbox.state, "refused")))
      .run();
    context.store.db.update(duePayment).set({ cancelledAt: context.clock.now() }).where(eq(duePayment.id, id)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "let a payment of dues go" },
      about: `payment ${row.number}: ${reason}`,
    });
  });
}
