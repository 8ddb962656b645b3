/** Every route asks who is there: the list of routes is read, not kept by hand. Problems are problem details. */

import { request } from "node:http";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { officeZone } from "../ground/clock.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { readyRun, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { type Answer, startServer, type TestServer, testPassword } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
let url: string;
let runId: number;
let routes: [string, string][];
let call: TestServer["call"];

beforeAll(async () => {
  world = smallWorld(2);
  runId = readyRun(world).runId;
  server = await startServer(world);
  ({ url, call, routes } = server);
  await server.add("see", "see");
  await server.add("prepare", "prepare");
  await server.add("sign", "authorise");
  await server.add("stranger", null);
  await server.add("lead", "lead");
});
afterAll(async () => {
  server.close();
  await world.end();
});

const open = [
  "/session",
  "/first-user",
  "/invitation/:token",
  "/invitation",
  "/password-reset",
  "/calendars/:file",
  "/staff/join",
  "/staff/code",
  "/staff/code/session",
];
const filled = (path: string) =>
  path
    .replace(":business", String(world.businessId))
    .replace(":run", String(runId))
    .replace(":person", String(world.personIds[0]))
    .replace(":pay", "1")
    .replace(":journal", "1")
    .replace(":document", "1")
    .replace(":section", "tax")
    .replace(":what", "tax")
    .replace(":from", "2026-07-01");

describe("every route", () => {
  it("is found by walking the application", () => expect(routes.length).toBeGreaterThan(30));
  it("asks for a sign-in, as problem details", async () => {
    for (const [method, path] of routes) {
      if (open.includes(path)) continue;
      const answer = await call(method, filled(path));
      expect([path, answer.status, answer.type, answer.body.code]).toEqual([
        path,
        401,
        "application/problem+json; charset=utf-8",
        "not-signed-in",
      ]);
    }
  });
  it("does not show a business to a stranger", async () => {
    for (const [method, path] of routes) {
      if (!/:business|:run|:person/.test(path)) continue;
      const answer = await call(method, filled(path), "stranger");
      expect([method, path, answer.status]).toEqual([method, path, 404]);
    }
  });
  it("lets a viewer look and change nothing", async () => {
    for (const [method, path] of routes) {
      // Whose staff page it is not, to them there is none: staff.test.ts.
      if (!/:business|:run|:person/.test(path) || path.startsWith("/staff/") || path.endsWith("/staff-pages")) continue;
      const { status } = await call(method, filled(path), "see");
      // 409: there is nothing to correct in a run that is open.
      if (/list-with-numbers.csv$|archive.zip$/.test(path)) expect([path, status]).toEqual([path, 403]);
      else if (method === "GET") expect([path, [200, 404, 409].includes(status)], path).toEqual([path, true]);
      else expect([path, status]).toEqual([path, 403]);
    }
  });
});

describe("who may do what", () => {
  it("a preparer prepares, an authoriser signs", async () => {
    const run = (await call("GET", `/runs/${runId}`, "prepare")).body;
    const save = { version: run.version, rows: [{ payId: run.rows[0].payId, lines: run.rows[0].lines }] };
    expect((await call("PUT", `/runs/${runId}/rows`, "prepare", save)).status).toBe(200);
    const sign = { version: run.version + 1, declared: true };
    const refused = await call("POST", `/runs/${runId}/sign-off`, "prepare", sign);
    expect([refused.status, refused.body.detail]).toEqual([
      403,
      "You may prepare its pay runs, but not authorise its pay runs. Ask the practice lead for the right.",
    ]);
    expect((await call("POST", `/runs/${runId}/sign-off`, "sign", sign)).status).toBe(200);
  });
  it("a wrong password and an unknown address are told the same", async () => {
    const wrong = await call("POST", "/session", undefined, { email: "see@example.org", password: "no" });
    const unknown = await call("POST", "/session", undefined, { email: "nobody@example.org", password: "no" });
    expect([wrong.status, unknown.status, wrong.body.detail]).toEqual([401, 401, unknown.body.detail]);
  });
  it("a second first user is refused, and so is a request of another site", async () => {
    const again = { proof: "x", practice: "X", name: "X", email: "x@example.org", password: "a long enough one" };
    expect((await call("POST", "/first-user", undefined, again)).status).toBe(409);
    expect((await fetch(`${url}/api/session`, { method: "DELETE" })).status).toBe(403);
  });
  it("what is not JSON, or no address, is said plainly", async () => {
    const broken = await fetch(`${url}/api/session`, {
      method: "POST",
      headers: { "X-Zesty": "1", "Content-Type": "application/json" },
      body: "{oops",
    });
    expect([broken.status, ((await broken.json()) as { code: string }).code]).toEqual([400, "not-readable"]);
    expect((await call("GET", "/no/such/place", "see")).body.code).toBe("not-found");
  });
});

