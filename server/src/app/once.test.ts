/** A press whose answer was lost and that is pressed once more is done once: at once twice, after a stop, at every write. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { audit } from "../store/schema.ts";
import { killedAt } from "../testing/powerCut.ts";
import { openUsual, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
let servers: TestServer[];
const start = async (): Promise<void> => {
  server = await startServer(world);
  servers.push(server);
  await server.signIn("pia");
};
beforeEach(async () => {
  servers = [];
  world = smallWorld(2);
  server = await startServer(world);
  servers.push(server);
  await server.add("pia", "authorise");
  await server.add("quin", "authorise");
});
afterEach(async () => {
  for (const each of servers) each.close();
  await world.end();
});

const entries = () => world.context.store.db.select().from(audit).all().length;
const changed = { kind: "annual", date: "2026-06-01", amount: "8", reason: "Brought over" };
const press = (key: string | null, body: object = changed, who = "pia") =>
  server.call(
    "POST",
    `/people/${world.personIds[0]}/leave-adjustments`,
    who,
    body,
    key === null ? {} : { "Idempotency-Key": key },
  );
const changes = () =>
  world.context.store.db
    .select()
    .from(audit)
    .all()
    .filter(({ about }) => about.includes("Brought over")).length;

describe("a press", () => {
  it("is answered once more and does nothing; another key, and another person's, is another press", async () => {
    const first = await press("press-one");
    const done = entries();
    const again = await press("press-one");
    expect([first.status, again.status, again.text, entries()]).toEqual([200, 200, first.text, done]);
    const others = [await press("press-two"), await press("press-one", changed, "quin"), await press(null)];
    expect([others.map(({ status }) => status), changes()]).toEqual([[200, 200, 200], 4]);
  });

  it("twice at once is done once", async () => {
    const both = await Promise.all([press("press-one"), press("press-one"), press("press-one")]);
    expect([both.map(({ status }) => status), changes()]).toEqual([[200, 200, 200], 1]);
  });

  it("that was refused did nothing, and goes when its cause is mended", async () => {
    const wrong = { from: "usual", cycleId: world.cycleId };
    const open = () =>
      server.call("POST", `/businesses/${world.businessId}/runs`, "pia", wrong, { "Idempotency-Key": "press-run" });
    const runId = openUsual(world);
    expect((await open()).status).toBe(409);
    expect((await server.call("DELETE", `/runs/${runId}`, "pia")).status).toBe(200);
    const opened = await open();
    expect([opened.status, (await open()).text]).toEqual([200, opened.text]);
  });

  it("after a stop of the server is not done again, and that is said", async () => {
    await press("press-one");
    await start();
    const again = await press("press-one");
    expect([again.status, again.body.code, changes()]).toEqual([409, "answer-lost", 1]);
    expect((await press("press-two")).status).toBe(200);
  });

  it("is kept with what it did, or neither, wherever the power goes", async () => {
    for (let at = 1; ; at += 1) {
      const before = changes();
      const wasCut = await killedAt(world.context, at, () => press(`press-cut-${at}`));
      if (!wasCut) break;
      await start();
      const again = await press(`press-cut-${at}`);
      expect([200, 409]).toContain(again.status);
      expect(changes(), `cut at write ${at}`).toBe(before + 1);
    }
  });
});
