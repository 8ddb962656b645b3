/**
 * Casual on some days of a period and permanent on the others, in either order: leave accrues on the permanent days
 * alone, however they are paid, whenever it becomes known, and in what is paid or corrected later.
 */
import { addDays } from "@zesty/core/calendar/dates";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { outbox } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, signRun, smallWorld } from "../testing/smallWorld.ts";
import { approve, begin, type as typeDays, who, world } from "../testing/timeMakers.ts";

afterEach(() => endWhole(world));

const week = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);
const ways = ["usual", "salary", "all", "exceptions"] as const;
type Way = (typeof ways)[number];
const rates = (way: Way) => (way === "salary" ? { hourlyRate: null, salary: "78000" } : { hourlyRate: "31.5" });
const basis = (way: Way, from: string, held: string, change: object = {}) =>
  save("employment", { ...plainTerms(world, { from }), ...rates(way), workPattern: week, basis: held, ...change });
const balance = (kind = "annual") =>
  Number(readPerson(world.context, who()).leave.balances.find((each) => each.kind === kind)?.hours ?? 0);
const accrued = (hours: number) => 20 + (hours * 4) / 52;

function employ(way: Way, held: string): void {
  begin(smallWorld(1));
  basis(way, "2026-06-15", held);
  if (way === "salary")
    save("usualPay", { from: "2020-01-06", lines: [{ elementId: world.element("ORD"), amount: "1500.00" }] });
  if (way === "all" || way === "exceptions")
    save("time", { from: "2026-06-15", agreement: null, classification: null, use: way, settings: {}, flags: {} });
}
const record = (days: Record<string, string>) => {
  typeDays(days);
  approve(Object.keys(days));
};
const whole = (first = "2026-06-22") =>
  record(Object.fromEntries([0, 1, 2, 3, 4].map((day) => [addDays(first, day), "7.6"])));

