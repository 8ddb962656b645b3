/**
 * Whatever is done to a row of an open run: undone it is as if it had never been, in whatever order; done in another
 * order it comes to the same; done twice it is done once. Both countries.
 */
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { type Act, actsToTry, stateOf, type Tried } from "../endure/actsToTry.ts";
import { recordClosedown } from "../nz/closedown.ts";
import { addToRun } from "../runs/addToRun.ts";
import { discardRun } from "../runs/discardRun.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { outbox } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";

interface Place extends Pick<Tried, "country" | "days" | "holiday"> {
  make: () => SmallWorld;
}
const places: Place[] = [
  { country: "AU", make: () => smallWorld(1), days: ["2026-07-01", "2026-07-02", "2026-07-03"], holiday: null },
  {
    ...{ country: "NZ", make: () => smallWorldNz(1) },
    ...{ days: ["2026-07-01", "2026-07-02", "2026-07-10"], holiday: "2026-07-10" },
  },
];

let world: SmallWorld;
let tried: Tried;
let acts: Record<string, Act>;
afterEach(() => world && endWhole(world));

function begin(at: Place): void {
  if (world) void endWhole(world);
  world = at.make();
  const { context, actor, businessId, cycleId, personIds, element } = world;
  const first = openRun(context, actor, businessId, { cycleId, from: "usual" });
  const signedPay = readRun(context, actor, first).rows[0]?.payId ?? 0;
  signRun(world, first);
  context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, first)).run();
  const runId = openRun(context, actor, businessId, { cycleId, from: "usual" });
  const { make: _make, ...place } = at;
  tried = {
    ...{ context, actor, businessId, personId: personIds[0] ?? 0, runId, signedPay, element, earlier: "2026-06-25" },
    ...place,
  };
  acts = actsToTry(tried);
}
const state = () => stateOf(tried);
/** The same without what a cell was typed over, which is what lay there then. */
const paid = () => {
  const { lines, figures, balances } = state();
  return { lines: lines?.map((line) => line.replace(/,?\["typed",\{[^}]*\}\]/, "")), figures, balances };
};
const names = (at: Place) => {
  begin(at);
  return Object.keys(acts);
};
/** Acts that say the same fact or fill the same cell: the newer word counts, and their order is no matter of indifference. */
const rivals = [
  ...[/^a raise|^a move/, /^hours typed|^an hours sheet/],
  // The final pay goes with the cycle that holds on the last day.
  /^a move|^a departure/,
];
const without = (same: RegExp) => (chosen: readonly string[]) => chosen.filter((each) => same.test(each)).length < 2;
const commutes = (chosen: readonly string[]) => rivals.every((same) => without(same)(chosen));

describe.each(places)("$country", (at) => {
  const all = names(at);
  const chosen = fc.shuffledSubarray(all, { minLength: 1, maxLength: 4 });
  it("what is done and undone, in any order, leaves nothing", () => {
    begin(at);
    const before = state();
    fc.assert(
      // Of two raises to the same rate the later one says nothing, and cannot be undone.
      fc.property(chosen.filter(without(/^a raise/)), fc.infiniteStream(fc.nat()), (done, dice) => {
        const undo = done.map((name) => acts[name]?.() ?? (() => {}));
        while (undo.length > 0) undo.splice((dice.next().value ?? 0) % undo.length, 1)[0]?.();
        expect(state()).toEqual(before);
      }),
      { numRuns: 12 },
    );
  });
  it("the order in which it is done makes no difference", () => {
    begin(at);
    fc.assert(
      fc.property(chosen.filter(commutes), (done) => {
        const [one, two] = [done, [...done].reverse()].map((order) => {
          const undo = order.map((name) => acts[name]?.() ?? (() => {}));
          const found = paid();
          for (const each of undo.reverse()) each();
          return found;
        });
        expect(two).toEqual(one);
      }),
      { numRuns: 8 },
    );
  });
  it.each(all.filter((each) => each !== "a correction into the run"))(
    "%s, done again after it was undone, is the same",
    (name) => {
      begin(at);
      const undo = acts[name]?.();
      const first = state();
      undo?.();
      acts[name]?.();
      expect(state()).toEqual(first);
    },
  );
});

it("a closedown said twice is once, and a run that is discarded takes it along", () => {
  begin(places[1] as Place);
  const { context, actor, businessId } = tried;
  const before = state();
  const close = () => recordClosedown(context, actor, tried.runId, { from: "2026-07-06", to: "2026-07-09" });
  close();
  const closed = state();
  expect(closed.figures).not.toEqual(before.figures);
  close();
  expect(state()).toEqual(closed);
  discardRun(context, actor, tried.runId);
  tried = { ...tried, runId: openRun(context, actor, businessId, { cycleId: world.cycleId, from: "usual" }) };
  expect(state()).toEqual(before);
});
it("somebody left out and brought in again is paid as before", () => {
  for (const at of places) {
    begin(at);
    const before = state();
    world.context.store.sqlite.prepare("DELETE FROM pay WHERE run_id = ?").run(tried.runId);
    addToRun(world.context, world.actor, tried.runId, [tried.personId]);
    expect(state()).toEqual(before);
  }
});
