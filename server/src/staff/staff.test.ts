/** The staff pages over HTTP: opened by a link that works once, one's own and nobody else's, declarations, leave, days. */
import { eq } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { datedRecords } from "../store/dated.ts";
import { audit, invitation, payRun, person, staffChange, user } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { startServer } from "../testing/testServer.ts";
import { keepCode } from "./oneTimeCode.ts";

let world: SmallWorld;
let server: Awaited<ReturnType<typeof startServer>>;
beforeEach(async () => {
  world = smallWorld(2);
  server = await startServer(world);
  await server.add("lead", "lead");
});
afterEach(async () => {
  await server.close();
  await world.end();
});

const who = (at = 0) => world.personIds[at] ?? 0;
const db = () => world.context.store.db;
const password = "peel and pith and zest";
async function opened(at = 0, name = "alex"): Promise<string> {
  const { body } = await server.call("POST", `/people/${who(at)}/staff-pages`, "lead");
  const token = String(body.link).split("#")[1] ?? "";
  const joined = await server.call("POST", "/staff/join", name, { token, password });
  expect([joined.status, joined.body.employments]).toEqual([200, [expect.objectContaining({ personId: who(at) })]]);
  return token;
}
const page = (name = "alex", at = 0) => server.call("GET", `/staff/${who(at)}`, name);
const own = (section: string, body: object) => server.call("PUT", `/staff/${who()}/own/${section}`, "alex", body);
const paid = (): number => signRun(world, openUsual(world));

describe("staff pages", () => {
  it("have an account of their own: its password, its devices, a code beside the password", async () => {
    await opened();
    const { call } = server;
    const signIn = (more: object = {}) =>
      call("POST", "/session", "phone", { email: "alex0@example.org", password, ...more });
    await signIn();
    expect((await call("GET", "/sessions", "alex")).body).toHaveLength(2);
    const change = (more: object) =>
      call("PUT", "/password", "alex", { current: password, password: "plum jam and rain", ...more });
    expect((await change({ current: "no" })).body.errors[0].path).toBe("current");
    expect((await change({ password: "password12345" })).body.code).toBe("password-common");
    expect((await change({})).status).toBe(200);
    expect((await call("GET", `/staff/${who()}`, "phone")).status).toBe(401);
    expect((await call("GET", "/sessions", "alex")).body).toHaveLength(1);
    const asked = await call("POST", "/second-factor", "alex", { password: "plum jam and rain" });
    const code = new TOTP({ secret: Secret.fromBase32(asked.body.secret), digits: 6, period: 30 }).generate();
    expect((await call("PUT", "/second-factor", "alex", { code })).body.recovery).toHaveLength(8);
    expect((await call("GET", "/staff", "alex")).body.secondFactor).toBe(true);
    expect((await signIn({ password: "plum jam and rain" })).body.code).toBe("code-wanted");
    // Nobody else's account is reached by it, and nothing of the practice.
    expect((await call("GET", "/desk", "alex")).status).toBe(401);
    expect((await call("GET", "/sessions", undefined)).status).toBe(401);
  });
  it("open by a link that works once, show nobody else's, and nothing of the practice", async () => {
    const token = await opened();
    expect((await server.call("POST", "/staff/join", "thief", { token, password })).body.code).toBe("link-used");
    expect((await server.call("POST", "/staff/join", "thief", { token: "nothing", password: "short" })).status).toBe(
      400,
    );
    expect((await page()).body).toMatchObject({ name: "Alex Sample0", business: "Example Bakery", payslips: [] });
    expect((await page("alex", 1)).status).toBe(404);
    expect((await page("lead")).status).toBe(404);
    for (const [method, path] of server.routes) {
      if (path.startsWith("/staff") || /session|first-user|invitation|password|calendars|second-factor/.test(path))
        continue;
      const answer = await server.call(method, path.replaceAll(/:\w+/g, "1"), "alex");
      expect([method, path, answer.status]).toEqual([method, path, 401]);
    }
    const session = await server.call("GET", "/session", "alex");
    expect(session.body).toMatchObject({ staff: true, user: null, businesses: [] });
    expect(
      (await server.call("GET", "/users", "lead")).body.users.map((each: { name: string }) => each.name),
    ).not.toContain("Alex Sample0");
  });
  it("open for a second employment with the password of the account that is there", async () => {
    await opened();
    db()
      .update(person)
      .set({ email: "alex0@example.org" })
      .where(eq(person.id, who(1)))
      .run();
    const { body } = await server.call("POST", `/people/${who(1)}/staff-pages`, "lead");
    const token = String(body.link).split("#")[1] ?? "";
    expect((await server.call("GET", `/invitation/${token}`)).body.opens).toEqual({
      business: "Example Bakery",
      known: true,
    });
    expect(
      (await server.call("POST", "/staff/join", "x", { token, password: "a wrong one, though long" })).body.code,
    ).toBe("password-wrong");
    const joined = await server.call("POST", "/staff/join", "alex", { token, password });
    expect(joined.body.employments).toHaveLength(2);
  });
  it("end when the practice ends them, and every session with it", async () => {
    await opened();
    expect((await server.call("GET", `/people/${who()}/staff-pages`, "lead")).body).toMatchObject({
      openedAt: expect.any(String),
    });
    expect((await server.call("POST", `/people/${who()}/staff-pages`, "lead")).body.code).toBe("staff-known");
    await server.call("DELETE", `/people/${who()}/staff-pages`, "lead");
    expect((await page()).status).toBe(401);
    expect((await server.call("POST", "/session", "alex", { email: "alex0@example.org", password })).status).toBe(200);
    expect((await page()).status).toBe(404);
  });
  it("ask for an address first, and for the right", async () => {
    db().update(person).set({ email: null }).where(eq(person.id, who())).run();
    expect((await server.call("POST", `/people/${who()}/staff-pages`, "lead")).body.code).toBe("no-email");
    await server.add("see", "see");
    expect((await server.call("POST", `/people/${who()}/staff-pages`, "see")).status).toBe(403);
  });
});

