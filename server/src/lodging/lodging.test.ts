/** Who lodges and by which authority, and paydays that are not lodged: on a real store, to the bytes that go out. */

import { check } from "@zesty/contract/fields";
import { type Agent, type NewStanding, senderAu, senderNz } from "@zesty/contract/lodging";
import { signedSums } from "@zesty/contract/year";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readStatements } from "../au/statements.ts";
import { readDocument } from "../documents/documents.ts";
import { readReadiness } from "../readiness/readReadiness.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { business, document, outbox } from "../store/schema.ts";
import { openUsual, readyRun, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { declareYear } from "../year/declare.ts";
import { readYearAndEnding } from "../year/ending.ts";
import { addStanding, endStanding, readLodging, saveChannel, saveSender, toldAgency } from "./saveLodging.ts";

let world: SmallWorld;
afterEach(() => world.end());

const agent: Agent = {
  ...{ name: "Halyard & Birch", abn: "63 000 000 011", number: "24680135", ird: "" },
  contact: { name: "Lou Birch", phone: "0300000001", email: "lou@halyard.example.org" },
  ...{ signedOn: "2026-06-15", to: "2026-07-10", covers: ["payday"], nominatedOn: "2026-06-16" },
};
const lodgesFrom = (from: string, change: Partial<Agent> | null = {}) =>
  saveSender(world.context, world.actor, world.businessId, { from, agent: change && { ...agent, ...change } });
const stand = (change: Partial<NewStanding> = {}) =>
  addStanding(world.context, world.actor, world.businessId, {
    ...{ kind: "deferred", from: "2026-07-02", to: "2026-07-09", reason: "New employer", reference: "D 17" },
    ...change,
  });
const made = (kind: "payEvent" | "employmentInformation") =>
  world.context.store.db
    .select({ id: document.id })
    .from(document)
    .where(eq(document.kind, kind))
    .all()
    .map(({ id }) => readDocument(world.context, id).bytes.toString("utf8"));
const plan = (runId: number) => signOffPlan(world.context, runId);
const missing = () =>
  readReadiness(world.context, world.businessId)
    .parts.find((part) => part.key === "lodging")
    ?.missing.map((each) => `${each.who}: ${each.what}, ${each.from}`);

describe("an agent", () => {
  it("lodges and declares in its own name from its payday on, and before that the employer does", () => {
    world = smallWorld(1);
    lodgesFrom("2026-07-03");
    signRun(world, openUsual(world));
    const second = openUsual(world);
    expect(plan(second)).toMatchObject({ lodging: { agent: "Halyard & Birch", held: null } });
    expect(plan(second).declaration).toContain("Halyard & Birch in writing on 15 June 2026");
    signRun(world, second);
    const [before, after] = made("payEvent");
    expect(before).not.toContain("<Int>");
    expect(before?.match(/<StatementAcceptedI>/g)).toHaveLength(1);
    expect(after).toMatch(
      /<Int>\s*<AustralianBusinessNumberId>63000000011<.*<TaxAgentNumberId>24680135<.*Lou Birch.*<Declaration>/s,
    );
    expect(after?.match(/<StatementAcceptedI>/g)).toHaveLength(1);
  });
  it.each<[string, Partial<Agent>, string]>([
    ["ended", { to: "2026-07-01" }, "its authority ended on 1 July 2026"],
    ["begins later", { signedOn: "2026-07-05" }, "its authority is signed on 5 July 2026"],
    ["covers other things", { covers: ["year"] }, "does not cover paydays"],
  ])("whose authority %s signs nothing off, and the plan says so beforehand", (_what, change, words) => {
    world = smallWorld(1);
    lodgesFrom("2026-07-01", change);
    const { runId } = readyRun(world);
    expect(plan(runId).lodging.held).toContain(words);
    expect(() => signRun(world, runId)).toThrow(words);
    lodgesFrom("2026-07-01", null);
    signRun(world, runId);
    expect(made("payEvent")[0]).not.toContain("<Int>");
  });
  it("declares a payroll year only where its authority covers it", () => {
    world = smallWorld(1);
    lodgesFrom("2026-07-01", { to: "2027-06-14" });
    signRun(world, openUsual(world));
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    const { rows, ending } = readYearAndEnding(world.context, world.actor, world.businessId, "2026-07-02");
    expect(ending.busy).toContain("does not cover the payroll year");
    const people = world.personIds;
    expect(() =>
      declareYear(world.context, world.actor, world.businessId, {
        ...{ from: "2026-07-01", people, act: "update", reason: null, shown: signedSums(rows, people) },
      }),
    ).toThrow("does not cover the payroll year");
  });
  it("is asked after before its authority ends, and where the agency was not told of it", () => {
    world = smallWorld(1);
    lodgesFrom("2026-06-20", { to: "2026-12-31" });
    expect(missing()).toEqual([]);
    lodgesFrom("2026-06-20", { nominatedOn: null });
    expect(missing()).toEqual([
      "Halyard & Birch: Told to the agency as registered agent, 2026-07-01",
      "Halyard & Birch: New authority: this one ends on 10 July 2026, 2026-07-11",
    ]);
  });
  it("changes only for paydays to come", () => {
    world = smallWorld(1);
    signRun(world, openUsual(world));
    expect(() => lodgesFrom("2026-07-02")).toThrow("2 July 2026 is signed off already");
    lodgesFrom("2026-07-03");
    expect(readLodging(world.context, world.actor, world.businessId).senders).toHaveLength(1);
  });
  it("of which the agency was told stays as it was signed, and is told of even after its paydays", () => {
    world = smallWorld(1);
    lodgesFrom("2026-07-01", { nominatedOn: null });
    signRun(world, openUsual(world));
    const newest = () => readLodging(world.context, world.actor, world.businessId).senders[0];
    toldAgency(world.context, world.actor, world.businessId, newest()?.id ?? 0, "2026-07-03");
    expect(newest()).toMatchObject({ from: "2026-07-01", agent: { ...agent, nominatedOn: "2026-07-03" } });
    expect(missing()?.some((each) => each.includes("Told to the agency"))).toBe(false);
    expect(() => toldAgency(world.context, world.actor, world.businessId, 99, "2026-07-03")).toThrow("no such agent");
  });
  it("declares an earlier year as of today", () => {
    world = smallWorld(1);
    signRun(world, openUsual(world));
    lodgesFrom("2027-07-01", { signedOn: "2027-07-01", to: "2028-06-30", covers: ["payday", "year"] });
    world.context.clock.moveTo("2027-07-05");
    const { ending } = readYearAndEnding(world.context, world.actor, world.businessId, "2026-07-02");
    expect([ending.busy, ending.declaration]).toEqual([
      null,
      expect.stringContaining("Halyard & Birch in writing on 1 July 2027"),
    ]);
  });
  it("stands in the filing of New Zealand as its intermediary", () => {
    world = smallWorldNz(1);
    lodgesFrom("2026-06-20", { ird: "49-091-850", abn: "", number: "", to: null });
    const run = openUsual(world);
    expect(plan(run).declaration).toContain("I file for Halyard & Birch");
    signRun(world, run);
    const [header] = (made("employmentInformation")[0] ?? "").split("\n");
    expect(header?.split(",")[5]).toBe("049091850");
  });
  // Twelve months at most (from memory); check digits as those of the payer.
  it.each([
    [{ abn: "63000000012" }, "agent.abn"],
    [{ number: "1234567" }, "agent.number"],
    [{ to: "2027-06-15" }, "agent.to"],
    [{ to: "2026-06-14" }, "agent.to"],
    [{ covers: [] }, "agent.covers"],
    [{ contact: { ...agent.contact, email: "lou" } }, "agent.contact.email"],
  ])("is refused with %o, at its field", (change, path) => {
    world = smallWorld(1);
    const faults = (given: object) => {
      const found = check(senderAu, { from: "2026-07-01", agent: { ...agent, ...given } });
      return "errors" in found ? found.errors.map((each) => each.path) : [];
    };
    expect([faults({ to: "2027-06-14" }), faults(change)]).toEqual([[], [path]]);
    expect(check(senderNz, { from: "2026-07-01", agent: { ...agent, ird: "123456789" } })).toHaveProperty("errors");
  });
});

describe("paydays that are not lodged", () => {
  it("make no event while deferred, go to the statement by hand, and are asked for afterwards", () => {
    world = smallWorld(2);
    stand();
    const runId = openUsual(world);
    expect(plan(runId)).toMatchObject({ payEvent: null, lodging: { standing: { kind: "deferred" }, held: null } });
    signRun(world, runId);
    signRun(world, openUsual(world));
    expect(made("payEvent")).toEqual([]);
    const [july] = readStatements(world.context, world.businessId);
    expect(july).toMatchObject({ w1: 0, notTaken: [], byHand: [{ gross: july && july.gross / 2 }, {}] });
    world.context.clock.moveTo("2026-07-10");
    const asked = ["Deferred to 9 July 2026: 2 paydays to report: bring the year up to date, 2026-07-10"];
    expect(missing()).toEqual(asked);
    signRun(world, openUsual(world));
    expect(made("payEvent")[0]).toContain("<GrossA>3591.00<");
    expect(missing()).toEqual(asked);
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    expect(missing()).toEqual([]);
  });
  it("leave an exempt business out of what is reported, until its exemption is ended", () => {
    world = smallWorld(1);
    stand({ kind: "exempt", to: null, reference: "" });
    signRun(world, openUsual(world));
    const { rows, ending } = readYearAndEnding(world.context, world.actor, world.businessId, "2026-07-02");
    expect([rows.map((row) => [row.isReported, row.differs.includes("income")]), ending.people]).toEqual([
      [[false, false]],
      {},
    ]);
    const [{ id = 0 } = {}] = readLodging(world.context, world.actor, world.businessId).standings;
    const end = (on: string) => endStanding(world.context, world.actor, world.businessId, id, on);
    expect(() => end("2026-07-01")).toThrow("outside the time");
    end("2026-07-08");
    signRun(world, openUsual(world));
    expect(made("payEvent")).toHaveLength(1);
    expect(() => end("2026-07-05")).not.toThrow();
  });
  it.each<[Partial<NewStanding>, string]>([
    [{ to: null }, "Last payday is missing"],
    [{ reference: "" }, "reference is missing"],
    [{ to: "2026-07-01" }, "lies before the first"],
    [{ from: "2026-07-09", to: "2026-08-01" }, "is deferred already"],
  ])("are refused with %o", (change, words) => {
    world = smallWorld(1);
    if (words.includes("already")) stand();
    expect(() => stand(change)).toThrow(words);
    expect(readLodging(world.context, world.actor, world.businessId).standings).toHaveLength(
      words.includes("already") ? 1 : 0,
    );
  });
});

it("a payer without an ABN is known by its withholding payer number in the event", () => {
  world = smallWorld(1);
  world.context.store.db.update(business).set({ abn: "12345678" }).run();
  signRun(world, openUsual(world));
  const [event] = made("payEvent");
  expect(event).toContain("<WithholdingPayerNumberId>12345678<");
  expect(event).not.toContain("<AustralianBusinessNumberId>");
});

it("a credential is asked for anew a month before it ends, and the agency must know the software", () => {
  world = smallWorld(1);
  const held = (expires: string, softwareToldOn: string | null = "2026-06-01") => {
    saveChannel(world.context, world.actor, world.businessId, { holder: "Kim Example", expires, softwareToldOn });
    return missing();
  };
  expect([missing(), held("2026-08-01")]).toEqual([[], []]);
  expect(held("2026-07-31")).toEqual(["Credential of Kim Example: It ends on 31 July 2026: renew it, 2026-08-01"]);
  expect(held("2026-06-30")?.[0]).toContain("It ended on 30 June 2026");
  expect(held("2027-06-30", null)).toEqual([
    "Credential of Kim Example: The agency was not told of the software, 2026-07-01",
  ]);
  expect(readLodging(world.context, world.actor, world.businessId).channel).toMatchObject({ softwareToldOn: null });
});
