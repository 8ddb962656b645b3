/**
 * A payday on its whole way to agency and bank, over real HTTP to the stand-ins: killed at any write and
 * started again it comes to the same, and everybody outside holds each thing once. Both countries.
 */
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import express from "express";
import { afterEach, expect, it } from "vitest";
import { bank } from "../../../standins/src/bank.ts";
import { inlandRevenue } from "../../../standins/src/inlandRevenue.ts";
import { taxAgency } from "../../../standins/src/taxAgency.ts";
import { openWorld, type World } from "../../../standins/src/world.ts";
import { unbalanced } from "../store/invariants.ts";
import { outbox, payRun } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { killedAt } from "../testing/powerCut.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { sendRun } from "./sendRun.ts";

let world: SmallWorld;
let outside: World;
let folder: string;
let servers: { close(done?: () => void): unknown }[] = [];

async function end(): Promise<void> {
  await world.end();
  await Promise.all(servers.map((each) => new Promise<void>((done) => void each.close(() => done()))));
  outside.db.close();
  rmSync(folder, { recursive: true, force: true });
}
afterEach(() => end());

async function begin(make: () => SmallWorld): Promise<void> {
  folder = mkdtempSync(join(tmpdir(), "zesty-outside-"));
  outside = openWorld(folder);
  const app = express();
  app.use("/sim/au-tax", taxAgency(outside));
  app.use("/sim/nz-tax", inlandRevenue(outside));
  app.use("/sim/bank", bank(outside));
  const http: Server = createServer(app);
  await new Promise<void>((done) => http.listen(0, "127.0.0.1", done));
  servers = [http];
  const base = `http://127.0.0.1:${(http.address() as AddressInfo).port}/sim`;
  world = make();
  Object.assign(world.context.settings.services, {
    ...{ tax: `${base}/au-tax`, revenue: `${base}/nz-tax`, bank: `${base}/bank` },
  });
}
async function settle(): Promise<void> {
  const { context, application } = world;
  for (let round = 0; round < 6; round += 1) {
    context.store.db.update(outbox).set({ nextAt: 0 }).run();
    await application.outbox.runOnce();
  }
}
const move = (day: string) => {
  world.context.clock.moveTo(day);
  outside.setClock(`${day}T02:00:00.000Z`);
};
const held = () => {
  const count = (table: string) => (outside.db.prepare(`SELECT COUNT(*) AS n FROM ${table}`).get() as { n: number }).n;
  return ["event", "filing", "bank_file", "bank_line"].map((table) => `${table} ${count(table)}`);
};

async function payday(make: () => SmallWorld, at: number) {
  await begin(make);
  outside.setClock("2026-07-01T02:00:00.000Z");
  const { context, actor } = world;
  const runId = signRun(world, openUsual(world));
  sendRun(context, actor, runId, ["payEvent", "employmentInformation", "paymentFile"]);
  const wasCut = at > 0 && (await killedAt(context.store.sqlite, at, settle));
  await settle();
  move("2026-07-03");
  await settle();
  const states = context.store.db
    .select()
    .from(outbox)
    .all()
    .map(({ channel, state }) => `${channel} ${state}`);
  const run = context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();
  const ended = [run?.state, states.sort(), held(), unbalanced(context.store), verify(context.store).broken];
  return { wasCut, ended };
}

it.each([
  ["Australia", () => smallWorld(2)],
  ["New Zealand", () => smallWorldNz(2)],
] as const)(
  "killed at any write of a payday's sending, it ends alike: %s",
  async (_country, make) => {
    const { ended } = await payday(make, 0);
    for (let [at, goesOn] = [1, true]; goesOn; at += Math.ceil(at / 5)) {
      await end();
      const killed = await payday(make, at);
      goesOn = killed.wasCut;
      expect([at, killed.ended]).toEqual([at, ended]);
    }
  },
  120_000,
);
