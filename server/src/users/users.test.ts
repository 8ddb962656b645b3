/** Users over HTTP: invitations that work once, rights, lockout, second factor, sessions, two pairs of eyes, https. */

import { createHash } from "node:crypto";
import { Secret, TOTP } from "otpauth";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { demandFree, noteFailure } from "../session/lockout.ts";
import { audit, business, invitation, letter } from "../store/schema.ts";
import { readyRun, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer, testPassword } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
let call: TestServer["call"];
beforeEach(async () => {
  world = smallWorld(1);
  server = await startServer(world);
  ({ call } = server);
  await server.add("lead", "lead");
});
afterEach(async () => {
  server.close();
  await world.end();
});
const rights = (right: string) => [{ businessId: world.businessId, right, approves: false }];
const invite = (change: object = {}) =>
  call("POST", "/users/invitations", "lead", {
    email: "new@example.org",
    name: "Noa New",
    lead: false,
    rights: rights("prepare"),
    ...change,
  });
const prove = (who: string) => call("POST", "/session/prove", who, { password: testPassword });
const tokenOf = (link: string) => link.split("#")[1] ?? "";
const trail = () => world.context.store.db.select().from(audit).all();

describe("of two leads with one user open", () => {
  it("the slower one does not give back what the other took away", async () => {
    await server.add("second", "lead");
    const id = await server.add("worker", "authorise");
    await prove("lead");
    await prove("second");
    const seen = async (who: string): Promise<string> =>
      (await call("GET", "/users", who)).body.users.find((each: { id: number }) => each.id === id).stamp;
    const [first, second] = [await seen("lead"), await seen("second")];
    const save = (who: string, stamp: string, active: boolean) =>
      call("PUT", `/users/${id}`, who, { active, lead: false, rights: rights("see") }, { "If-Match": stamp });
    expect((await save("lead", first, false)).status).toBe(200);
    const late = await save("second", second, true);
    expect([late.status, late.body.code]).toEqual([409, "changed-meanwhile"]);
    expect((await save("second", await seen("second"), true)).status).toBe(200);
  });
});

describe("an invitation", () => {
  it("makes a user with the rights that were chosen, once", async () => {
    const { body } = await invite();
    // The letter waits in the outbox, sealed; the lead may hand the link over as well.
    const [kept] = world.context.store.db.select().from(letter).all();
    expect(kept).toMatchObject({ recipient: "new@example.org", state: "queued" });
    expect(kept?.text).not.toContain(tokenOf(body.link));
    const token = tokenOf(body.link);
    expect((await call("GET", `/invitation/${token}`)).body).toMatchObject({ kind: "join", email: "new@example.org" });
    const joined = await call("POST", "/invitation", "new", { token, password: testPassword });
    expect(joined.body.businesses).toMatchObject([{ id: world.businessId, right: "prepare" }]);
    const again = await call("POST", "/invitation", "other", { token, password: testPassword });
    expect([again.status, again.body.code]).toEqual([422, "link-used"]);
    expect((await server.signIn("new")).status).toBe(200);
  });
  it("is the lead's alone, of businesses that exist, and not for somebody who is here", async () => {
    await server.add("prepare", "prepare");
    expect((await call("GET", "/users", "prepare")).status).toBe(403);
    const nowhere = [{ businessId: 999, right: "see", approves: false }];
    expect((await invite({ rights: nowhere })).body.code).toBe("unknown-business");
    expect((await invite({ email: "prepare@example.org" })).status).toBe(409);
  });
  it.each([
    ["aaaaaaaaaaaa", 400],
    ["short", 400],
    ["five words of my own", 200],
  ])("takes the password “%s”: %i", async (password, status) => {
    const { body } = await invite();
    expect((await call("POST", "/invitation", "new", { token: tokenOf(body.link), password })).status).toBe(status);
  });
});

