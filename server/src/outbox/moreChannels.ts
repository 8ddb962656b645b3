/** Channels of rooms above: how each is sent, asked after and settled is handed in with the context. */
import type { Context } from "../ground/context.ts";
import type { Outcome } from "../outside/outcome.ts";
import type { Courier, OutboxRow } from "./channels.ts";

export interface MoreChannel {
  courier: Courier;
  /** within the transaction of the answer @param outcome null when it was only acknowledged */
  settled(row: OutboxRow, outcome: Extract<Outcome, { kind: "final" | "refused" }> | null): void;
}

export type MoreChannels = Record<"contributions" | "duesPayment", MoreChannel>;

declare module "../ground/context.ts" {
  interface Context {
    moreChannels(context: Context): MoreChannels;
  }
}

export const moreChannel = (context: Context, channel: OutboxRow["channel"]): MoreChannel | undefined =>
  (context.moreChannels(context) as Partial<Record<OutboxRow["channel"], MoreChannel>>)[channel];