describe("a code in place of the password", () => {
  const email = "alex0@example.org";
  const sign = (code: string, as = "phone") => server.call("POST", "/staff/code/session", as, { email, code });
  const held = () => db().select().from(invitation).where(eq(invitation.kind, "code")).all();
  it("signs in once, within ten minutes; the newest one only", async () => {
    await opened();
    expect((await server.call("POST", "/staff/code", "phone", { email })).status).toBe(200);
    expect(held()).toHaveLength(1);
    keepCode(world.context, email, "123456");
    keepCode(world.context, email, "654321");
    expect((await sign("123456")).body.code).toBe("code-wrong");
    expect((await sign("65 43 21")).body.employments).toHaveLength(1);
    expect((await page("phone")).status).toBe(200);
    expect((await sign("654321", "thief")).body.code).toBe("code-wrong");
    keepCode(world.context, email, "111111", Date.now() - 1);
    expect((await sign("111111", "late")).body.code).toBe("code-wrong");
    expect(held().every((each) => !each.tokenHash.includes("111111"))).toBe(true);
  });
  it("is for employees alone, tells nobody who has an account, and is guessed eight times at most", async () => {
    await opened();
    for (const other of ["lead@example.org", "nobody@example.org"])
      expect((await server.call("POST", "/staff/code", "phone", { email: other })).status).toBe(200);
    expect(held()).toEqual([]);
    keepCode(world.context, "lead@example.org", "123456");
    const lead = { email: "lead@example.org", code: "123456" };
    expect((await server.call("POST", "/staff/code/session", "phone", lead)).body.code).toBe("code-wrong");
    keepCode(world.context, email, "424242");
    for (let guess = 0; guess < 8; guess += 1) await sign(String(100_000 + guess));
    expect((await sign("424242")).status).toBe(429);
    expect((await server.call("POST", "/staff/code/session", "phone", { email, code: "12" })).status).toBe(400);
  });
});

