/** What went wrong is looked after by somebody: asked again at once, or made anew once its receiver was searched. */
import type { Channel } from "@zesty/contract/sending";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { outbox } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { newestOf, sendAgain } from "./sendRun.ts";
import { channelWords } from "./settleAnswer.ts";

/** What waits for its next try is tried now. */
export function tryNow(context: Context, runId: number): void {
  context.store.db
    .update(outbox)
    .set({ nextAt: 0 })
    .where(and(eq(outbox.runId, runId), inArray(outbox.state, ["queued", "unknown", "acknowledged"])))
    .run();
  context.wakeOutbox();
}

/**
 * A refused message is made anew, unless its receiver has it after all: a refusal may come from something on the way.
 * @throws where the receiver has it, or cannot be asked
 */
export async function searchThenSendAgain(
  context: Context,
  actor: Actor,
  runId: number,
  channel: Channel,
): Promise<void> {
  const last = newestOf(context, runId, channel);
  if (last?.state === "refused" && last.replacesId === null && channel !== "payslip" && last.tries > 0) {
    const found = await context.searchReceiver(last.id);
    if (found === "there") {
      const run = findRun(context, runId);
      record(context.store, {
        ...{ at: context.clock.now(), userId: actor.userId, businessId: run.businessId },
        what: `found the ${channelWords[channel]} with its receiver, though it was refused before`,
        about: `run ${run.number}`,
      });
      throw conflict(
        "there-already",
        `The ${channelWords[channel]} has arrived after all, so nothing is made again. Its result is awaited.`,
      );
    }
    if (found === "unknown")
      throw cannot(
        "not-asked",
        `The receiver cannot be asked just now whether it has the first ${channelWords[channel]}. Nothing was made again: try in some minutes.`,
      );
  }
  sendAgain(context, actor, runId, channel);
}
