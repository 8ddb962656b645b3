/** The payment file of a run, made from prepared pays, and what the documents of a run are called. */
import { PaymentFault } from "@zesty/core/formats/creditTransfer";
import { keepDocument } from "../documents/documents.ts";
import { toldApart } from "../documents/paymentFiles.ts";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { messageIdOf } from "../ground/messageId.ts";
import { cannot } from "../ground/problem.ts";
import type { NetPayment } from "../row/prepared.ts";
import { places } from "../store/crypt.ts";
import { type business, outbox } from "../store/schema.ts";

type Business = typeof business.$inferSelect;

export interface PaymentOf {
  payId: number;
  payment: NetPayment;
}

/**
 * Makes a payment file. What it returns keeps the file with its lines, and puts it into the outbox. Nothing to pay makes
 * no file.
 */
export function makePaymentFile(
  context: Context,
  owner: Business,
  run: Run,
  payments: readonly PaymentOf[],
  state: "prepared" | "queued",
): () => void {
  if (payments.length === 0) return () => {};
  const { db } = context.store;
  const messageId = messageIdOf(context, {
    ...{ bmsId: owner.bmsId, run, payId: null },
    ...{ channel: "paymentFile", says: JSON.stringify(payments) },
  });
  const file = paymentFileOf(
    context,
    owner,
    run,
    payments.map((each) => each.payment),
    messageId,
  );
  return () => {
    const documentId = keepDocument(context, {
      ...{ runId: run.id, payId: null, kind: "paymentFile" },
      ...{ fileName: paymentFileName(context, owner, run), ...file },
    });
    const { id: outboxId } = db
      .insert(outbox)
      .values({
        ...{ businessId: owner.id, runId: run.id, channel: "paymentFile", documentId, messageId, state },
        ...{ tries: 0, nextAt: 0 },
      })
      .returning({ id: outbox.id })
      .get();
    const write = context.store.prepared<[number, number, number, number]>(
      "INSERT INTO payment (outbox_id, line, pay_id, cents, state) VALUES (?, ?, ?, ?, 'pending')",
    );
    payments.forEach((each, line) => {
      write.run(outboxId, line, each.payId, each.payment.cents);
    });
  };
}

export const paymentFileName = (context: Context, owner: Business, run: Run) =>
  `${runName(owner, run)}${context.country(owner.country).pays.paymentFile.ending(owner)}`;

function paymentFileOf(
  context: Context,
  owner: Business,
  run: Run,
  payments: readonly NetPayment[],
  messageId: string,
): { mime: string; bytes: Buffer } {
  if (!owner.bankAccount)
    throw cannot("no-business-account", `${owner.name} has no bank account to pay from. Add it in Set-up.`, {
      mend: "/set-up",
    });
  const { paymentFile } = context.country(owner.country).pays;
  const today = context.clock.today(owner.timeZone);
  // What is made after the payday, as a payment that came back is, goes on the next day that banks work.
  const on = today > run.payday ? paymentFile.bankDay(today) : run.payday;
  const from = JSON.parse(context.store.crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as {
    bsb: string;
    account: string;
  };
  try {
    return toldApart(context, { businessId: owner.id, channel: "paymentFile", number: run.number }, (apart) =>
      paymentFile.bytes(context, { owner, on, from, messageId, apart }, payments),
    );
  } catch (error) {
    if (!(error instanceof PaymentFault)) throw error;
    throw cannot(
      "payment-file",
      `The payment file cannot be written: ${error.message} Mend it on the person's page or in Set-up.`,
    );
  }
}

export const nameInFiles = (owner: Business) =>
  owner.name
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase();
export const runName = (owner: Business, run: Run) => `${nameInFiles(owner)}-${run.payday}-run-${run.number}`;