describe("payslips", () => {
  it("are shown once they were sent, each figure with its working, never what the employer sets aside; looks are on the trail", async () => {
    await opened();
    const runId = paid();
    expect((await page()).body.payslips).toEqual([]);
    db().update(payRun).set({ state: "sent" }).where(eq(payRun.id, runId)).run();
    const [slip] = (await page()).body.payslips;
    expect(slip).toMatchObject({ payday: "2026-07-02", gross: "1197.00", net: "996.00" });
    const at = `/staff/${who()}/payslips/${slip.payId}`;
    expect((await server.call("GET", at, "alex")).body).toMatchObject({ net: "996.00", employee: { payrollId: "E0" } });
    expect((await server.call("GET", `${at}/why/withheld`, "alex")).body).toMatchObject({
      value: "201.00",
      parts: expect.any(Array),
    });
    expect((await server.call("GET", `${at}/why/cost`, "alex")).status).toBe(404);
    expect((await server.call("GET", `${at}/payslip.pdf`, "alex")).type).toBe("application/pdf");
    const other = readRun(world.context, world.actor, runId).rows.find((row) => row.personId === who(1))?.payId;
    expect((await server.call("GET", `/staff/${who()}/payslips/${other}`, "alex")).status).toBe(404);
    expect(
      db()
        .select({ what: audit.what })
        .from(audit)
        .all()
        .map((each) => each.what),
    ).toContain("looked at the own payslip");
  });
  it("say nothing of family violence leave, nor does the why of any figure", async () => {
    await opened();
    const runId = openUsual(world);
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: who(), kind: "familyViolence", first: "2026-06-22", last: "2026-06-23", hoursADay: null },
      ...{ inAdvance: false, note: null, approve: { belowNought: true } },
    });
    signRun(world, runId);
    db().update(payRun).set({ state: "sent" }).where(eq(payRun.id, runId)).run();
    const [slip] = (await page()).body.payslips;
    const at = `/staff/${who()}/payslips/${slip.payId}`;
    const gross = (await server.call("GET", `${at}/why/gross`, "alex")).body;
    // As on the slip: 22.8 h worked and 15.2 h of leave are one line of 38 h.
    expect(gross.parts).toEqual([expect.objectContaining({ label: "Ordinary", value: "1197.00" })]);
    const said = ["gross", "net", "withheld", "hours", "line:ORD", "taxable"].map(
      async (figure) => (await server.call("GET", `${at}/why/${figure}`, "alex")).body,
    );
    const all = JSON.stringify([(await server.call("GET", at, "alex")).body, ...(await Promise.all(said))]);
    expect(all).not.toMatch(/violence|15\.2|22\.8|957|478/i);
  });
});

