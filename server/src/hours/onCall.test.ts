/** Being on call reaches the run: nothing is paid by the hour, and what has no price is a query there. */
import { afterEach, expect, it } from "vitest";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { addCentre } from "../setup/costs.ts";
import { plainTerms, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
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

const onDay = (shifts: object[]) => {
  const { context, actor, businessId, personIds } = world;
  const personId = personIds[0] ?? 0;
  saveDays(context, actor, businessId, {
    days: [{ personId, date: "2026-06-24", kind: "worked", record: { shifts, leave: [] } }],
  } as never);
  return personId;
};

it.each<[string, string, object[], Record<string, string>]>([
  [
    "a call within the time on call",
    "MA000027",
    [
      { from: "18:00", to: "23:00", marks: ["standby"] },
      { from: "20:00", to: "21:00", marks: ["recall"], costCentre: "WARD" },
    ],
    { WARD: "3.0000" },
  ],
  [
    "an hour and an hour without a gap, made up once to three,",
    "MA000004",
    [
      { from: "09:00", to: "10:00", costCentre: "SHOP" },
      { from: "10:00", to: "11:00", costCentre: "WARD" },
    ],
    { SHOP: "1.0000", WARD: "2.0000" },
  ],
])("%s keeps its own cost centre", (_what, agreement, shifts, hours) => {
  world = smallWorld(1);
  const { context, actor, businessId } = world;
  for (const code of ["WARD", "SHOP"]) addCentre(context, actor, businessId, { code, name: code } as never);
  const id = world.personIds[0] ?? 0;
  saveSection(context, actor, id, "employment", { ...plainTerms(world, { from: "2020-01-06" }), basis: "casual" });
  saveSection(context, actor, id, "time", {
    ...{
      from: "2020-01-06",
      agreement,
      classification: agreement === "MA000027" ? "S1" : "1",
      use: "all",
      settings: {},
      flags: {},
    },
  } as never);
  onDay(
    (shifts as { from: string; to: string }[]).map(({ from, to, ...more }) => ({
      ...{ start: `2026-06-24T${from}`, end: `2026-06-24T${to}` },
      ...more,
    })),
  );
  approveDays(context, actor, businessId, { days: [{ personId: id, date: "2026-06-24" }], approved: true });
  const [row] = readRun(
    context,
    actor,
    openRun(context, actor, businessId, { cycleId: world.cycleId, from: "usual" }),
  ).rows;
  const found: Record<string, number> = {};
  for (const { costCentre = "", hours: paid = "0" } of row?.lines ?? [])
    found[costCentre] = (found[costCentre] ?? 0) + Number(paid);
  expect(Object.fromEntries(Object.entries(found).map(([code, sum]) => [code, sum.toFixed(4)]))).toMatchObject(hours);
});

it("leave may be asked for on a day that was only on call", () => {
  world = smallWorld(1);
  const { context, actor, businessId } = world;
  const shift = { start: "2026-06-24T18:00", end: "2026-06-24T22:00" };
  const ask = (personId: number) =>
    askForLeave(context, actor, businessId, {
      ...{ personId, kind: "annual", first: "2026-06-24", last: "2026-06-24", hoursADay: null, inAdvance: false },
      ...{ note: null, approve: { belowNought: true } },
    });
  expect(() => ask(onDay([shift]))).toThrow("has hours recorded on 24 June 2026");
  expect(ask(onDay([{ ...shift, marks: ["standby"] }])).id).toBeGreaterThan(0);
});
