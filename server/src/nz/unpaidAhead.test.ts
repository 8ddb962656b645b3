/**
 * Unpaid leave of more than a week moves the anniversary (Holidays Act 2003, s 16), however and whenever it is said: the
 * weeks arise once, on the day that it moves to.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { leaveEntry } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { standingGrants } from "./standing.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;

/** Three weeks were brought along; the first year ends twelve months after the start. */
function begin(start: string): void {
  world = smallWorldNz(1, {
    earlier: { pays: [{ start, end: "2026-06-14", gross: "55000", irregular: "0", days: "240" }] },
  });
  world.context.store.sqlite.prepare("UPDATE person SET start_date = ?").run(start);
}
const pay = () => signRun(world, openUsual(world));
const away = (first: string, days = 12) =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind: "unpaid", first, last: addDays(first, days - 1), inAdvance: false },
    ...{ hoursADay: null, note: null, approve: { belowNought: true } },
  });
const unpaid = (weeks: string) => ({ elementId: world.element("UNPAID"), units: weeks });
const typed = (...lines: object[]) => {
  const { context, actor } = world;
  const runId = openUsual(world);
  const { version, rows } = readRun(context, actor, runId);
  saveRows(context, actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines: lines as never }] });
  return signRun(world, runId);
};
const hours = (count: string) => ({ elementId: world.element("ORD"), hours: count });
/** The whole fortnight was unpaid, as is found later. */
const corrected = (runId: number, into: "next" | "own") => {
  const { context, actor } = world;
  const payId = readRun(context, actor, runId).rows[0]?.payId ?? 0;
  const [first, ...rest] = readCorrectable(context, payId).lines;
  const lines = [{ ...first, hours: "0" }, ...rest, unpaid("2")] as never;
  makeCorrection(context, actor, { payId, lines, into });
};
const again = (runId: number) => signRun(world, takeBack(world.context, world.actor, runId, "once more"));
const openRuns = (): number[] =>
  world.context.store
    .prepared<[], { id: number }>("SELECT id FROM pay_run WHERE state = 'open'")
    .all()
    .map(({ id }) => id);
const signOpen = (): number[] => openRuns().map((id) => signRun(world, id));
/** Days on which weeks arose, and what is left of them. */
const arisen = () => {
  const entries = world.context.store.db.select().from(leaveEntry).all();
  const weeks = entries.filter((each) => each.kind === "annual").reduce((sum, each) => sum + each.amountE4, 0) / 10_000;
  return [standingGrants(entries, "annual").map((each) => each.date), weeks];
};

it("tells of the weeks that go back, and where to, in the pay that takes them back", () => {
  begin("2025-07-03");
  const [early, granted] = [pay(), pay()];
  corrected(early, "own");
  signOpen();
  const told = (runId: number) =>
    readRun(world.context, world.actor, runId).rows[0]?.marks.find((mark) => mark.code === "weeksGoBack")?.text;
  // A correction in a run of its own takes nothing back, and says nothing of it.
  corrected(granted, "own");
  const [own = 0] = openRuns();
  expect(told(own)).toBeUndefined();
  discardRun(world.context, world.actor, own);
  expect(told(openUsual(world))).toMatch(
    /^4 weeks of annual holidays that arose on 3 July 2026 go back .* to 10 July 2026/,
  );
});

// The leave and the last day are in one pay: what is paid at the end goes by the leave all the same.
it.each([
  ["2026-07-09", "the day before it", 3],
  ["2026-07-10", "the day itself", 7],
])("who leaves on %s, %s that the anniversary moves to: %d weeks are paid", (lastDay, _which, weeks) => {
  begin("2025-07-03");
  away("2026-06-22");
  pay();
  const runId = openUsual(world);
  recordDeparture(world.context, world.actor, who(), {
    ...{ lastDay, reason: "V", noticeWorked: true, misconduct: false, pay: "next", payday: "2026-07-15" },
  });
  const [row] = readRun(world.context, world.actor, runId).rows;
  expect(row?.lines.map((line) => line.units)).toContain(String(weeks));
});

describe("two weeks without pay over the anniversary", () => {
  it.each<[string, () => unknown]>([
    ["asked for before", () => [away("2026-06-22"), pay(), pay()]],
    ["typed in the run before", () => [typed(unpaid("2")), pay()]],
    [
      "typed in the first, asked for in the second",
      () => [typed(hours("40"), unpaid("1")), away("2026-06-29", 5), pay()],
    ],
    ["corrected in the next run", () => corrected([pay(), pay()][0] ?? 0, "next")],
    ["corrected in a run of its own", () => corrected([pay(), pay()][0] ?? 0, "own")],
    ["the second pay taken back and signed again", () => [away("2026-06-22"), pay(), again(pay())]],
    [
      "corrected; the pay that put it right taken back and signed again",
      () => {
        corrected([pay(), pay()][0] ?? 0, "next");
        for (const runId of signOpen()) again(runId);
      },
    ],
  ])("%s", (_way, say) => {
    begin("2025-07-03");
    say();
    signOpen();
    pay();
    pay();
    expect(arisen()).toEqual([["2026-07-10"], 7]);
  });
});

// The hours here are the only ones known: six months of them pass the test in December, five months after days arose.
it("days of sick leave that arose by service do not arise again within a year by the hours test, once somebody is casual", () => {
  begin("2026-01-12");
  const sick = () => {
    const entries = world.context.store.db.select().from(leaveEntry).all();
    return [...new Set(standingGrants(entries, "sick").map((each) => each.date))];
  };
  pay();
  pay();
  expect(sick()).toEqual(["2026-07-12"]);
  saveSection(world.context, world.actor, who(), "employment", {
    ...plainTerms(world, { from: "2026-07-13", weeklyHours: "40", hourlyRate: "30", basis: "casual" }),
  });
  for (let run = 0; run < 13; run += 1) typed(hours("40"));
  expect(sick()).toEqual(["2026-07-12"]);
});