describe("what a person fills in", () => {
  const tax = {
    numberStatus: "none",
    residency: "resident",
    taxFreeThreshold: false,
    studyLoan: true,
    homeCountry: null,
  };
  it("a declaration counts from today once it is signed, and keeps what only the practice knows", async () => {
    await opened();
    saveSection(world.context, world.actor, who(), "tax", {
      ...tax,
      numberStatus: "none",
      residency: "resident",
      pendingSince: null,
      medicare: "half-exempt",
      medicareDependants: null,
      offsetsPerYear: "300",
      extraPerPay: null,
    });
    expect((await own("tax", tax)).body.errors[0].text).toMatch(/Tick that what you say is true/);
    expect((await own("tax", { ...tax, numberStatus: "given", fileNumber: "123456789", signed: true })).status).toBe(
      400,
    );
    expect((await own("tax", { ...tax, signed: true })).status).toBe(200);
    const held = datedRecords(db(), [who()], "2026-07-01").tax.get(who());
    expect(held).toMatchObject({
      from: "2026-07-01",
      studyLoan: true,
      taxFreeThreshold: false,
      medicare: "half-exempt",
      offsetsPerYearCents: 30_000,
    });
    expect((await own("employment", { hourlyRate: "99" })).body.code).toBe("no-section");
    expect((await own("taxCode", { code: "M", signed: true })).body.code).toBe("no-section");
  });
  it("a number that is applied for was applied for when it was first said", async () => {
    await opened();
    const pending = { ...tax, numberStatus: "pending" as const, residency: "resident" as const };
    const more = { medicare: "levy" as const, medicareDependants: null, offsetsPerYear: null, extraPerPay: null };
    saveSection(world.context, world.actor, who(), "tax", { ...pending, ...more, pendingSince: "2026-06-15" });
    expect((await own("tax", { ...pending, signed: true })).status).toBe(200);
    const since = () => datedRecords(db(), [who()], "2026-07-01").tax.get(who())?.pendingSince;
    expect(since()).toBe("2026-06-15");
    expect((await own("tax", { ...tax, signed: true })).status).toBe(200);
    expect((await own("tax", { ...pending, signed: true })).status).toBe(200);
    expect(since()).toBe("2026-07-01");
  });
  it("another account and another fund leave what goes elsewhere as it was agreed", async () => {
    await opened();
    const shares = [{ fundId: 1, memberNumber: "S1", percent: "40" }];
    const first = { fundId: 1, memberNumber: "M0", guarantee: true, agreedPercent: "2", shares };
    saveSection(world.context, world.actor, who(), "super", first);
    expect((await own("super", { fundId: 1, memberNumber: "77" })).status).toBe(200);
    const chosen = datedRecords(db(), [who()], "2026-07-01").super.get(who());
    expect(chosen).toMatchObject({ memberNumber: "77", agreedPercent: "2", shares });
    const accounts = () =>
      readPerson(world.context, who()).bank.parts.map((part) => [part.shown.slice(-3), part.kind, part.value]);
    expect(accounts()).toEqual([
      ["000", "rest", ""],
      ["000", "percent", "10"],
    ]);
    // A split that is coming does not begin today with the account.
    const part = (account: string, kind: "rest" | "amount", value: string) => ({
      ...{ bsb: "990-101", account, title: "Alex Sample", kind, value },
    });
    const coming = { from: "2026-08-03", parts: [part("30000000", "rest", ""), part("30000555", "amount", "50")] };
    saveSection(world.context, world.actor, who(), "bank", coming);
    await own("bank", { bsb: "990-119", account: "44556677", title: "Alex Sample" });
    const [change] = (await server.call("GET", `/people/${who()}/staff-pages`, "lead")).body.changes;
    await server.call("PUT", `/people/${who()}/staff-changes/${change.id}`, "lead", { take: true });
    expect(accounts()).toEqual([
      ["000", "percent", "10"],
      ["677", "rest", ""],
    ]);
  });
  it("another bank account waits for the practice's tick; the first one counts at once", async () => {
    await opened();
    const account = { bsb: "990-119", account: "44556677", title: "Alex Sample" };
    expect((await own("bank", { ...account, bsb: "9" })).status).toBe(400);
    expect((await own("bank", account)).body.waiting).toMatchObject({ words: expect.stringContaining("677") });
    expect((await own("bank", { ...account, account: "44556688" })).body.waiting.words).toContain("688");
    expect(
      db()
        .select()
        .from(staffChange)
        .all()
        .map((each) => each.state),
    ).toEqual(["replaced", "waiting"]);
    const bankFrom = () => datedRecords(db(), [who()], "9999-12-31").bank.get(who())?.from;
    expect(bankFrom()).toBe("2020-01-06");
    const [change] = (await server.call("GET", `/people/${who()}/staff-pages`, "lead")).body.changes;
    const answer = (take: boolean) =>
      server.call("PUT", `/people/${who()}/staff-changes/${change.id}`, "lead", { take });
    expect((await answer(true)).body.changes).toEqual([]);
    expect(bankFrom()).toBe("2026-07-01");
    expect((await answer(false)).body.code).toBe("answered");
  });
  it("a fund of one's own becomes a fund of the business", async () => {
    await opened();
    const chosen = await own("super", {
      fundId: null,
      memberNumber: "77",
      own: { name: "Own Choice Super", abn: "89000000019", usi: "89000000019777" },
    });
    expect(chosen.status).toBe(200);
    expect(chosen.body.funds.map((each: { name: string }) => each.name)).toContain("Own Choice Super");
    expect((await own("super", { memberNumber: "77" })).status).toBe(400);
  });
});

