/** Other programs over HTTP: passes and their ends, scopes and businesses, writes that count once, the description. */

import { openRoutes } from "@zesty/contract/openRoutes";
import { type Scope, scopeNames } from "@zesty/contract/programs";
import { atPace, untilQuiet } from "@zesty/contract/testing/pace";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { audit, business, program, programAnswer, user } from "../store/schema.ts";
import { killedAt } from "../testing/powerCut.ts";
import { openUsual, readyRun, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";
import { mostAMinute } from "./door.ts";

let world: SmallWorld;
let server: TestServer;
beforeEach(async () => {
  world = smallWorld(2);
  server = await startServer(world);
  await server.add("lead", "lead");
});
afterEach(async () => {
  server.close();
  await world.end();
});

async function passFor(scopes: readonly Scope[], businessId: number | null = world.businessId, who = "lead") {
  const made = await server.call("POST", "/programs", who, {
    ...{ name: "Roster", businessId, scopes, endsOn: "2026-12-31" },
  });
  return String(made.body.pass);
}
/** As a stranger's program asks: a pass, no cookie, no header of our pages. */
async function ask(pass: string, method: string, path: string, body?: unknown, key?: string) {
  const response = await fetch(`${server.url}/api${path}`, {
    method,
    headers: {
      Authorization: `Bearer ${pass}`,
      ...(body === undefined ? {} : { "Content-Type": "application/json" }),
      ...(key ? { "Idempotency-Key": key } : {}),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, headers: response.headers, body: await response.json().catch(() => null) };
}
const day = (personId: number, hours = "7.6") => ({
  days: [{ personId, date: "2026-06-22", kind: "worked", record: { shifts: [], leave: [], hours } }],
});
const filled = (path: string, ids: Record<string, number>) =>
  path.replace(/\{(\w+)\}/g, (_all, name: string) => String(ids[name] ?? 1));
const idsOf = (runId: number) => ({ business: world.businessId, run: runId, pay: 1, journal: 1 });
const days = () => world.context.store.prepared<[]>("SELECT COUNT(*) FROM time_day").pluck().get();

describe("a pass", () => {
  it("is shown once, opens what it names, and is found by its hash alone", async () => {
    const pass = await passFor(["people"]);
    expect(pass).toMatch(/^zl_[\w-]{43}$/);
    expect(JSON.stringify(world.context.store.db.select().from(program).all())).not.toContain(pass);
    const people = await ask(pass, "GET", `/businesses/${world.businessId}/people`);
    expect([people.status, people.body.length]).toEqual([200, 2]);
    expect(JSON.stringify(people.body)).not.toMatch(/tfn|bsb|account/i);
    const unchanged = await fetch(`${server.url}/api/businesses/${world.businessId}/people`, {
      headers: { Authorization: `Bearer ${pass}`, "If-None-Match": people.headers.get("etag") ?? "" },
    });
    expect(unchanged.status).toBe(304);
    const own = await ask(pass, "GET", "/programs/own");
    expect(own.body).toMatchObject({ name: "Roster", scopes: ["people"], businesses: [{ id: world.businessId }] });
    const { body } = await server.call("GET", "/programs", "lead");
    expect(body.programs[0]).toMatchObject({
      name: "Roster",
      madeBy: "lead",
      usedFrom: [{ address: expect.any(String) }],
    });
    expect(body.programs[0].lastUsedAt).not.toBeNull();
  });

  it.each<[string, (pass: string) => unknown, number, string]>([
    ["that was never made", () => undefined, 401, "pass-unknown"],
    [
      "that was ended",
      async () => server.call("DELETE", `/programs/${world.context.store.db.select().from(program).get()?.id}`, "lead"),
      ...([401, "pass-unknown"] as const),
    ],
    [
      "whose day is over",
      () => world.context.store.db.update(program).set({ endsOn: "2026-06-30" }).run(),
      ...([401, "pass-unknown"] as const),
    ],
    [
      "whose maker has left",
      () => world.context.store.db.update(user).set({ active: false }).where(eq(user.name, "lead")).run(),
      ...([401, "pass-unknown"] as const),
    ],
    ["with another scope", () => undefined, 403, "scope-missing"],
  ])("%s opens nothing", async (what, happens, status, code) => {
    const pass =
      what === "that was never made"
        ? "zl_nothing"
        : await passFor(what === "with another scope" ? ["books"] : ["people"]);
    await happens(pass);
    const answer = await ask(pass, "GET", `/businesses/${world.businessId}/people`);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });

  it("is the lead's to make and to see, and ends within a year", async () => {
    await server.add("prepare", "prepare");
    const wanted = { name: "Roster", businessId: null, scopes: ["people"], endsOn: "2026-12-31" };
    expect((await server.call("POST", "/programs", "prepare", wanted)).status).toBe(403);
    expect((await server.call("GET", "/programs", "prepare")).status).toBe(403);
    for (const change of [
      { endsOn: "2027-08-01" },
      { endsOn: "2026-06-30" },
      { scopes: [] },
      { scopes: ["everything"] },
      { businessId: 99 },
    ])
      expect((await server.call("POST", "/programs", "lead", { ...wanted, ...change })).status).toBeGreaterThanOrEqual(
        400,
      );
    expect(world.context.store.db.select().from(program).all()).toEqual([]);
  });

  it("opens no other business, nothing that is not on the list, and no session", async () => {
    const { db } = world.context.store;
    const known = db.select().from(business).get();
    if (!known) throw new Error("There is a business.");
    const other = db
      .insert(business)
      .values({ ...known, id: undefined, name: "Other", bmsId: "other" } as never)
      .returning()
      .get();
    const pass = await passFor(["people", "writeTime"]);
    expect((await ask(pass, "GET", `/businesses/${other.id}/people`)).status).toBe(404);
    for (const [method, path] of server.routes) {
      const open = openRoutes.some(
        (each) => each.method === method.toLowerCase() && each.path.replace(/\{(\w+)\}/g, ":$1") === path,
      );
      if (open) continue;
      const answer = await ask(
        pass,
        method,
        path.replace(/:\w+/g, "1"),
        method === "GET" ? undefined : {},
        "key-12345678",
      );
      expect([method, path, answer.status]).toEqual([method, path, 404]);
    }
  });

  it("reaches each open route by its own scope and by no other", async () => {
    const ids = idsOf(readyRun(world).runId);
    for (const { method, path, scope } of openRoutes) {
      if (scope === null) continue;
      const to = filled(path, ids);
      const others = await ask(
        await passFor(scopeNames.filter((each) => each !== scope)),
        method,
        to,
        method === "get" ? undefined : {},
        "key-12345678",
      );
      expect([path, others.status, others.body.code]).toEqual([path, 403, "scope-missing"]);
      const own = await ask(await passFor([scope]), method, to, method === "get" ? undefined : {}, "key-12345678");
      expect([path, [401, 403].includes(own.status)]).toEqual([path, false]);
    }
  });

  it("may ask so often a minute", async () => {
    const pass = await passFor(["people"]);
    const answers: number[] = [];
    for (let at = 0; at <= mostAMinute; at += 1) answers.push((await ask(pass, "GET", "/programs/own")).status);
    expect([answers.filter((each) => each === 200).length, answers.at(-1)]).toEqual([mostAMinute, 429]);
  });
});

describe("a write", () => {
  it("counts once under its key, is answered the same, and is on the trail by the program's name", async () => {
    openUsual(world);
    const pass = await passFor(["writeTime", "approveTime"]);
    const to = `/businesses/${world.businessId}/days`;
    const [who = 0, other = 0] = world.personIds;
    const first = await ask(pass, "PUT", to, day(who), "week-26-first");
    const again = await ask(pass, "PUT", to, day(who), "week-26-first");
    expect([first.status, again.status, again.body, days()]).toEqual([200, 200, first.body, 1]);
    const reused = await ask(pass, "PUT", to, day(other), "week-26-first");
    expect([reused.status, reused.body.code]).toEqual([422, "key-reused"]);
    const without = await ask(pass, "PUT", to, day(other));
    expect([without.status, without.body.code, days()]).toEqual([400, "key-missing", 1]);
    const wrong = await ask(pass, "PUT", to, day(999), "week-26-wrong");
    expect([wrong.status >= 400, days()]).toEqual([true, 1]);
    // What was refused did nothing: mended, it goes under the same key.
    expect((await ask(pass, "PUT", to, day(other), "week-26-wrong")).status).toBe(200);
    const approved = { days: [{ personId: who, date: "2026-06-22" }], approved: true };
    expect((await ask(pass, "POST", `/businesses/${world.businessId}/approvals`, approved, "approve-26")).status).toBe(
      200,
    );
    const told = world.context.store.db
      .select()
      .from(audit)
      .all()
      .filter((each) => each.about?.startsWith("Roster: P"));
    expect(told.map((each) => each.about)).toEqual([
      `Roster: PUT ${to}`,
      `Roster: PUT ${to}`,
      `Roster: POST /businesses/${world.businessId}/approvals`,
    ]);
    expect(world.context.store.db.select().from(programAnswer).all()).toHaveLength(3);
  });

  it("is kept with its key or not at all, wherever the server stops: sent again it is done, or that is in doubt", async () => {
    const to = `/businesses/${world.businessId}/days`;
    const [who = 0] = world.personIds;
    const pass = await passFor(["writeTime"]);
    const said = new Set<string>();
    for (let at = 1; ; at += 1) {
      const write = () => ask(pass, "PUT", to, day(who, String(1 + (at % 9))), `stopped-at-${at}`);
      if (!(await killedAt(world.context, at, write))) break;
      const { status, body } = await write();
      said.add(body.code ?? status);
      expect(days(), `cut at write ${at}`).toBe(at);
    }
    expect([...said]).toEqual([200, "answer-lost"]);
  });

  it("of another program under the same key is its own", async () => {
    const to = `/businesses/${world.businessId}/days`;
    const [who = 0, other = 0] = world.personIds;
    await ask(await passFor(["writeTime"]), "PUT", to, day(who), "the-same-key");
    expect((await ask(await passFor(["writeTime"]), "PUT", to, day(other), "the-same-key")).status).toBe(200);
    expect(days()).toBe(2);
  });
});

describe("the description", () => {
  it("names every open route with its scope and the schema of its body, at once", untilQuiet, async () => {
    const pass = await passFor(["people"]);
    const began = performance.now();
    const { body } = await ask(pass, "GET", "/openapi.json");
    expect(performance.now() - began).toBeLessThan(atPace(1000));
    expect(body.openapi).toBe("3.1.0");
    const described = Object.entries(
      body.paths as Record<string, Record<string, { security: { pass: string[] }[] }>>,
    ).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, each]) => `${method} ${path} ${each.security[0]?.pass.join() ?? ""}`),
    );
    expect(described.sort()).toEqual(
      openRoutes.map((each) => `${each.method} ${each.path} ${each.scope ?? ""}`).sort(),
    );
    const sent = body.paths["/businesses/{business}/days"].put.requestBody.content["application/json"].schema;
    expect(sent.required).toEqual(["days"]);
    expect(sent.properties.days.items.required).toEqual(["personId", "date", "kind", "record"]);
  });
});

describe("lists by pages", () => {
  it.each(["runs", "journals"])(
    "%s: each once and in order, whatever is made meanwhile; of another business or of none is refused",
    async (list) => {
      const path = `/businesses/${world.businessId}/${list}`;
      const read = async (query: string) =>
        (await server.call("GET", `${path}?${query}`, "lead")).body as { id: number }[];
      for (let runs = 0; runs < 5; runs += 1) signRun(world, openUsual(world));
      const whole = (await read("most=100")).map((each) => each.id);
      expect(whole.length).toBeGreaterThanOrEqual(5);
      const seen: number[] = [];
      for (let after = ""; ; ) {
        const page = await read(`most=2${after}`);
        if (page.length === 0) break;
        seen.push(...page.map((each) => each.id));
        if (after === "") signRun(world, openUsual(world));
        after = `&after=${seen.at(-1)}`;
      }
      expect(seen).toEqual(whole);
      for (const [wrong, status] of [
        ["0", 400],
        ["-1", 400],
        ["1.5", 400],
        ["x", 400],
        ["999999", 404],
      ] as const)
        expect([wrong, (await server.call("GET", `${path}?after=${wrong}`, "lead")).status]).toEqual([wrong, status]);
    },
  );
});
