/** Corrections of what was sent: lines in the next run, a run of their own, and a debt that is paid back pay by pay. */
import type { NewCorrection } from "@zesty/contract/corrections";
import { dateInZone } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { listJournals, readJournal } from "../books/readBooks.ts";
import { readDocument } from "../documents/documents.ts";
import { undoActOf } from "../row/acts.ts";
import { openRun } from "../runs/openRun.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { act, business, document, outbox, payRun } from "../store/schema.ts";
import { factSums } from "../store/sums.ts";
import { plainTerms, readyRun, type SmallWorld, said, smallWorld } from "../testing/smallWorld.ts";
import { payBack, planBackPay } from "./backPay.ts";
import { makeCorrection, planCorrection } from "./correction.ts";
import { readCorrectable } from "./readCorrectable.ts";

let world: SmallWorld;
let runId: number;
let payId: number;
beforeEach(() => {
  world = smallWorld(2);
  const ready = readyRun(world);
  signOff(world.context, world.actor, ready.runId, ready.version);
  runId = ready.runId;
  payId = readRun(world.context, world.actor, runId).rows[0]?.payId ?? 0;
});
afterEach(() => world.end());

const hours = (value: string) => [{ elementId: world.element("ORD"), hours: value }];
const wanted = (value: string, change: Partial<NewCorrection> = {}): NewCorrection => ({
  payId,
  lines: hours(value),
  into: "own",
  ...change,
});
const correct = (value: string, change: Partial<NewCorrection> = {}) =>
  makeCorrection(world.context, world.actor, wanted(value, change));
