/** Who is asked for facts of their own: by what they lack, and by whether a letter reaches them. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { audit, bankSplit, letter, person } from "../store/schema.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";
import { askPeople } from "./askPeople.ts";

let world: SmallWorld;
let server: TestServer | undefined;
afterEach(async () => {
  server?.close();
  server = undefined;
  await world.end();
});

it("asks who lacks something that they can say, once; tells of whom no letter reaches", () => {
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
  const ask = (again?: boolean) => askPeople(world.context, world.actor, world.businessId, again);
  const without = ["Alex Sample1"];
  expect(ask()).toEqual({ asked: ["Alex Sample0"], without, before: [] });
  // A second press, or one after a kill, asks nobody twice unless that is wanted.
  expect(ask()).toEqual({ asked: [], without, before: [{ name: "Alex Sample0", on: expect.any(String) as string }] });
  expect(db.select().from(letter).all()).toHaveLength(1);
  expect(ask(true).asked).toEqual(["Alex Sample0"]);
  // An address that its server refuses is asked anew, and named on the desk meanwhile.
  db.update(letter).set({ state: "refused", detail: "The address a@b was refused." }).run();
  const onDesk = () => readDesk(world.context, world.actor).toDo.filter((each) => /did not arrive/.test(each.words));
  expect(onDesk()).toMatchObject([{ link: `/people/${world.personIds[0]}` }]);
  expect(ask().asked).toEqual(["Alex Sample0"]);
  expect(onDesk()).toEqual([]);
  expect(db.select().from(audit).where(eq(audit.what, "invited to the staff pages")).all()).toHaveLength(3);
});

it("is for who prepares", async () => {
  world = smallWorld(1);
  server = await startServer(world);
  for (const right of ["see", "prepare"] as const) await server.add(right, right);
  const at = `/businesses/${world.businessId}/readiness/ask`;
  expect((await server.call("POST", at, "see")).status).toBe(403);
  expect((await server.call("POST", at, "prepare", {})).body).toEqual({ asked: [], without: [], before: [] });
});
