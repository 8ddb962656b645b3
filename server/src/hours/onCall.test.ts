/** Being on call reaches the run: nothing is paid by the hour, and what has no price is a query there. */
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => world.end());

it.each([
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
] as const)("%s: on call beside a day's work, without an agreement", (_country, make) => {
  world = make(1);
  const { context, actor, businessId } = world;
  const personId = world.personIds[0] ?? 0;
  saveSection(context, actor, personId, "time", {
    ...{ from: "2020-01-06", agreement: null, classification: null, use: "all", settings: {}, flags: {} },
  } as never);
  const shift = (from: string, to: string, marks?: string[]) => ({
    ...{ start: `2026-06-24T${from}`, end: `2026-06-24T${to}` },
    ...(marks ? { marks } : {}),
  });
  const record = { shifts: [shift("09:00", "17:00"), shift("18:00", "22:00", ["standby"])], leave: [] };
  saveDays(context, actor, businessId, { days: [{ personId, date: "2026-06-24", kind: "worked", record }] } as never);
  approveDays(context, actor, businessId, { days: [{ personId, date: "2026-06-24" }], approved: true });
  const runId = openRun(context, actor, businessId, { cycleId: world.cycleId, from: "usual" });
  const [row] = readRun(context, actor, runId).rows;
  expect(row?.figures?.hours).toBe("8.0000");
  expect(
    row?.marks.filter((mark) => mark.text?.startsWith("On call on 24 June 2026")).map((mark) => mark.kind),
  ).toEqual(["query"]);
});
