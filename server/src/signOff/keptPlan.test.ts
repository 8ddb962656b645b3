/** What was worked out for the plan is signed without a second working out, and only while it is still so. */
import { describe, expect, it } from "vitest";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { readyRun, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { signOffPlan } from "./plan.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { signOff } from "./signOff.ts";

const tables = ["signed_pay", "pay_fact", "leave_entry", "due", "journal_line", "payment", "year_sum"];

/** Everything that signing wrote, without the moment and what is sealed at random. */
const written = ({ context }: SmallWorld) =>
  tables.map((table) =>
    context.store.sqlite
      .prepare<[], Record<string, unknown>>(`SELECT * FROM ${table}`)
      .all()
      .map(({ signed_at: _at, workings, ...row }) => ({ ...row, workings: String(workings) })),
  );

const worlds = { Australia: smallWorld, "New Zealand": smallWorldNz };

describe.each(Object.entries(worlds))("a plan that was looked at, %s", (_name, make) => {
  it("is signed to the same byte as one that was not", () => {
    const signed = [true, false].map((isSeen) => {
      const world = make(4);
      const { runId, version } = readyRun(world);
      if (isSeen) signOffPlan(world.context, runId);
      signOff(world.context, world.actor, runId, version);
      return written(world);
    });
    expect(signed[0]).toEqual(signed[1]);
  });

  it("is worked out anew after anything was written, on another day, or for a year made final", () => {
    const world = make(3);
    const { context, actor, element } = world;
    const { runId, version } = readyRun(world);
    const first = prepareSignOff(context, runId);
    expect(prepareSignOff(context, runId)).toBe(first);
    const [row] = readRun(context, actor, runId).rows;
    const lines = [{ elementId: element("ORD"), hours: "7.25" }];
    saveRows(context, actor, runId, { version, rows: [{ payId: row?.payId ?? 0, lines }] });
    const after = prepareSignOff(context, runId);
    expect(after.totals).not.toEqual(first.totals);
    context.clock.moveTo("2026-07-09");
    expect(prepareSignOff(context, runId)).not.toBe(after);
  });
});
