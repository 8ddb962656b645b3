/** What was filed beside what is owed, by the day it is due: requirement 20 and 21 of New Zealand's year, from memory. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { due, outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { filedMonths } from "./filedMonths.ts";

let world: SmallWorld;
afterEach(() => world.end());
const read = () => filedMonths(world.context, world.businessId);
const answer = (runId: number, state: "accepted" | "refused") =>
  world.context.store.db.update(outbox).set({ state }).where(eq(outbox.runId, runId)).run();

it("gathers paydays by the day they are paid over, agrees once they were taken, and shows a due that is another", () => {
  world = smallWorldNz(2);
  const { context } = world;
  // 1, 15 and 29 July are due on 20 August.
  const [first = 0, second = 0] = [1, 2].map(() => signRun(world, openUsual(world)));
  context.clock.moveTo("2026-08-01");
  const [month, ...more] = read();
  expect([more.length, month?.due, month?.paydays.map((each) => each.filed)]).toEqual([0, "2026-08-20", [null, null]]);
  const owed = month?.owed;
  expect(Object.values(owed ?? {}).reduce((a, b) => a + b, 0)).toBeGreaterThan(100_000);
  answer(first, "accepted");
  answer(second, "refused");
  expect(read()[0]?.paydays.map((each) => each.filed !== null)).toEqual([false, true]);
  answer(second, "accepted");
  const agreed = read()[0];
  expect(agreed?.filed).toEqual(owed);
  for (const each of agreed?.paydays ?? []) expect([each.filed, each.owed]).toEqual([each.signed, each.signed]);
  // A row changed behind the program's back: the month no longer agrees, and the payday says so.
  context.store.sqlite.exec("DROP TRIGGER IF EXISTS due_stays");
  const [paye] = context.store.db.select().from(due).where(eq(due.kind, "paye")).all();
  context.store.db
    .update(due)
    .set({ amountCents: (paye?.amountCents ?? 0) + 100 })
    .where(eq(due.id, paye?.id ?? 0))
    .run();
  expect(read()[0]?.owed.tax).toBe((owed?.tax ?? 0) + 100);
});
it("pays a large employer's month in halves", () => {
  world = smallWorldNz(1);
  world.context.store.sqlite.exec(`UPDATE business SET filing = '{"large":true,"paymentFile":"csv"}'`);
  for (let run = 0; run < 3; run += 1) signRun(world, openUsual(world));
  world.context.clock.moveTo("2026-09-01");
  expect(read().map((month) => [month.due, month.paydays.length])).toEqual([
    ["2026-08-05", 1],
    ["2026-07-20", 2],
  ]);
});