describe("who keeps a business", () => {
  it("is said by a lead, of somebody who sees it; it stands on the desk and gives no right", async () => {
    const worker = await server.add("worker", "see");
    const hours = await server.add("hours", "hours");
    const keep = (userId: number | null, businessId = world.businessId) =>
      call("PUT", "/users/keepers", "lead", { businessId, userId });
    expect((await keep(worker)).body.keepers).toEqual({ [world.businessId]: worker });
    expect((await call("GET", "/desk", "worker")).body.lanes[0].keeper).toEqual({ id: worker, name: "worker" });
    expect((await call("PUT", "/users/keepers", "worker", { businessId: world.businessId, userId: null })).status).toBe(
      403,
    );
    expect((await keep(hours)).body.detail).toMatch(/does not see Example Bakery\. Give the right first/);
    expect((await keep(9_999)).body.detail).toMatch(/Choose somebody else/);
    expect((await keep(worker, 9_999)).status).toBe(404);
    expect((await keep(null)).body.keepers).toEqual({});
    expect(trail().at(-1)).toMatchObject({ what: "said who keeps a business", about: "Example Bakery: nobody" });
  });
});

describe("rights", () => {
  it("change at once, and who may not sign in any more is signed out", async () => {
    const id = await server.add("worker", "see");
    const change = (body: object) =>
      call("PUT", `/users/${id}`, "lead", { lead: false, active: true, rights: rights("see"), ...body });
    await change({ rights: rights("authorise") });
    const session = (await call("GET", "/session", "worker")).body;
    expect(session.businesses[0].right).toBe("authorise");
    await change({ active: false });
    expect((await call("GET", "/desk", "worker")).status).toBe(401);
    expect((await server.signIn("worker")).status).toBe(401);
    expect(trail().at(-2)?.change).toMatchObject({ before: { active: true }, after: { active: false } });
  });
  it("of the last lead stay", async () => {
    const { users } = (await call("GET", "/users", "lead")).body;
    const others = users.filter(
      (each: { lead: boolean; email: string }) => each.lead && each.email !== "lead@example.org",
    );
    const off = { lead: false, active: true, rights: [] };
    for (const each of others) expect((await call("PUT", `/users/${each.id}`, "lead", off)).status).toBe(200);
    const own = users.find((each: { email: string }) => each.email === "lead@example.org");
    expect((await call("PUT", `/users/${own.id}`, "lead", off)).body.code).toBe("last-lead");
  });
  it("two pairs of eyes: whoever ticked does not sign, somebody else does", async () => {
    await server.add("one", "authorise");
    await server.add("two", "authorise");
    world.context.store.db.update(business).set({ fourEyes: true }).run();
    const { runId } = readyRun(world);
    const run = (await call("GET", `/runs/${runId}`, "one")).body;
    const row = run.rows[0];
    const saved = await call("PUT", `/runs/${runId}/rows`, "one", {
      version: run.version,
      rows: [{ payId: row.payId, lines: row.lines }],
    });
    const sign = { version: saved.body.version, declared: true };
    expect((await call("POST", `/runs/${runId}/sign-off`, "one", sign)).body.code).toBe("prepared-yourself");
    expect((await call("POST", `/runs/${runId}/sign-off`, "two", sign)).status).toBe(200);
  });
});

