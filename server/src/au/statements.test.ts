/** The statement's labels on a real store: as lodged, bridged to what was signed. Common practice, no source. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { business, outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readStatements } from "./statements.ts";

let world: SmallWorld;
afterEach(() => world.end());
const read = () => readStatements(world.context, world.businessId);

it("sums what events said by month or quarter, leaves out what was sacrificed, and names what is not lodged", () => {
  world = smallWorld(2);
  const [first = 0] = world.personIds;
  saveSection(world.context, world.actor, first, "usualPay", {
    from: "2026-01-01",
    lines: [
      { elementId: world.element("ORD"), hours: "38" },
      { elementId: world.element("SACS"), amount: "100.00" },
    ],
  });
  const { db } = world.context.store;
  const runs = [0, 1].map(() => signRun(world, openUsual(world)));
  db.update(outbox)
    .set({ state: "accepted" })
    .where(eq(outbox.runId, runs[0] ?? 0))
    .run();
  const [quarter] = read();
  expect(quarter).toMatchObject({
    ...{ name: "July 2026", from: "2026-07-01", to: "2026-07-31", w1: 229_400, apart: 10_000, gross: 478_800 },
    notTaken: [{ runId: runs[1], payday: "2026-07-09" }],
    byHand: [],
  });
  expect(quarter?.withheld).toBe(2 * (quarter?.w2 ?? 0));
  db.update(outbox).set({ state: "accepted" }).run();
  db.update(business).set({ withholder: "small" }).run();
  const [whole, ...more] = read();
  expect(more).toEqual([]);
  expect(whole).toMatchObject({ name: "Quarter to 30 September 2026", w1: 458_800, apart: 20_000, notTaken: [] });
  expect(whole?.w2).toBe(whole?.withheld);
});
it("is Australia's alone", () => {
  world = smallWorldNz(1);
  expect(read).toThrow("Activity statements are Australia's");
});
