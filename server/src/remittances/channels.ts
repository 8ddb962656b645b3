/** How contributions and the money of dues are sent, and what an answer does to the dues that they pay. */
import { eq } from "drizzle-orm";
import { readDocument } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { uuidOf } from "../ground/messageId.ts";
import type { OutboxRow } from "../outbox/channels.ts";
import type { MoreChannels } from "../outbox/moreChannels.ts";
import { findPaymentFile, paymentFileResult, sendPaymentFile } from "../outside/bank.ts";
import { contributionLines, findContributions, sendContributions } from "../outside/clearingHouse.ts";
import type { Outcome } from "../outside/outcome.ts";
import { duePayment, outbox, remittance } from "../store/schema.ts";
import { bookDues } from "./bookDues.ts";
import { keepToldLines } from "./keepToldLines.ts";
import { moveParts, noteEvent, partsOf } from "./moveParts.ts";
import { type DuePaymentRow, fileIdOf } from "./pay.ts";

export function duesChannels(context: Context): MoreChannels {
  const { services } = context.settings;
  const { db } = context.store;
  const bytesOf = (row: OutboxRow) => readDocument(context, row.documentId ?? 0).bytes;
  const paymentOf = (row: OutboxRow): DuePaymentRow => {
    const column = row.channel === "contributions" ? duePayment.dataOutboxId : duePayment.fileOutboxId;
    const found = db.select().from(duePayment).where(eq(column, row.id)).get();
    if (!found) throw new Error(`Outbox row ${row.id} pays no dues.`);
    return found;
  };
  const remittancesOf = ({ id }: DuePaymentRow) =>
    db.select().from(remittance).where(eq(remittance.duePaymentId, id)).orderBy(remittance.line).all();
  const dataOf = (row: OutboxRow) => {
    const { bmsId } = findBusiness(context, row.businessId);
    const fileId = fileIdOf(bmsId, paymentOf(row).number);
    return { messageId: row.messageId, business: bmsId, fileId, bytes: bytesOf(row) };
  };
  const fileOf = (row: OutboxRow) => {
    const { bmsId: business } = findBusiness(context, row.businessId);
    const reference = uuidOf(JSON.stringify([business, "dues", paymentOf(row).number]));
    return { messageId: row.messageId, bytes: bytesOf(row), knownAs: row.knownAs, business, reference };
  };
  const today = (row: OutboxRow) => todayAt(context, row.businessId);
  const refused = (row: OutboxRow, { detail: reason, held }: Extract<Outcome, { kind: "refused" }>) => {
    const payment = paymentOf(row);
    if (held) {
      // After a restore: what that one paid is not known here, so nothing is owed again before somebody has looked.
      const who = row.channel === "contributions" ? "The clearing house" : "The bank";
      const detail = `${who} holds another payment ${payment.number} of this business. This one was not taken. Look at what that one paid, let this one go, and record as paid by hand what is.`;
      db.update(outbox).set({ detail }).where(eq(outbox.id, row.id)).run();
      return;
    }
    moveParts(context, partsOf(context, payment.id), "cancelled", { on: today(row), reason });
    db.update(duePayment).set({ cancelledAt: context.clock.now() }).where(eq(duePayment.id, payment.id)).run();
    // Neither goes without the other.
    const other = row.channel === "contributions" ? payment.fileOutboxId : payment.dataOutboxId;
    if (other !== null) db.update(outbox).set({ state: "cancelled" }).where(eq(outbox.id, other)).run();
  };
  return {
    contributions: {
      courier: {
        send: (row, keep) => sendContributions(services.super, dataOf(row), keep),
        find: (row, keep) => findContributions(services.super, dataOf(row), keep),
        result: async (row, keep) => {
          const payment = paymentOf(row);
          const own = partsOf(context, payment.id).filter((part) => part.kind === "super");
          const told = await contributionLines(services.super, row.receipt ?? "", dataOf(row), own, keep);
          return Array.isArray(told) ? keepToldLines(context, payment, told) : told;
        },
      },
      settled: (row, outcome) => {
        if (outcome?.kind === "refused") return refused(row, outcome);
        if (outcome) return;
        const { fileOutboxId } = paymentOf(row);
        const file = db
          .select()
          .from(outbox)
          .where(eq(outbox.id, fileOutboxId ?? 0))
          .get();
        if (file?.state !== "prepared") return;
        for (const { id } of remittancesOf(paymentOf(row)))
          noteEvent(context, id, null, "dataTaken", { on: today(row), receipt: receiptNow(context, row) });
        // The money goes the same day as its data, and never without it.
        db.update(outbox).set({ state: "queued", nextAt: 0 }).where(eq(outbox.id, file.id)).run();
      },
    },
    duesPayment: {
      courier: {
        send: (row, keep) => sendPaymentFile(services.bank, fileOf(row), keep),
        find: (row, keep) => findPaymentFile(services.bank, fileOf(row), keep),
        result: (row, keep) => {
          const lines = remittancesOf(paymentOf(row)).map(({ line, cents }) => ({ line, cents }));
          return paymentFileResult(services.bank, row.receipt ?? "", fileOf(row), lines, keep);
        },
      },
      settled: (row, outcome) => {
        if (outcome?.kind === "refused") return refused(row, outcome);
        const payment = paymentOf(row);
        if (!outcome) {
          moveParts(context, partsOf(context, payment.id), "sent", {
            on: today(row),
            receipt: receiptNow(context, row),
          });
          return;
        }
        settleFile(context, payment, row, outcome);
      },
    },
  };
}

/** The row that a handler is given is that of before the answer. */
const receiptNow = ({ store: { db } }: Context, { id }: OutboxRow): string =>
  db.select({ receipt: outbox.receipt }).from(outbox).where(eq(outbox.id, id)).get()?.receipt ?? "";

/** What the bank says of each line: the money left, or came back. Super is with its fund only when the fund says so. */
function settleFile(
  context: Context,
  payment: DuePaymentRow,
  row: OutboxRow,
  outcome: Extract<Outcome, { kind: "final" }>,
): void {
  const { db } = context.store;
  const told = new Map((outcome.lines ?? []).map((each) => [each.line, each]));
  const parts = partsOf(context, payment.id);
  const left = db
    .select()
    .from(remittance)
    .where(eq(remittance.duePaymentId, payment.id))
    .all()
    .flatMap(({ id, line }) => {
      const own = parts.filter((part) => part.remittanceId === id);
      const said = told.get(line);
      if (!said) return [];
      if (said.state === "returned") {
        moveParts(context, own, "returned", { on: todayAt(context, row.businessId), reason: said.reason });
        return [];
      }
      const heard = { on: payment.date, receipt: row.receipt ?? "" };
      noteEvent(context, id, null, "left", heard);
      moveParts(
        context,
        own.filter((part) => part.kind !== "super"),
        "received",
        heard,
      );
      return own;
    });
  bookDues(context, { businessId: row.businessId, number: payment.number, on: payment.date, back: false }, left);
}
