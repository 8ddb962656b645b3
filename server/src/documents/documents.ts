/** Documents are kept as they were made, encrypted at rest, and handed out byte for byte. */
import { createHash } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { XMLValidator } from "fast-xml-parser";
import type { Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { places } from "../store/crypt.ts";
import { document, outbox, payRun } from "../store/schema.ts";

export interface NewDocument {
  runId: number | null;
  payId: number | null;
  kind: (typeof document.$inferSelect)["kind"];
  fileName: string;
  mime: string;
  bytes: Buffer;
}

export const sha256 = (bytes: Buffer): string => createHash("sha256").update(bytes).digest("hex");

/** @throws where an XML document could not be read by its receiver: one bad letter would stop everybody in it */
function demandWellFormed({ mime, bytes, fileName }: NewDocument): void {
  if (!/xml/.test(mime)) return;
  const text = bytes.toString("utf8");
  // What XML 1.0 (fifth edition, 2.2) has no place for; the validator leaves that to others.
  // Halves of pairs cannot come out of UTF-8, so its units may be looked at one by one, which is many times quicker.
  const isText = !/[^\t\n\r\u0020-\uFFFD]/.test(text);
  const checked = isText && XMLValidator.validate(text);
  if (checked !== true)
    throw cannot(
      "not-well-formed",
      `${fileName} would not be readable to its receiver: a name or an address in it holds a character that cannot be written. Type the names and addresses of the people in this run anew.`,
    );
}

export function keepDocument(context: Context, made: NewDocument): number {
  demandWellFormed(made);
  return context.store.db
    .insert(document)
    .values({
      ...made,
      bytes: context.store.crypt.sealBytes(made.bytes, places.document(made.runId, made.kind)),
      sha256: sha256(made.bytes),
      madeAt: context.clock.now(),
    })
    .returning({ id: document.id })
    .get().id;
}

export function readDocument(context: Context, id: number) {
  const row = context.store.db.select().from(document).where(eq(document.id, id)).get();
  if (!row) throw notFound("document");
  const bytes = context.store.crypt.openBytes(row.bytes, places.document(row.runId, row.kind));
  if (sha256(bytes) !== row.sha256) throw new Error(`Document ${id} is not what was kept.`);
  return { ...row, bytes };
}

/** Whose a document is: its run's business, or the one that it was sent for. */
export function businessOfDocument({ store: { db } }: Context, { id, runId }: { id: number; runId: number | null }) {
  const found =
    runId === null
      ? db.select({ id: outbox.businessId }).from(outbox).where(eq(outbox.documentId, id)).get()
      : db.select({ id: payRun.businessId }).from(payRun).where(eq(payRun.id, runId)).get();
  if (!found) throw notFound("document");
  return found.id;
}

/** The payslip of a pay as it was sent, or undefined when none was. */
export function keptPayslip(context: Context, runId: number, payId: number): Buffer | undefined {
  const row = context.store.db
    .select({ id: document.id })
    .from(document)
    .where(and(eq(document.runId, runId), eq(document.payId, payId), eq(document.kind, "payslip")))
    .get();
  return row && readDocument(context, row.id).bytes;
}
