/** The stand-ins for agencies, bank and clearing house, over real HTTP within a test, and the outbox until it rests. */
import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import express from "express";
import { bank } from "../../../standins/src/bank.ts";
import { clearingHouse } from "../../../standins/src/clearingHouse.ts";
import { inlandRevenue } from "../../../standins/src/inlandRevenue.ts";
import { taxAgency } from "../../../standins/src/taxAgency.ts";
import { openWorld, type World } from "../../../standins/src/world.ts";
import { outbox } from "../store/schema.ts";
import type { SmallWorld } from "./smallWorld.ts";

export interface Outside {
  held: World;
  /** makes a small world know where the services are */
  tell(world: SmallWorld): void;
  /** moves both clocks */
  move(world: SmallWorld, day: string): void;
  /** everything that was received: for another world within one test, which is the same business once more */
  forget(): void;
  close(): Promise<void>;
}

export async function startOutside(): Promise<Outside> {
  const folder = mkdtempSync(join(tmpdir(), "zesty-outside-"));
  const held = openWorld(folder);
  const app = express();
  app.use("/sim/au-tax", taxAgency(held));
  app.use("/sim/nz-tax", inlandRevenue(held));
  app.use("/sim/bank", bank(held));
  app.use("/sim/super", clearingHouse(held));
  const server = createServer(app);
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/sim`;
  return {
    held,
    tell: ({ context }) =>
      void Object.assign(context.settings.services, {
        ...{ tax: `${base}/au-tax`, revenue: `${base}/nz-tax`, bank: `${base}/bank`, super: `${base}/super` },
      }),
    move: ({ context }, day) => {
      context.clock.moveTo(day);
      held.setClock(`${day}T02:00:00.000Z`);
    },
    forget: () => {
      const tables = held.db.prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND name <> 'meta'").pluck();
      for (const table of tables.all()) held.db.exec(`DELETE FROM "${table}"`);
    },
    close: async () => {
      await new Promise((done) => server.close(done));
      held.db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Lets the outbox run until nothing moves that does not wait for another day. */
export async function settleOutbox({ context, application }: SmallWorld): Promise<void> {
  for (let round = 0; round < 6; round += 1) {
    context.store.db.update(outbox).set({ nextAt: 0 }).run();
    await application.outbox.runOnce();
  }
}
