/** A public holiday kept on another day, through the use cases of both countries: leave, the run, what cannot be, undoing. */
import { afterEach, describe, expect, it } from "vitest";
import { planClosedown } from "../nz/closedown.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { answerForHolidays } from "../time/holidayAnswers.ts";
import { adjustBalance } from "./changeBalance.ts";
import { swapHolidays, undoSwap } from "./holidaySwaps.ts";
import { readSwaps } from "./readSwaps.ts";
import { askForLeave } from "./requests.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = (at = 0) => world.personIds[at] ?? 0;
const swap = (original: string, substitute: string, personIds = world.personIds) =>
  swapHolidays(world.context, world.actor, world.businessId, {
    ...{ personIds, original, substitute, agreedOn: "2026-06-01", how: "an e-mail of each" },
  });
const undo = (at = 0) =>
  undoSwap(
    world.context,
    world.actor,
    world.businessId,
    readSwaps(world.context, world.personIds)[at]?.id ?? 0,
    () => {},
  );
const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const row = (runId: number, at = 0) =>
  readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who(at));
function sign(runId: number): void {
  for (const each of readRun(world.context, world.actor, runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, readRun(world.context, world.actor, runId).version);
}
const lines = (runId: number) => {
  const view = readRun(world.context, world.actor, runId);
  const name = (id: number) => view.elements.find((each) => each.id === id)?.name;
  return row(runId)
    ?.lines.map((line) => `${name(line.elementId)} ${line.units ?? line.hours}`)
    .sort();
};

describe("a public holiday kept on another day, in New Zealand", () => {
  const holiday = (runId: number) => {
    const context = row(runId)?.context;
    return context?.country === "NZ" ? context.publicHolidays.map((each) => `${each.date} ${each.name}`) : [];
  };

  it("is asked about on that day, paid on that day, and worked as any other on its own", () => {
    world = smallWorldNz(2);
    sign(open());
    const runId = open();
    expect(holiday(runId)).toEqual(["2026-07-10 Matariki"]);
    swap("2026-07-10", "2026-07-06", [who()]);
    expect(holiday(runId)).toEqual(["2026-07-06 Matariki, kept in place of 10 July 2026"]);
    const answer = (date: string) =>
      answerForHolidays(world.context, world.actor, world.businessId, {
        personId: who(),
        answers: [{ date, works: true, why: "Mondays are in the roster", worked: null }],
      });
    expect(() => answer("2026-07-10")).toThrow(/10 July 2026 is no public holiday where Alex works/);
    answer("2026-07-06");
    expect(lines(runId)).toEqual(["Ordinary 72", "Public holiday, days 1"]);
    // The colleague keeps the day itself.
    expect(
      row(runId, 1)
        ?.marks.map((mark) => mark.facts.date)
        .filter(Boolean),
    ).toEqual(["2026-07-10"]);
    undo();
    expect(holiday(runId)).toEqual(["2026-07-10 Matariki"]);
    expect(lines(runId)).toEqual(["Ordinary 80"]);
  });

  it("is a holiday of a closedown on that day, and annual holidays on its own", () => {
    world = smallWorldNz(2);
    sign(open());
    const runId = open();
    swap("2026-07-10", "2026-07-06", [who()]);
    const days = (from: string, to: string) =>
      planClosedown(world.context, runId, { from, to }).people.map(({ lines }) =>
        lines.map((each) => `${each.name} ${each.quantity}`),
      );
    const holiday = ["Public holiday, days 1", "Annual holidays, weeks 0.2"];
    const leave = ["Annual holidays, weeks 0.4"];
    // The colleague keeps the day itself.
    expect(days("2026-07-06", "2026-07-07")).toEqual([holiday, leave]);
    expect(days("2026-07-09", "2026-07-10")).toEqual([leave, holiday]);
  });

  it.each([
    ["2026-07-09", "2026-07-06", /9 July 2026 is no whole public holiday where Alex Sample0 works/],
    ["2026-07-10", "2026-07-10", /on that very day already/],
    ["2026-07-10", "2026-07-11", /11 July 2026 is no working day of Alex/],
    ["2026-07-10", "2026-10-26", /26 October 2026 is a public holiday already/],
    ["2026-07-10", "2019-07-05", /not employed on 5 July 2019/],
  ])("refuses %s for %s in a sentence", (original, substitute, text) => {
    world = smallWorldNz(1);
    expect(() => swap(original, substitute)).toThrow(text);
    expect(readSwaps(world.context, world.personIds)).toEqual([]);
  });

  it("cannot be agreed twice, nor for a day that is paid, nor taken back once it is", () => {
    world = smallWorldNz(1);
    swap("2026-07-10", "2026-07-06");
    expect(() => swap("2026-07-10", "2026-07-07")).toThrow(/is no whole public holiday|already/);
    expect(() => swap("2026-07-06", "2026-07-07")).toThrow(/Take that back first/);
    sign(open());
    sign(open());
    expect(() => undo()).toThrow(/was paid for 10 July 2026 already/);
    expect(readSwaps(world.context, world.personIds)[0]).toMatchObject({ isPaid: true, name: "Matariki" });
  });

  it("is owed where somebody leaves before the other day", () => {
    world = smallWorldNz(1);
    sign(open());
    swap("2026-07-10", "2026-07-31");
    const runId = open();
    world.context.store.prepared<[]>("UPDATE person SET end_date = '2026-07-12'").run();
    const mark = row(runId)?.marks.find((each) => each.code === "holidayHeldOver");
    expect(mark?.text).toMatch(/Matariki of 10 July 2026 was to be kept on 31 July 2026, after the last day/);
  });
});

describe("a public holiday kept on another day, in Australia", () => {
  it("is no leave on that day, and leave on its own", () => {
    world = smallWorld(1);
    saveSection(world.context, world.actor, who(), "leave", {
      ...{ from: "2020-01-06", entitlements: [{ kind: "annual", weeksPerYear: "4" }], loadingPercent: null },
    });
    adjustBalance(world.context, world.actor, who(), {
      ...{ kind: "annual", date: "2026-01-01", amount: "100", reason: "brought along" },
    });
    // The King's Birthday of 8 June 2026 is kept on Friday, 26 June.
    const swapped = () => swap("2026-06-08", "2026-06-26");
    swapped();
    askForLeave(world.context, world.actor, world.businessId, {
      ...{
        personId: who(),
        kind: "annual",
        first: "2026-06-25",
        last: "2026-06-26",
        hoursADay: null,
        inAdvance: false,
      },
      ...{ note: null, approve: { belowNought: false } },
    });
    const runId = open();
    expect(lines(runId)).toEqual(["Annual leave 7.6", "Ordinary 30.4"]);
    undo();
    expect(lines(runId)).toEqual(["Annual leave 15.2", "Ordinary 22.8"]);
    swapped();
    expect(lines(runId)).toEqual(["Annual leave 7.6", "Ordinary 30.4"]);
  });
});
