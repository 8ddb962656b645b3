/** Past pays looked over: quiet where nothing changed, short by the cent where something did, and paid back once. */
import { addDays } from "@zesty/core/calendar/dates";
import { lineDifferences } from "@zesty/core/pay/lineDifferences";
import { afterEach, describe, expect, it } from "vitest";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { changeEntry } from "../setup/lists.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { atOnce } from "../store/steps.ts";
import { verify } from "../store/trail.ts";
import { openUsual, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, employment, open, signed, terms, type, who, world } from "../testing/timeMakers.ts";
import { saveDays } from "../time/days.ts";
import { makeCorrection } from "./correction.ts";
import { lookOver, payLookedOver } from "./lookOver.ts";

afterEach(() => world.end());
const span = { from: "2026-06-01", to: "2026-12-31", people: null };
const look = (change = {}) => atOnce(lookOver(world.context, world.businessId, { ...span, ...change }));
const payShort = () => atOnce(payLookedOver(world.context, world.actor, world.businessId, span));
const save = (section: "employment" | "time" | "earlier", values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);
const days = (first: string, text: string, count = 5) =>
  Object.fromEntries(Array.from({ length: count }, (_, at) => [addDays(first, at), text]));
const record = (first: string, text: string, count?: number) => {
  const typed = days(first, text, count);
  type(typed);
  approve(Object.keys(typed));
};
const pattern = { basis: "full-time", weeklyHours: "38", workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] };
/** A full-timer in a shop, level 1 at $26.55, every hour recorded, and the run of the week from 22 June. */
function openShop(): number {
  begin(smallWorld(1));
  save("employment", employment({ from: "2020-01-06", ...pattern }));
  save("time", terms("MA000004", "1", { from: "2020-01-06" }));
  return open();
}
/** Monday to Friday 9 to 17.06 with half an hour's break, paid. */
function shop(): number {
  const runId = openShop();
  record("2026-06-22", "9-17:06 b30");
  signed(runId);
  return runId;
}
/** Ordinary hours typed into the first row by hand. */
function typeOver(runId: number, hours: string): void {
  const { rows, version } = readRun(world.context, world.actor, runId);
  const lines = [{ elementId: world.element("ORD"), hours }];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
}
const rates = (hourly: string) =>
  saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
    ...{ from: "2026-06-22", settings: {}, source: "Pay guide" },
    rates: { classifications: { "1": hourly }, allowances: {} },
  });

