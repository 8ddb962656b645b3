/** For each channel: what to send, how to find it again after a lost answer, and how to ask for its result. */

import { heldStates } from "@zesty/contract/outboxStates";
import { dateWords } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Transporter } from "nodemailer";
import { keepDocument, readDocument } from "../documents/documents.ts";
import { renderPayslip } from "../documents/renderPayslip.ts";
import { type Slip, slipOf } from "../documents/slip.ts";
import type { Context } from "../ground/context.ts";
import { uuidOf } from "../ground/messageId.ts";
import { findPaymentFile, type OwnLine, paymentFileResult, sendPaymentFile } from "../outside/bank.ts";
import { fileEmploymentInformation, filingResult, findFiling, sendEmployeeDetails } from "../outside/inlandRevenue.ts";
import type { Keep, Outcome } from "../outside/outcome.ts";
import { sendLetter } from "../outside/postBox.ts";
import { findPayEvent, payEventResult, sendPayEvent } from "../outside/taxAgency.ts";
import { business, outbox, payRun } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { record } from "../store/trail.ts";
import { replacedBy } from "./replaceEvent.ts";

export type OutboxRow = typeof outbox.$inferSelect;

export interface Courier {
  send(row: OutboxRow, keep: Keep): Promise<Outcome>;
  /** asks by business identity whether the receiver has it */
  find(row: OutboxRow, keep: Keep): Promise<Outcome>;
  result(row: OutboxRow, keep: Keep): Promise<Outcome>;
}

export function couriers(context: Context, mail: Transporter): Record<OutboxRow["channel"], Courier> {
  const { services } = context.settings;
  const bytesOf = (row: OutboxRow): Buffer => {
    if (row.documentId === null) throw new Error(`Outbox row ${row.id} has no document.`);
    return readDocument(context, row.documentId).bytes;
  };
  const ownerOf = (row: OutboxRow) => {
    const owner = context.store.db.select().from(business).where(eq(business.id, row.businessId)).get();
    if (!owner) throw new Error(`Outbox row ${row.id} belongs to no business.`);
    return owner;
  };
  const eventOf = (row: OutboxRow) => {
    const owner = ownerOf(row);
    const replaced = replacedBy(context, row);
    return {
      ...{ key: row.messageId, submissionId: row.knownAs ?? replaced?.submissionId ?? row.messageId },
      ...{ notReceipts: replaced?.receipts ?? [] },
      ...{ bmsId: owner.bmsId, payer: owner.abn, bytes: bytesOf(row) },
    };
  };
  const filingOf = (row: OutboxRow) => ({
    messageId: row.messageId,
    employer: ownerOf(row).ird ?? "",
    amendment: row.amendment ?? 0,
    payday: paydayOf(context, row.runId),
    ...{ bytes: bytesOf(row), knownAs: row.knownAs },
  });
  const fileOf = (row: OutboxRow) => {
    const business = ownerOf(row).bmsId;
    const reference = fileReference(context, row, business);
    return { messageId: row.messageId, bytes: bytesOf(row), knownAs: row.knownAs, business, reference };
  };
  const more = context.moreChannels(context);
  return {
    contributions: more.contributions.courier,
    duesPayment: more.duesPayment.courier,
    payEvent: {
      send: (row, keep) => sendPayEvent(services.tax, eventOf(row), keep),
      find: (row, keep) => findPayEvent(services.tax, eventOf(row), keep),
      result: (row, keep) => payEventResult(services.tax, row.receipt ?? "", eventOf(row).submissionId, keep),
    },
    employmentInformation: {
      send: (row, keep) => fileEmploymentInformation(services.revenue, filingOf(row), keep),
      find: (row, keep) => findFiling(services.revenue, filingOf(row), keep),
      result: (row, keep) => filingResult(services.revenue, row.receipt ?? "", filingOf(row), keep),
    },
    employeeDetails: {
      send: (row, keep) => sendEmployeeDetails(services.revenue, filingOf(row), keep),
      // Sent again under the same key, the agency answers as before.
      find: () => Promise.resolve({ kind: "notThere" }),
      result: () => Promise.resolve({ kind: "waiting", detail: "" }),
    },
    paymentFile: {
      send: (row, keep) => sendPaymentFile(services.bank, fileOf(row), keep),
      find: (row, keep) => findPaymentFile(services.bank, fileOf(row), keep),
      result: (row, keep) =>
        paymentFileResult(services.bank, row.receipt ?? "", fileOf(row), linesOf(context, row.id), keep),
    },
    payslip: {
      send: async (row, keep) => {
        const slip = slipOf(context, row);
        const documentId = row.documentId ?? (await keepPayslip(context, row, slip));
        const owner = ownerOf(row);
        return sendLetter(
          mail,
          {
            messageId: row.messageId,
            from: senderOf(owner),
            to: row.recipient ?? "",
            subject: `Your payslip for ${dateWords(slip.payday)}`,
            // No amounts in the letter itself: they stand in the attachment only.
            text: `Hello ${slip.employee.name.split(" ")[0]},\n\nyour payslip for the period ${dateWords(slip.period.start)} to ${dateWords(slip.period.end)} is attached.\n\n${owner.name}\n`,
            fileName: `payslip-${slip.payday}.pdf`,
            bytes: readDocument(context, documentId).bytes,
          },
          keep,
        );
      },
      ...asMail,
    },
    yearSummary: {
      send: (row, keep) => {
        if (row.documentId === null) throw new Error(`Outbox row ${row.id} has no document.`);
        const { bytes, fileName } = readDocument(context, row.documentId);
        const owner = ownerOf(row);
        return sendLetter(
          mail,
          {
            ...{ messageId: row.messageId, from: senderOf(owner), to: row.recipient ?? "", fileName, bytes },
            subject: "Your year summary",
            // No amounts in the letter itself: they stand in the attachment only.
            text: `Hello,\n\nyour summary of the payroll year is attached.\n\n${owner.name}\n`,
          },
          keep,
        );
      },
      ...asMail,
    },
  };
}

