/** Every route asks who is there: the list of routes is read, not kept by hand. Problems are problem details. */
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { buildApp } from "./app.ts";
import { hashPassword } from "./session/session.ts";
import { readyRun, type SmallWorld, smallWorld } from "./smallWorld.ts";
import { user, userRight } from "./store/schema.ts";

let world: SmallWorld;
let server: Server;
let url: string;
let runId: number;

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle?: { stack?: Layer[] };
}
const routesOf = (layers: readonly Layer[]): [string, string][] =>
  layers.flatMap((layer) =>
    layer.route
      ? Object.keys(layer.route.methods).map((method): [string, string] => [
          method.toUpperCase(),
          layer.route?.path ?? "",
        ])
      : routesOf(layer.handle?.stack ?? []),
  );

const sessions = new Map<string, string>();
async function call(method: string, path: string, who?: string, body?: object) {
  const response = await fetch(`${url}/api${path}`, {
    method,
    headers: {
      "X-Zesty": "1",
      "Content-Type": "application/json",
      ...(who ? { Cookie: sessions.get(who) ?? "" } : {}),
    },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  const cookie = response.headers.getSetCookie()[0]?.split(";")[0];
  if (cookie && who) sessions.set(who, cookie);
  return {
    status: response.status,
    type: response.headers.get("Content-Type") ?? "",
    // biome-ignore lint/suspicious/noExplicitAny: answers are read as a foreign program would
    body: (await response.json().catch(() => null)) as any,
  };
}

let routes: [string, string][];
beforeAll(async () => {
  world = smallWorld(2);
  runId = readyRun(world).runId;
  const { db } = world.context.store;
  const passwordHash = await hashPassword("a long enough one");
  for (const [email, right] of [
    ["see", "see"],
    ["prepare", "prepare"],
    ["sign", "authorise"],
    ["stranger", null],
  ] as const) {
    const { id } = db
      .insert(user)
      .values({ email: `${email}@example.org`, name: email, passwordHash, lead: false })
      .returning()
      .get();
    if (right) db.insert(userRight).values({ userId: id, businessId: world.businessId, right }).run();
  }
  const app = buildApp(world.application, "/nowhere");
  routes = routesOf((app as unknown as { router: { stack: Layer[] } }).router.stack);
  await new Promise<void>((resolve) => {
    server = app.listen(0, "127.0.0.1", () => resolve());
  });
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  for (const who of ["see", "prepare", "sign", "stranger"])
    await call("POST", "/session", who, { email: `${who}@example.org`, password: "a long enough one" });
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await world.end();
});

const open = ["/session", "/first-user"];
const filled = (path: string) =>
  path
    .replace(":business", String(world.businessId))
    .replace(":run", String(runId))
    .replace(":person", String(world.personIds[0]))
    .replace(":pay", "1")
    .replace(":journal", "1")
    .replace(":document", "1")
    .replace(":section", "tax")
    .replace(":what", "tax");

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
      if (!/:business|:run|:person/.test(path)) continue;
      const { status } = await call(method, filled(path), "see");
      // 409: there is nothing to correct in a run that is open.
      if (method === "GET") expect([path, [200, 404, 409].includes(status)], path).toEqual([path, true]);
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
    const again = { practice: "X", name: "X", email: "x@example.org", password: "a long enough one" };
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
