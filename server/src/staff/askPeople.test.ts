/** Who is asked for facts of their own: by what they lack, and by whether a letter reaches them. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { type SmallWorld, smallWorld } from "../smallWorld.ts";
import { audit, bankSplit, person } from "../store/schema.ts";
import { startServer, type TestServer } from "../testServer.ts";
import { askPeople } from "./askPeople.ts";

let world: SmallWorld;
let server: TestServer | undefined;
afterEach(async () => {
  server?.close();
  server = undefined;
  await world.end();
});

it("asks who lacks something that they can say, and tells of whom no letter reaches", async () => {
  world = smallWorld(4);
  const { db } = world.context.store;
  const lacks = (at: number) =>
    db
      .delete(bankSplit)
      .where(eq(bankSplit.personId, world.personIds[at] ?? 0))
      .run();
  for (const at of [0, 1, 2]) lacks(at);
  const change = (at: number, values: Partial<typeof person.$inferInsert>) =>
    db
      .update(person)
      .set(values)
      .where(eq(person.id, world.personIds[at] ?? 0))
      .run();
  change(1, { email: null });
  // Whoever has left is asked for nothing.
  change(2, { endDate: "2026-06-30" });
  // There is no mail server in this world: nobody is said to have been asked.
  expect(await askPeople(world.context, world.actor, world.businessId)).toEqual({
    ...{ asked: [], without: ["Alex Sample1"], notTaken: ["Alex Sample0"] },
  });
  expect(db.select().from(audit).where(eq(audit.what, "invited to the staff pages")).all()).toHaveLength(1);
});

it("is for who prepares", async () => {
  world = smallWorld(1);
  server = await startServer(world);
  for (const right of ["see", "prepare"] as const) await server.add(right, right);
  const at = `/businesses/${world.businessId}/readiness/ask`;
  expect((await server.call("POST", at, "see")).status).toBe(403);
  expect((await server.call("POST", at, "prepare")).body).toEqual({ asked: [], without: [], notTaken: [] });
});
