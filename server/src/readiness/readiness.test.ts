/** Readiness from facts, on a real store: what is missing, what it blocks and from when; one line a business. */
import type { Tax } from "@zesty/contract/au/taxAndSuper";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { bankSplit, business, payElement, payRun, person } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readinessLines } from "./lines.ts";
import { readReadiness } from "./readReadiness.ts";
import { blocksOf } from "./words.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = (at = 0) => world.personIds[at] ?? 0;
const parts = () =>
  Object.fromEntries(readReadiness(world.context, world.businessId).parts.map((part) => [part.key, part]));
const lines = (actor = world.actor) => atOnce(readinessLines(world.context, actor));
const said = (key: string) =>
  parts()[key]?.missing.map((each) => `${each.who}: ${each.what}, ${each.from}, ${each.stops}`);

const pending: Tax = {
  ...{ numberStatus: "pending", pendingSince: "2026-06-20", residency: "resident", taxFreeThreshold: true },
  ...{ studyLoan: false, medicare: "levy", medicareDependants: null, offsetsPerYear: null, extraPerPay: null },
};

describe("readiness", () => {
  it("of a whole business says so, part by part; elements count once they are used", () => {
    world = smallWorld(2);
    const names = ["business", "elements", "details", "tax", "funds", "bank", "lodging", "runs"];
    expect(Object.values(parts()).map((part) => [part.key, part.complete - part.total, part.missing])).toEqual(
      names.map((key) => [key, 0, []]),
    );
    expect(parts().business?.total).toBe(3);
    const before = parts().elements?.total ?? 0;
    saveSection(world.context, world.actor, who(), "usualPay", {
      from: "2026-06-01",
      lines: [{ elementId: world.element("UNION"), amount: "12.50" }],
    });
    expect(said("elements")).toEqual(["Union fees: Paid to, null, false"]);
    expect(parts().elements?.total).toBe(before + 1);
  });
  it("says by whose dollars people of an award are paid, until those of the last review are entered", () => {
    world = smallWorld(1);
    const { context, actor, businessId } = world;
    const time = { agreement: "MA000004", classification: "2", use: "exceptions" as const, settings: {}, flags: {} };
    saveSection(context, actor, who(), "time", { ...time, from: "2026-06-01" });
    const enter = (from: string) =>
      saveAgreementFacts(context, actor, businessId, "MA000004", {
        ...{ from, source: null, settings: {} },
        rates: { classifications: { "2": "28.05" }, allowances: {} },
      });
    const old = [": Dollars of the General Retail Industry Award 2020 from 1 July 2026, null, false"];
    expect(said("business")).toEqual(old);
    enter("2026-06-01");
    expect(said("business")).toEqual(old);
    enter("2026-07-01");
    expect(said("business")).toEqual([]);
  });
  it("names each missing fact with the day from which it matters, and forgets it when it is there", () => {
    world = smallWorld(2);
    const { db } = world.context.store;
    db.update(person).set({ email: null, address: null }).where(eq(person.id, who())).run();
    db.delete(bankSplit).where(eq(bankSplit.personId, who())).run();
    saveSection(world.context, world.actor, who(), "tax", pending);
    expect(said("bank")).toEqual(["Alex Sample0: Bank account, 2026-07-02, true"]);
    expect(said("tax")).toEqual(["Alex Sample0: Tax file number, applied for, 2026-07-18, true"]);
    expect(said("details")).toEqual([
      "Alex Sample0: Home address, 2026-07-02, true",
      "Alex Sample0: E-mail, 2026-07-02, false",
    ]);
    expect(parts().details).toMatchObject({ total: 2, complete: 1 });
    db.update(person).set({ email: "a@example.org" }).where(eq(person.id, who())).run();
    expect(said("details")).toEqual(["Alex Sample0: Home address, 2026-07-02, true"]);
  });
  it("asks for runs that are due and went nowhere, and for elements without a reporting code", () => {
    world = smallWorld(1);
    const { db } = world.context.store;
    const runId = openRun(world.context, world.actor, world.businessId, {
      cycleId: world.cycleId,
      from: "usual",
      payday: "2026-07-01",
    });
    expect(said("runs")).toEqual(["Run of 1 July 2026: Sign off, 2026-07-01, true"]);
    db.update(payRun).set({ state: "signedOff" }).where(eq(payRun.id, runId)).run();
    expect(said("runs")).toEqual(["Run of 1 July 2026: Send, 2026-07-01, true"]);
    db.update(payElement).set({ allowance: null }).where(eq(payElement.code, "TOOL")).run();
    expect(said("elements")).toEqual([]);
    saveSection(world.context, world.actor, who(), "usualPay", {
      from: "2026-06-01",
      lines: [{ elementId: world.element("TOOL"), amount: "12.50" }],
    });
    expect(said("elements")).toEqual(["Tool allowance: Reporting code, null, false"]);
  });
  it("has New Zealand's words, and a line a business with what stops first", () => {
    world = smallWorldNz(2);
    expect(parts().funds?.title).toBe("KiwiSaver");
    expect(said("business")).toEqual([]);
    world.context.store.db.update(business).set({ ird: null }).run();
    expect(said("business")).toEqual([": IRD number, null, true"]);
    world.context.store.db.update(business).set({ ird: "49091850" }).run();
    world.context.store.db.delete(bankSplit).run();
    expect(lines()).toMatchObject([{ stops: 2, first: "2026-07-01", country: "NZ" }]);
    expect(lines({ ...world.actor, lead: false, userId: 99 })).toEqual([]);
  });
  it("keeps a line until its business is written to, another day comes, or an answer from outside", async () => {
    world = smallWorld(2);
    const { context, actor, businessId } = world;
    const counts = () => lines().map((line) => [line.missing, line.stops]);
    const fresh = () => {
      const missing = readReadiness(context, businessId).parts.flatMap((part) => part.missing);
      return [[missing.length, missing.filter((each) => each.stops).length]];
    };
    const ended = { name: "Card", number: null, expires: "2026-06-30" };
    let runId = 0;
    const changes: [string, () => unknown][] = [
      ["a tax number that was applied for", () => saveSection(context, actor, who(), "tax", pending)],
      ["a qualification", () => saveSection(context, actor, who(1), "qualifications", { list: [ended] })],
      ["a run that was opened", () => (runId = openUsual(world))],
      ["its payday", () => context.clock.moveTo("2026-07-02")],
      ["a sign-off", () => signRun(world, runId)],
      ["the day after", () => context.clock.moveTo("2026-07-03")],
    ];
    expect(counts()).toEqual(fresh());
    const seen = new Set([JSON.stringify(counts())]);
    for (const [what, change] of changes) {
      change();
      expect(counts(), what).toEqual(fresh());
      seen.add(JSON.stringify(counts()));
    }
    expect(seen.size).toBeGreaterThan(3);
    // Nothing was written since: the line is the same, and no fact is read again.
    expect(lines()[0]).toBe(lines()[0]);
  });
  it("knows every fact that can be missing", () => {
    world = smallWorld(0);
    for (const text of [
      "Tax declaration",
      "Super fund",
      "Member number",
      "IRD number",
      "Tax code",
      "KiwiSaver status",
      "Bank account",
      "Home address",
      "E-mail",
      "Tax file number, applied for",
      "Bank account to look at",
    ])
      expect(blocksOf(text).blocks, text).not.toBe("it is still asked for");
  });
});
