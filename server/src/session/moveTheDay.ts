/** Moves the demo's day forward, here and at the stand-ins, and asks after everything that waits for a day. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { outbox } from "../store/schema.ts";

export async function moveTheDay(context: Context, day: string): Promise<void> {
  try {
    context.clock.moveTo(day);
  } catch (error) {
    throw cannot("day", (error as Error).message, { errors: [{ path: "day", text: (error as Error).message }] });
  }
  await setStandinClock(context);
  context.store.db.update(outbox).set({ nextAt: 0 }).where(eq(outbox.state, "acknowledged")).run();
  context.wakeOutbox();
}

export async function setStandinClock(context: Context): Promise<void> {
  if (!context.settings.services.control) return;
  await fetch(`${context.settings.services.control}/clock`, {
    method: "POST",
    headers: { "Content-Type": "application/json", "X-Sim": "1" },
    body: JSON.stringify({ now: context.clock.now() }),
  }).catch(() => context.log.warn({}, "the stand-ins cannot be reached; their day was not moved"));
}
