/**
 * What was paid or told too much is set off against what falls due later to the same receiver for the same person: a
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

const group = (due: OpenDue): string => `${due.dueDate} ${whose(due)}`;
const one = (due: OpenDue): string => `${due.payday} ${group(due)}`;

/**
 * What is below nought counts within its own day first: a month's tax is told as one. What is left of it is taken off a
 * later day, never off an earlier one, which is due in full.
 * @returns dues less what is to their credit, nought among them, and what is set off: together it comes to nothing
 */
export function lessCredits(
  { store }: Context,
  businessId: number,
  dues: readonly OpenDue[],
): { left: OpenDue[]; setOff: OpenDue[] } {
  const left = dues.map((due) => ({ ...due }));
  const setOff: OpenDue[] = [];
  // What is wholly there is not looked through.
  const open = store
    .prepared<[number], OpenDue>(
      `SELECT kind, person_id AS personId, fund_id AS fundId, payday, due_date AS dueDate, payee,
         owed_cents - prepared_cents - sent_cents - received_cents - allocated_cents AS cents
       FROM due_total WHERE business_id = ? AND owed_cents <> received_cents + allocated_cents
       ORDER BY due_date, payday, person_id`,
    )
    .all(businessId);
  const picked = new Set(left.map(one));
  /** of its own day and not paid here: that uses a credit up before a later day does */
  const beside = new Map<string, number>();
  for (const due of open)
    if (due.cents > 0 && !picked.has(one(due))) beside.set(group(due), (beside.get(group(due)) ?? 0) + due.cents);
  for (const credit of open.filter((each) => each.cents < 0)) {
    let cents = -credit.cents;
    const take = (fits: (due: OpenDue) => boolean) => {
      for (const due of left.filter((each) => whose(each) === whose(credit) && fits(each))) {
        const part = Math.min(cents, due.cents);
        if (part <= 0) continue;
        setOff.push({ ...due, cents: part }, { ...credit, cents: -part });
        due.cents -= part;
        cents -= part;
      }
    };
    take((due) => due.dueDate === credit.dueDate);
    const reserved = Math.min(cents, beside.get(group(credit)) ?? 0);
    beside.set(group(credit), (beside.get(group(credit)) ?? 0) - reserved);
    cents -= reserved;
    take((due) => due.dueDate > credit.dueDate);
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
