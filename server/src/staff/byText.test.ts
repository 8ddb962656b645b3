/** Invited to the staff pages by text message: numbers as people write them, a gateway that takes, refuses or is silent. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { mobileNumber } from "../ground/mobileNumber.ts";
import { bankSplit, letter, person } from "../store/schema.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";
import { askPeople } from "./askPeople.ts";

let world: SmallWorld;
let server: TestServer;
let gateway: Server;
let status = 202;
let came: { key: string; auth: string; body: { id: string; to: string; text: string } }[];
beforeEach(async () => {
  [status, came] = [202, []];
  gateway = createServer((request, response) => {
    let text = "";
    request.on("data", (part: Buffer) => {
      text += part.toString();
    });
    request.on("end", () => {
      const { authorization = "", "idempotency-key": key } = request.headers;
      came.push({ key: String(key), auth: authorization, body: JSON.parse(text) });
      response.writeHead(status).end("{}");
    });
  });
  await new Promise<void>((listening) => gateway.listen(0, "127.0.0.1", listening));
  world = smallWorld(2);
  world.context.settings.services.text = {
    url: `http://127.0.0.1:${(gateway.address() as AddressInfo).port}`,
    key: "made-up-key",
  };
  server = await startServer(world);
  await server.add("lead", "lead");
});
afterEach(async () => {
  server.close();
  gateway.close();
  await world.end();
});

const who = () => world.personIds[0] ?? 0;
const db = () => world.context.store.db;
const reach = (email: string | null, phone: string | null) =>
  db().update(person).set({ email, phone }).where(eq(person.id, who())).run();
const invite = (by: string) => server.call("POST", `/people/${who()}/staff-pages`, "lead", { by });
const ways = async () => (await server.call("GET", `/people/${who()}/staff-pages`, "lead")).body.ways;
const sendOnce = async () => {
  db().update(letter).set({ nextAt: 0 }).run();
  await world.application.outbox.runOnce();
  return db().select().from(letter).all().at(-1);
};
const password = "peel and pith and zest";

describe("a mobile number", () => {
  // Numbers for fiction: Australian Communications and Media Authority, "Phone numbers for use in TV shows, films and
  // creative works" (0491 570 006, 570 156 to 570 159), from memory; New Zealand's are made up in a mobile range.
  it.each([
    ["AU", "0491 570 156", "+61491570156"],
    ["AU", "+61 491 570 156", "+61491570156"],
    ["AU", "(0491) 570-156", "+61491570156"],
    ["AU", "0061 491 570 156", null],
    ["AU", "0011 61 491 570 156", "+61491570156"],
    ["AU", "+64 21 555 123", "+6421555123"],
    ["AU", "02 5550 1234", null],
    ["AU", "1800 555 555", null],
    ["AU", "0491 570 15", null],
    ["NZ", "021 555 123", "+6421555123"],
    ["NZ", "09 555 1234", null],
    ["NZ", "", null],
    ["NZ", null, null],
  ] as const)("%s “%s” is %s", (country, written, wanted) => expect(mobileNumber(country, written)).toBe(wanted));
});

describe("an invitation by text message", () => {
  it("goes once under its number; who opens it says the address, which the person has from then on", async () => {
    reach(null, "0491 570 156");
    expect(await ways()).toEqual(["text"]);
    const { body } = await invite("text");
    expect(body.to).toBe("+61491570156");
    status = 503;
    expect(await sendOnce()).toMatchObject({
      state: "queued",
      detail: expect.stringContaining("gateway did not take"),
    });
    status = 202;
    expect(await sendOnce()).toMatchObject({ state: "handedOver", by: "text", text: null });
    const [first, second] = came;
    expect([came.length, second]).toEqual([2, first]);
    expect(first).toMatchObject({ auth: "Bearer made-up-key", key: first?.body.id, body: { to: "+61491570156" } });
    expect(first?.body.text).toContain(body.link);
    const token = String(body.link).split("#")[1];
    expect((await server.call("GET", `/invitation/${token}`, "alex")).body.email).toBe("");
    const join = (more: object) => server.call("POST", "/staff/join", "alex", { token, password, ...more });
    expect((await join({})).body).toMatchObject({ code: "no-email", errors: [{ path: "email" }] });
    expect((await join({ email: "not one" })).body.errors[0].path).toBe("email");
    expect((await join({ email: "Alex.New@Example.org" })).body.employments[0].personId).toBe(who());
    expect(db().select().from(person).where(eq(person.id, who())).get()?.email).toBe("alex.new@example.org");
    expect((await server.call("POST", "/session", "x", { email: "alex.new@example.org", password })).status).toBe(200);
    expect((await join({ email: "other@example.org" })).body.code).toBe("link-used");
  });

  it("to an address that has an account opens it by that account's password alone", async () => {
    reach("alex0@example.org", null);
    const mailed = String((await invite("mail")).body.link).split("#")[1];
    await server.call("POST", "/staff/join", "alex", { token: mailed, password });
    const [, other = 0] = world.personIds;
    db().update(person).set({ email: null, phone: "0491570157" }).where(eq(person.id, other)).run();
    const { body } = await server.call("POST", `/people/${other}/staff-pages`, "lead", { by: "text" });
    const token = String(body.link).split("#")[1];
    const join = (typed: string) =>
      server.call("POST", "/staff/join", "b", { token, email: "alex0@example.org", password: typed });
    expect((await join("another long one")).body.code).toBe("password-wrong");
    expect((await join(password)).body.employments).toHaveLength(2);
  });

  it("is refused with what is missing, and a number that the gateway refuses stands on the desk", async () => {
    reach("alex0@example.org", "02 5550 1234");
    expect(await ways()).toEqual(["mail"]);
    expect((await invite("text")).body).toMatchObject({ code: "no-mobile", errors: [{ path: "phone" }] });
    reach("alex0@example.org", "0491570156");
    expect(await ways()).toEqual(["mail", "text"]);
    await invite("text");
    status = 422;
    expect(await sendOnce()).toMatchObject({ state: "refused", detail: "The number +61491570156 was refused." });
    expect(readDesk(world.context, world.actor).toDo.map(({ words }) => words)).toContainEqual(
      expect.stringContaining("What was sent to +61491570156 did not arrive."),
    );
    world.context.settings.services.text = null;
    expect((await invite("text")).body.code).toBe("no-texts");
    expect(await ways()).toEqual(["mail"]);
  });

  it("asks those who have no address and a mobile; who has a page is told by mail alone", async () => {
    reach(null, "0491570156");
    db().delete(bankSplit).where(eq(bankSplit.personId, who())).run();
    const ask = () => askPeople(world.context, world.actor, world.businessId, true);
    expect(ask()).toMatchObject({ asked: ["Alex Sample0"], without: [] });
    expect(db().select().from(letter).all()).toMatchObject([{ by: "text", recipient: "+61491570156" }]);
    const token = String((await invite("text")).body.link).split("#")[1];
    await server.call("POST", "/staff/join", "alex", { token, password, email: "alex.new@example.org" });
    expect(ask().asked).toEqual(["Alex Sample0"]);
    expect(db().select().from(letter).all().at(-1)).toMatchObject({ by: "mail", recipient: "alex.new@example.org" });
    reach(null, "0491570156");
    expect(ask()).toMatchObject({ asked: [], without: ["Alex Sample0"] });
  });
});
