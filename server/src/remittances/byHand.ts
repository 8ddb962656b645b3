/** Dues that somebody paid without us, and what somebody heard of a payment: recorded with day, receipt and reason. */
import type { HeardOf, PaidByHand } from "@zesty/contract/dues";
import { centsText } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { duePayment, remittance } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { bookDues } from "./bookDues.ts";
import { moveParts, noteEvent, partsOf } from "./moveParts.ts";
import { demandAsSeen, findDuePayment, keepPayment, withoutSetOff } from "./pay.ts";
import { planPayment } from "./plan.ts";

const notAhead = (context: Context, businessId: number, path: string, day: string) => {
  const text = "That day has not come yet. Record it when it has.";
  if (day > todayAt(context, businessId)) throw cannot("day-ahead", text, { errors: [{ path, text }] });
};

/** @param actor null: the making of the demo */
export function payByHand(context: Context, actor: Actor | null, businessId: number, wanted: PaidByHand): number {
  notAhead(context, businessId, "on", wanted.on);
  if (wanted.receivedOn) notAhead(context, businessId, "receivedOn", wanted.receivedOn);
  if (wanted.receivedOn && wanted.receivedOn < wanted.on) {
    const text = "The fund cannot have had it before it was paid.";
    throw cannot("before-paid", text, { errors: [{ path: "receivedOn", text }] });
  }
  return context.store.transaction(() => {
    const looked = planPayment(context, businessId, wanted.picks, wanted.on);
    demandAsSeen(looked, wanted.cents);
    const { setOffId, plan } = withoutSetOff(context, actor, businessId, looked, () =>
      planPayment(context, businessId, wanted.picks, wanted.on),
    );
    if (plan === null) return setOffId;
    const userId = actor?.userId ?? null;
    const id = keepPayment(context, { businessId, plan, date: wanted.on, way: "byHand", userId });
    const { db } = context.store;
    const at = context.clock.now();
    db.update(duePayment).set({ releasedAt: at, releasedBy: userId }).where(eq(duePayment.id, id)).run();
    const parts = partsOf(context, id);
    const paid = { on: wanted.on, receipt: wanted.receipt, userId };
    for (const { id: remittanceId } of db
      .select({ id: remittance.id })
      .from(remittance)
      .where(eq(remittance.duePaymentId, id))
      .all())
      noteEvent(context, remittanceId, null, "left", paid);
    // Only its fund's receipt settles super; what goes elsewhere is paid on the day on which it leaves.
    const contributions = parts.filter((part) => part.kind === "super");
    moveParts(
      context,
      parts.filter((part) => part.kind !== "super"),
      "received",
      paid,
    );
    moveParts(context, contributions, "sent", paid);
    if (wanted.receivedOn) moveParts(context, partsOf(context, id), "received", { ...paid, on: wanted.receivedOn });
    bookDues(context, { businessId, number: plan.number, on: wanted.on, back: false }, parts);
    record(context.store, {
      ...{ at, userId, businessId, what: "recorded dues as paid by hand" },
      about: `payment ${plan.number}, ${centsText(plan.cents)}${wanted.receipt ? `, receipt ${wanted.receipt}` : ""}`,
    });
    return id;
  });
}

/** What a receiver said of a payment by another way: it has the money, or it came back. */
export function heardOf(
  context: Context,
  actor: Actor,
  businessId: number,
  paymentId: number,
  remittanceId: number,
  heard: HeardOf,
): void {
  notAhead(context, businessId, "on", heard.on);
  if (heard.what === "returned" && heard.reason.length < 3) {
    const text = "Say why it came back: what the receiver wrote is enough.";
    throw cannot("no-reason", text, { errors: [{ path: "reason", text }] });
  }
  context.store.transaction(() => {
    const row = findDuePayment(context, businessId, paymentId);
    const all = partsOf(context, paymentId).filter((part) => part.remittanceId === remittanceId);
    if (all.length === 0) throw notFound("payment");
    if (row.way === "setOff")
      throw conflict("set-off", "No money left for this: it was set off. Take it back instead.");
    const parts = heard.people ? all.filter((part) => heard.people?.includes(part.personId)) : all;
    if (row.date > heard.on) {
      const text = "That is before the money left.";
      throw cannot("before-paid", text, { errors: [{ path: "on", text }] });
    }
    if (parts.some((part) => part.state === "prepared"))
      throw conflict("not-left", "Nothing of this has left yet, so nothing can be heard of it.");
    const { on, receipt, reason } = heard;
    const moved = moveParts(context, parts, heard.what, { on, receipt, reason, userId: actor.userId });
    if (moved.length === 0) throw conflict("known", "That is known already; nothing was changed.");
    if (heard.what === "returned") bookDues(context, { businessId, number: row.number, on, back: true }, moved);
    const words = heard.what === "returned" ? "recorded dues as come back" : "recorded dues as received";
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: words },
      about: `payment ${row.number}, ${centsText(moved.reduce((sum, each) => sum + each.cents, 0))}${reason ? `: ${reason}` : ""}`,
    });
  });
}

/** A payment by hand that was recorded by mistake: its dues are owed again, and the books say so. */
export function takeBackByHand(context: Context, actor: Actor, businessId: number, id: number, reason: string): void {
  context.store.transaction(() => {
    const row = findDuePayment(context, businessId, id);
    if (row.way === "file") throw conflict("by-file", "Only what was recorded by hand can be taken back.");
    if (row.cancelledAt !== null) throw conflict("let-go", "This was taken back already.");
    const on = todayAt(context, businessId);
    const moved = moveParts(context, partsOf(context, id), "cancelled", { on, reason, userId: actor.userId });
    if (row.way === "byHand") bookDues(context, { businessId, number: row.number, on, back: true }, moved);
    context.store.db.update(duePayment).set({ cancelledAt: context.clock.now() }).where(eq(duePayment.id, id)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "took back dues recorded as paid by hand" },
      about: `payment ${row.number}: ${reason}`,
    });
  });
}
