/** What waits in the outbox after a start: nothing is put off for minutes because of what happened before it. */

import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it, vi } from "vitest";
import { signOff } from "../signOff/signOff.ts";
import { outbox, outboxAnswer } from "../store/schema.ts";
import { openUsual, readyRun, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { searchThenSendAgain, tryNow } from "./again.ts";
import { backOffMs } from "./sending.ts";
import { sendView } from "./sendRun.ts";
import { outboxWorker } from "./worker.ts";

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
  it.each([
    ["payEvent", smallWorld],
    // Two runs of a payday: the second is an amendment, and is refused where it comes first.
    ["employmentInformation", smallWorldNz],
  ] as const)(
    "sends what an agency is told one at a time (%s): the next waits until the one before it is known of",
    async (channel, make) => {
      world = make(1);
      const { db } = world.context.store;
      for (let run = 0; run < 2; run += 1) signRun(world, openUsual(world));
      // Filings wait for those of their own payday alone.
      if (channel === "employmentInformation")
        world.context.store.sqlite.exec("UPDATE pay_run SET payday = '2026-07-02'");
      const events = () => db.select().from(outbox).where(eq(outbox.channel, channel)).all();
      db.update(outbox).set({ state: "cancelled" }).run();
      db.update(outbox).set({ state: "queued", nextAt: 0 }).where(eq(outbox.channel, channel)).run();
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
      // Of two paydays, filings go beside each other, and pay events still do not.
      world.context.store.sqlite.exec("UPDATE pay_run SET payday = date('2026-07-01', '+' || id || ' days')");
      db.update(outbox).set({ state: "queued", nextAt: 0, tries: 0 }).where(eq(outbox.channel, channel)).run();
      expect(await worker.runOnce()).toBe(channel === "payEvent" ? 1 : 2);
      await worker.stop();
    },
  );
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
  it("tries soon what waits, once the clock on the wall was set back", async () => {
    world = smallWorld(1);
    const { db } = world.context.store;
    signRun(world, openUsual(world));
    db.update(outbox).set({ state: "cancelled" }).run();
    const [event] = db.select().from(outbox).where(eq(outbox.channel, "payEvent")).all();
    const waits = () => {
      const row = db
        .select()
        .from(outbox)
        .where(eq(outbox.id, event?.id ?? 0))
        .get();
      return (row?.nextAt ?? 0) - Date.now();
    };
    const worker = outboxWorker(world.context);
    db.update(outbox)
      .set({ state: "unknown", tries: 3, nextAt: Date.now() + 8000 })
      .where(eq(outbox.id, event?.id ?? 0))
      .run();
    vi.useFakeTimers({ toFake: ["Date"], now: Date.now() - 86_400_000 });
    try {
      expect(waits()).toBeGreaterThan(86_000_000);
      await worker.runOnce();
      expect(waits()).toBeLessThanOrEqual(15_000);
      // Somebody who knows that the line is there again need not wait at all.
      tryNow(world.context, event?.runId ?? 0);
      expect(waits()).toBeLessThan(0);
    } finally {
      vi.useRealTimers();
      await worker.stop();
    }
  });
  it("one slow receiver holds up nobody else's", async () => {
    world = smallWorld(1);
    const { db } = world.context.store;
    signRun(world, openUsual(world));
    db.update(outbox).set({ state: "queued", nextAt: 0 }).run();
    const asked: string[] = [];
    const slow = createServer((request, response) => {
      asked.push(request.url ?? "");
      if (request.url?.startsWith("/tax")) return;
      response.writeHead(422, { "Content-Type": "application/json" });
      response.end('{"code":"FILE_REFUSED","text":"no"}');
    });
    await new Promise<void>((done) => slow.listen(0, "127.0.0.1", done));
    const at = `http://127.0.0.1:${(slow.address() as AddressInfo).port}`;
    Object.assign(world.context.settings.services, { tax: `${at}/tax`, bank: `${at}/bank` });
    const worker = outboxWorker(world.context);
    worker.start();
    const stateOf = (channel: "payEvent" | "paymentFile") =>
      db.select().from(outbox).where(eq(outbox.channel, channel)).get()?.state;
    try {
      await vi.waitFor(() => expect(stateOf("paymentFile")).toBe("refused"), 5000);
      expect(stateOf("payEvent")).toBe("sending");
      // The bank is asked before anything is made again; where it has the file, nothing is.
      expect(asked.some((url) => url.startsWith("/tax"))).toBe(true);
    } finally {
      slow.closeAllConnections();
      slow.close();
      await worker.stop();
    }
  });
  it("nothing is made again before its receiver was searched", async () => {
    world = smallWorld(1);
    const { context, actor } = world;
    const runId = openUsual(world);
    signRun(world, runId);
    const { db } = context.store;
    db.update(outbox).set({ state: "refused", tries: 1 }).where(eq(outbox.channel, "payEvent")).run();
    const events = () => db.select().from(outbox).where(eq(outbox.channel, "payEvent")).all().length;
    const again = () => searchThenSendAgain(context, actor, runId, "payEvent");
    const says = (found: "there" | "notThere" | "unknown") => {
      context.searchReceiver = () => Promise.resolve(found);
    };
    says("there");
    await expect(again()).rejects.toThrow(/has arrived after all/);
    says("unknown");
    await expect(again()).rejects.toThrow(/cannot be asked just now/);
    expect(events()).toBe(1);
    says("notThere");
    await again();
    expect(events()).toBe(2);
  });
  it("waits longer with each try, five minutes from the sixth, an hour after two dozen", () =>
    expect([1, 2, 5, 6, 24, 25].map(backOffMs)).toEqual([2000, 4000, 32_000, 300_000, 300_000, 3_600_000]));
});
