/** What was paid or told too much is taken off what is paid next, and never paid twice or forgotten. */
import type { DuePick, DueView } from "@zesty/contract/dues";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { trialBalance } from "../books/readSpan.ts";
import { readDues } from "../dues/readDues.ts";
import { readDuePayments } from "../dues/readPayments.ts";
import { unbalanced } from "../store/invariants.ts";
import { outbox, pay } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { heardOf, payByHand, takeBackByHand } from "./byHand.ts";
import { planPayment } from "./plan.ts";
import { practiceDues } from "./several.ts";

let world: SmallWorld;
afterEach(() => world.end());

const dues = (kind: DueView["kind"]) =>
  readDues(world.context, world.businessId, 2).filter((each) => each.kind === kind);
const pick = ({ dueDate, kind, fundId }: DueView): DuePick => ({ dueDate, kind, fundId });
const plan = (picks: DuePick[]) => planPayment(world.context, world.businessId, picks);
const payable = (code: string) =>
  trialBalance(world.context, world.businessId, "2026-01-01", "2026-12-31").find((each) => each.code === code)?.closing;

/** 38 hours paid on 2 July, of which 9 are corrected away on 6 July: a payday of its own, with dues below nought. */
function corrected(): void {
  world = smallWorld(1);
  const { context, actor } = world;
  signRun(world, openUsual(world));
  context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.channel, "payEvent")).run();
  context.clock.moveTo("2026-07-06");
  const payId = context.store.db.select().from(pay).get()?.id ?? 0;
  const lines = readCorrectable(context, payId).lines.map((line) => (line.hours ? { ...line, hours: "29" } : line));
  signRun(world, makeCorrection(context, actor, { payId, lines, into: "own", recoverPerPay: "40" }));
}
const byHand = (picks: DuePick[]) =>
  payByHand(world.context, world.actor, world.businessId, {
    ...{ picks, cents: plan(picks).cents, on: "2026-07-06", receipt: "R" },
  });

describe("a due below nought", () => {
  it("is taken off the same person's next one, on the sheet, in the books and in its own row", () => {
    corrected();
    // 12 % of 1,197.00, and of nine hours at $31.50 less.
    expect(dues("super").map((each) => each.cents)).toEqual([14_364, -3_402]);
    // What was due before is paid in full: it is owed for its own payday.
    const [due] = dues("super");
    expect(plan([pick(due as DueView)]).lines.map((line) => [line.cents, line.setOffCents])).toEqual([[14_364, 0]]);
    byHand([pick(due as DueView)]);
    signRun(world, openUsual(world));
    const picks = [pick(dues("super").at(-1) as DueView)];
    expect(plan(picks).lines.map((line) => [line.cents, line.setOffCents])).toEqual([[10_962, 3_402]]);
    byHand(picks);
    expect(dues("super").map((each) => each.unpaidCents)).toEqual([0, 0, 0]);
    expect(payable("2200")).toBe(0);
    expect(unbalanced(world.context.store)).toEqual([]);
    const payments = readDuePayments(world.context, world.actor, world.businessId, 9);
    expect(payments.map((each) => [each.way, each.cents])).toEqual([
      ["byHand", 10_962],
      ["setOff", 0],
      ["byHand", 14_364],
    ]);
    const [, setOff] = payments;
    const heard = { what: "returned" as const, on: "2026-07-06", receipt: "", reason: "A reason" };
    const remittance = setOff?.remittances[0]?.id ?? 0;
    expect(() => heardOf(world.context, world.actor, world.businessId, setOff?.id ?? 0, remittance, heard)).toThrow(
      "it was set off",
    );
    takeBackByHand(world.context, world.actor, world.businessId, setOff?.id ?? 0, "A reason");
    expect(dues("super").map((each) => each.unpaidCents)).toEqual([0, -3_402, 3_402]);
    expect(payable("2200")).toBe(0);
  });
  it("counts within its own day before it is taken off a later one", () => {
    corrected();
    const sum = () => plan(dues("withholding").map(pick)).cents;
    const [month] = dues("withholding");
    world.context.store.sqlite.exec(
      "INSERT INTO due_total SELECT business_id, kind, person_id, fund_id, '2026-08-06', '2026-09-21', payee, run_id, 10000, 0, 0, 0, 0, 0 FROM due_total WHERE kind = 'withholding' AND owed_cents > 0",
    );
    const later = dues("withholding").at(-1) as DueView;
    expect(later.cents).toBe(10_000);
    expect(plan([pick(later)]).cents).toBe(10_000);
    expect(sum()).toBe((month?.cents ?? 0) + 10_000);
  });
  it("stands in one line with others of its day: no more is paid than the line says, here and for the practice", () => {
    corrected();
    const [due] = dues("withholding");
    expect(dues("withholding")).toHaveLength(1);
    expect(due?.cents).toBeLessThan(20_100);
    const sheet = practiceDues(world.context, world.actor)[0]?.dues.find((each) => each.kind === "withholding");
    expect(sheet?.unpaidCents).toBe(due?.cents);
    expect(plan([pick(due as DueView)]).cents).toBe(due?.cents);
    byHand([pick(due as DueView)]);
    expect(dues("withholding").map((each) => each.unpaidCents)).toEqual([0]);
    expect(payable("2100")).toBe(0);
  });
  it("that takes up all of a due leaves nothing to pay, and is kept without a payment", () => {
    corrected();
    byHand([pick(dues("super")[0] as DueView)]);
    signRun(world, openUsual(world));
    const last = pick(dues("super").at(-1) as DueView);
    const set = "UPDATE due_total SET owed_cents = 3402 WHERE kind = 'super' AND due_date = ?";
    world.context.store.sqlite.prepare(set).run(last.dueDate);
    const picks = [last];
    expect(plan(picks).cents).toBe(0);
    byHand(picks);
    expect(dues("super").map((each) => each.unpaidCents)).toEqual([0, 0, 0]);
    expect(() => byHand(picks)).toThrow("Nothing of this is left to pay");
    expect(readDuePayments(world.context, world.actor, world.businessId, 9).map((each) => each.way)).toEqual([
      "setOff",
      "byHand",
    ]);
  });
});
