/** Acts on dues in any order: every cent is in one state, parts sum, the books agree, and what is undone is as before. */
import type { DuePick, DueView } from "@zesty/contract/dues";
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { trialBalance } from "../books/readSpan.ts";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import { readDuePayments } from "../dues/readPayments.ts";
import { ProblemError } from "../ground/problem.ts";
import { unbalanced } from "../store/invariants.ts";
import { business } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { heardOf, payByHand, takeBackByHand } from "./byHand.ts";
import { letGo, preparePayment, releasePayment } from "./pay.ts";
import { planPayment } from "./plan.ts";

let world: SmallWorld;
beforeAll(() => {
  world = smallWorld(3);
  const { context, actor, businessId } = world;
  signRun(world, openUsual(world));
  context.clock.moveTo("2026-07-03");
  context.store.db.update(business).set({ fourEyes: true }).run();
  for (const receiver of ["clearingHouse", "taxOffice"])
    savePayee(context, actor, businessId, {
      receiver,
      name: receiver,
      bsb: "650-000",
      account: "40404040",
      reference: "",
    });
});
afterAll(() => world.end());

const today = "2026-07-03";
const dues = () => readDues(world.context, world.businessId);
const pick = ({ dueDate, kind, fundId }: DueView, some: boolean): DuePick => ({
  ...{ dueDate, kind, fundId },
  // Withholding is nobody's own.
  ...(some && kind === "super" ? { people: world.personIds.slice(0, 2) } : {}),
});

type Act = {
  do: "prepare" | "letGo" | "release" | "byHand" | "takeBack" | "received" | "returned";
  which: number;
  some: boolean;
};
const act = fc.record<Act>({
  do: fc.constantFrom("prepare", "letGo", "release", "byHand", "takeBack", "received", "returned"),
  which: fc.nat(9),
  some: fc.boolean(),
});

/** Does an act where it may be done; a refusal is a sentence and changes nothing. */
function play({ do: what, which, some }: Act): void {
  const { context, actor, businessId } = world;
  const before = JSON.stringify([dues(), trialBalance(context, businessId, today, today)]);
  const due = dues()[which % dues().length] as DueView;
  const payments = readDuePayments(context, actor, businessId, 200);
  const payment = payments[which % Math.max(payments.length, 1)];
  const line = payment?.remittances[0];
  try {
    if (what === "prepare" || what === "byHand") {
      const picks = [pick(due, some)];
      const plan = planPayment(context, businessId, picks);
      if (what === "byHand")
        payByHand(context, actor, businessId, { picks, cents: plan.cents, on: today, receipt: "R" });
      else
        preparePayment(context, actor, businessId, {
          picks,
          date: today,
          cents: plan.cents,
          confirmed: plan.lines.map((each) => each.receiver),
        });
    } else if (payment && what === "letGo") letGo(context, actor, businessId, payment.id, "A reason");
    else if (payment && what === "release")
      releasePayment(context, { ...actor, userId: actor.userId + 1 }, businessId, payment.id);
    else if (payment && what === "takeBack") takeBackByHand(context, actor, businessId, payment.id, "A reason");
    else if (payment && line && (what === "received" || what === "returned"))
      heardOf(context, actor, businessId, payment.id, line.id, {
        what,
        on: today,
        receipt: "",
        reason: "A reason",
        ...(some ? { people: world.personIds.slice(0, 1) } : {}),
      });
  } catch (error) {
    expect(error).toBeInstanceOf(ProblemError);
    expect(JSON.stringify([dues(), trialBalance(context, businessId, today, today)])).toBe(before);
  }
}

const sums = () => {
  const moved = world.context.store
    .prepared<[], { cents: number }>(
      "SELECT SUM(sent_cents + received_cents + allocated_cents) AS cents FROM due_total",
    )
    .get();
  return moved?.cents ?? 0;
};

it("keeps every cent in one state, whatever is done, and books what left", { timeout: 60_000 }, () => {
  const owed = dues().reduce((sum, each) => sum + each.cents, 0);
  fc.assert(
    fc.property(fc.array(act, { minLength: 1, maxLength: 8 }), (acts) => {
      for (const each of acts) play(each);
      expect(unbalanced(world.context.store)).toEqual([]);
      for (const due of dues()) {
        expect(due.parts.reduce((sum, part) => sum + part.cents, 0)).toBe(due.cents);
        expect(due.unpaidCents).toBeGreaterThanOrEqual(0);
      }
      expect(dues().reduce((sum, each) => sum + each.cents, 0)).toBe(owed);
      // Nothing goes by file here without the bank: what left by hand and did not come back is off the account.
      const bank = trialBalance(world.context, world.businessId, "2026-01-01", today).find(
        (each) => each.code === "1100",
      );
      expect((bank?.closing ?? 0) + sums()).toBe(0);
    }),
    { numRuns: 60 },
  );
});

it("is as before where something is done and undone", () => {
  const { context, actor, businessId } = world;
  for (const view of dues().filter((each) => each.unpaidCents > 0)) {
    const before = JSON.stringify(dues());
    const order = { picks: [pick(view, false)], cents: view.unpaidCents };
    const id = payByHand(context, actor, businessId, { ...order, on: today, receipt: "" });
    expect(JSON.stringify(dues())).not.toBe(before);
    takeBackByHand(context, actor, businessId, id, "Undone");
    expect(JSON.stringify(dues())).toBe(before);
    const confirmed = planPayment(context, businessId, order.picks).lines.map((each) => each.receiver);
    const prepared = preparePayment(context, actor, businessId, { ...order, date: today, confirmed });
    letGo(context, actor, businessId, prepared, "Undone");
    expect(JSON.stringify(dues())).toBe(before);
  }
});
