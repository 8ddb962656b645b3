/** What waits in the outbox after a start: nothing is put off for minutes because of what happened before it. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { signOff } from "../runs/signOff.ts";
import { openUsual, readyRun, type SmallWorld, signRun, smallWorld } from "../smallWorld.ts";
import { outbox, outboxAnswer } from "../store/schema.ts";
import { sendView } from "./sendRun.ts";
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
  it("says of a lodgement that three days bring no result, and not of one with a result", () => {
    world = smallWorld(1);
    const { context } = world;
    const runId = openUsual(world);
    signRun(world, runId);
    const [event] = context.store.db.select().from(outbox).where(eq(outbox.channel, "payEvent")).all();
    const id = event?.id ?? 0;
    const put = (state: "acknowledged" | "accepted") =>
      context.store.db.update(outbox).set({ state, receipt: "R-1" }).where(eq(outbox.id, id)).run();
    put("acknowledged");
    context.store.db
      .insert(outboxAnswer)
      .values({ outboxId: id, at: context.clock.now(), status: 202, body: "" })
      .run();
    const overdue = () => sendView(context, runId).rows.filter((row) => row.overdue).length;
    const after = (day: string) => {
      context.clock.moveTo(day);
      return overdue();
    };
    expect([overdue(), after("2026-07-03"), after("2026-07-05")]).toEqual([0, 0, 1]);
    put("accepted");
    expect(overdue()).toBe(0);
  });
  it("waits longer with each try, five minutes from the sixth, an hour after two dozen", () =>
    expect([1, 2, 5, 6, 24, 25].map(backOffMs)).toEqual([2000, 4000, 32_000, 300_000, 300_000, 3_600_000]));
});
