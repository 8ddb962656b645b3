/** Hours and leave over HTTP: who may see, record and approve them; the same for who may not as if there were nothing. */
import { eq } from "drizzle-orm";
import { afterAll, beforeAll, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { costCentre, place, userRight } from "../store/schema.ts";
import { openUsual, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";

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
  if (sees === 200) expect((await call("GET", `${at}/week`, who)).body.people[0].canEdit).toBe(records === 200);
});

it("hours and leave only: the week and leave of those approved for, and nowhere a figure of pay", async () => {
  await server.add("shift", "hours");
  world.context.store.db.update(userRight).set({ approves: true }).where(eq(userRight.right, "hours")).run();
  const at = `/businesses/${world.businessId}`;
  const week = await server.call("GET", `${at}/week`, "shift");
  expect([week.status, week.body.people[0].canEdit, week.body.people[0].agreedRate]).toEqual([200, true, null]);
  const leave = await server.call("GET", `${at}/leave`, "shift");
  expect([leave.status, leave.body.people[0].weeks[0].hourlyRate]).toEqual([200, null]);
  for (const body of [week.body, leave.body]) expect(JSON.stringify(body)).not.toContain("31.5");
  const { personIds, context } = world;
  const runId = openUsual(world);
  for (const path of [
    ...[at, `${at}/people`, `${at}/people/list.csv`, `${at}/journals`, `${at}/dues`, `${at}/readiness`, `${at}/runs`],
    ...[
      `${at}/time-record.csv`,
      `${at}/leave-worth`,
      `${at}/annual-wages`,
      `/people/${personIds[0]}`,
      `/runs/${runId}`,
    ],
    ...[`/people/${personIds[0]}/leave`, `/people/${personIds[0]}/line`, `/runs/${runId}/send`],
  ])
    expect([path, (await server.call("GET", path, "shift")).status]).toEqual([path, expect.toBeOneOf([403, 404])]);
  expect((await server.call("GET", "/desk", "shift")).body).toMatchObject({ lanes: [], toDo: [] });
  // Of another team one sees nobody at all.
  const elsewhere = context.store.db
    .insert(costCentre)
    .values({ businessId: world.businessId, code: "ELSE", name: "Elsewhere" })
    .returning()
    .get();
  context.store.db
    .update(userRight)
    .set({ approvesFor: { placeIds: [], costCentreIds: [elsewhere.id] } })
    .where(eq(userRight.right, "hours"))
    .run();
  expect((await server.call("GET", `${at}/week`, "shift")).body.people).toEqual([]);
  expect((await server.call("GET", `${at}/leave`, "shift")).body).toMatchObject({ people: [], requests: [] });
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

it("an approver of a place reaches whoever works there on the day, and nobody's leave elsewhere", async () => {
  const other = smallWorld(4);
  const http = await startServer(other);
  const { db } = other.context.store;
  const first = db.select().from(place).get()!;
  const bar = db
    .insert(place)
    .values({ ...first, id: undefined, name: "Bar" })
    .returning({ id: place.id })
    .get().id;
  const centre = { businessId: other.businessId, code: "T2", name: "Second team" };
  const team = db.insert(costCentre).values(centre).returning({ id: costCentre.id }).get().id;
  const [a, b, c, d] = other.personIds as [number, number, number, number];
  const terms = { cycleId: other.cycleId, basis: "full-time", classification: null, weeklyHours: "38" } as const;
  const move = (personId: number, from: string, where: object) =>
    saveSection(other.context, other.actor, personId, "employment", {
      ...{ from, ...terms, hourlyRate: "40", minimumRate: null, placeId: null, costCentreId: null, ...where },
    });
  move(a, "2026-06-24", { placeId: bar });
  move(c, "2026-06-01", { costSplit: [{ costCentreId: team, percent: "100" }] });
  move(d, "2026-06-01", { costCentreId: team });
  await http.add("lead", "lead");
  await http.add("host", "see");
  const { users } = (await http.call("GET", "/users", "lead")).body;
  const host = users.find((each: { name: string }) => each.name === "host");
  const give = (approvesFor: unknown) =>
    http.call("PUT", `/users/${host.id}`, "lead", {
      ...{ lead: false, active: true },
      rights: [{ businessId: other.businessId, right: "see", approves: true, approvesFor }],
    });
  expect((await give({ placeIds: [], costCentreIds: [] })).body.code).toBe("no-team");
  expect((await give({ placeIds: [999], costCentreIds: [] })).body.code).toBe("unknown-team");
  expect((await give({ placeIds: [bar], costCentreIds: [team] })).status).toBe(200);

  const at = `/businesses/${other.businessId}`;
  const save = async (personId: number, date: string) =>
    (
      await http.call("PUT", `${at}/days`, "host", {
        days: [{ personId, date, kind: "worked", record: { shifts: [], leave: [], hours: "5" } }],
      })
    ).status;
  expect(await save(a, "2026-06-23")).toBe(403);
  expect(await save(a, "2026-06-24")).toBe(200);
  expect(await save(b, "2026-06-24")).toBe(403);
  expect(await save(c, "2026-06-24")).toBe(200);
  const approve = (personId: number, date: string) =>
    http.call("POST", `${at}/approvals`, "host", { days: [{ personId, date }], approved: true });
  expect((await approve(b, "2026-06-24")).body.detail).toMatch(/of a place or team that you do not approve for/);
  expect((await approve(a, "2026-06-24")).status).toBe(200);
  expect((await approve(99_999, "2026-06-24")).status).toBe(404);
  const week = (await http.call("GET", `${at}/week?day=2026-06-24`, "host")).body;
  const editable = week.people.filter((each: { canEdit: boolean }) => each.canEdit);
  expect(editable.map((each: { personId: number }) => each.personId)).toEqual([a, c, d]);

  const ask = (personId: number) => ({
    ...{ personId, kind: "annual", first: "2026-07-06", last: "2026-07-06", hoursADay: null, inAdvance: false },
    ...{ note: "a trip", approve: null },
  });
  expect((await http.call("POST", `${at}/leave`, "host", ask(b))).status).toBe(403);
  const { id } = (await http.call("POST", `${at}/leave`, "lead", ask(b))).body;
  const answer = { answer: "approved", comment: null, belowNought: false };
  expect((await http.call("POST", `${at}/leave/${id}`, "host", answer)).status).toBe(403);
  expect((await http.call("POST", `${at}/leave`, "host", ask(c))).status).toBe(200);
  const leave = (await http.call("GET", `${at}/leave`, "host")).body;
  const shown = leave.requests.map((each: Record<string, unknown>) => [each.personId, each.note, each.canAnswer]);
  expect(shown).toEqual([
    [c, "a trip", true],
    [b, null, false],
  ]);
  http.close();
  await other.end();
});

it("who only looks on learns no kind of leave that the law keeps close, and gets no archive of a person", async () => {
  const { businessId, personIds } = world;
  const [personId = 0] = personIds;
  const leave = [
    { kind: "familyViolence", hours: "3" },
    { kind: "personal", hours: "2" },
  ];
  const days = [{ personId, date: "2026-06-25", kind: "worked", record: { shifts: [], leave } }];
  expect((await server.call("PUT", `/businesses/${businessId}/days`, "prepare", { days })).status).toBe(200);
  const record = async (who: string) =>
    (await server.call("GET", `/businesses/${businessId}/time-record.csv?from=2026-06-25&to=2026-06-25`, who)).text;
  expect(await record("prepare")).toContain("Family and domestic violence leave 3 h; Personal and carer's leave 2 h");
  expect(await record("see")).toContain("Leave 3 h; Personal and carer's leave 2 h");
  const archive = async (who: string) => (await server.call("GET", `/people/${personId}/archive.zip`, who)).status;
  expect([await archive("prepare"), await archive("see"), await archive("stranger")]).toEqual([200, 403, 404]);
});