describe("signing in", () => {
  it("is locked by account after eight wrong tries, and other accounts are not", async () => {
    await server.add("worker", "see");
    const wrong = () => server.signIn("worker", { password: "no" });
    for (let tries = 0; tries < 8; tries += 1) expect((await wrong()).status).toBe(401);
    expect((await server.signIn("worker")).status).toBe(429);
    expect((await server.signIn("lead")).status).toBe(200);
    expect(trail().filter((each) => each.what === "wrong sign-in")).toHaveLength(8);
  });
  it("a stranger elsewhere locks nobody out, and a known browser is counted apart", () => {
    const { context } = world;
    for (let tries = 0; tries < 20; tries += 1) noteFailure(context, "lead@example.org", `far ${tries % 2}`);
    expect(() => demandFree(context, "lead@example.org", "far 1")).toThrow(/Too many attempts/);
    expect(() => demandFree(context, "lead@example.org", "the office")).not.toThrow();
    for (let tries = 0; tries < 200; tries += 1) noteFailure(context, "lead@example.org", `net ${tries}`);
    expect(() => demandFree(context, "lead@example.org", "the office")).toThrow();
    expect(() => demandFree(context, "lead@example.org", "the office", "device 1")).not.toThrow();
  });
  it.each(["password12345", "qwertyuiop123", "Worker.Worker.1", "iloveyou2024!"])(
    "is not with “%s”",
    async (password) => {
      await server.add("worker", "see");
      const wanted = { current: testPassword, password };
      expect((await call("PUT", "/password", "worker", wanted)).body.code).toBe("password-common");
    },
  );
  it("with a second factor wants its code, each code once", async () => {
    await server.add("worker", "see");
    const { secret, qr } = (await call("POST", "/second-factor", "worker", { password: testPassword })).body;
    expect(qr).toContain("<svg");
    const totp = new TOTP({ secret: Secret.fromBase32(secret), digits: 6, period: 30 });
    // Of one moment: on a busy machine the half minute may turn within the test.
    const now = Date.now();
    const at = (steps: number) => totp.generate({ timestamp: now + steps * 30_000 });
    expect((await call("PUT", "/second-factor", "worker", { code: "000000" })).body.code).toBe("code-wrong");
    const confirmed = (await call("PUT", "/second-factor", "worker", { code: at(0) })).body;
    expect(confirmed.user.secondFactor).toBe(true);
    const [spare] = confirmed.recovery as string[];
    // A session alone puts no other authenticator in its place.
    const begin = (more: object) => call("POST", "/second-factor", "worker", { password: testPassword, ...more });
    expect((await begin({ password: "wrong" })).body.code).toBe("password-wrong");
    expect((await begin({})).body.code).toBe("code-wanted");
    // The authenticator is lost: a code in its place, once, and its owner is told.
    expect((await server.signIn("worker", { code: spare })).status).toBe(200);
    expect((await server.signIn("worker", { code: spare })).body.code).toBe("code-wrong");
    expect(world.context.store.db.select().from(letter).all()).toHaveLength(2);
    expect((await server.signIn("worker")).body.code).toBe("code-wanted");
    expect((await server.signIn("worker", { code: at(0) })).body.code).toBe("code-wrong");
    expect((await server.signIn("worker", { code: at(1) })).status).toBe(200);
    expect((await call("POST", "/second-factor/end", "worker", { password: "wrong" })).status).toBe(422);
    expect((await call("POST", "/second-factor/end", "worker", { password: testPassword })).status).toBe(200);
    expect((await server.signIn("worker")).status).toBe(200);
  });
  it("may be demanded of leads: one without a factor sets it up before anything else, and none takes it away", async () => {
    await server.add("second", "lead");
    const demand = (who: string, demanded: boolean) => call("PUT", "/safety/leads-factor", who, { demanded });
    const setUp = async (who: string) => {
      const { secret } = (await call("POST", "/second-factor", who, { password: testPassword })).body;
      const code = new TOTP({ secret: Secret.fromBase32(secret), digits: 6, period: 30 }).generate();
      return (await call("PUT", "/second-factor", who, { code })).status;
    };
    expect((await demand("lead", true)).body.code).toBe("own-factor-first");
    expect(await setUp("lead")).toBe(200);
    expect((await demand("lead", true)).body.factorDemanded).toBe(true);
    const shut = await call("GET", "/desk", "second");
    expect([shut.status, shut.body.code, shut.body.mend]).toEqual([403, "factor-wanted", "/you"]);
    expect((await call("GET", "/session", "second")).body.user.factorWanted).toBe(true);
    expect((await call("GET", "/sessions", "second")).status).toBe(200);
    expect(await setUp("second")).toBe(200);
    expect((await call("GET", "/desk", "second")).status).toBe(200);
    const end = () => call("POST", "/second-factor/end", "second", { password: testPassword });
    expect((await end()).body.code).toBe("factor-wanted");
    await server.add("worker", "see");
    expect((await call("GET", "/desk", "worker")).status).toBe(200);
    expect((await demand("lead", false)).body.factorDemanded).toBe(false);
    expect((await end()).status).toBe(200);
  });
  it("takes as long for an address that is not here as for a wrong password", async () => {
    const took = async (email: string, round: number) => {
      const began = process.cpuUsage();
      const wanted = { email: `${round}${email}`, password: "not the right one" };
      const answer = await call("POST", "/session", `stranger ${round}`, wanted);
      expect(answer.status).toBe(401);
      const { user, system } = process.cpuUsage(began);
      return user + system;
    };
    const rounds = [...Array(8).keys()];
    for (const at of rounds) await server.add(`${at}known`, "see");
    await took("warm@example.org", 0);
    // What the processor did for it, in turn, and the least of each: the clock on the wall runs on for whatever else the
    // machine does. Without the hash it would be a tenth.
    let [known, unknown] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const at of rounds) {
      known = Math.min(known, await took("known@example.org", at));
      unknown = Math.min(unknown, await took("unknown@example.org", at));
    }
    expect(Math.max(known, unknown) / Math.min(known, unknown)).toBeLessThan(1.6);
  });
  it("an open session is not enough for users, accounts and tax numbers, half an hour on", async () => {
    const personId = world.personIds[0];
    const reveal = () => call("POST", `/people/${personId}/secrets/bank`, "lead");
    expect((await reveal()).status).toBe(200);
    const later = Date.now() + 31 * 60_000;
    vi.useFakeTimers({ toFake: ["Date"], now: later });
    try {
      for (const answer of [
        await reveal(),
        await invite(),
        await call("POST", `/businesses/${world.businessId}/export`, "lead", { passphrase: null }),
        await call("PUT", `/people/${personId}/bank`, "lead", { from: "2026-07-01", parts: [] }),
        await call("GET", `/businesses/${world.businessId}/people/list-with-numbers.csv`, "lead"),
        await call("POST", "/programs", "lead", {}),
        await call("POST", `/businesses/${world.businessId}/payees`, "lead", {}),
      ])
        expect([answer.status, answer.body?.code]).toEqual([403, "password-wanted"]);
      expect((await call("POST", "/session/prove", "lead", { password: "wrong" })).status).toBe(422);
      expect((await call("POST", "/session/prove", "lead", { password: testPassword })).status).toBe(200);
      expect((await reveal()).status).toBe(200);
    } finally {
      vi.useRealTimers();
    }
  });
  it("a new password ends the other sessions; a session can be ended by name", async () => {
    await server.add("worker", "see");
    const old = (await call("GET", "/sessions", "worker")).body[0];
    expect(old).toMatchObject({ current: true });
    // A second browser of the same person.
    await call("POST", "/session", "phone", { email: "worker@example.org", password: testPassword });
    expect((await call("GET", "/sessions", "worker")).body).toHaveLength(2);
    const wanted = { current: testPassword, password: "another long one" };
    expect((await call("PUT", "/password", "worker", { ...wanted, current: "no" })).status).toBe(422);
    expect((await call("PUT", "/password", "worker", wanted)).status).toBe(200);
    expect((await call("GET", "/desk", "phone")).status).toBe(401);
    await call("DELETE", `/sessions/${old.id}`, "worker");
    expect((await call("GET", "/desk", "worker")).status).toBe(401);
  });
  it.each([
    [false, 200],
    [true, 401],
  ])("a new password by a link: with a second factor (%s) nobody is signed in by it", async (factor, desk) => {
    await server.add("worker", "see");
    if (factor) {
      const { secret } = (await call("POST", "/second-factor", "worker", { password: testPassword })).body;
      const code = new TOTP({ secret: Secret.fromBase32(secret), digits: 6, period: 30 }).generate();
      expect((await call("PUT", "/second-factor", "worker", { code })).status).toBe(200);
    }
    const token = "a token of a letter";
    world.context.store.db
      .insert(invitation)
      .values({
        kind: "reset",
        email: "worker@example.org",
        name: "worker",
        lead: false,
        rights: [],
        tokenHash: createHash("sha256").update(token).digest("hex"),
        expiresAt: Date.now() + 60_000,
      })
      .run();
    const password = "quiet lemons at noon";
    expect((await call("POST", "/invitation", "letter", { token, password })).status).toBe(200);
    expect((await call("GET", "/desk", "letter")).status).toBe(desk);
    expect((await server.signIn("worker", { password })).body.code).toBe(factor ? "code-wanted" : undefined);
  });
  it("who is locked out may ask for a reset, and requests for resets lock nobody out", async () => {
    await server.add("worker", "see");
    const ask = () => call("POST", "/password-reset", undefined, { email: "worker@example.org" });
    for (let asked = 0; asked < 8; asked += 1) expect((await ask()).status).toBe(200);
    expect((await ask()).status).toBe(429);
    expect((await server.signIn("worker")).status).toBe(200);
    for (let tries = 0; tries < 8; tries += 1) await server.signIn("lead", { password: "no" });
    expect((await call("POST", "/password-reset", undefined, { email: "lead@example.org" })).status).toBe(200);
  });
  it("a forgotten password: the answer does not tell who is here", async () => {
    const known = await call("POST", "/password-reset", undefined, { email: "lead@example.org" });
    const unknown = await call("POST", "/password-reset", undefined, { email: "nobody@example.org" });
    expect([known.status, known.body]).toEqual([unknown.status, unknown.body]);
  });
});

