/** What pages send: figures as people type them, facts that come back as they were saved, and what a broken seal says. */

import Database from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readJournal } from "../books/readBooks.ts";
import { readDues } from "../dues/readDues.ts";
import { readPerson } from "../people/readPeople.ts";
import { readRun } from "../runs/readRun.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { audit, business, journal } from "../store/schema.ts";
import { anchorOf } from "../store/trail.ts";
import { readyRun, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { startServer } from "../testing/testServer.ts";
import { readBusiness } from "./readBusiness.ts";

let world: SmallWorld;
let server: Awaited<ReturnType<typeof startServer>>;
const begin = async (make: () => SmallWorld) => {
  world = make();
  server = await startServer(world);
  await server.add("lead", "lead");
};
afterEach(async () => {
  server.close();
  await world.end();
});

describe("figures as typed", () => {
  beforeEach(() => begin(() => smallWorld(1)));
  const employment = async (change: object) => {
    const person = world.personIds[0] ?? 0;
    const known = readPerson(world.context, person).employment;
    return server.call("PUT", `/people/${person}/employment`, "lead", { ...known, ...change });
  };
  it.each([
    ["hourlyRate", "$31.5", "31.50"],
    ["hourlyRate", ".75", "0.75"],
    ["salary", "82,000", "82000.00"],
    ["salary", " 1,234.50 ", "1234.50"],
    ["weeklyHours", "37:30", "37.5"],
    ["weeklyHours", "38h", "38"],
    ["minimumRate", "27.", "27.00"],
  ])("%s typed as %s is kept as %s", async (field, typed, kept) => {
    const answer = await employment({ hourlyRate: null, salary: null, [field]: typed, from: "2026-07-01" });
    expect([answer.status, answer.body.detail]).toEqual([200, undefined]);
    expect(answer.body.employment[field]).toBe(kept);
  });
  it.each([
    ["hourlyRate", "thirty", /Hourly rate is not an hourly rate/],
    ["salary", "82,00", /Salary a year is not an amount/],
    ["salary", "-5", /nought or more/],
    ["weeklyHours", "7:75", /not a number of hours/],
    ["from", "22/6", /From is not a date/],
  ])("%s typed as %s is refused in a sentence, and nothing changes", async (field, typed, sentence) => {
    const before = readPerson(world.context, world.personIds[0] ?? 0).employment;
    const answer = await employment({ [field]: typed });
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0]).toMatchObject({ path: field, text: expect.stringMatching(sentence) });
    expect(readPerson(world.context, world.personIds[0] ?? 0).employment).toEqual(before);
  });
});

describe("facts of the business", () => {
  it.each([
    ["Australia", () => smallWorld(1), { withholder: "large", fourEyes: true, yesFirst: true }],
    ["New Zealand", () => smallWorldNz(1), { fourEyes: true, yesFirst: true }],
  ] as const)(
    "%s: come back as they were saved, the account stays, and the trail has both sides",
    async (_name, make, change) => {
      await begin(make);
      const before = readBusiness(world.context, world.businessId);
      const { bank: _bank, ...au } = before.facts;
      const { bankShown: _shown, ...nz } = before.nz ?? { bankShown: null };
      const sent = { ...(before.nz ? { ...nz, bankAccount: null } : { ...au, bank: null }), ...change };
      const answer = await server.call("PUT", `/businesses/${world.businessId}`, "lead", sent);
      expect([answer.status, answer.body.detail]).toEqual([200, undefined]);
      const after = readBusiness(world.context, world.businessId);
      expect(after.nz ?? after.facts).toEqual({ ...(before.nz ?? before.facts), ...change });
      const [entry] = world.context.store.db.select().from(audit).all().slice(-1);
      expect(entry?.what).toBe("changed business facts");
      expect(entry?.change).toMatchObject({ before: { fourEyes: false, yesFirst: false }, after: change });
      expect(JSON.stringify(entry?.change)).not.toContain("55120038");
    },
  );
});

describe("how the bank is written to", () => {
  const say = async (bank: object) => {
    const { facts } = readBusiness(world.context, world.businessId);
    const { shown: _shown, ...kept } = facts.bank ?? { shown: "" };
    const whole = { ...facts, bank: { ...kept, bsb: "", account: "", ...bank } };
    return server.call("PUT", `/businesses/${world.businessId}`, "lead", whole);
  };
  it("changes without the account, which stays, and is asked for whole where the bank wants it", async () => {
    await begin(() => smallWorld(1));
    const bank = () => readBusiness(world.context, world.businessId).facts.bank;
    const shown = bank()?.shown;
    expect((await say({ balancing: false, userId: "77" })).status).toBe(200);
    expect(bank()).toMatchObject({ shown, balancing: false, userId: "77", institution: "ZZZ" });
    expect((await say({ file: "csv", institution: "", userName: "", userId: "" })).status).toBe(200);
    expect(bank()).toMatchObject({ shown, file: "csv" });
    const back = await say({ file: "directEntry", institution: "", userName: "", userId: "" });
    expect(back.body.errors.map((each: { path: string }) => each.path)).toEqual(
      expect.arrayContaining(["bank.institution", "bank.userName", "bank.userId"]),
    );
    const half = await say({ bsb: "990-777" });
    expect([half.status, half.body.errors[0].text]).toEqual([400, "Give the account, too, or leave both empty."]);
  });
  it("says nothing of a bank where there is no account", async () => {
    await begin(() => smallWorld(1));
    world.context.store.db.update(business).set({ bankAccount: null }).run();
    const answer = await say({ file: "csv", institution: "", userName: "", userId: "", balancing: true });
    expect([answer.status, answer.body.detail]).toEqual([422, "Give BSB and account: there is none on record."]);
  });
});

describe("a record that was changed beside the program", () => {
  it.each([
    ["a pay", "UPDATE signed_pay SET payday = '2026-01-01'", "run"],
    ["a journal", "UPDATE journal_line SET debit_cents = debit_cents + 1", "journal"],
    ["a due", "UPDATE due SET amount_cents = amount_cents - 1", "dues"],
    ["an opening balance", "UPDATE leave_entry SET hours_e4 = 9999999 WHERE signed_pay_id IS NULL", "person"],
    ["a document", "UPDATE document SET sha256 = 'x'", "run"],
    ["a fact", "UPDATE pay_fact SET cents = cents + 1 WHERE code = 'gross'", "run"],
  ])("%s is named where its figures stand", async (_name, change, where) => {
    await begin(() => smallWorld(1));
    const { context, actor, businessId, personIds } = world;
    const { runId, version } = readyRun(world);
    const anchor = anchorOf(context.store);
    expect(signOffPlan(context, runId).anchor).toEqual(anchor);
    signOff(context, actor, runId, version);
    const journalId = context.store.db.select().from(journal).get()?.id ?? 0;
    const seen = () => ({
      run: readRun(context, actor, runId).broken,
      journal: readJournal(context, journalId).broken,
      dues: readDues(context, businessId).flatMap((each) => each.broken),
      person: readPerson(context, personIds[0] ?? 0).broken,
    });
    expect(seen()).toEqual({ run: [], journal: [], dues: [], person: [] });
    // By another hand, while the program runs and has looked already.
    const other = new Database(context.store.sqlite.name);
    other.exec(change);
    other.close();
    expect(seen()[where as "run"].length).toBeGreaterThan(0);
    expect(seen()[where as "run"][0]).toMatch(/^\w+( \w+)? \d+ was changed after it was sealed\.$/);
  });
});
