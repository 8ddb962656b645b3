/** Hours and leave over HTTP: who may see, record and approve them; the same for who may not as if there were nothing. */
import { afterAll, beforeAll, expect, it } from "vitest";
import { type SmallWorld, smallWorld } from "../smallWorld.ts";
import { userRight } from "../store/schema.ts";
import { startServer, type TestServer } from "../testServer.ts";

let world: SmallWorld;
let server: TestServer;
beforeAll(async () => {
  world = smallWorld(1);
  server = await startServer(world);
  for (const right of ["see", "prepare"] as const) await server.add(right, right);
  await server.add("stranger", null);
  await server.add("manager", "see");
  world.context.store.db.update(userRight).set({ approves: true }).run();
  const plain = world.context.store.sqlite;
  plain.exec("UPDATE user_right SET approves = 0 WHERE user_id IN (SELECT id FROM user WHERE name <> 'manager')");
});
afterAll(async () => {
  server.close();
  await world.end();
});

it.each([
  ["see", 200, 403],
  ["manager", 200, 200],
  ["prepare", 200, 200],
  ["stranger", 404, 404],
  [undefined, 401, 401],
] as const)("%s: the week %i, recording and approving %i", async (who, sees, records) => {
  const { call } = server;
  const at = `/businesses/${world.businessId}`;
  expect((await call("GET", `${at}/week`, who)).status).toBe(sees);
  const day = { personId: world.personIds[0], date: "2026-06-24" };
  const record = { shifts: [{ start: "2026-06-24T09:00", end: "2026-06-24T12:00" }], leave: [] };
  const saved = await call("PUT", `${at}/days`, who, { days: [{ ...day, kind: "worked", record }] });
  expect(saved.status).toBe(records);
  expect((await call("POST", `${at}/approvals`, who, { days: [day], approved: true })).status).toBe(records);
  if (sees === 200) expect((await call("GET", `${at}/week`, who)).body.canEdit).toBe(records === 200);
});

it("what is wrong is named with its place, and nothing is kept", async () => {
  const at = `/businesses/${world.businessId}`;
  const save = (record: object, date = "2026-06-26") =>
    server.call("PUT", `${at}/days`, "prepare", {
      days: [{ personId: world.personIds[0], date, kind: "worked", record }],
    });
  const shift = (start: string, end: string) => ({ shifts: [{ start, end }], leave: [] });
  const cases: [object, number, RegExp][] = [
    [shift("2026-06-26T09:00", "2026-06-26T09:00"), 422, /ends after its start/],
    [shift("2026-06-25T09:00", "2026-06-25T12:00"), 422, /starts on its own day/],
    [shift("2026-06-26T9", "2026-06-26T12:00"), 400, /not a time of a day/],
    [{ shifts: [], leave: [{ kind: "nothing" }] }, 422, /not a kind of leave/],
    [{ shifts: [], leave: [], hours: "x" }, 400, /not a number of hours/],
  ];
  for (const [record, status, sentence] of cases) {
    const answer = await save(record);
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(sentence)]);
  }
  const week = (await server.call("GET", `${at}/week?day=2026-06-26`, "prepare")).body;
  expect(week.people[0].days["2026-06-26"]).toBeUndefined();
  expect((await server.call("GET", `${at}/week?day=nope`, "prepare")).status).toBe(422);
  expect((await server.call("GET", `${at}/time-record.csv?from=2026-06-01&to=x`, "prepare")).status).toBe(422);
});