describe("behind an https proxy", () => {
  it("the session cookie is set when the proxy says https, and not over plain http", async () => {
    const { settings } = world.context;
    Object.assign(settings, { cookieSecure: true, proxies: 1 });
    const own = await startServer(world);
    const signIn = (headers: Record<string, string>) =>
      own.call("POST", "/session", undefined, { email: "lead@example.org", password: testPassword }, headers);
    expect((await signIn({ "X-Forwarded-Proto": "https" })).cookie).toMatch(/^zesty=/);
    expect((await signIn({})).cookie).toBeUndefined();
    own.close();
  });
  it("another host name is refused where an address is set", async () => {
    Object.assign(world.context.settings, { address: "https://payroll.example", proxies: 1 });
    const own = await startServer(world);
    const from = (host: string) => own.call("GET", "/session", undefined, undefined, { "X-Forwarded-Host": host });
    expect((await from("evil.example")).body.code).toBe("host");
    expect((await from("payroll.example")).status).toBe(200);
    own.close();
  });
});

describe("the audit trail", () => {
  it("is searched and read page by page, and exported; formulas are guarded", async () => {
    await invite({ name: "=cmd()", email: "formula@example.org" });
    const { body } = await call("GET", "/trail?words=invited", "lead");
    expect(body).toMatchObject([{ what: "invited a user", about: "formula@example.org", user: "lead" }]);
    const newest = (await call("GET", "/trail", "lead")).body;
    expect((await call("GET", `/trail?before=${newest[0].id}`, "lead")).body[0].id).toBe(newest[0].id - 1);
    const csv = await fetch(`${server.url}/api/trail.csv`, { headers: { "X-Zesty": "1" } });
    expect(csv.status).toBe(401);
  });
});

describe("safety", () => {
  it("makes and lists backups, and walks the trail", async () => {
    const { body } = await call("POST", "/safety/backups", "lead");
    expect(body.backups).toHaveLength(1);
    world.context.store.sqlite.prepare("UPDATE audit SET what = 'x' WHERE id = 1").run();
    const walked = (await call("POST", "/safety/walk", "lead")).body;
    expect(walked.trail.broken).toEqual(["Entry 1 of the audit trail was changed."]);
    expect((await call("GET", "/session", "lead")).body.broken).toBe(1);
  });
});
