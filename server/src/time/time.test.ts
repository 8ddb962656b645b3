import { shipped } from "@zesty/contract/agreementRules";
import { atPace, untilQuiet } from "@zesty/contract/testing/pace";
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { type DayRecord, readDay } from "@zesty/core/hours/dayText";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { timeRecordDefinition } from "../documents/timeRecordPdf.ts";
import { loadAgreementRules, saveAgreementFacts } from "../hours/agreements.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { leaveHistory } from "../leave/readLeave.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { person } from "../store/schema.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import {
  approve,
  begin,
  casual,
  codes,
  employment,
  open,
  row,
  shown,
  signed,
  terms,
  type,
  who,
  world,
} from "../testing/timeMakers.ts";
import { approveDays, saveDays } from "./days.ts";
import { readWeek } from "./readWeek.ts";
import { recordedDays, timeRecordCsv } from "./timeRecord.ts";

afterEach(() => world.end());

describe("one week, open before two people", () => {
  it("nobody writes over a day that was changed meanwhile, nor takes it back", () => {
    casual();
    const day = "2026-06-23";
    const hours = (value: string) => ({ shifts: [], leave: [], hours: value });
    const put = (record: object | null, was?: object | null) =>
      saveDays(world.context, world.actor, world.businessId, {
        days: [{ personId: who(), date: day, kind: "worked", record, ...(was === undefined ? {} : { was }) } as never],
      });
    put(hours("5"), null);
    // The order of a record's keys is no change of it.
    put(hours("6"), { hours: "5", leave: [], shifts: [] });
    expect(() => put(hours("7"), hours("5"))).toThrow(
      /somebody else has changed this day meanwhile. Nothing was saved/,
    );
    expect(() => put(null, hours("5"))).toThrow(/meanwhile/);
    put(hours("5"), hours("6"));
    // Sent again because the answer was lost: taken as done, and nobody has to approve it anew.
    approveDays(world.context, world.actor, world.businessId, {
      days: [{ personId: who(), date: day }],
      approved: true,
    });
    put(hours("5"), hours("6"));
    put(hours("5"));
    // A day that a program says twice in one go is as it says last, also where that is what stood there.
    const said = (...all: string[]) =>
      saveDays(world.context, world.actor, world.businessId, {
        days: all.map((value) => ({ personId: who(), date: day, kind: "worked", record: hours(value) })) as never,
      });
    said("7", "5");
    expect(daysBetweenDates(world.context, [who()], day, day).get(who())?.[0]?.record).toEqual(hours("5"));
    // Nor does anybody approve what was typed since they looked: on a phone, say.
    const look = (was: object | null, approved = true) =>
      approveDays(world.context, world.actor, world.businessId, {
        ...{ days: [{ personId: who(), date: day, was: was as DayRecord | null }], approved },
      });
    expect(() => look(hours("6"))).toThrow(/changed since you saw it. Nothing was approved/);
    look({ hours: "5", leave: [], shifts: [] });
    look(null, false);
    look(hours("5"));
    const [stands] = daysBetweenDates(world.context, [who()], day, day).get(who()) ?? [];
    expect(stands).toMatchObject({ state: "approved", record: hours("5") });
  });
});