describe("leave and days", () => {
  it("leave is spelled out, asked for and withdrawn by the person; who approves sees who asked", async () => {
    await opened();
    const asked = { kind: "annual", first: "2026-07-06", last: "2026-07-08", hoursADay: null, note: "the coast" };
    const at = `/staff/${who()}/leave`;
    expect((await server.call("POST", `${at}/preview`, "alex", asked)).body).toEqual({
      days: 3,
      amount: "22.8",
      unit: "hours",
      holidays: [],
      before: "26.26",
      after: "4.3",
    });
    expect((await server.call("POST", `${at}/preview`, "alex", { ...asked, last: "2026-07-01" })).body.code).toBe(
      "leave-refused",
    );
    const [request] = (await server.call("POST", at, "alex", asked)).body.requests;
    expect(request).toMatchObject({ state: "waiting", askedBy: "Alex Sample0", note: "the coast" });
    // The desk says it, and what else waits for an answer.
    await own("bank", { bsb: "990-119", account: "44556677", title: "Alex Sample" });
    const desk = async () =>
      (await server.call("GET", "/desk", "lead")).body.toDo
        .filter((each: { kind: string }) => each.kind === "mend")
        .map(({ words, date, link }: Record<string, string>) => [words, date, link]);
    expect(await desk()).toEqual([
      ["A changed bank account to look at before it is paid to", "2026-07-01", `/people/${who()}`],
      ["A request for leave to answer", "2026-07-06", "/time/leave"],
    ]);
    expect((await server.call("POST", at, "alex", asked)).body.detail).toMatch(/asked for/);
    await opened(1, "other");
    expect((await server.call("DELETE", `/staff/${who(1)}/leave/${request.id}`, "other")).status).toBe(404);
    expect((await server.call("DELETE", `${at}/${request.id}`, "alex")).body.requests).toEqual([]);
    expect(await desk()).toHaveLength(1);
  });
  it("own days are typed like any other and wait for approval; a fault leaves everything as it was", async () => {
    await opened();
    const at = `/staff/${who()}/days`;
    const saved = await server.call("PUT", at, "alex", {
      days: [
        { date: "2026-06-30", text: "9-17:30 b30" },
        { date: "2026-07-01", text: "7.6" },
      ],
    });
    expect(saved.body).toMatchObject({ from: "2026-06-29", total: "15.6" });
    expect(saved.body.days[1]).toMatchObject({ state: "open", text: "9–17:30 b30" });
    const refused = async (date: string, text: string) =>
      (
        await server.call("PUT", at, "alex", {
          days: [
            { date: "2026-07-01", text: "5" },
            { date, text },
          ],
        })
      ).body.detail;
    expect(await refused("2026-06-29", "9-99")).toMatch(/Nothing was saved/);
    expect(await refused("2026-06-29", "al")).toMatch(/use Ask for leave on your home page/);
    expect(await refused("2026-12-01", "8")).toMatch(/further ahead/);
    expect((await server.call("GET", `/staff/${who()}/week?day=2026-07-01`, "alex")).body.total).toBe("15.6");
    // An answer that was lost: the same again is taken as done; what somebody else changed is not written over.
    const again = (was: string, text: string) =>
      server.call("PUT", at, "alex", { days: [{ date: "2026-07-01", was, text }] });
    expect((await again("", "7.60")).status).toBe(200);
    expect((await again("", "5")).body.errors[0].text).toMatch(/changed meanwhile. It now says 7.6: type over it/);
    expect((await again("7.6", "5")).body.days[2].text).toBe("5");
  });
  it("belongs to a user of the practice too, who is paid here", async () => {
    db().update(person).set({ email: "lead@example.org" }).where(eq(person.id, who())).run();
    const { body } = await server.call("POST", `/people/${who()}/staff-pages`, "lead");
    const token = String(body.link).split("#")[1] ?? "";
    // The link with the password opens no session of the practice: who has one goes on in it, nobody else gets one.
    const joined = await server.call("POST", "/staff/join", "somebody", { token, password: "a long enough one" });
    expect([joined.status, joined.body]).toEqual([200, {}]);
    expect((await server.call("GET", "/users", "somebody")).status).toBe(401);
    expect((await server.call("GET", "/staff", "lead")).body).toMatchObject({ user: true });
    expect((await server.call("GET", "/session", "lead")).body).toMatchObject({ staff: false, user: { lead: true } });
    expect(
      db()
        .select()
        .from(user)
        .all()
        .filter((each) => each.staff),
    ).toEqual([]);
  });
});
