/** What waits in the outbox after a start: nothing is put off for minutes because of what happened before it. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { signOff } from "../runs/signOff.ts";
import { openUsual, readyRun, type SmallWorld, signRun, smallWorld } from "../smallWorld.ts";
import { outbox } from "../store/schema.ts";
import { backOffMs, outboxWorker } from "./worker.ts";

let world: SmallWorld;
afterEach(() => world.end());

describe("the outbox", () => {
  it("asks soon after a start, whatever it waited for, and leaves what is settled", async () => {
    world = smallWorld(1);
    const { db } = world.context.store;
    const { runId, version } = readyRun(world);
    signOff(world.context, world.actor, runId, version);
    const [one, two] = db.select().from(outbox).all();
    const later = Date.now() + 300_000;
    const put = (row: typeof one, state: "acknowledged" | "settled") =>
      db
        .update(outbox)
        .set({ state: state as "acknowledged", nextAt: later, tries: 6 })
        .where(eq(outbox.id, row?.id ?? 0))
        .run();
    put(one, "acknowledged");
    put(two, "settled");
    const worker = outboxWorker(world.context);
    worker.start();
    await worker.stop();
    const now = (row: typeof one) =>
      db
        .select()
        .from(outbox)
        .where(eq(outbox.id, row?.id ?? 0))
        .get();
    expect(now(one)?.nextAt).toBeLessThan(Date.now() + 20_000);
    expect(now(two)?.nextAt).toBe(later);
    // Six tries, some of them cut short, would make the next wait five minutes: waits begin anew.
    expect([now(one)?.tries, now(two)?.tries]).toEqual([0, 6]);
  });
  it("sends the pay events of a business one at a time: the next waits until the one before it is known of", async () => {
    world = smallWorld(1);
    const { db } = world.context.store;
    for (let run = 0; run < 2; run += 1) signRun(world, openUsual(world));
    const events = () => db.select().from(outbox).where(eq(outbox.channel, "payEvent")).all();
    db.update(outbox).set({ state: "cancelled" }).run();
    db.update(outbox).set({ state: "queued", nextAt: 0 }).where(eq(outbox.channel, "payEvent")).run();
    const worker = outboxWorker(world.context);
    expect(await worker.runOnce()).toBe(1);
    expect(events().map((each) => each.state)).toEqual(["unknown", "queued"]);
    expect(await worker.runOnce()).toBe(0);
    db.update(outbox)
      .set({ state: "acknowledged", nextAt: Date.now() + 60_000 })
      .where(eq(outbox.id, events()[0]?.id ?? 0))
      .run();
    expect(await worker.runOnce()).toBe(1);
    expect(events().map((each) => each.state)).toEqual(["acknowledged", "unknown"]);
    await worker.stop();
  });
  it("waits longer with each try, five minutes from the sixth, an hour after two dozen", () =>
    expect([1, 2, 5, 6, 24, 25].map(backOffMs)).toEqual([2000, 4000, 32_000, 300_000, 300_000, 3_600_000]));
});