it("which day it is is said of the practice, and of each business where it is", async () => {
  const today = vi.spyOn(world.context.clock, "today").mockImplementation((zone) => zone);
  const { body } = await call("GET", "/session", "lead");
  today.mockRestore();
  const { timeZone } = findBusiness(world.context, world.businessId);
  expect(body).toMatchObject({ day: officeZone, businesses: [{ id: world.businessId, day: timeZone }] });
});

describe("answers are packed", () => {
  it("but a stream of events is not, or it would wait until it is full", async () => {
    const signedIn = await call("POST", "/session", undefined, {
      email: "lead@example.org",
      password: testPassword,
    });
    const headers = { cookie: signedIn.cookie ?? "", "accept-encoding": "gzip" };
    const run = await fetch(`${url}/api/runs/${runId}`, { headers });
    expect([run.status, run.headers.get("content-encoding")]).toEqual([200, "gzip"]);
    await run.text();
    const stop = new AbortController();
    const events = await fetch(`${url}/api/events`, { headers, signal: stop.signal });
    expect([events.status, events.headers.get("content-encoding")]).toEqual([200, null]);
    const reader = events.body?.getReader();
    await reader?.read();
    const told = async () => Buffer.from((await reader?.read())?.value ?? []).toString();
    world.context.announce(runId);
    expect(await told()).toContain(`"runId":${runId}`);
    // What is written into the trail of a business is told once it is committed, to whoever may see it, and by which page;
    // what was only looked at is written there too, and changes nothing.
    await call("GET", `/runs/${runId}/sheet.csv`, "prepare");
    const noPhoto = { picture: "AAAA" };
    expect((await call("PUT", `/people/${world.personIds[0]}/photo`, "prepare", noPhoto)).status).toBe(422);
    const photo = {
      picture:
        "iVBORw0KGgoAAAANSUhEUgAAABAAAAAQAQMAAAAlPW0iAAAAA1BMVEX///+nxBvIAAAADElEQVQI12NgIA0AAAAwAAHHqoWOAAAAAElFTkSuQmCC",
    };
    const put = await call("PUT", `/people/${world.personIds[0]}/photo`, "prepare", photo, { "X-Zesty-Page": "mine" });
    expect(put.status).toBe(200);
    expect(await told()).toBe(`data: {"businessId":${world.businessId},"by":"mine"}\n\n`);
    stop.abort();
  });
});

