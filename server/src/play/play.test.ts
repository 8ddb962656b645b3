/** A business to play in: run, signed and sent in both countries, with nobody told; put away, and never among the others. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it, vi } from "vitest";
import { find } from "../desk/find.ts";
import { readDesk } from "../desk/readDesk.ts";
import { postLetter } from "../outbox/letters.ts";
import { sendRun } from "../outbox/sendRun.ts";
import { outboxWorker } from "../outbox/worker.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { sessionView } from "../session/session.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { signOff } from "../signOff/signOff.ts";
import { letter, outbox, payRun } from "../store/schema.ts";
import { emptyWorld, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { makePlay, putAway } from "./play.ts";

let world: Pick<SmallWorld, "context" | "actor" | "end">;
afterEach(() => world.end());

/** Opens the first run, types hours for who has none, ticks what is asked, and signs. */
function signFirst(businessId: number): number {
  const { context, actor } = world;
  const { cycles, elements } = readBusiness(context, businessId);
  const runId = openRun(context, actor, businessId, { cycleId: cycles[0]?.id ?? 0, from: "usual" });
  const ordinary = elements.find((each) => each.element === "ordinary" && each.entry === "hours")?.id ?? 0;
  const { rows, version } = readRun(context, actor, runId);
  const idle = rows.filter((row) => row.lines.length === 0);
  expect(idle.length).toBeGreaterThan(0);
  const typed = idle.map(({ payId }) => ({ payId, lines: [{ elementId: ordinary, hours: "12" }] }));
  saveRows(context, actor, runId, { version, rows: typed });
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query") setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
  signOff(context, actor, runId, readRun(context, actor, runId).version);
  return runId;
}

describe.each(["AU", "NZ"] as const)("%s", (country) => {
  it("is run, signed, sent and settled, and no receiver hears of it", async () => {
    world = emptyWorld();
    const { context, actor } = world;
    const { db } = context.store;
    const asked = vi.spyOn(globalThis, "fetch");
    const businessId = makePlay(context, actor, country);
    const runId = signFirst(businessId);
    sendRun(context, actor, runId, [
      ...new Set(
        db
          .select()
          .from(outbox)
          .all()
          .map((row) => row.channel),
      ),
    ] as never);
    postLetter(context, {
      ...{ to: "somebody@example.org", from: "a@example.org", subject: "?", text: "?", about: "a test", businessId },
    });
    const worker = outboxWorker(context);
    for (let at = 0; at < 8; at += 1) {
      db.update(outbox).set({ nextAt: 0 }).run();
      await worker.runOnce();
    }
    await worker.stop();
    const rows = db.select().from(outbox).where(eq(outbox.runId, runId)).all();
    expect(rows.length).toBeGreaterThan(3);
    expect(new Set(rows.map((row) => row.state))).toEqual(new Set(["accepted"]));
    expect(db.select().from(payRun).get()?.state).toBe("settled");
    expect(db.select().from(letter).get()).toMatchObject({ state: "handedOver", text: null });
    expect(asked).not.toHaveBeenCalled();
    vi.restoreAllMocks();
  });
  it("can be run at once on each day of a week, and stands beside another of its kind", () => {
    world = emptyWorld();
    const { context, actor } = world;
    for (let day = 6; day < 13; day += 1) {
      context.clock.moveTo(`2026-07-${String(day).padStart(2, "0")}`);
      const businessId = makePlay(context, actor, country);
      const lane = readDesk(context, actor).lanes.find((each) => each.businessId === businessId);
      expect([lane?.play, lane?.begins]).toEqual([true, true]);
      const next = lane?.paydays.find((each) => each.state === "ahead")?.payday ?? "";
      expect(next >= context.clock.today("Australia/Melbourne") && next <= `2026-07-${day + 7}`.slice(0, 10)).toBe(
        true,
      );
    }
  });
});

describe("put away", () => {
  it("is as if it did not exist, for leads too, and what waits is let go; only play is put away", () => {
    world = smallWorld(1);
    const { context, actor } = world;
    const real = (world as SmallWorld).businessId;
    const businessId = makePlay(context, actor, "AU");
    signFirst(businessId);
    expect(find(context, actor, "wobbly").length).toBeGreaterThan(0);
    expect(() => putAway(context, actor, real)).toThrow("is no business to play in");
    const set = (id: number, play: string) =>
      context.store.sqlite.exec(`UPDATE business SET play = ${play} WHERE id = ${id}`);
    expect(() => set(real, "'open'")).toThrow("stays so");
    expect(() => set(businessId, "NULL")).toThrow("stays so");
    putAway(context, actor, businessId);
    expect(() => set(businessId, "'open'")).toThrow("stays so");
    expect(sessionView(context, actor).businesses.map((each) => [each.id, each.play])).toEqual([[real, false]]);
    expect(readDesk(context, actor).lanes.map((each) => each.businessId)).toEqual([real]);
    expect(find(context, actor, "wobbly")).toEqual([]);
    expect(
      new Set(
        context.store.db
          .select()
          .from(outbox)
          .all()
          .map((row) => row.state),
      ),
    ).toEqual(new Set(["cancelled"]));
    // The number that was made up is free for who really has it.

    expect(
      createBusiness(context, actor, {
        ...{ name: "Really", legalName: "Really Pty Ltd", abn: "11000900281", state: "VIC", bank: null },
        timeZone: "Australia/Melbourne",
        contact: { name: "Kim Example", phone: "0400000000", email: "kim@example.org" },
        cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
      }),
    ).toBeGreaterThan(businessId);
  });
});
