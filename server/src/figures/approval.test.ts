/** A yes before sign-off: asked, said to figures, moved away from, questioned at a row, and what a run does meanwhile. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { answerAsked, approvalOf, askAbout, sayYesTo, withdrawAsking } from "../signOff/approval.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { letter, userRight, user as users } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { mailForYes, readLetter } from "./approverLetter.ts";

let world: SmallWorld;
afterEach(() => world.end());

/** An owner who may authorise. */
function owner() {
  const { db } = world.context.store;
  const made = db
    .insert(users)
    .values({ email: "olive@bakery.example", name: "Olive Owner", passwordHash: "-", lead: false })
    .returning()
    .get();
  db.insert(userRight).values({ userId: made.id, businessId: world.businessId, right: "authorise" }).run();
  return { userId: made.id, name: made.name, email: made.email, lead: false };
}
const stateOf = (runId: number) => approvalOf(world.context, runId).state;
const type = (runId: number, hours: string) => {
  const { rows, version } = readRun(world.context, world.actor, runId);
  const lines = [{ elementId: world.element("ORD"), hours }];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
};
const sign = (runId: number) =>
  signOff(world.context, world.actor, runId, readRun(world.context, world.actor, runId).version);

describe.each([
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
])("%s", (_country, make) => {
  it("is said to the figures that were seen; others want another, and without it nothing is signed off", () => {
    world = make(2);
    const { context, actor } = world;
    signRun(world, openUsual(world));
    const runId = openUsual(world);
    type(runId, "20");
    const olive = owner();
    expect(stateOf(runId)).toBe("none");
    mailForYes(context, actor, runId, olive.userId);
    expect([stateOf(runId), signOffPlan(context, runId).waitsFor]).toEqual([
      "waits",
      "Olive Owner was asked for a yes and has not answered yet. Wait for it, or take the asking back.",
    ]);
    expect(() => sign(runId)).toThrow("has not answered yet");
    expect(context.store.db.select().from(letter).where(eq(letter.recipient, olive.email)).all()).toHaveLength(1);
    const seen = readLetter(context, olive, runId);
    expect([seen.isMine, seen.people, seen.rows.length, seen.differences.length]).toEqual([true, 2, 2, 1]);
    expect(readLetter(context, actor, runId).isMine).toBe(false);
    expect(() => sayYesTo(context, actor, runId, seen.seen)).toThrow("Olive Owner was asked");
    type(runId, "19");
    expect(() => sayYesTo(context, olive, runId, seen.seen)).toThrow("The figures changed while you read");
    sayYesTo(context, olive, runId, readLetter(context, olive, runId).seen);
    sayYesTo(context, olive, runId, readLetter(context, olive, runId).seen);
    expect([stateOf(runId), approvalOf(context, runId).words.length]).toEqual(["yes", 1]);
    type(runId, "18");
    expect(stateOf(runId)).toBe("changed");
    expect(() => sign(runId)).toThrow("The figures changed since Olive Owner said yes");
    // Back to the very figures it is the yes to them again.
    type(runId, "19");
    expect(stateOf(runId)).toBe("yes");
    signRun(world, runId);
    expect(readLetter(context, olive, runId).isOpen).toBe(false);
    expect(() => sayYesTo(context, olive, runId, seen.seen)).toThrow();
  });
});

it("a yes is to each pay: hours that go from one person to another leave the sums and not the yes", () => {
  world = smallWorld(2);
  const { context, actor } = world;
  const runId = openUsual(world);
  const olive = owner();
  const typed = (...hours: string[]) => {
    const { rows, version } = readRun(context, actor, runId);
    const wanted = hours.map((each, at) => ({
      payId: rows[at]?.payId ?? 0,
      lines: [{ elementId: world.element("ORD"), hours: each }],
    }));
    saveRows(context, actor, runId, { version, rows: wanted });
  };
  typed("30", "20");
  mailForYes(context, actor, runId, olive.userId);
  const { seen, sums } = readLetter(context, olive, runId);
  sayYesTo(context, olive, runId, seen);
  typed("20", "30");
  expect(readLetter(context, olive, runId).sums).toEqual(sums);
  expect(stateOf(runId)).toBe("changed");
  expect(() => sign(runId)).toThrow("The figures changed since");
  typed("30", "20");
  expect(stateOf(runId)).toBe("yes");
  const trail = context.store.sqlite.prepare("SELECT about FROM audit WHERE what = 'said yes to a run'").pluck().get();
  expect(trail).toMatch(/^run 1, \$[\d,]+\.\d\d net$/);
});