describe("a basis that changes within a period", () => {
  it.each(
    ways.flatMap((way) =>
      [false, true].flatMap((late) => [[way, "casual", late] as const, [way, "full-time", late] as const]),
    ),
  )("%s, %s first, told late: %s; leave accrues on the permanent days", (way, first, late) => {
    employ(way, first);
    const then = first === "casual" ? "full-time" : "casual";
    if (way === "all") whole();
    if (!late) basis(way, "2026-06-25", then);
    signRun(world, openUsual(world));
    if (late) basis(way, "2026-06-25", then);
    // Monday to Wednesday, or Thursday and Friday.
    expect(balance()).toBeCloseTo(accrued(first === "casual" ? 15.2 : 22.8), 3);
    expect(balance("personal")).toBeCloseTo((first === "casual" ? 15.2 : 22.8) / 26, 3);
  });

  // A salary stands for the hours of each part: $1,600 is no fewer hours than $1,500 was.
  it.each<[string, string, string, string[], number, string | null]>([
    ["a raise", "83200", "1600.00", week, 38, null],
    ["a raise, with Monday unpaid", "83200", "1600.00", week, 30.4, "2026-06-22"],
    ["a shorter week", "49263.24", "947.37", ["6", "6", "6", "6", "0", "0", "0"], 28.8, null],
  ])(
    "a salary with %s from Thursday: leave accrues on the hours of the days",
    (_what, salary, amount, pattern, hours, off) => {
      employ("salary", "full-time");
      const weeklyHours = String(pattern.reduce((total, day) => total + Number(day), 0));
      basis("salary", "2026-06-25", "full-time", { salary, weeklyHours, workPattern: pattern });
      save("usualPay", { from: "2026-06-25", lines: [{ elementId: world.element("ORD"), amount }] });
      const asked = {
        personId: who(),
        kind: "unpaid",
        first: off ?? "",
        last: off ?? "",
        inAdvance: false,
        hoursADay: null,
      };
      if (off)
        askForLeave(world.context, world.actor, world.businessId, {
          ...asked,
          note: null,
          approve: { belowNought: true },
        });
      signRun(world, openUsual(world));
      expect(balance()).toBeCloseTo(accrued(hours), 3);
    },
  );

  // 22.8 hours by a salary of $30 an hour, 15.2 at a rate of $40.
  it("a salary until Wednesday, an hourly rate from Thursday: both are paid, and leave accrues on the hours of both", () => {
    employ("salary", "full-time");
    basis("salary", "2026-06-15", "full-time", { salary: "59280" });
    save("usualPay", { from: "2026-06-15", lines: [{ elementId: world.element("ORD"), amount: "1140.00" }] });
    basis("usual", "2026-06-25", "full-time", { hourlyRate: "40" });
    save("usualPay", { from: "2026-06-25", lines: [{ elementId: world.element("ORD"), hours: "38" }] });
    const runId = openUsual(world);
    expect(readRun(world.context, world.actor, runId).rows[0]?.figures?.gross).toBe("1292.00");
    signRun(world, runId);
    expect(balance()).toBeCloseTo(accrued(38), 3);
  });

  it("whatever is known, of one change or of two, on any day, with days off: told first or told last it is the same", () => {
    const change = fc.tuple(fc.nat(13), fc.constantFrom("casual", "part-time", "full-time"));
    fc.assert(
      fc.property(
        fc.constantFrom("usual", "all", "exceptions"),
        fc.array(change, { minLength: 1, maxLength: 2 }),
        fc.nat(4),
        (way, changes, off) => {
          const told = changes.toSorted(([a], [b]) => a - b);
          const [early, late] = [false, true].map((isLate) => {
            employ(way, "full-time");
            const tell = () => {
              for (const [day, held] of told) basis(way, addDays("2026-06-22", day), held);
            };
            if (!isLate) tell();
            const { context, actor, businessId } = world;
            const away = addDays("2026-06-22", off);
            askForLeave(context, actor, businessId, {
              ...{ personId: who(), kind: "unpaid", first: away, last: away, inAdvance: false },
              ...{ hoursADay: null, note: null, approve: { belowNought: true } },
            });
            for (const run of [0, 7]) {
              const days = [0, 1, 2, 3, 4].map((day) => addDays("2026-06-22", run + day)).filter((day) => day !== away);
              if (way === "all") record(Object.fromEntries(days.map((day) => [day, "7.6"])));
              signRun(world, openUsual(world));
            }
            if (isLate) tell();
            const found = [balance("annual"), balance("personal")];
            void endWhole(world);
            return found;
          });
          expect(late?.[0]).toBeCloseTo(early?.[0] ?? 0, 2);
          expect(late?.[1]).toBeCloseTo(early?.[1] ?? 0, 2);
        },
      ),
      { numRuns: 12 },
    );
    begin(smallWorld(1));
  });

  it.each(["contractor", "full-time"])("%s first, and the other from Thursday: no pay is both", (first) => {
    employ("usual", first);
    basis("usual", "2026-06-25", first === "contractor" ? "full-time" : "contractor");
    const [row] = readRun(world.context, world.actor, openUsual(world)).rows;
    expect(row?.marks.find((mark) => mark.kind === "stop")?.text).toContain(
      `Becomes ${first === "contractor" ? "an employee" : "a contractor"} on 25 June 2026, within this period`,
    );
  });

  it("a figure typed over it is divided as the days are", () => {
    employ("usual", "casual");
    basis("usual", "2026-06-25", "full-time");
    const runId = openUsual(world);
    const { version, rows } = readRun(world.context, world.actor, runId);
    const payId = rows[0]?.payId ?? 0;
    saveRows(world.context, world.actor, runId, {
      version,
      rows: [{ payId, lines: [{ elementId: world.element("ORD"), hours: "30" }] }],
    });
    signRun(world, runId);
    expect(balance()).toBeCloseTo(accrued(12), 3);
  });

  it("a day as a casual that is approved once somebody is permanent accrues nothing, and is paid at the rate of its own day", () => {
    employ("all", "casual");
    record({ "2026-06-22": "7.6" });
    basis("all", "2026-06-24", "full-time", { hourlyRate: "30" });
    record({ "2026-06-24": "7.6" });
    signRun(world, openUsual(world));
    record({ "2026-06-23": "5", "2026-06-25": "7.6" });
    const runId = openUsual(world);
    const [row] = readRun(world.context, world.actor, runId).rows;
    // 5 h of Tuesday at 31.50, 7.6 of Thursday at 30.00.
    expect(row?.figures?.gross).toBe("385.50");
    signRun(world, runId);
    expect(balance()).toBeCloseTo(accrued(15.2), 3);
  });

  it.each([
    ["casual", "full-time", 0, 38],
    ["full-time", "casual", -8, 38],
  ])(
    "a pay as a %s that is corrected once somebody is %s: leave follows what they were",
    (then, now, change, later) => {
      employ("usual", then);
      const runId = signRun(world, openUsual(world));
      world.context.store.db.update(outbox).set({ state: "accepted" }).run();
      basis("usual", "2026-06-29", now);
      const payId = readRun(world.context, world.actor, runId).rows[0]?.payId ?? 0;
      const [line] = readCorrectable(world.context, payId).lines;
      if (!line) throw new Error("It has no line.");
      const correct = (hours: string) =>
        makeCorrection(world.context, world.actor, {
          payId,
          lines: [{ ...line, hours }],
          into: "next",
          recoverPerPay: undefined,
        });
      const next = openUsual(world);
      correct("30");
      signRun(world, next);
      expect(balance()).toBeCloseTo(accrued((then === "casual" ? 0 : 38) + change + (now === "casual" ? 0 : later)), 3);
      // Corrected back again, it is as before.
      expect(readCorrectable(world.context, payId).lines).toEqual([{ ...line, hours: "30" }]);
    },
  );
});