describe("junk at every route", () => {
  const part = fc.oneof(
    fc.integer(),
    fc.string(),
    fc.constantFrom("0", "-1", "1e9", "9007199254740993", "constructor", "__proto__", "../1", "%00", "NaN", "\u0001"),
  );
  const value: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
    any: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom(null, true, "", "12.50", "9".repeat(400), "2026-02-30", "9999-12-31", -1, 1e21, "\u0000", "=1+1"),
      fc.string(),
      fc.double(),
      fc.array(tie("any"), { maxLength: 4 }),
      fc.dictionary(
        fc.constantFrom(
          "version",
          "rows",
          "lines",
          "payId",
          "elementId",
          "name",
          "from",
          "payday",
          "cycleId",
          "x",
          "rights",
        ),
        tie("any"),
        { maxKeys: 5 },
      ),
    ),
  })).any;
  const own = (path: string, junk: readonly unknown[]) => {
    let at = 0;
    return filled(path).replace(/:[a-z]+|(?<=\/)\d+/gi, (found) => {
      at += 1;
      return junk[at] === undefined ? found : encodeURIComponent(String(junk[at])).replace(/^$/, "0");
    });
  };
  const changes = () =>
    world.context.store.sqlite
      .prepare(
        "SELECT (SELECT COUNT(*) FROM pay_run) || ' ' || (SELECT COUNT(*) FROM person) || ' ' || (SELECT COUNT(*) FROM business) || ' ' || (SELECT COUNT(*) FROM outbox) || ' ' || (SELECT COUNT(*) FROM signed_pay)",
      )
      .pluck()
      .get();
  it("is answered with a sentence, never a fault of ours, and changes nothing", async () => {
    const before = changes();
    await fc.assert(
      fc.asyncProperty(
        fc.nat(),
        fc.constantFrom("see", "prepare", "sign", "stranger", "lead", undefined),
        fc.array(part, { minLength: 1, maxLength: 3 }),
        value,
        async (at, who, junk, body) => {
          const [method, path] = routes[at % routes.length] ?? ["GET", "/session"];
          // A stream has no end, a sign-out would end the test's own session.
          if (path === "/events" || (method === "DELETE" && path.startsWith("/session")) || path === "/day") return;
          const answer: Answer = await call(
            method,
            own(path, junk),
            who,
            method === "GET" ? undefined : (body ?? null),
          );
          expect([method, path, answer.status < 500], JSON.stringify(answer.body)).toEqual([method, path, true]);
          if (answer.status >= 400) expect(answer.body?.detail?.length, `${method} ${path}`).toBeGreaterThan(10);
        },
      ),
      { numRuns: 700 },
    );
    expect(changes()).toBe(before);
  });
  it.each([
    ["a foreign pay element", "PUT", "rows", { rows: [{ payId: 1, lines: [{ elementId: 99_999, hours: "1" }] }] }],
    [
      "an amount beyond all bounds",
      "PUT",
      "rows",
      { rows: [{ payId: 1, lines: [{ elementId: 1, amount: "90071992547409930" }] }] },
    ],
    ["a list without end", "POST", "people", { personIds: Array.from({ length: 100_000 }, (_, at) => at + 1) }],
  ])("%s is refused and named", async (_what, method, path, body) => {
    const open = world.context.store.sqlite.prepare("SELECT MAX(id) FROM pay_run WHERE state = 'open'").pluck().get();
    const id = open ?? readyRun(world).runId;
    const { version } = (await call("GET", `/runs/${id}`, "prepare")).body;
    const answer = await call(method, `/runs/${id}/${path}`, "prepare", { version, ...body });
    expect([400, 422]).toContain(answer.status);
  });
  it("a name with a control character, an unknown encoding, a figure that is none", async () => {
    // A bell, half a pair, what XML has no place for, a mark that turns the text, a sign without width.
    for (const sign of ["\u0007", "\uD800", "\uFFFE", "\uFFFF", "\u202E", "\u2066", "\u200B", "\uFEFF"]) {
      const named = await call("POST", `/businesses/${world.businessId}/funds`, "prepare", { name: `A${sign}B` });
      expect([named.status, named.body.detail]).toEqual([
        400,
        "name holds a character that cannot be seen or written. Type it anew.",
      ]);
    }
    for (const name of ["Zoë Ōkāforth", "李 小龍", "O’Brien 👩‍🌾"])
      expect(
        (await call("POST", `/businesses/${world.businessId}/funds`, "prepare", { name })).body.detail,
      ).not.toMatch(/cannot be seen/);
    const encoded = await call("POST", "/session", "see", "x", { "Content-Encoding": "zebra" });
    expect(encoded.status).toBe(400);
    expect((await call("GET", `/runs/${runId}/pays/1/working?figure=constructor`, "see")).status).toBe(404);
  });
  it.each([
    ["GET", "/year?from=9999-12-31"],
    ["GET", "/year?from=0001-01-01"],
    ["GET", "/year?from=nope"],
    ["GET", "/week?day=9999-12-31"],
    ["GET", "/leave?from=0001-01-01&to=0001-02-01"],
    ["GET", "/leave-worth?from=9999-01-01&to=9999-12-31"],
    ["GET", "/annual-wages?from=9999-01-01&to=x"],
    ["GET", "/time-record.csv?from=0001-01-01&to=0001-01-02"],
  ])("%s %s is answered in a sentence", async (method, path) => {
    const answer = await call(method, `/businesses/${world.businessId}${path}`, "lead");
    expect([path, answer.status]).toEqual([path, expect.toBeOneOf([200, 400, 404, 422])]);
  });
  it.each(["%E0%A4%A", "%", "%u0041"])("a passphrase written as %s is refused in a sentence", async (passphrase) => {
    const answer = await call("POST", "/businesses/import", "lead", "PK", {
      ...{ "Content-Type": "application/zip", "X-Passphrase": passphrase },
    });
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(/passphrase/i)]);
  });
  it("a monitor learns that the store answers, and nothing else", async () => {
    const answer = await fetch(`${url}/health`);
    expect([answer.status, await answer.json()]).toEqual([200, { ok: true }]);
  });
  it("what one may not see and what is not there have one answer", async () => {
    for (const path of ["/runs/", "/people/", "/businesses/"]) {
      const there = await call("GET", `${path}1`, "stranger");
      const nowhere = await call("GET", `${path}99999`, "stranger");
      expect([path, there.status, there.body.detail]).toEqual([path, 404, nowhere.body.detail]);
    }
  });
});

it("turns a file of a business away before it is read, where nobody is signed in", async () => {
  const status = await new Promise<number>((done, failed) => {
    const asked = request(`${server.url}/api/businesses/import`, {
      method: "POST",
      headers: { "Content-Type": "application/zip", "Content-Length": "300000000", "X-Zesty": "1" },
    });
    asked.on("response", (response) => {
      done(response.statusCode ?? 0);
      asked.destroy();
    });
    asked.on("error", failed);
    // The first kilobyte of three hundred million: the answer is there without the rest.
    asked.write(Buffer.alloc(1024));
  });
  expect(status).toBe(401);
});
