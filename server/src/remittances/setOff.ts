/**
 * What was paid or told too much is set off against what is paid next to the same receiver for the same person: a
 * correction took it back, or a run was taken back after its dues had left. Common practice, no source.
 */
import type { DueKind } from "@zesty/contract/dues";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { desc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { duePayment, remittance, remittancePart } from "../store/schema.ts";
import { noteEvent } from "./moveParts.ts";

/** A due of one person and payday, with what is left to pay of it. */
export interface OpenDue {
  kind: DueKind;
  personId: number;
  fundId: number;
  payday: IsoDate;
  dueDate: IsoDate;
  payee: string;
  cents: number;
}

/** A due and what is taken off it, in cents; of a credit, what of it is used up: below nought. */
export type SetOff = OpenDue & { receiver: string; name: string };

const whose = ({ kind, personId, fundId, payee }: OpenDue): string => [kind, personId, fundId, payee].join(" ");

/** @returns dues less what is to their credit, nought among them, and what is set off: together it comes to nothing */
export function lessCredits(
  { store }: Context,
  businessId: number,
  dues: readonly OpenDue[],
): { left: OpenDue[]; setOff: OpenDue[] } {
  const left = dues.map((due) => ({ ...due }));
  const setOff: OpenDue[] = [];
  // Paid or told more than is owed; what is wholly there is not looked through.
  for (const credit of store
    .prepared<[number], OpenDue>(
      `SELECT kind, person_id AS personId, fund_id AS fundId, payday, due_date AS dueDate, payee,
         owed_cents - prepared_cents - sent_cents - received_cents - allocated_cents AS cents
       FROM due_total WHERE business_id = ? AND owed_cents <> received_cents + allocated_cents
         AND owed_cents < prepared_cents + sent_cents + received_cents + allocated_cents
       ORDER BY due_date, payday, person_id`,
    )
    .all(businessId)) {
    let cents = -credit.cents;
    for (const due of left.filter((each) => whose(each) === whose(credit))) {
      const part = Math.min(cents, due.cents);
      if (part <= 0) continue;
      setOff.push({ ...due, cents: part }, { ...credit, cents: -part });
      due.cents -= part;
      cents -= part;
    }
  }
  return { left, setOff };
}

/** Keeps what is set off as a payment of nothing. @returns its id */
export function keepSetOff(
  context: Context,
  businessId: number,
  userId: number | null,
  setOff: readonly SetOff[],
): number {
  const { db } = context.store;
  const on = todayAt(context, businessId);
  const at = context.clock.now();
  const last = db
    .select({ number: duePayment.number })
    .from(duePayment)
    .where(eq(duePayment.businessId, businessId))
    .orderBy(desc(duePayment.number))
    .get();
  const { id: duePaymentId } = db
    .insert(duePayment)
    .values({
      ...{ businessId, number: (last?.number ?? 0) + 1, date: on, way: "setOff", madeAt: at, madeBy: userId },
      ...{ releasedAt: at, releasedBy: userId },
    })
    .returning({ id: duePayment.id })
    .get();
  const receivers = [...new Map(setOff.map((each) => [each.receiver, each])).values()];
  receivers.forEach(({ receiver, name, fundId }, line) => {
    const { id: remittanceId } = db
      .insert(remittance)
      .values({
        ...{ duePaymentId, line, fundId: fundId || null, receiver, name, reference: "", cents: 0 },
        ...{ bsb: "", account: "" },
      })
      .returning({ id: remittance.id })
      .get();
    setOff
      .filter((each) => each.receiver === receiver)
      .forEach(({ receiver: _receiver, name: _name, ...due }, at) => {
        db.insert(remittancePart)
          .values({ ...due, line: at + 1, remittanceId, businessId, state: "received" })
          .run();
      });
    noteEvent(context, remittanceId, null, "received", { on, reason: "Set off", userId });
  });
  return duePaymentId;
}
