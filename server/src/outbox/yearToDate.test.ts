/** The year to date that an agency goes by: what waits is told as of now, what is overtaken or taken back is named. */
import { and, eq, ne } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { readDesk } from "../desk/readDesk.ts";
import { readDocument } from "../documents/documents.ts";
import { findRun } from "../ground/findRun.ts";
import { saveSection } from "../people/savePerson.ts";
import { movePayday } from "../runs/movePayday.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { answerItem, outbox, pay, payCycle, user, userRight } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { replaceEvent } from "./replaceEvent.ts";
import { sendRun } from "./sendRun.ts";
import { settleAnswer } from "./settleAnswer.ts";

let world: SmallWorld;
afterEach(() => world.end());

type Channel = "payEvent" | "employmentInformation" | "employeeDetails" | "paymentFile";
const rowsOf = (runId: number, channel: Channel) =>
  world.context.store.db
    .select()
    .from(outbox)
    .where(and(eq(outbox.runId, runId), eq(outbox.channel, channel)))
    .orderBy(outbox.id)
    .all();
const states = (runId: number, channel: Channel = "payEvent") => rowsOf(runId, channel).map((row) => row.state);
const bytes = (runId: number, channel: Channel = "payEvent") =>
  readDocument(world.context, rowsOf(runId, channel).at(-1)?.documentId ?? 0).bytes.toString();
const bonus = (runId: number) => /<GrossBonusesAndCommissionsA>([^<]*)</.exec(bytes(runId))?.[1];
/** Sends the channel, and the receiver takes it. */
function sent(runId: number, channel: Channel = "payEvent"): void {
  sendRun(world.context, world.actor, runId, [channel]);
  const row = rowsOf(runId, channel).at(-1);
  if (row) settleAnswer(world.context, row, { kind: "final", state: "accepted", detail: "", items: [] });
}
/** A bonus of $250 outside the cycle, signed off. */
function bonusOn(payday: string, people = world.personIds.slice(0, 1)): number {
  const { context, actor, businessId, cycleId } = world;
  const cycle = context.store.db.select().from(payCycle).get();
  const runId = openOutsideCycle(context, actor, businessId, {
    ...{ cycleId, periodStart: cycle ? nextPeriodOf(context, cycle).start : "", payday, reason: "Forgotten" },
    personIds: people,
  });
  const { version, rows } = readRun(context, actor, runId);
  const lines = [{ elementId: world.element("BONUS"), amount: "250.00" }];
  saveRows(context, actor, runId, { version, rows: rows.map(({ payId }) => ({ payId, lines })) });
  return signRun(world, runId);
}
const open = () =>
  world.context.store.db
    .select()
    .from(answerItem)
    .where(eq(answerItem.open, true))
    .all()
    .map((each) => `${each.code} ${each.personId}`);

describe("an event that waits since sign-off", () => {
  it("tells what was signed off since, and stays as it is where nothing moved", () => {
    world = smallWorld(2);
    const run = signRun(world, openUsual(world));
    bonusOn("2026-07-02");
    // A later payday tells itself.
    bonusOn("2026-07-03");
    sent(run, "paymentFile");
    expect(states(run)).toEqual(["prepared"]);
    sent(run);
    expect(states(run)).toEqual(["cancelled", "accepted"]);
    expect(bonus(run)).toBe("250.00");
    const next = signRun(world, openUsual(world));
    bonusOn("2026-07-17");
    sent(next);
    expect(states(next)).toEqual(["accepted"]);
  });
  it("stays declared by who signed it off, where whoever sends it may only prepare", () => {
    world = smallWorld(1);
    const { context, actor, businessId } = world;
    const run = signRun(world, openUsual(world));
    bonusOn("2026-07-02");
    const one = { email: "ada@example.org", name: "Ada Example", passwordHash: "-", lead: false };
    const { id } = context.store.db.insert(user).values(one).returning().get();
    context.store.db.insert(userRight).values({ userId: id, businessId, right: "prepare" }).run();
    context.clock.moveTo("2026-07-02");
    sendRun(context, { ...one, userId: id }, run, ["payEvent"]);
    expect(states(run)).toEqual(["cancelled", "queued"]);
    expect(bytes(run)).toContain(`<SignatoryIdentifierT>${actor.email}<`);
    expect(bytes(run)).toContain("<SignatureD>2026-07-01<");
  });
  it("does not tell what was taken back since; where it is told already it is named until a newer event is taken", () => {
    world = smallWorld(1);
    const [id = 0] = world.personIds;
    const first = bonusOn("2026-07-01");
    const waits = signRun(world, openUsual(world));
    const again = takeBack(world.context, world.actor, first, "A reason");
    sent(waits);
    expect(bonus(waits)).toBe("0.00");
    expect(open()).toEqual([]);
    signRun(world, again);
    const later = bonusOn("2026-07-03");
    sent(later);
    expect(bonus(later)).toBe("500.00");
    takeBack(world.context, world.actor, again, "A reason");
    expect(open()).toEqual([`TAKENBACK ${id}`]);
    expect(JSON.stringify(readDesk(world.context, world.actor))).toContain(
      "holds the pay of 1 July 2026, which was taken back since",
    );
    sent(signRun(world, openUsual(world)));
    expect(open()).toEqual([]);
  });
});