describe("a question", () => {
  it("stands at the row until it is answered, once; a yes after it stands", () => {
    world = smallWorld(2);
    const { context, actor } = world;
    const runId = openUsual(world);
    const olive = owner();
    mailForYes(context, actor, runId, olive.userId);
    const payId = readLetter(context, olive, runId).rows[1]?.payId ?? 0;
    askAbout(context, olive, runId, { payId, text: "Why so few hours?" });
    const [question] = approvalOf(context, runId).words;
    expect([stateOf(runId), question?.name]).toEqual(["asked", "Alex Sample1"]);
    expect(() => sign(runId)).toThrow("asked about this run");
    answerAsked(context, actor, runId, { question: question?.id ?? 0, text: "Two days of leave." });
    expect(() => answerAsked(context, actor, runId, { question: question?.id ?? 0, text: "Again" })).toThrow(
      "answered meanwhile",
    );
    expect(stateOf(runId)).toBe("waits");
    sayYesTo(context, olive, runId, readLetter(context, olive, runId).seen);
    expect(stateOf(runId)).toBe("yes");
    expect(() => askAbout(context, olive, runId, { payId: 99_999, text: "?" })).toThrow("There is no such pay");
  });
  it("of nobody who may not authorise; taken back it holds nothing up; a discarded run takes it along", () => {
    world = smallWorld(1);
    const { context, actor } = world;
    const runId = openUsual(world);
    const olive = owner();
    const { db } = context.store;
    db.update(userRight).set({ right: "prepare" }).run();
    expect(() => mailForYes(context, actor, runId, olive.userId)).toThrow("Choose somebody who may authorise");
    db.update(userRight).set({ right: "authorise" }).run();
    mailForYes(context, actor, runId, olive.userId);
    mailForYes(context, actor, runId, actor.userId);
    expect(approvalOf(context, runId).approver).toBe(actor.name);
    withdrawAsking(context, actor, runId);
    expect([stateOf(runId), signOffPlan(context, runId).waitsFor]).toEqual(["none", null]);
    expect(() => withdrawAsking(context, actor, runId)).toThrow("There is no such question");
    mailForYes(context, actor, runId, olive.userId);
    askAbout(context, olive, runId, { payId: readLetter(context, olive, runId).rows[0]?.payId ?? 0, text: "?" });
    discardRun(context, actor, runId);
    expect(context.store.sqlite.prepare("SELECT COUNT(*) FROM approval").pluck().get()).toBe(0);
  });
});

describe("a business that wants a yes of every run", () => {
  const wants = () => world.context.store.sqlite.prepare("UPDATE business SET yes_first = 1").run();
  it.each([
    ["Australia", smallWorld],
    ["New Zealand", smallWorldNz],
  ])("%s: nothing is signed off before somebody else said it, whatever the run is", (_country, make) => {
    world = make(2);
    const { context, actor } = world;
    wants();
    const runId = openUsual(world);
    expect([stateOf(runId), signOffPlan(context, runId).waitsFor]).toEqual([
      "none",
      "A yes of somebody else is wanted before this business's runs are signed off. Ask for it.",
    ]);
    expect(() => sign(runId)).toThrow("Ask for it");
    // One's own yes is none.
    expect(() => mailForYes(context, actor, runId, actor.userId)).toThrow("wants the yes of somebody else");
    const olive = owner();
    mailForYes(context, actor, runId, olive.userId);
    expect(signOffPlan(context, runId).waitsFor).toBe(
      "Olive Owner was asked for a yes and has not answered yet. Wait for it.",
    );
    // Taking the asking back opens no way round it.
    withdrawAsking(context, actor, runId);
    expect(() => sign(runId)).toThrow("Ask for it");
    mailForYes(context, actor, runId, olive.userId);
    sayYesTo(context, olive, runId, readLetter(context, olive, runId).seen);
    expect(signOffPlan(context, runId).waitsFor).toBeNull();
    // Another figure, another yes.
    type(runId, "21");
    expect(() => sign(runId)).toThrow("The figures changed since Olive Owner said yes. Ask again.");
    mailForYes(context, actor, runId, olive.userId);
    sayYesTo(context, olive, runId, readLetter(context, olive, runId).seen);
    signRun(world, runId);
    expect(readRun(context, actor, runId).state).not.toBe("open");
    expect(() => sign(openUsual(world))).toThrow("Ask for it");
  });
});
