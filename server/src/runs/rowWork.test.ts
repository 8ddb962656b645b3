/** A row is the unit of work: its change moves the run's totals, collides with nobody else's row, and ages with nothing. */
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { findRun } from "../ground/findRun.ts";
import type { ProblemError } from "../ground/problem.ts";
import { refreshRun } from "../row/workRun.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { openRun } from "./openRun.ts";
import { keptWorking, readRun } from "./readRun.ts";
import { saveRows } from "./saveRows.ts";
import { setTick } from "./ticks.ts";

let world: SmallWorld;
afterEach(() => world.end());

const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const view = (runId: number) => readRun(world.context, world.actor, runId);
const save = (runId: number, version: number, rows: object[]) =>
  saveRows(world.context, world.actor, runId, { version, rows: rows as never });
const hours = (text: string) => ({ lines: [{ elementId: world.element("ORD"), hours: text }] });
const code = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return (error as ProblemError).problem.code;
  }
  return "taken";
};
function sign(runId: number): void {
  for (const { payId, marks } of view(runId).rows)
    for (const { key, kind } of marks)
      if (kind === "query") setTick(world.context, world.actor, runId, { payId, key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
}

describe.each([
  ["Australia", (people: number) => smallWorld(people)],
  ["New Zealand", (people: number) => smallWorldNz(people)],
])("%s: the run's counts and totals", (_country, make) => {
  it("are those of a run worked out whole, after any changes and ticks", () => {
    world = make(3);
    const runId = open();
    const rows = view(runId).rows;
    const change = fc.record({
      at: fc.integer({ min: 0, max: 2 }),
      hours: fc.integer({ min: 0, max: 90 }).map(String),
      included: fc.boolean(),
      tick: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 5 }), (changes) => {
        for (const { at, hours: text, included, tick } of changes) {
          const payId = rows[at]?.payId ?? 0;
          save(runId, view(runId).version, [{ payId, included, ...hours(text) }]);
          const query = view(runId).rows[at]?.marks.find((mark) => mark.kind === "query");
          if (tick && query) setTick(world.context, world.actor, runId, { payId, key: query.key, on: !query.ticked });
        }
        const { summary, totals } = findRun(world.context, runId);
        refreshRun(world.context, runId);
        const whole = findRun(world.context, runId);
        expect([summary, totals]).toEqual([whole.summary, whole.totals]);
      }),
      { numRuns: 15 },
    );
  });
  it("kept years and leave balances are sums of facts through sign-off and take-back, and verify finds one that is not", () => {
    world = make(2);
    const { context, actor } = world;
    sign(open());
    const second = open();
    sign(second);
    takeBack(context, actor, second, "wrong hours");
    expect(unbalanced(context.store)).toEqual([]);
    const [id = 0] = world.personIds;
    context.store.sqlite.prepare("UPDATE year_sum SET cents = cents + 1 WHERE person_id = ? AND code = 'net'").run(id);
    // A balance that no entry made: told in both countries, whether the person has kept balances of their own or none.
    context.store.sqlite
      .prepare("INSERT INTO leave_balance (person_id, kind, amount_e4) VALUES (?, 'long service', 1)")
      .run(id);
    const words = unbalanced(context.store).join(" ");
    expect(words).toContain(`kept year of person ${id} is not the sum`);
    expect(words).toContain(`kept leave balance of person ${id} is not the sum`);
  });
  it("the working of a signed pay is kept whole, and only under the names that it has", () => {
    world = make(1);
    const runId = open();
    const payId = view(runId).rows[0]?.payId ?? 0;
    sign(runId);
    const working = keptWorking(world.context, runId, payId, "net");
    expect([working.label, working.value]).toEqual(["Net pay", view(runId).rows[0]?.figures?.net]);
    expect(JSON.stringify(working.parts)).toContain("Gross");
    for (const name of ["nothing", "__proto__", "constructor"])
      expect(code(() => keptWorking(world.context, runId, payId, name))).toBe("not-found");
  });
});

describe("two people in one run", () => {
  it("change different rows without a conflict, and each learns that the other's came in", () => {
    world = smallWorld(2);
    const runId = open();
    const { version, rows } = view(runId);
    const [one, two] = rows.map(({ payId, version: row }) => ({ payId, version: row }));
    const first = save(runId, version, [{ ...one, ...hours("30") }]);
    const second = save(runId, version, [{ ...two, ...hours("20") }]);
    expect([first.behind, second.behind]).toEqual([false, true]);
    expect(view(runId).rows.map((row) => row.figures?.gross)).toEqual(["945.00", "630.00"]);
    // A sign-off on the older view is noticed.
    expect(code(() => signOff(world.context, world.actor, runId, first.version))).toBe("changed-meanwhile");
  });
  it("a cell that was sent and typed over since is taken in one go, and a second time as it is", () => {
    world = smallWorld(1);
    const runId = open();
    const { version, rows } = view(runId);
    const [row] = rows;
    const elementId = world.element("ORD");
    const typed = (value: string) => ({ source: "typed" as const, line: { elementId, hours: value } });
    const cell = (was: string | null, is: string) => ({
      payId: row?.payId ?? 0,
      cells: [{ elementId, was: was === null ? null : typed(was), is: typed(is) }],
    });
    for (const _time of [1, 2]) {
      const answer = save(runId, version, [cell(null, "30"), cell("30", "31")]);
      expect([answer.rows.length, answer.rows[0]?.figures?.hours]).toEqual([1, "31.0000"]);
    }
    // Where somebody else was faster theirs stands, and it is said once.
    const late = save(runId, version, [cell(null, "20"), cell("20", "21")]);
    expect([late.rows[0]?.refused.length, late.rows[0]?.figures?.hours]).toEqual([2, "31.0000"]);
  });
  it("of one row the second is refused, and of a change without row versions any older view", () => {
    world = smallWorld(2);
    const runId = open();
    const { version, rows } = view(runId);
    const [one, two] = rows.map(({ payId, version: row }) => ({ payId, version: row }));
    const saved = save(runId, version, [{ ...one, ...hours("30") }]);
    expect(code(() => save(runId, version, [{ ...one, ...hours("31") }]))).toBe("changed-meanwhile");
    expect(code(() => save(runId, version, [{ payId: two?.payId, ...hours("31") }]))).toBe("changed-meanwhile");
    save(runId, version, [{ ...one, version: saved.rows[0]?.version, ...hours("32") }]);
    expect(view(runId).rows[0]?.figures?.hours).toBe("32.0000");
  });
});