describe("pays looked over", () => {
  it("leave a day that was taken out of approved leave as it was paid", () => {
    begin(smallWorld(1));
    save("employment", employment({ from: "2020-01-06", ...pattern, hourlyRate: "30" }));
    save("time", terms(null, null, { from: "2020-01-06", use: "exceptions" }));
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: who(), kind: "unpaid", first: "2026-06-22", last: "2026-06-24" },
      ...{ hoursADay: null, inAdvance: false, note: null, approve: { belowNought: true } },
    });
    saveDays(world.context, world.actor, world.businessId, {
      days: [{ personId: who(), date: "2026-06-23", kind: "worked", record: null }],
    });
    signed(open());
    expect(look().pays).toEqual([]);
  });
  it.each([
    ["Australia", smallWorld],
    ["New Zealand", smallWorldNz],
  ])("%s: say nothing where nothing changed, a day of leave with it, and leave nothing behind", (_country, make) => {
    begin(make(2));
    const runId = openUsual(world);
    const day = "2026-06-24";
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: who(), kind: "annual", first: day, last: day, hoursADay: null, inAdvance: false, note: null },
      approve: { belowNought: true },
    });
    signRun(world, runId);
    signRun(world, openUsual(world));
    const before = verify(world.context.store);
    expect(look()).toMatchObject({ looked: 4, pays: [], short: "0.00", over: "0.00" });
    expect(verify(world.context.store)).toEqual(before);
  });
  it("New Zealand: earnings from before that were recorded late raise the week of annual holidays that was paid", () => {
    begin(smallWorldNz(1));
    const runId = openUsual(world);
    const [first, last] = ["2026-06-22", "2026-06-26"];
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: who(), kind: "annual", first, last, hoursADay: null, inAdvance: false, note: null },
      approve: { belowNought: true },
    });
    signRun(world, runId);
    expect(look().pays).toEqual([]);
    save("earlier", {
      pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "67600", irregular: "0", days: "260" }],
    });
    // A week at 67,600 ÷ 52 for one at 65,000 ÷ 52.
    expect(look()).toMatchObject({ short: "50.00", pays: [{ paid: "2450.00", due: "2500.00" }] });
  });
  it("find rates that were entered late, with the line that it is, pay them back once, and say so no more", () => {
    const runId = shop();
    expect(look()).toMatchObject({ looked: 1, pays: [] });
    rates("27.50");
    const found = look();
    // 38 h at 27.50 for 26.55.
    expect(found).toMatchObject({
      ...{ short: "36.10", over: "0.00" },
      pays: [{ runId, paid: "1008.90", due: "1045.00", difference: "36.10", fault: null }],
    });
    expect(found.pays[0]?.reasons).toEqual(["Ordinary, 38 h: $1,045.00 due, $1,008.90 paid."]);
    const { runIds, total } = payShort();
    expect(total).toBe("36.10");
    const next = readRun(world.context, world.actor, runIds[0] ?? 0);
    expect(next.rows[0]?.figures?.lines.find((line) => line.code === "BACKPAY")?.amount).toBe("36.10");
    expect(look().pays).toEqual([]);
    expect(payShort).toThrow("No pay of these people is short any more");
    discardRun(world.context, world.actor, next.id);
    expect(look().short).toBe("36.10");
  });
  it("find a public holiday that was declared after its day was paid", () => {
    const runId = shop();
    const { id, name, state } = readBusiness(world.context, world.businessId).places[0] ?? {
      id: 0,
      name: "",
      state: "",
    };
    changeEntry(world.context, world.actor, world.businessId, "places", id, {
      ...{ name, state, district: null, retired: false, days: "24/6/2026 Flood day" },
    });
    const found = look();
    expect(found.pays.map((each) => each.runId)).toEqual([runId]);
    // 7.6 h of the Wednesday at 225 %, 454.01, and 30.4 h at 100 %, 807.12, for 1,008.90.
    expect(found.short).toBe("252.23");
  });
  it("two at once pay it once: what was paid back while the other one looked is not paid again", () => {
    shop();
    rates("27.50");
    const slow = payLookedOver(world.context, world.actor, world.businessId, span);
    slow.next();
    payShort();
    expect(() => atOnce(slow)).toThrow("was paid back or corrected meanwhile. Look the pays over again.");
    expect(look().pays).toEqual([]);
  });
  it("hours that somebody typed over those of the record give way to the record", () => {
    shop();
    const runId = open();
    record("2026-06-29", "9-17:06 b30");
    typeOver(runId, "30");
    signed(runId);
    expect(look()).toMatchObject({ short: "212.40", pays: [{ paid: "796.50", due: "1008.90" }] });
  });
  it("leave days that were approved later to the run that pays them: never due twice, nor in two pays", () => {
    shop();
    const second = open();
    record("2026-06-29", "9-17:06 b30");
    signed(second);
    // A Saturday of the first period is approved once both are signed off.
    record("2026-06-27", "9-12", 1);
    expect(look()).toMatchObject({ looked: 2, pays: [], short: "0.00" });
    const third = open();
    record("2026-07-06", "9-17:06 b30");
    signed(third);
    expect(readRun(world.context, world.actor, third).rows[0]?.figures?.gross).not.toBe("1008.90");
    expect(look()).toMatchObject({ looked: 3, pays: [], short: "0.00", over: "0.00" });
  });
  it.each(["22 June, told late", "29 June to 3 July, paid ahead"])(
    "a part of a week of which another pay has every day: %s",
    (part) => {
      const first = openShop();
      const isLate = part.startsWith("22");
      save("employment", employment({ from: isLate ? "2026-06-23" : "2026-07-04", ...pattern, hourlyRate: "30" }));
      if (isLate) {
        record("2026-06-23", "9-17:06 b30", 4);
        signed(first);
        record("2026-06-22", "9-17:06 b30", 1);
      } else {
        record("2026-06-22", "9-17:06 b30");
        askForLeave(world.context, world.actor, world.businessId, {
          ...{ personId: who(), kind: "annual", first: "2026-06-29", last: "2026-07-03", hoursADay: null },
          ...{ inAdvance: true, note: null, approve: { belowNought: true } },
        });
        signed(first);
        record("2026-07-04", "9-12", 1);
      }
      const second = open();
      if (isLate) record("2026-06-29", "9-17:06 b30");
      expect(readRun(world.context, world.actor, second).rows[0]?.marks.filter((mark) => mark.kind === "stop")).toEqual(
        [],
      );
      signed(second);
      expect(look()).toMatchObject({ looked: 2, pays: [], short: "0.00", over: "0.00" });
    },
  );
  it("count what a correction paid, by hours too; one that waits, or does not fit the record, is no money", () => {
    const runId = shop();
    const payId = readRun(world.context, world.actor, runId).rows[0]?.payId ?? 0;
    // 38 hours stood on record, and 30 were typed and paid: eight hours at 26.55 are corrected.
    const second = open();
    record("2026-06-29", "9-17:06 b30");
    typeOver(second, "30");
    signed(second);
    expect(look().short).toBe("212.40");
    const correct = (of: number, hours: string) =>
      makeCorrection(world.context, world.actor, {
        ...{ payId: of, into: "own", lines: [{ elementId: world.element("ORD"), hours }] },
      });
    const own = correct(readRun(world.context, world.actor, second).rows[0]?.payId ?? 0, "38");
    expect(look().pays.map((each) => each.fault)).toEqual([
      expect.stringMatching(/A correction of it stands in the open/),
    ]);
    expect(payShort).toThrow("No pay of these people is short");
    signed(own);
    expect(look()).toMatchObject({ pays: [], short: "0.00" });
    signed(correct(payId, "40"));
    expect(look().pays.map((each) => [each.difference, each.fault])).toEqual([
      ["0.00", expect.stringMatching(/It was corrected since, by \$53\.10, and does not come to what is due/)],
    ]);
    expect(payShort).toThrow("No pay of these people is short");
  });
  it("say of a pay that cannot be priced why, and nothing of money", () => {
    shop();
    const runId = open();
    typeOver(runId, "38");
    signed(runId);
    expect(look().pays.map((each) => [each.difference, each.fault])).toEqual([
      ["0.00", "No hours of this period are on record, so they cannot be priced again."],
    ]);
  });
  it("a run that was taken back is none of them; a span that turns round, or of eight years, is refused", () => {
    const runId = shop();
    rates("27.50");
    takeBack(world.context, world.actor, runId, "wrong week");
    expect(look()).toMatchObject({ looked: 0, pays: [] });
    expect(() => look({ from: "2027-01-01" })).toThrow("Turn them round");
    expect(() => look({ from: "2018-01-01" })).toThrow("At most seven years");
  });
});

it("lines that differ are named, the greatest difference first, what is taken off left out", () => {
  const line = (code: string, hours: string | null, amount: string, group = "earnings") => ({
    ...{ code, name: code, hours, amount },
    group: group as "earnings",
  });
  expect(
    lineDifferences(
      [line("Ordinary", "38", "1000.00"), line("Meal", null, "20.00"), line("Union", null, "9.00", "afterTax")],
      [line("Ordinary", "30", "800.00"), line("Sunday", "8", "400.00"), line("Sunday", "1", "50.00")],
    ),
  ).toEqual([
    "Sunday: 9 h, $450.00 due, none paid.",
    "Ordinary: 30 h, $800.00 due, 38 h, $1,000.00 paid.",
    "Meal: $20.00 paid, none due.",
  ]);
});