describe("days into the run", () => {
  it("turns a casual's late Sunday into lines at the level's rate, once it is approved", () => {
    casual();
    const runId = open();
    expect(shown(runId)).toEqual([]);
    type({ "2026-06-25": "16-20", "2026-06-28": "10-16:30 b13-13:30" });
    expect(shown(runId)).toEqual([]);
    expect(codes(runId)).toContain("timeNotApproved");
    approve(["2026-06-25", "2026-06-28"]);
    // 26.55 is the level's hour from July 2025; per cents are the award's for casuals.
    expect(shown(runId)).toEqual([
      "Ordinary at 125 % 2 at 26.55",
      "Ordinary at 150 % 2 at 26.55",
      "Ordinary at 175 % 6 at 26.55",
    ]);
    expect(codes(runId)).not.toContain("timeNotApproved");
    expect(row(runId).row.lines[2]?.time?.why[0]).toMatch(/Sun 28 10:00–13:00 Sunday: 175 %/);
    // 2 × 33.1875 + 2 × 39.825 + 6 × 46.4625
    expect(row(runId).row.figures?.gross).toBe("424.81");
  });

  it("keeps what was typed over, says so, and takes a day that changes to be approved again", () => {
    casual();
    const runId = open();
    type({ "2026-06-25": "9-12" });
    approve(["2026-06-25"]);
    const { row: before, view } = row(runId);
    saveRows(world.context, world.actor, runId, {
      version: view.version,
      rows: [{ payId: before.payId, lines: [{ ...before.lines[0]!, hours: "4" }] }],
    });
    expect(codes(runId)).toContain("timeTypedOver");
    type({ "2026-06-25": "9-14" });
    expect(codes(runId)).toEqual(expect.arrayContaining(["timeNotApproved", "timeTypedOver"]));
    approve(["2026-06-25"]);
    expect(row(runId).row.lines[0]).toMatchObject({ hours: "4", time: { hours: "5" } });
    type({ "2026-06-25": "off" });
    approve(["2026-06-25"]);
    expect(row(runId).row.lines[0]).toMatchObject({ hours: "4", time: { hours: "0" } });
  });

  it("locks with the sign-off, opens when it is taken back, and pays late days in the next run by their own date", () => {
    casual();
    const runId = open();
    type({ "2026-06-25": "9-12" });
    approve(["2026-06-25"]);
    signed(runId);
    expect(() => type({ "2026-06-25": "9-13" })).toThrow(/Nothing was saved.*paid on 2 July 2026/);
    const fresh = takeBack(world.context, world.actor, runId, "wrong day");
    type({ "2026-06-25": "9-13" });
    approve(["2026-06-25"]);
    expect(shown(fresh)).toEqual(["Ordinary at 125 % 4 at 26.55"]);
    signed(fresh);
    // Sunday of the paid week, told too late: the Sunday rate, in the next run.
    type({ "2026-06-28": "10-13" });
    approve(["2026-06-28"]);
    const next = open();
    expect(shown(next)).toEqual(["Ordinary at 175 % 3 at 26.55"]);
    signed(next);
    expect(shown(open())).toEqual([]);
  });

  it("prices each day by the version of its agreement where that starts on a date", () => {
    casual();
    const retail = shipped().find((each) => each.code === "MA000004") as AgreementRules;
    const version = (validFrom: string, casualPercent: number, more: Partial<AgreementRules>) => ({
      ...retail,
      ...{ code: "OWN", validFrom, starts: "date" },
      penalties: retail.penalties.map((each) =>
        each.id === "weekday" ? { ...each, percent: { permanent: 100, casual: casualPercent } } : each,
      ),
      ...more,
    });
    loadAgreementRules(
      world.context,
      world.actor,
      world.businessId,
      version("2026-01-01", 125, { validTo: "2026-06-24" }),
    );
    loadAgreementRules(world.context, world.actor, world.businessId, version("2026-06-25", 130, {}));
    saveSection(world.context, world.actor, who(), "time", terms("OWN", "1"));
    const runId = open();
    type({ "2026-06-24": "9-12", "2026-06-25": "9-12" });
    approve(["2026-06-24", "2026-06-25"]);
    expect(shown(runId)).toEqual(["Ordinary at 125 % 3 at 26.55", "Ordinary at 130 % 3 at 26.55"]);
  });

  it("refuses to approve a day that no pay reaches any more", () => {
    casual();
    const runId = open();
    type({ "2026-06-25": "9-12" });
    approve(["2026-06-25"]);
    signed(runId);
    // A cycle that has been going for longer: what lies before its first period is history.
    type({ "2025-05-20": "9-13", "2026-05-26": "9-12" });
    approve(["2025-05-20"]);
    approve(["2025-05-20"], false);
    world.context.store.sqlite.exec("UPDATE pay_cycle SET first_period_start = '2025-04-07'");
    expect(() => approve(["2025-05-20"])).toThrow(/Nothing was approved.*20 May 2025: more than thirteen months/);
    approve(["2026-05-26"]);
    // By what was agreed then, before the award's level was recorded.
    expect(shown(open())).toEqual(["Ordinary 3 at 31.5"]);
  });

  it("takes the pattern where nothing is recorded, leave and holidays in its place, and overtime beyond it", () => {
    begin(smallWorld(1));
    const pattern = {
      basis: "full-time",
      weeklyHours: "38",
      hourlyRate: "31.5",
      workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    } as const;
    saveSection(world.context, world.actor, who(), "employment", employment(pattern));
    saveSection(world.context, world.actor, who(), "time", terms("MA000004", "4", { use: "exceptions" }));
    const runId = open();
    expect(shown(runId)).toEqual(["Ordinary 38"]);
    type({ "2026-06-23": "sick 3.8, 8-11:48", "2026-06-24": "al", "2026-06-27": "9-14" });
    approve(["2026-06-23", "2026-06-24", "2026-06-27"]);
    // 38 hours are full before Saturday: all of it is overtime, two tiers.
    expect(shown(runId).sort()).toEqual([
      "Annual leave 7.6",
      // 17.5 % of 7.6 h at $31.50.
      "Leave loading $41.90",
      "Ordinary 26.6",
      "Overtime 1½ 3",
      "Overtime at 200 % 2",
      "Personal leave 3.8",
    ]);
  });

  it("prices leave over a junior's birthday, and its loading, by the rate of each day", () => {
    begin(smallWorld(1));
    const pattern = { workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] };
    const level = { basis: "full-time", weeklyHours: "38", hourlyRate: null, ...pattern };
    world.context.store.db.update(person).set({ birthDate: "2008-06-25" }).where(eq(person.id, who())).run();
    saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
      ...{ from: "2026-06-01", settings: {}, source: "Pay guide" },
      rates: { classifications: { "4": "31.50" }, allowances: {} },
    });
    saveSection(world.context, world.actor, who(), "employment", employment(level));
    saveSection(world.context, world.actor, who(), "time", terms("MA000004", "4", { use: "exceptions" }));
    const runId = open();
    type({ "2026-06-24": "al", "2026-06-25": "al" });
    approve(["2026-06-24", "2026-06-25"]);
    // Retail: 60 % at seventeen, 70 % at eighteen. 7.6 h × 17.5 % at 18.90 and at 22.05: 25.14 and 29.33.
    expect(shown(runId)).toContain("Leave loading $54.47");
    expect(shown(runId)).toEqual(expect.arrayContaining(["Annual leave 7.6 at 18.9", "Annual leave 7.6 at 22.05"]));
  });

  it("lets leave take the place of a salary's share without an agreement, and gives it back", () => {
    begin(smallWorld(1));
    const usual = { from: "2026-06-01", lines: [{ elementId: world.element("SAL"), amount: "1520.00" }] };
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      employment({ basis: "full-time", weeklyHours: "38", salary: "79040" }),
    );
    saveSection(world.context, world.actor, who(), "usualPay", usual);
    const runId = open();
    type({ "2026-06-24": "al", "2026-06-25": "al" });
    approve(["2026-06-24", "2026-06-25"]);
    expect(shown(runId)).toEqual(["Salary $912.00", "Annual leave 15.2"]);
    type({ "2026-06-25": "off" });
    approve(["2026-06-25"]);
    expect(shown(runId)).toEqual(["Salary $1216.00", "Annual leave 7.6"]);
    // A loading that was agreed with the person: 17.5 % of 7.6 h at $40, once; it goes as the leave goes.
    const entitlements = [{ kind: "annual", weeksPerYear: "4" }];
    const leave = { from: "2026-06-01", entitlements, loadingPercent: "17.5" };
    saveSection(world.context, world.actor, who(), "leave", leave);
    type({ "2026-06-25": "al" });
    approve(["2026-06-25"]);
    expect(shown(runId)).toEqual(["Salary $912.00", "Annual leave 15.2", "Leave loading $106.40"]);
    type({ "2026-06-25": "off" });
    approve(["2026-06-25"]);
    expect(shown(runId)).toEqual(["Salary $1216.00", "Annual leave 7.6", "Leave loading $53.20"]);
    type({ "2026-06-24": "off" });
    approve(["2026-06-24"]);
    expect(shown(runId)).toEqual(["Salary $1520.00"]);
  });

  it("asks on which days leave was taken that was typed into the sheet; the days then stand in its place", () => {
    begin(smallWorld(1));
    const runId = open();
    const { row: before, view } = row(runId);
    const leave = { elementId: world.element("AL"), hours: "15.2" };
    const lines = [{ ...before.lines[0]!, hours: "22.8" }, leave];
    saveRows(world.context, world.actor, runId, { version: view.version, rows: [{ payId: before.payId, lines }] });
    expect(codes(runId)).toContain("leaveWithoutDays");
    type({ "2026-06-24": "al", "2026-06-25": "al", "2026-06-26": "al" });
    approve(["2026-06-24", "2026-06-25", "2026-06-26"]);
    expect(codes(runId)).not.toContain("leaveWithoutDays");
    expect(shown(runId)).toEqual(["Ordinary 15.2", "Annual leave 22.8"]);
  });

  it("pays late days at the rate of their own period", () => {
    casual();
    type({ "2026-06-25": "9-12", "2026-06-26": "9-12" });
    approve(["2026-06-25"]);
    signed(open());
    saveSection(world.context, world.actor, who(), "employment", employment({ from: "2026-06-29", hourlyRate: "40" }));
    const runId = open();
    type({ "2026-07-02": "9-12" });
    approve(["2026-06-26", "2026-07-02"]);
    expect(shown(runId)).toEqual(["Ordinary at 125 % 3", "Ordinary at 125 % 3 at 26.55"]);
    // 3 × 40 × 125 % + 3 × 26.55 × 125 %
    expect(row(runId).row.figures?.gross).toBe("249.56");
  });

  it("pays late days alone at what was agreed then", () => {
    begin(smallWorld(1));
    const agreed = (from: string, hourlyRate: string) =>
      saveSection(world.context, world.actor, who(), "employment", employment({ from, hourlyRate }));
    agreed("2026-06-01", "32");
    saveSection(world.context, world.actor, who(), "time", terms(null, null));
    type({ "2026-06-25": "9-12", "2026-06-26": "9-12" });
    approve(["2026-06-25"]);
    signed(open());
    agreed("2026-06-29", "40");
    const runId = open();
    approve(["2026-06-26"]);
    expect(shown(runId)).toEqual(["Ordinary 3 at 32"]);
    expect(row(runId).row.figures?.gross).toBe("96.00");
  });

  it("asks for the hours of each weekday where agreed hours decide, and nobody wrote them down", () => {
    begin(smallWorld(1));
    saveSection(world.context, world.actor, who(), "time", terms("MA000009", "2"));
    const runId = open();
    type({ "2026-06-23": "9-19 b30" });
    approve(["2026-06-23"]);
    const texts = () =>
      row(runId)
        .row.marks.map((mark) => mark.text)
        .join();
    expect(texts()).toContain("ordinary hours of each weekday are not on record");
    const pattern = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
    const own = { basis: "full-time", weeklyHours: "38", hourlyRate: "31.5", workPattern: pattern };
    saveSection(world.context, world.actor, who(), "employment", employment(own));
    approve(["2026-06-23"], false);
    approve(["2026-06-23"]);
    expect(texts()).not.toContain("ordinary hours of each weekday");
  });

  it("banks a day's overtime as time off where that is typed, and asks for the agreement", () => {
    begin(smallWorld(1));
    const pattern = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
    const own = employment({ basis: "full-time", weeklyHours: "38", hourlyRate: "31.5", workPattern: pattern });
    saveSection(world.context, world.actor, who(), "employment", own);
    saveSection(world.context, world.actor, who(), "time", terms("MA000009", "2", { use: "exceptions" }));
    const runId = open();
    type({ "2026-06-23": "9-19 b30, bank", "2026-06-24": "9-18 b30" });
    approve(["2026-06-23", "2026-06-24"]);
    // 9.5 hours on Tuesday and 8.5 on Wednesday where 7.6 are agreed: the one is banked, the other paid.
    expect(shown(runId)).toEqual(["Ordinary 38", "Time in lieu earned 1.9", "Overtime 1½ 0.9"]);
    expect(
      row(runId)
        .row.marks.map((mark) => mark.text)
        .join(),
    ).toContain("1.9 h of overtime are banked as time off");
    signed(runId);
    const ledger = leaveHistory(world.context, world.actor, world.businessId, who());
    expect(ledger.find((each) => each.kind === "timeInLieu")).toMatchObject({ why: "accrued", amount: "1.9" });
  });

  it("approves a week of 180 people in under a second, each of them paid by the award", untilQuiet, () => {
    begin(smallWorld(180));
    const all = world.personIds;
    world.context.store.transaction(() => {
      for (const id of all) saveSection(world.context, world.actor, id, "time", terms("MA000009", "2"));
    });
    const runId = open();
    const dates = ["2026-06-22", "2026-06-23", "2026-06-25", "2026-06-27", "2026-06-28"];
    const record = (date: string) => readDay("15-23:30 b30", date, "AU") as DayRecord;
    const days = all.flatMap((personId) =>
      dates.map((date) => ({ personId, date, kind: "worked" as const, record: record(date) })),
    );
    saveDays(world.context, world.actor, world.businessId, { days });
    const start = performance.now();
    approveDays(world.context, world.actor, world.businessId, { days, approved: true });
    const took = performance.now() - start;
    expect(readRun(world.context, world.actor, runId).rows.every((each) => each.lines.length > 3)).toBe(true);
    // Twice the aim: the machine of the tests is shared.
    expect(took).toBeLessThan(atPace(2000));
    console.info(`approved 180 people in ${Math.round(took)} ms`);
  });

  it("keeps a record of every day, with what it became and when it was paid", () => {
    casual();
    const runId = open();
    type({ "2026-06-25": "22-2 b30" });
    approve(["2026-06-25"]);
    signed(runId);
    const [from, to] = ["2026-06-24", "2026-06-26"];
    const days = recordedDays(world.context, world.businessId, [who()], from, to);
    const csv = timeRecordCsv(days).toString();
    expect(csv.split("\r\n").slice(1, 4)).toEqual([
      "E0,Alex Sample0,2026-06-24,,0,,,,,,nothing recorded,",
      expect.stringMatching(
        /^E0,Alex Sample0,2026-06-25,,0,22:00–02:00 \(next day\),23:45–00:15 \(next day\),3.5,,.*: 175 %.*,locked,2026-07-02$/,
      ),
      "E0,Alex Sample0,2026-06-26,,0,,,,,,nothing recorded,",
    ]);
    const printed = JSON.stringify(timeRecordDefinition({ kind: "timeRecord", business: "Example", from, to, days }));
    for (const words of ["Thu 25 June", "22:00–02:00 (next day)", "locked, 2 July 2026", '"In all"', '"3.5"'])
      expect(printed).toContain(words);
    expect(() => recordedDays(world.context, world.businessId, [who()], to, from)).toThrow(/a year at the most/);
  });

  it("keeps what each day became by the terms of that day, and the week says that others begin", () => {
    casual();
    // By the award Sunday is 175 %; from Monday on no agreement counts.
    saveSection(world.context, world.actor, who(), "time", {
      ...{ from: "2026-06-29", agreement: null, classification: null, use: "all", settings: {}, flags: {} },
    });
    type({ "2026-06-28": "9-13", "2026-06-29": "9-13" });
    const record = recordedDays(world.context, world.businessId, [who()], "2026-06-28", "2026-06-29");
    expect(record.map(({ date, became }) => [date, /\d+ %/.exec(became)?.[0] ?? became])).toEqual([
      ["2026-06-28", "175 %"],
      ["2026-06-29", "worked: 4 h"],
    ]);
    const before = (day: string) =>
      readWeek(world.context, world.actor, world.businessId, undefined, day).people[0]?.before.map((each) => [
        each.until,
        each.agreement,
      ]);
    expect([before("2026-06-25"), before("2026-06-30")]).toEqual([[], []]);
    saveSection(world.context, world.actor, who(), "employment", { ...employment(), from: "2026-06-24" });
    expect(before("2026-06-25")).toEqual([["2026-06-23", "MA000004"]]);
  });

  it("says where a day is not as it was recorded", () => {
    casual();
    type({ "2026-06-25": "9-12" });
    const week = () => readWeek(world.context, world.actor, world.businessId, undefined, "2026-06-25");
    expect(week().broken).toEqual([]);
    world.context.store.sqlite.exec(`UPDATE time_day SET record = replace(record, 'T12:00', 'T15:00')`);
    expect(week().broken).toEqual([
      expect.stringMatching(/Day of the record of time 1 was changed after it was sealed/),
    ]);
  });

  it("refuses what cannot be, all or none", () => {
    casual();
    expect(() => type({ "2019-01-01": "9-12", "2026-06-25": "9-12" })).toThrow(/not employed/);
    expect(() => type({ "2026-06-25": "9-12" }, 999)).toThrow(/no such|not found|There is no/i);
    const leave = { shifts: [], leave: [{ kind: "holidays" }] };
    expect(() =>
      saveDays(world.context, world.actor, world.businessId, {
        days: [{ personId: who(), date: "2026-06-25", kind: "worked", record: leave }],
      }),
    ).toThrow(/not a kind of leave/);
    expect(readWeek(world.context, world.actor, world.businessId, undefined, "2026-06-25").people[0]?.days).toEqual({});
    expect(() => saveSection(world.context, world.actor, who(), "time", terms("MA000004", "99"))).toThrow(/no level/);
    expect(() => saveSection(world.context, world.actor, who(), "time", terms("MA1", null))).toThrow(/no agreement/);
    expect(() => loadAgreementRules(world.context, world.actor, world.businessId, { format: "rules/1" })).toThrow(
      /not taken/,
    );
  });
});
