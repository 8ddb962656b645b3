/** Several runs sent in one step: each by itself, and only by who may. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { payRun } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { startServer } from "../testing/testServer.ts";

let world: SmallWorld;
let server: Awaited<ReturnType<typeof startServer>>;
beforeEach(async () => {
  world = smallWorld(2);
  server = await startServer(world);
  await server.add("lead", "lead");
  await server.add("see", "see");
});
afterEach(async () => {
  await server.close();
  await world.end();
});
const waiting = async (who = "lead") => (await server.call("GET", "/waiting-runs", who)).body;
const send = (runs: number[], who = "lead") => server.call("POST", "/waiting-runs/send", who, { runs });

describe("what is signed off", () => {
  it("is listed by run with what waits, sent in one step, and refused by itself where nothing waits", async () => {
    const first = signRun(world, openUsual(world));
    const second = signRun(world, openUsual(world));
    const open = openUsual(world);
    const listed = await waiting();
    expect(listed.map((each: { runId: number; payday: string }) => [each.runId, each.payday])).toEqual([
      [first, "2026-07-02"],
      [second, "2026-07-09"],
    ]);
    expect(listed[0].parts).toEqual(
      expect.arrayContaining([
        { channel: "paymentFile", waiting: 1, underWay: 0, received: 0, arrived: 0, failed: 0, cents: 199_200 },
        { channel: "payslip", waiting: 2, underWay: 0, received: 0, arrived: 0, failed: 0, cents: 0 },
      ]),
    );
    expect(await waiting("see")).toEqual([]);
    expect((await send([first], "see")).body).toMatchObject({ sent: 0, refused: [{ runId: first }] });
    expect((await send([first, second, open])).body).toEqual({
      sent: 2,
      refused: [{ runId: open, text: expect.stringMatching(/Nothing of this run waits/) }],
    });
    const [after] = await waiting();
    expect(after.parts.every((part: { waiting: number }) => part.waiting === 0)).toBe(true);
    expect((await send([])).status).toBe(400);
    // All of it arrived: told of to who asks for it still, and to nobody else.
    world.context.store.db.update(payRun).set({ state: "sent" }).run();
    const also = async (text: string) => (await server.call("GET", `/waiting-runs?also=${text}`, "lead")).body.length;
    expect([await also(""), await also(`${first},x`), await also(`${first},${open}`)]).toEqual([0, 1, 1]);
  });
});