describe("an event of an earlier payday that comes later", () => {
  it("is named by person, keeps its run open, and is done with once a newer one is taken", () => {
    world = smallWorld(2);
    const [id = 0] = world.personIds;
    sent(bonusOn("2026-07-05"));
    const late = signRun(world, openUsual(world));
    sent(late, "paymentFile");
    sent(late);
    world.context.store.db
      .update(outbox)
      .set({ state: "accepted" })
      .where(and(eq(outbox.runId, late), ne(outbox.state, "cancelled")))
      .run();
    // Who was not in the later event stands as was told.
    expect(open()).toEqual([`LATER ${id}`]);
    expect(findRun(world.context, late).state).not.toBe("settled");
    sent(signRun(world, openUsual(world)));
    expect(open()).toEqual([]);
  });
  it("says nothing new where the later one told it already", () => {
    world = smallWorld(1);
    const late = signRun(world, openUsual(world));
    sent(bonusOn("2026-07-05"));
    sent(late);
    expect(open()).toEqual([]);
  });
});

/** Nine hours too many, corrected in a run of its own: owed back. */
function correctedDown(runId: number): number {
  const { context, actor } = world;
  const row = context.store.db.select().from(pay).where(eq(pay.runId, runId)).get();
  const { lines } = readCorrectable(context, row?.id ?? 0);
  return makeCorrection(context, actor, {
    payId: row?.id ?? 0,
    lines: lines.map((line) => (line.hours ? { ...line, hours: "29" } : line)),
    ...{ into: "own", recoverPerPay: "40" },
  });
}

describe("what is owed back", () => {
  it("goes out as an update, which cannot be replaced, and its payday stays", () => {
    world = smallWorld(1);
    const run = signRun(world, openUsual(world));
    sent(run);
    const own = correctedDown(run);
    const { version } = readRun(world.context, world.actor, own);
    expect(() => movePayday(world.context, world.actor, own, { payday: "2026-07-20", version })).toThrow(
      /holds what somebody owes back, worked out on 2 July 2026/,
    );
    sent(signRun(world, own));
    expect(bytes(own)).toContain('action="update"');
    expect(() => replaceEvent(world.context, world.actor, own, { reason: "A reason" })).toThrow(
      /Only the newest event/,
    );
  });
});

describe("the filing of a payday (New Zealand)", () => {
  it("goes back to the run that it was taken from, which is sent again, however far that was", () => {
    world = smallWorldNz(1);
    const run = signRun(world, openUsual(world));
    const more = bonusOn("2026-07-01", world.personIds);
    expect(findRun(world.context, run).payday).toBe("2026-07-01");
    expect(states(run, "employmentInformation")).toEqual(["cancelled"]);
    world.context.store.db
      .update(outbox)
      .set({ state: "accepted" })
      .where(and(eq(outbox.runId, run), ne(outbox.state, "cancelled")))
      .run();
    sent(run, "paymentFile");
    expect(findRun(world.context, run).state).toBe("settled");
    takeBack(world.context, world.actor, more, "A reason");
    expect(findRun(world.context, run).state).toBe("signedOff");
    sent(run, "employmentInformation");
    expect(states(run, "employmentInformation")).toEqual(["accepted"]);
    expect(findRun(world.context, run).state).toBe("settled");
  });
  it("is made anew where a number was put right before it was sent", () => {
    world = smallWorldNz(1);
    const { context, actor, personIds } = world;
    const run = signRun(world, openUsual(world));
    const before = bytes(run, "employmentInformation");
    saveSection(context, actor, personIds[0] ?? 0, "taxCode", {
      ...{ from: "2026-07-01", code: "M", irdNumber: "136410132", specialRate: null, until: null },
      ...{ slcir: null, slbor: null, lowerMinimum: false },
    });
    sent(run, "employmentInformation");
    expect(before).not.toContain("136410132");
    expect(bytes(run, "employmentInformation")).toContain("136410132");
    expect(states(run, "employmentInformation")).toEqual(["cancelled", "accepted"]);
  });
});

describe.each([
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
] as const)("two pays alike on one day (%s)", (_name, make) => {
  it("are two files to the bank", () => {
    world = make(1);
    const made = [1, 2, 3].map(() => bytes(bonusOn("2026-07-03"), "paymentFile"));
    expect(new Set(made).size).toBe(3);
    // Taken back and signed off again it is the same file.
    const [, again] = [1, 2].map(() => world.context.store.db.select().from(outbox).all().at(-1));
    const fresh = takeBack(world.context, world.actor, again?.runId ?? 0, "A reason");
    signRun(world, fresh);
    expect(bytes(fresh, "paymentFile").length).toBe(made[2]?.length);
  });
});