describe("leave by the year that changes within a period", () => {
  const five = (from: string) =>
    save("leave", {
      ...{ from, loadingPercent: null },
      entitlements: [
        { kind: "annual", weeksPerYear: "5" },
        { kind: "personal", weeksPerYear: "2" },
      ],
    });

  it.each(ways.flatMap((way) => [false, true].map((late) => [way, late] as const)))(
    "%s, told late: %s; the days from then on accrue by it, whenever they are paid",
    (way, late) => {
      employ(way, "full-time");
      if (way === "all") whole();
      if (!late) five("2026-06-25");
      signRun(world, openUsual(world));
      if (late) five("2026-06-25");
      // Three days at four weeks a year, two at five.
      expect(balance()).toBeCloseTo(20 + (22.8 * 4 + 15.2 * 5) / 52, 3);
      expect(balance("personal")).toBeCloseTo((38 * 2) / 52, 3);
    },
  );

  it("hours typed with a rate over both parts are divided as they are", () => {
    employ("usual", "full-time");
    five("2026-06-25");
    const run = openUsual(world);
    const { version, rows } = readRun(world.context, world.actor, run);
    const line = { elementId: world.element("ORD"), hours: "30", rate: "33" };
    saveRows(world.context, world.actor, run, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines: [line] }] });
    expect(readRun(world.context, world.actor, run).rows[0]?.figures?.gross).toBe("990.00");
    signRun(world, run);
    expect(balance()).toBeCloseTo(20 + (18 * 4 + 12 * 5) / 52, 3);
  });

  it("from the day after a period, and before its payday, the period has none of it", () => {
    employ("usual", "full-time");
    five("2026-06-29");
    signRun(world, openUsual(world));
    expect(balance()).toBeCloseTo(accrued(38), 3);
  });

  it("a correction accrues by the leave of the day that it corrects", () => {
    employ("usual", "full-time");
    five("2026-06-25");
    const run = openUsual(world);
    signRun(world, run);
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    const payId = readRun(world.context, world.actor, run).rows[0]?.payId ?? 0;
    // Once, and once more over that: each goes by the days of its own line.
    for (const [first, second] of [
      ["15.2", "15.2"],
      ["22.8", "7.6"],
    ] as const) {
      const lines = readCorrectable(world.context, payId).lines.map((line, at) => ({
        ...line,
        hours: at === 0 ? first : second,
      }));
      expect(lines).toHaveLength(2);
      makeCorrection(world.context, world.actor, { payId, lines, into: "own", recoverPerPay: "5000" } as never);
      const own = world.context.store.sqlite.prepare("SELECT id FROM pay_run WHERE state = 'open'").pluck().get();
      signRun(world, own as number);
      world.context.store.db.update(outbox).set({ state: "accepted" }).run();
      expect(balance()).toBeCloseTo(20 + (Number(first) * 4 + Number(second) * 5) / 52, 3);
    }
  });
});