/**
 * What a payment file is for: the run's people and period, whatever it says, and how many files of the run the bank took
 * before. A run that is made anew after a restore has the same, so that the bank takes no second file for it.
 */
export function fileReference({ store }: Context, { id, businessId, runId }: OutboxRow, bmsId: string): string {
  const run = store.db
    .select()
    .from(payRun)
    .where(eq(payRun.id, runId ?? 0))
    .get();
  const part = store
    .prepared<[number | null, number], { count: number }>(
      `SELECT COUNT(*) AS count FROM outbox WHERE run_id = ? AND channel = 'paymentFile' AND id < ?
         AND state IN (${sqlList(heldStates)})`,
    )
    .get(runId, id)?.count;
  // By what stays the same where the business moves to another installation: its ids do not.
  const cycle = store
    .prepared<[number, number], { nth: number }>(
      "SELECT COUNT(*) AS nth FROM pay_cycle WHERE business_id = ? AND id <= ?",
    )
    .get(businessId, run?.cycleId ?? 0)?.nth;
  const which = run?.kind === "cycle" ? [cycle, run.periodStart] : [run?.number, run?.payday];
  return uuidOf(JSON.stringify([bmsId, run?.kind, which, part]));
}

/** Lines of a payment file that pay somebody, each with its amount. */
const linesOf = ({ store }: Context, outboxId: number): OwnLine[] =>
  store.prepared<[number], OwnLine>("SELECT line, cents FROM payment WHERE outbox_id = ?").all(outboxId);

const senderOf = ({ name, contact }: typeof business.$inferSelect): string =>
  `"${name.replace(/"/g, "")}" <${contact.email}>`;

/** Mail cannot be asked for: the same letter goes again under the same Message-ID, and the receiver drops a repeat. */
const asMail = {
  find: () => Promise.resolve({ kind: "notThere" as const }),
  result: () => Promise.resolve({ kind: "waiting" as const, detail: "" }),
};

const paydayOf = (context: Context, runId: number | null): string =>
  context.store.db
    .select({ payday: payRun.payday })
    .from(payRun)
    .where(eq(payRun.id, runId ?? 0))
    .get()?.payday ?? "";

/** The PDF is made once and kept; a repeat sends the same bytes. */
async function keepPayslip(context: Context, row: OutboxRow, slip: Slip): Promise<number> {
  const bytes = await renderPayslip(slip);
  return context.store.transaction(() => {
    const known = context.store.db
      .select({ documentId: outbox.documentId })
      .from(outbox)
      .where(eq(outbox.id, row.id))
      .get();
    if (known?.documentId) return known.documentId;
    const fileName = `payslip-${slip.payday}-${slip.employee.payrollId}.pdf`;
    const id = keepDocument(context, {
      runId: row.runId,
      payId: row.payId,
      kind: "payslip",
      fileName,
      mime: "application/pdf",
      bytes,
    });
    context.store.db.update(outbox).set({ documentId: id }).where(eq(outbox.id, row.id)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: null,
      businessId: row.businessId,
      what: "made payslip",
      about: `message ${row.messageId}`,
    });
    return id;
  });
}
