/** A pay outside the cycle, in both countries: the period is taxed once on all its pays, and nothing is paid unseen. */
import type { TaxCodeFacts } from "@zesty/contract/nz/people";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readDocument } from "../documents/documents.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { signOff } from "../signOff/signOff.ts";
import { document, outbox } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { openRun } from "./openRun.ts";
import { openOutsideCycle } from "./outsideCycle.ts";
import { readRun } from "./readRun.ts";
import { saveRows } from "./saveRows.ts";
import { setTick } from "./ticks.ts";

let world: SmallWorld;
afterEach(() => world.end());

const view = (runId: number) => readRun(world.context, world.actor, runId);
const cycleRun = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const outside = (periodStart: string, payday: string, more: object = {}) =>
  openOutsideCycle(world.context, world.actor, world.businessId, {
    cycleId: world.cycleId,
    periodStart,
    payday,
    reason: "Hours that were forgotten",
    personIds: world.personIds.slice(0, 1),
    ...more,
  });
function type(runId: number, hours: string, code = "ORD"): void {
  const run = view(runId);
  const lines = [{ elementId: world.element(code), hours }];
  saveRows(world.context, world.actor, runId, {
    version: run.version,
    rows: [{ payId: run.rows[0]?.payId ?? 0, lines }],
  });
}
function sign(runId: number): void {
  for (const each of view(runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
}
const taxOf = (runId: number) => centsOf(String(view(runId).rows[0]?.figures?.withheld ?? "0"));

describe.each([
  ["Australia", () => smallWorld(1), "2026-06-22", "38", "4"],
  ["New Zealand", () => smallWorldNz(1), "2026-06-15", "60", "20"],
] as const)("%s", (_country, make, start, first, more) => {
  it("two pays of a period take together what one pay takes, whichever comes first", () => {
    const totals = [false, true].map((outsideFirst) => {
      world = make();
      const period = view(cycleRun());
      expect(period.periodStart).toBe(start);
      const further = outside(start, period.payday);
      const [one, two] = outsideFirst ? [further, period.id] : [period.id, further];
      type(one, first);
      sign(one);
      type(two, more);
      expect(view(two).rows[0]?.marks.map((mark) => mark.code)).toContain("paidBefore");
      sign(two);
      const together = taxOf(one) + taxOf(two);
      expect(verify(world.context.store).broken).toEqual([]);
      return together;
    });
    world.end();
    world = make();
    const alone = cycleRun();
    type(alone, String(Number(first) + Number(more)));
    expect(totals).toEqual([taxOf(alone), taxOf(alone)]);
  });

  it("refuses a period that the cycle does not have, a payday far off, a stranger; and changes nothing", () => {
    world = make();
    for (const [periodStart, payday, more, sentence] of [
      ["2026-06-23", "2026-07-03", {}, /No period of .* starts on 23 June 2026/],
      [start, "2029-07-03", {}, /far from the period/],
      [start, "2026-07-03", { personIds: [9999] }, /does not belong/],
    ] as const)
      expect(() => outside(periodStart, payday, more)).toThrow(sentence);
    expect(world.context.store.sqlite.prepare("SELECT count(*) AS n FROM pay_run").get()).toEqual({ n: 0 });
  });
});

it("New Zealand files it as ad hoc, beside the cycle's line", () => {
  world = smallWorldNz(1);
  const run = cycleRun();
  sign(run);
  const further = outside("2026-06-15", view(run).payday);
  type(further, "5");
  sign(further);
  const [newest] = world.context.store.db
    .select()
    .from(document)
    .all()
    .filter((each) => each.kind === "employmentInformation")
    .slice(-1);
  expect(readDocument(world.context, newest?.id ?? 0).bytes.toString("utf8")).toMatch(/,AH,/);
});

it("an event for an earlier payday does not take the reported year back", () => {
  world = smallWorld(1);
  const first = cycleRun();
  sign(first);
  const period = view(first);
  sign(cycleRun());
  // The later payday is told already.
  world.context.store.db.update(outbox).set({ state: "accepted" }).run();
  const further = outside(period.periodStart, period.payday);
  type(further, "5");
  sign(further);
  const events = world.context.store.db
    .select()
    .from(document)
    .all()
    .filter((each) => each.kind === "payEvent");
  // 38 h, 38 h and 5 h at 31.50.
  expect(readDocument(world.context, events.at(-1)?.id ?? 0).bytes.toString("utf8")).toContain("2551.50");
});

it("New Zealand: a correction downward of a pay with a student loan can be filed; the loan is not given back", () => {
  world = smallWorldNz(1);
  const personId = world.personIds[0] ?? 0;
  const known = readPerson(world.context, personId).nz?.taxCode;
  saveSection(world.context, world.actor, personId, "taxCode", {
    ...(known as TaxCodeFacts),
    irdNumber: undefined,
    code: "M SL",
    from: "2026-06-01",
  } as never);
  const run = cycleRun();
  sign(run);
  const payId = view(run).rows[0]?.payId ?? 0;
  const lines = [{ elementId: world.element("ORD"), hours: "70" }];
  const correction = makeCorrection(world.context, world.actor, { payId, lines, into: "own" });
  expect(() => sign(correction)).not.toThrow();
  const [row] = world.context.store.sqlite
    .prepare<[], { cents: number }>("SELECT SUM(cents) AS cents FROM pay_fact WHERE code = 'studentLoan' AND cents < 0")
    .all();
  expect(row?.cents).toBeNull();
});

// A week has one limit: 38 hours that leave accrues on, and the 30 of somebody under 18. By hand, at $31.50 an hour, 12 %.
it.each<[string, string, string[], { leave: number; super: string }, string?]>([
  ["hours beyond the ordinary week accrue no leave", "1990-02-03", ["38", "9"], { leave: 38, super: "177.66" }],
  [
    "nor in the cycle's own pay, where they were paid before it",
    "1990-02-03",
    ["9", "38"],
    { leave: 38, super: "177.66" },
  ],
  [
    "under 18, the hours that make the week long bring super on all of it",
    "2009-03-01",
    ["28", "9"],
    { leave: 37, super: "139.86" },
  ],
  ["and so where the short pay came first", "2009-03-01", ["9", "28"], { leave: 37, super: "139.86" }],
  [
    "leave of weeks to come, paid beside it, accrues as ever",
    "1990-02-03",
    ["38", "30"],
    { leave: 68, super: "257.04" },
    "AL",
  ],
  ["a short week has none", "2009-03-01", ["20", "9"], { leave: 29, super: "0.00" }],
])("two pays of one week: %s", (_what, birth, [first = "", second = ""], due, code = "ORD") => {
  world = smallWorld(1);
  const { sqlite } = world.context.store;
  sqlite.prepare("UPDATE person SET birth_date = ?").run(birth);
  const pays = [cycleRun, () => outside("2026-06-22", "2026-07-02")];
  const [one, other] = Number(first) > Number(second) ? pays : pays.toReversed();
  for (const [open, hours] of [
    [one, first],
    [other, second],
  ] as const) {
    const runId = open?.() ?? 0;
    type(runId, hours, open === cycleRun ? "ORD" : code);
    sign(runId);
  }
  const hours = sqlite.prepare(
    "SELECT SUM(hours_e4) * 13 / 10000.0 FROM leave_entry WHERE why = 'accrued' AND kind = 'annual'",
  );
  expect(hours.pluck().get()).toBeCloseTo(due.leave, 2);
  const cents = sqlite.prepare("SELECT SUM(cents) FROM pay_fact WHERE code = 'guarantee'").pluck().get();
  expect(centsText(Number(cents))).toBe(due.super);
});

// 12 % of what the week earned at $31.50: a correction moves all of it, or what it adds; the next week is its own.
it.each<[string, string, "own" | "next", string]>([
  ["28", "33", "own", "124.74"],
  ["33", "28", "own", "0.00"],
  ["33", "35", "own", "132.30"],
  ["28", "29", "own", "0.00"],
  ["28", "33", "next", "124.74"],
  ["33", "35", "next", "132.30"],
])("under 18, a week of %s hours corrected to %s, %s pay", (was, is, into, due) => {
  world = smallWorld(1);
  const { sqlite } = world.context.store;
  sqlite.prepare("UPDATE person SET birth_date = '2009-03-01'").run();
  const run = cycleRun();
  type(run, was);
  sign(run);
  const payId = view(run).rows[0]?.payId ?? 0;
  const next = into === "next" ? cycleRun() : 0;
  if (next) type(next, "20");
  const lines = [{ elementId: world.element("ORD"), hours: is }];
  const made = makeCorrection(world.context, world.actor, { payId, lines, into });
  sign(next || made);
  const cents = sqlite.prepare("SELECT SUM(cents) FROM pay_fact WHERE code = 'guarantee'").pluck().get();
  expect(centsText(Number(cents ?? 0))).toBe(due);
});
