/**
 * The number under which a message goes out follows from the run and from what the message says. Made a second time
 * after a crash or a restore, the same message has the same number, and its receiver knows it again.
 */
import { createHash } from "node:crypto";
import type { outbox } from "../store/schema.ts";
import type { Context } from "./context.ts";

export interface MessageOf {
  /** identifies the payroll of the business for life */
  bmsId: string;
  run: { id: number; number: number; payday: string };
  payId: number | null;
  channel: (typeof outbox.$inferSelect)["channel"];
  /** what the message says, as JSON, without the time at which it was made */
  says: string;
  /** as it was numbered before this row of the outbox was written; left out: as it is numbered now */
  before?: number | undefined;
}

/** Made again by decision, with the same content, it is another message: the earlier ones of its kind are counted. */
export function messageIdOf(
  context: Context,
  { bmsId, run, payId, channel, says, before = Number.MAX_SAFE_INTEGER }: MessageOf,
): string {
  const earlier = context.store
    .prepared<[number, string, number | null, number], { count: number }>(
      "SELECT COUNT(*) AS count FROM outbox WHERE run_id = ? AND channel = ? AND pay_id IS ? AND id < ?",
    )
    .get(run.id, channel, payId, before)?.count;
  return uuidOf(`${JSON.stringify([bmsId, run.number, run.payday, payId, channel, earlier]).slice(0, -1)},${says}]`);
}

/** A UUID of version 8 (RFC 9562): the bits are a SHA-256 of the text. */
export function uuidOf(text: string): string {
  const bytes = createHash("sha256").update(text).digest().subarray(0, 16);
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x80;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = bytes.toString("hex");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}
