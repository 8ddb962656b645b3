/** Pays of Australia that went wrong in silence where rules met, each with its figure (law from memory; retail level 1, $26.55). */
import { readDay } from "@zesty/core/hours/dayText";
import { afterEach, describe, expect, it } from "vitest";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
interface Employed {
  basis: "full-time" | "part-time" | "casual";
  pattern?: string[];
  use?: "all" | "exceptions";
  settings?: object;
  agreement?: string;
}
function employ({ basis, pattern, use = "all", settings = {}, agreement = "MA000004" }: Employed): void {
  world = smallWorld(1);
  const { context, actor } = world;
  const from = "2020-01-06";
  const week = pattern?.reduce((total, each) => total + Number(each), 0) ?? 0;
  saveSection(context, actor, who(), "employment", {
    ...plainTerms(world, { from, basis, weeklyHours: String(week), hourlyRate: null }),
    ...(pattern ? { workPattern: pattern } : {}),
  } as never);
  saveSection(context, actor, who(), "time", {
    ...{
      from,
      agreement,
      classification: agreement === "MA000004" ? "1" : "C10",
      use,
      settings,
      flags: {},
      averagingFrom: null,
    },
  } as never);
  saveSection(context, actor, who(), "usualPay", { from, lines: [] });
}
function record(said: Record<string, string>, kind: "worked" | "planned" = "worked"): void {
  const { context, actor, businessId } = world;
  const days = Object.entries(said).map(([date, text]) => {
    const day = readDay(text, date, "AU");
    if (day && "fault" in day) throw new Error(day.fault);
    return { personId: who(), date, kind, record: day };
  });
  saveDays(context, actor, businessId, { days });
  if (kind === "worked")
    approveDays(context, actor, businessId, {
      days: days.map(({ personId, date }) => ({ personId, date })),
      approved: true,
    });
}
const take = (kind: string, first: string, last = first, hoursADay: string | null = null) =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind, first, last, hoursADay, inAdvance: false, note: null },
    approve: { belowNought: true },
  });
const pay = () => readRun(world.context, world.actor, openUsual(world)).rows[0];
const lineOf = (code: RegExp) => pay()?.figures?.lines.find((line) => code.test(line.code))?.amount;

const fullTime = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
const weekend = ["0", "0", "0", "0", "6", "6", "8"];
const fiveTens = Object.fromEntries([22, 23, 24, 25, 26].map((day) => [`2026-06-${day}`, "10"]));

// Each line is rounded to the cent: the casual's comes to a cent more than the sum rounded once.
describe("hours without their times", () => {
  it.each<[string, Employed, Record<string, string>, string]>([
    ["five tens of a full-timer", { basis: "full-time", pattern: fullTime }, fiveTens, "1566.45"],
    [
      "five tens of a part-timer of 20 h",
      { basis: "part-time", pattern: ["4", "4", "4", "4", "4", "0", "0"] },
      fiveTens,
      "1924.88",
    ],
    ["five tens of a casual", { basis: "casual" }, fiveTens, "1898.34"],
    ["six of a casual on Sunday", { basis: "casual" }, { "2026-06-28": "6" }, "278.78"],
    [
      "the usual week of a part-timer, Friday to Sunday",
      { basis: "part-time", pattern: weekend, use: "exceptions" },
      {},
      "677.03",
    ],
  ])("are paid by day, week and agreed hours: %s", (_what, employed, days, gross) => {
    employ(employed);
    record(days);
    expect(pay()?.figures?.gross).toBe(gross);
  });
  it("are asked about where the agreement goes by the clock, and stop where a shift worker's rate hangs on it", () => {
    employ({ basis: "casual" });
    record({ "2026-06-24": "6" });
    expect(pay()?.marks.map((mark) => mark.text)).toContainEqual(expect.stringMatching(/are without their times/));
    employ({ basis: "casual", agreement: "MA000010", settings: { shiftworker: true } });
    record({ "2026-06-24": "6" });
    expect(pay()?.marks.map((mark) => `${mark.kind}: ${mark.text}`)).toContainEqual(
      expect.stringMatching(/^stop: .*Enter the times/),
    );
  });
});

describe("leave", () => {
  it("from Friday to Sunday by the pattern has the greater of loading and penalties", () => {
    employ({ basis: "part-time", pattern: weekend, use: "exceptions" });
    take("annual", "2026-06-26", "2026-06-28");
    expect(lineOf(/LOAD/)).toBe("146.03");
  });
  it("for family violence is paid as if it had been worked (s 106BA): a casual's Sunday", () => {
    employ({ basis: "casual" });
    take("familyViolence", "2026-06-28", "2026-06-28", "6");
    expect(pay()?.figures?.gross).toBe("278.78");
  });
  it("for family violence is paid as if it had been worked: a planned Sunday", () => {
    employ({ basis: "part-time", pattern: weekend, use: "exceptions" });
    record({ "2026-06-28": "9-17:30 b30" }, "planned");
    take("familyViolence", "2026-06-28");
    const amount = pay()?.figures?.lines.find((line) => line.amount === "318.60");
    expect(amount).toBeDefined();
  });
  it("for compassion is asked about where a casual is paid for it (s 106)", () => {
    employ({ basis: "casual" });
    take("compassionate", "2026-06-24", "2026-06-24", "6");
    expect(pay()?.marks.map((mark) => mark.code)).toContain("casualPaidLeave");
  });
});

it("a blank day of a full-timer whose hours are all recorded is asked about", () => {
  employ({ basis: "full-time", pattern: fullTime });
  record(Object.fromEntries([22, 23, 24, 25].map((day) => [`2026-06-${day}`, "9-17:06 b30"])));
  expect(pay()?.marks.map((mark) => mark.text)).toContainEqual(
    expect.stringMatching(/^Nothing is recorded for Fri 26: 7.6 h of the agreed hours/),
  );
});

it("rates of an award from before the yearly review are asked about from the first full period after it", () => {
  employ({ basis: "full-time", pattern: fullTime, use: "exceptions" });
  const asked = () =>
    ["22 June", "29 June", "6 July"].map(() => {
      const runId = openUsual(world);
      const found = readRun(world.context, world.actor, runId).rows[0]?.marks.some((mark) =>
        /New ones count from the first full pay period from 1 July 2026/.test(mark.text),
      );
      signRun(world, runId);
      return found;
    });
  expect(asked()).toEqual([false, false, true]);
});

it("an amount that would bring the payroll year below nought stops before anything is sent", () => {
  world = smallWorld(1);
  const runId = openUsual(world);
  const { version, rows } = readRun(world.context, world.actor, runId);
  const lines = [
    { elementId: world.element("ORD"), hours: "38" },
    { elementId: world.element("BONUS"), amount: "-200.00" },
  ];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
  expect(signOffPlan(world.context, runId).blockers.map((each) => each.text)).toContainEqual(
    expect.stringMatching(/payroll year would stand below nought/),
  );
  expect(() => signRun(world, runId)).toThrow(/below nought/);
});
