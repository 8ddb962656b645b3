/** The statement's labels on a real store: as lodged, bridged to what was signed. Common practice, no source. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { business, outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { writeByHand } from "./statementByHand.ts";
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
  expect(whole?.w5).toBe(whole?.w2);
});

it("takes W3 and W4 by hand with what they are, for a period of the business alone; the newest holds", () => {
  world = smallWorld(1);
  const { context, actor, businessId } = world;
  signRun(world, openUsual(world));
  context.store.db.update(outbox).set({ state: "accepted" }).run();
  const write = (w3: string, w4: string, note = "Painter without an ABN", from = "2026-07-01") =>
    writeByHand(context, actor, businessId, read(), { from, w3, w4, note });
  expect(() => write("0", "470.00", "")).toThrow("Say what it was withheld from");
  expect(() => write("0", "470.00", "Painter", "2026-07-02")).toThrow("No statement of this business begins");
  expect(read()[0]?.others).toBeNull();
  write("12.5", "470.00");
  write("0", "480.00");
  const [july] = read();
  expect(july?.others).toMatchObject({ w3: 0, w4: 48_000, note: "Painter without an ABN" });
  expect(july?.w5).toBe((july?.w2 ?? 0) + 48_000);
  write("0", "0", "");
  expect(read()[0]?.w5).toBe(july?.w2);
});

it("is Australia's alone", () => {
  world = smallWorldNz(1);
  expect(read).toThrow("Activity statements are Australia's");
});