const read = (id: number) => readRun(world.context, world.actor, id);
const own = (id: number) => read(id).rows.find((row) => row.personId === world.personIds[0]);
function finish(id: number): void {
  for (const row of read(id).rows)
    for (const mark of row.marks)
      if (mark.kind === "query") setTick(world.context, world.actor, id, { payId: row.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, id, read(id).version);
}
const year = () =>
  factSums(world.context.store, world.personIds, "2026-07-01", "2027-06-30").get(world.personIds[0] ?? 0) ?? new Map();

// 38 × 31.5 = 1,197; scale 2 of 2026–27: 0.3227 × 1,197.99 − 185.1923 = 201.40 → 201 (below 1,282).
describe("too little paid", () => {
  it("pays the difference in a run of its own, taxed at the margin of that pay", () => {
    // 40 h: 1,260; 0.3227 × 1,260.99 − 185.1923 = 221.73 → 222. The difference is 63.00, tax 21.
    const plan = planCorrection(world.context, world.actor, wanted("40"));
    expect(plan).toMatchObject({ gross: "63.00", withheld: "21.00", super: "7.56", net: "42.00", earlierYear: false });
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
    const id = correct("40");
    expect(read(id)).toMatchObject({ kind: "correction", periodStart: "2026-06-22", payday: "2026-07-02" });
    finish(id);
    expect([year().get("gross"), year().get("withheld")]).toEqual([126_000, 22_200]);
    expect(readCorrectable(world.context, payId).corrections).toHaveLength(1);
  });
  it("or stands as lines of the next run", () => {
    const id = correct("40", { into: "next" });
    expect(own(id)?.figures?.lines.map((line) => [line.hours, line.amount])).toEqual([
      ["38.0000", "1197.00"],
      ["2.0000", "63.00"],
    ]);
    // Corrected again, the newer lines take the place of the older ones.
    correct("41", { into: "next" });
    expect(own(id)?.figures?.gross).toBe("1291.50");
  });
});

describe("corrected twice", () => {
  it("starts from what was corrected before, in lines and in tax", () => {
    finish(correct("40"));
    expect(readCorrectable(world.context, payId).lines.map((line) => line.hours)).toEqual(["40"]);
    expect(() => correct("40")).toThrow("Nothing differs");
    // 40 h to 39 h: 0.3227 × 1,228.99 (1,228.50 whole dollars and 0.99) − 185.1923 = 211.40 → 211; 222 stood.
    expect(planCorrection(world.context, world.actor, wanted("39"))).toMatchObject({
      gross: "-31.50",
      withheld: "-11.00",
    });
    finish(correct("39"));
    expect([year().get("gross"), year().get("withheld")]).toEqual([122_850, 21_100]);
  });
  it("takes the place of a correction that is still open, ticks and all", () => {
    const id = correct("35");
    for (const mark of own(id)?.marks ?? [])
      if (mark.kind === "query")
        setTick(world.context, world.actor, id, { payId: own(id)?.payId ?? 0, key: mark.key, on: true });
    expect(correct("36")).toBe(id);
    expect(own(id)?.figures?.gross).toBe("-63.00");
    expect(read(id).rows).toHaveLength(1);
  });
  it.each([1, 2])("of %i people is undone: its row goes, and a run that holds nothing else with it", (people) => {
    const pays = read(runId).rows.slice(0, people);
    const ids = pays.map((row) => correct("40", { payId: row.payId }));
    expect(new Set(ids).size).toBe(1);
    for (const [at, row] of pays.entries()) {
      const id = ids[0] ?? 0;
      expect(read(id).rows).toHaveLength(people - at);
      const { db } = world.context.store;
      const kept = db.select().from(act).where(eq(act.personId, row.personId)).get();
      undoActOf(world.context, world.actor, id, kept?.id ?? 0);
    }
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
    expect(readCorrectable(world.context, payId).lines.map((line) => line.hours)).toEqual(["38"]);
    finish(correct("40"));
    expect(own(runId)?.figures?.gross).toBe("1197.00");
  });
  it("leaves an earlier pay's correction in the same pay alone", () => {
    const next = correct("40", { into: "next" });
    finish(next);
    const second = read(next).rows.find((row) => row.personId === world.personIds[0])?.payId ?? 0;
    expect(readCorrectable(world.context, second).lines.map((line) => line.hours)).toEqual(["38"]);
    const plan = planCorrection(world.context, world.actor, { payId: second, lines: hours("37"), into: "own" });
    expect(plan.gross).toBe("-31.50");
  });
});

describe("too much paid", () => {
  it("becomes a debt; the pay event is an update without totals, and nobody is paid less than nothing", () => {
    // 35 h: 1,102.50; 0.3227 × 1,102.99 − 185.1923 = 170.74 → 171. Back: 94.50 gross, 30 tax, 64.50 net.
    expect(planCorrection(world.context, world.actor, wanted("35"))).toMatchObject({
      gross: "-94.50",
      withheld: "-30.00",
      super: "-11.34",
      net: "-64.50",
    });
    const id = correct("35", { recoverPerPay: "25" });
    expect(own(id)?.figures).toMatchObject({ gross: "-94.50", net: "0.00" });
    finish(id);
    const { db } = world.context.store;
    const event = db
      .select()
      .from(document)
      .where(eq(document.runId, id))
      .all()
      .find((each) => each.kind === "payEvent");
    const xml = readDocument(world.context, event?.id ?? 0).bytes.toString("utf8");
    expect(xml).toContain('action="update"');
    expect(xml).not.toContain("TotalGrossPaymentsWithholdingA");
    expect(xml).toContain("<GrossA>1102.50</GrossA>");
    expect(
      db
        .select()
        .from(outbox)
        .where(eq(outbox.runId, id))
        .all()
        .map((row) => row.channel),
    ).not.toContain("paymentFile");
    const journal = listJournals(world.context, world.businessId).find((each) => each.runId === id);
    const { entries } = readJournal(world.context, journal?.id ?? 0);
    expect(entries.find((entry) => entry.account === "1300")?.debitCents).toBe(6_450);
  });
  it("is taken back pay by pay until nothing is left", () => {
    finish(correct("35", { recoverPerPay: "25" }));
    const taken: (string | undefined)[] = [];
    for (let at = 0; at < 4; at += 1) {
      const id = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
      taken.push(own(id)?.figures?.lines.find((line) => line.code === "OVERPAID")?.amount);
      finish(id);
    }
    expect(taken).toEqual(["25.00", "25.00", "14.50", undefined]);
    expect(year().get("line:OVERPAID")).toBe(0);
  });
});

describe("too much paid in an earlier payroll year", () => {
  const sums = (from: string, to: string) =>
    factSums(world.context.store, world.personIds, from, to).get(world.personIds[0] ?? 0) ?? new Map();
  beforeEach(() => {
    world.context.clock.today = () => "2027-07-08";
  });
  it("is taken out of that year, gives no tax back, and is owed gross", () => {
    // 35 h instead of 38: 94.50 in all; the 30 of tax stay with the tax agency, to the person's account.
    expect(planCorrection(world.context, world.actor, wanted("35"))).toMatchObject({
      ...{ gross: "-94.50", withheld: "0.00", net: "-94.50", earlierYear: true, amendsYear: true },
    });
    const id = correct("35");
    expect(read(id)).toMatchObject({ kind: "correction", payday: "2026-07-02" });
    expect(own(id)?.marks.map((mark) => mark.code)).toContain("taxTyped");
    finish(id);
    const before = sums("2026-07-01", "2027-06-30");
    expect([before.get("gross"), before.get("withheld"), before.get("line:OVERPAID")]).toEqual([
      110_250, 20_100, -9450,
    ]);
    expect(sums("2027-07-01", "2028-06-30").get("gross")).toBeUndefined();
  });
  it("is told as what it was in that year, where nothing is owed", () => {
    const lines = [...hours("34"), { elementId: world.element("AL"), hours: "4" }];
    const id = correct("34", { lines });
    expect(read(id)).toMatchObject({ kind: "correction", payday: "2026-07-02" });
    finish(id);
    const before = sums("2026-07-01", "2027-06-30");
    expect(["gross", "report:gross", "report:paidLeave:O"].map((code) => before.get(code))).toEqual([
      119_700, 107_100, 12_600,
    ]);
    expect(sums("2027-07-01", "2028-06-30").get("report:gross")).toBeUndefined();
  });
  it("cannot stand as lines of the next run", () => {
    expect(() => correct("35", { into: "next" })).toThrow("needs a run of its own");
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
  });
});

describe("too much paid in the last pay of a payroll year", () => {
  /** Paid on 24 June, the next one on 1 July: 2026–27 is nearly over. */
  const year = () => {
    const { sqlite } = world.context.store;
    sqlite.exec("UPDATE pay_run SET payday = '2027-06-24', period_start = '2027-06-14', period_end = '2027-06-20'");
    sqlite.exec("UPDATE signed_pay SET payday = '2027-06-24'");
    world.context.clock.today = () => "2027-06-28";
  };
  it("cannot stand as lines of the next run, whose payday is of the new year", () => {
    year();
    expect(() => correct("35", { into: "next" })).toThrow("needs a run of its own");
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
  });
});

describe("a raise that is paid back, and hours that are corrected", () => {
  const raise = (hourlyRate = "33") => said(plainTerms(world, { from: "2026-06-22", hourlyRate }));
  const who = () => world.personIds[0] ?? 0;
  const owed = () =>
    planBackPay(world.context, world.actor, who(), raise()).rows.find((row) => row.payday === "2026-07-02")?.difference;
  it.each([
    ["own", "30", "45.00"],
    ["own", "40", "60.00"],
    ["next", "30", "45.00"],
    ["next", "40", "60.00"],
  ] as const)("corrected first (%s run, %s h): the raise is owed for the hours that stand", (into, value, due) => {
    const id = correct(value, { into });
    // What is not signed off yet may be undone.
    expect(owed()).toBe("57.00");
    finish(id);
    expect(owed()).toBe(due);
  });
  it.each([
    ["30", "-264.00"],
    ["40", "66.00"],
  ])("raised first: hours corrected to %s are taken and paid at the new rate, once", (value, gross) => {
    finish(payBack(world.context, world.actor, who(), raise()).runId);
    expect(readCorrectable(world.context, payId).lines).toEqual([{ ...hours("38")[0], rate: "33" }]);
    expect(
      planCorrection(
        world.context,
        world.actor,
        wanted(value, { lines: [{ ...hours(value)[0], rate: "33" }] as never }),
      ).gross,
    ).toBe(gross);
    finish(correct(value));
    expect(owed()).toBe("0.00");
    expect(readCorrectable(world.context, payId).lines).toEqual([{ ...hours(value)[0], rate: "33" }]);
  });
  it("of two pays on one payday, the correction is of the one that it says", () => {
    const { context, actor, businessId, cycleId } = world;
    const outside = openOutsideCycle(context, actor, businessId, {
      ...{ cycleId, periodStart: "2026-06-22", payday: "2026-07-02", reason: "Hours that were forgotten" },
      personIds: [who()],
    });
    saveRows(context, actor, outside, {
      version: read(outside).version,
      rows: [{ payId: own(outside)?.payId ?? 0, lines: hours("4") }],
    });
    finish(outside);
    finish(correct("30"));
    const owedFor = planBackPay(context, actor, who(), raise()).rows.map((row) => row.difference);
    expect(owedFor.sort()).toEqual(["45.00", "6.00"]);
  });
  it("both waiting for one pay are asked about", () => {
    const id = correct("30", { into: "next" });
    const asked = () =>
      own(id)
        ?.marks.filter((mark) => mark.code === "raiseBesideCorrection")
        .map(({ text }) => text);
    expect(asked()).toEqual([]);
    payBack(world.context, world.actor, who(), raise());
    expect(asked()).toEqual([expect.stringMatching(/^The pay of 2 July 2026 is corrected and raised in this one pay/)]);
  });
  it("corrected, raised, corrected again: each hour comes to the new rate", () => {
    finish(correct("30"));
    finish(payBack(world.context, world.actor, who(), raise()).runId);
    expect(planCorrection(world.context, world.actor, wanted("32")).gross).toBe("66.00");
    finish(correct("32"));
    expect(owed()).toBe("0.00");
  });
});

describe("late in the evening", () => {
  it.each([
    ["Australia/Perth", "2026-07-09T15:30:00Z", "2026-07-09"],
    ["Australia/Melbourne", "2026-07-09T15:30:00Z", "2026-07-10"],
    ["Australia/Perth", "2026-07-09T16:30:00Z", "2026-07-10"],
  ])("a correction stands on the day that it is in %s at %s: %s", (timeZone, now, payday) => {
    world.context.store.db.update(business).set({ timeZone }).run();
    world.context.clock.today = (zone) => dateInZone(now, zone);
    expect(read(correct("40")).payday).toBe(payday);
  });
});

describe("refused", () => {
  it("when nothing differs, and nothing is written", () => {
    expect(() => correct("38")).toThrow("Nothing differs");
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
  });
  it("while the pay is not signed off", () => {
    const open = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const other = read(open).rows[0]?.payId ?? 0;
    expect(() => makeCorrection(world.context, world.actor, { ...wanted("40"), payId: other })).toThrow(
      "change it in the sheet",
    );
  });
});
