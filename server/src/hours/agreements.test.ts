/** Agreements through the use cases: what they pay, what is not known, own sets, new tables. */

import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { withFields } from "@zesty/core/agreements/editing";
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { addElement, changeElement, readElements } from "../setup/elements.ts";
import { payRun } from "../store/schema.ts";
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
import { annualWages } from "../time/annualWages.ts";
import { readWeek } from "../time/readWeek.ts";
import { whoMoves } from "../time/whoMoves.ts";
import { listAgreements, loadAgreementRules, saveAgreementFacts } from "./agreements.ts";

afterEach(() => world.end());

const none = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null } as const;

describe("agreements of a business", () => {
  it("asks where a salary pays less than the agreement would for the recorded hours", () => {
    begin(smallWorld(1));
    const usual = { from: "2026-06-01", lines: [{ elementId: world.element("SAL"), amount: "1140.00" }] };
    const salaried = employment({ basis: "full-time", weeklyHours: "38", salary: "59280" });
    saveSection(world.context, world.actor, who(), "employment", salaried);
    saveSection(world.context, world.actor, who(), "usualPay", usual);
    saveSection(world.context, world.actor, who(), "time", terms("MA000004", "4", { use: "exceptions" }));
    const runId = open();
    // 38 × 28.12 = 1,068.56 is within the salary.
    expect(codes(runId)).not.toContain("timeLook");
    type({ "2026-06-28": "10-15" });
    approve(["2026-06-28"]);
    // A Sunday beyond 38 hours: 5 × 28.12 × 200 % more, 1,349.76.
    const mark = row(runId).row.marks.find((each) => each.code === "timeLook");
    expect(mark?.text).toMatch(/would have paid \$1349\.76 .* this pay has \$1140\.00: \$209\.76 short/);
    expect(shown(runId)).toEqual(["Salary $1140.00"]);
    // Over the year: a short pay and one that is over, 1,140.00 beside 1,068.56.
    signed(runId);
    signed(open());
    const wages = () => annualWages(world.context, world.businessId, "2026-06-01", "2026-07-31");
    expect(wages()).toMatchObject([{ pays: 2, unknown: 0, paidCents: 228000, askedCents: 241832, shortPays: 1 }]);
    expect(() => annualWages(world.context, world.businessId, "2026-07-01", "2026-06-01")).toThrow(
      /one day to a later/,
    );
  });

  it("asks where hours go beyond what an annualised wage covers", () => {
    begin(smallWorld(1));
    const usual = { from: "2026-06-01", lines: [{ elementId: world.element("SAL"), amount: "2500.00" }] };
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      employment({ basis: "full-time", weeklyHours: "38", salary: "130000" }),
    );
    saveSection(world.context, world.actor, who(), "usualPay", usual);
    saveSection(world.context, world.actor, who(), "time", terms("MA000009", "4", { use: "all" }));
    const runId = open();
    const week = ["2026-06-22", "2026-06-23", "2026-06-24", "2026-06-25", "2026-06-26"];
    // Hospitality: 10 h on five days are 38 ordinary and 12 of overtime; two more on Saturday go beyond the 12 a week.
    type(Object.fromEntries(week.map((date) => [date, "9-19:30 b30"])));
    approve(week);
    const asked = () =>
      row(runId)
        .row.marks.filter((each) => each.code === "timeLook")
        .map((each) => each.text);
    expect(asked()).toEqual([]);
    type({ "2026-06-27": "10-12" });
    approve(["2026-06-27"]);
    expect(asked()).toEqual([
      expect.stringMatching(/^14 overtime hours, 2 beyond the 12 a week that the salary covers/),
    ]);
  });

  it.each([
    // Level 4 of retail at 28.12: 38 h × 52 are 55,565.12 a year; a cent an hour is rounding.
    ["MA000004", "38", "55000", "salaryBelowLevel"],
    ["MA000004", "38", "55556", null],
    ["MA000004", "38", "56000", null],
    // Part-time, by the agreed hours.
    ["MA000004", "19", "27000", "salaryBelowLevel"],
    ["MA000004", "19", "27800", null],
    // Hospitality has an annualised wage a quarter above its level.
    ["MA000009", "38", "68900", "salaryNotAbove"],
    ["MA000009", "38", "69457", null],
  ])("%s, %s h a week at %s a year: %s, whether hours are recorded or not", (agreement, weeklyHours, salary, code) => {
    begin(smallWorld(1));
    saveSection(world.context, world.actor, who(), "time", terms(agreement, "4"));
    const basis = weeklyHours === "38" ? "full-time" : "part-time";
    saveSection(world.context, world.actor, who(), "employment", employment({ basis, weeklyHours, salary }));
    const lines = [{ elementId: world.element("SAL"), amount: (Number(salary) / 52).toFixed(2) }];
    saveSection(world.context, world.actor, who(), "usualPay", { from: "2026-06-01", lines });
    const found = codes(open()).filter((each) => each.startsWith("salary"));
    expect(found).toEqual(code === null ? [] : [code]);
  });

  it("stops where no version of the agreement is known for the period, and never prices it as none", () => {
    casual();
    const [mine] = readWeek(world.context, world.actor, world.businessId, undefined, undefined).rules;
    loadAgreementRules(world.context, world.actor, world.businessId, {
      ...mine!,
      code: "LATER",
      validFrom: "2026-07-01",
    });
    const ends = { ...mine!, code: "LATER", validFrom: "2026-06-29", validTo: "2026-07-05" };
    expect(() => loadAgreementRules(world.context, world.actor, world.businessId, ends)).toThrow(
      /LATER from 2026-06-29 and from 2026-07-01 overlap/,
    );
    saveSection(world.context, world.actor, who(), "time", terms("LATER", "1"));
    const runId = open();
    type({ "2026-06-25": "9-12" });
    approve(["2026-06-25"]);
    const mark = row(runId).row.marks.find((each) => each.code === "timeFault");
    expect([mark?.kind, mark?.text]).toEqual([
      "stop",
      expect.stringMatching(/No version of LATER is known for 22 June 2026/),
    ]);
  });

  it("stops for an allowance whose amount nobody knows, until the business enters it", () => {
    casual();
    const runId = open();
    saveSection(
      world.context,
      world.actor,
      who(),
      "time",
      terms("MA000004", "1", { flags: { firstAider: true, launders: true } }),
    );
    type({ "2026-06-25": "9-12" });
    approve(["2026-06-25"]);
    expect(codes(runId)).toContain("timeFault");
    const facts = {
      from: "2026-06-01",
      settings: { lateTrading: true },
      source: "Pay guide",
      rates: { classifications: { "1": "27" }, allowances: { "first-aid": "14.20" } },
    };
    saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", facts);
    world.context.store.transaction(() => approve(["2026-06-25"], false));
    approve(["2026-06-25"]);
    expect(shown(runId)).toEqual(["Ordinary at 125 % 3 at 27", "Laundry shift $1.25", "First aid $14.20"]);
    expect(() =>
      saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
        ...facts,
        settings: { colour: true },
      }),
    ).toThrow(/not a setting/);
  });

  it("asks where usual pay leaves out a weekly allowance that a fact of the person gives", () => {
    begin(smallWorld(1));
    const runId = open();
    const paid = (change: object) => {
      saveSection(world.context, world.actor, who(), "time", terms("MA000004", "1", { use: "record", ...change }));
      const found = row(runId).row.marks.filter((each) => each.code === "timeLook");
      return found.map((each) => `${each.kind}: ${each.text}`).join();
    };
    const aid = { flags: { firstAider: true } };
    expect(paid({ flags: {} })).toBe("");
    expect(paid(aid)).toMatch(/^query: .*gives first aid, .*amount is not known here, and no line of this pay says so/);
    saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
      ...{ from: "2026-06-01", settings: { lateTrading: true }, source: "Pay guide" },
      rates: { classifications: { "1": "27" }, allowances: { "first-aid": "14.20", "laundry-week": "6.25" } },
    });
    expect(paid(aid)).toMatch(/gives first aid, \$14\.20 a week/);
    // A full-timer's laundry by the week: both are asked about, each by itself.
    expect(paid({ flags: { firstAider: true, launders: true } }).match(/no line of this pay/g)).toHaveLength(2);
    expect(paid({ ...aid, use: "exceptions" })).not.toMatch(/no line of this pay/);
    const elementId = addElement(world.context, world.actor, world.businessId, {
      ...{ code: "FA", name: "First aid", element: "allowance", entry: "amount", percent: "100" },
      ...{ leave: null, allowance: "QN", deduction: null, taxable: null, superable: null, account: null },
    });
    saveSection(world.context, world.actor, who(), "usualPay", {
      from: "2026-06-01",
      lines: [
        { elementId: world.element("ORD"), hours: "38" },
        { elementId, amount: "14.20" },
      ],
    });
    expect(paid(aid)).toBe("");
  });

  it("says who moves by a new table before it takes effect, juniors by their per cent, and leaves nothing behind", () => {
    begin(smallWorld(3));
    const level = (at: number, hourlyRate: string | null) => {
      saveSection(world.context, world.actor, who(at), "employment", employment({ hourlyRate }));
      saveSection(world.context, world.actor, who(at), "time", terms("MA000004", "1"));
    };
    level(0, null);
    level(1, "40");
    level(2, null);
    const junior = readPerson(world.context, who(2)).details;
    saveSection(world.context, world.actor, who(2), "details", { ...junior, birthDate: "2009-03-01" });
    const facts = {
      ...{ from: "2026-07-01", settings: {}, source: "Pay guide" },
      rates: { classifications: { "1": "28" }, allowances: {} },
    };
    const change = () => void saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", facts);
    const moves = () => whoMoves(world.context, world.businessId, "MA000004", "2026-07-01", change);
    // 26.55 is the level's hour; 17 years: 60 % of it, to the cent.
    expect(moves().map((each) => [each.before, each.after])).toEqual([
      ["26.55", "28"],
      ["40", "40"],
      ["15.93", "16.8"],
    ]);
    // Casuals without a pay yet have no hours of a year; 38 hours of 52 weeks at 1.45 more are 2,865.20.
    expect(moves().map((each) => each.yearly)).toEqual([null, null, null]);
    const fullTime = { basis: "full-time" as const, weeklyHours: "38" };
    saveSection(world.context, world.actor, who(0), "employment", employment({ ...fullTime, from: "2026-06-02" }));
    expect(moves()[0]?.yearly).toBe("2865.20");
    expect(moves()).toEqual(moves());
    expect(listAgreements(world.context, world.businessId).find((each) => each.code === "MA000004")?.from).toBeNull();
  });

  it("keeps the shipped set beside a changed copy", () => {
    begin(smallWorld(1));
    const shippedSet = () => listAgreements(world.context, world.businessId).find((each) => each.code === "MA000004");
    const copy = withFields(shippedSet()?.rules as AgreementRules, [
      { path: "ordinary.weeklyMax", label: "hours a week", value: "40", unit: "hours" },
    ]);
    expect(shippedSet()?.shipped).toBeNull();
    loadAgreementRules(world.context, world.actor, world.businessId, copy);
    expect(shippedSet()).toMatchObject({ own: true, rules: { ordinary: { weeklyMax: 2400 } } });
    expect(shippedSet()?.shipped?.ordinary.weeklyMax).toBe(2280);
  });

  it("prices a week by an agreement's rules of the business's own, version by date", () => {
    casual();
    const [mine] = readWeek(world.context, world.actor, world.businessId, undefined, undefined).rules;
    const own = {
      ...mine!,
      code: "OWN-1",
      title: "Our agreement",
      penalties: [{ id: "all", percent: 130 }],
      overtime: [],
      minimumEngagement: [],
    };
    loadAgreementRules(world.context, world.actor, world.businessId, own);
    saveSection(world.context, world.actor, who(), "time", terms("OWN-1", "1"));
    const runId = open();
    type({ "2026-06-28": "10-12" });
    approve(["2026-06-28"]);
    expect(shown(runId)).toEqual(["Ordinary at 130 % 2 at 26.55"]);
    expect(world.context.store.db.select().from(payRun).all()).toHaveLength(1);
  });

  it("pays both of two allowances whose names begin alike", () => {
    casual();
    const [mine] = readWeek(world.context, world.actor, world.businessId, undefined, undefined).rules;
    const each = (id: string, amount: number) => ({ id, trigger: { kind: "perShift" }, unit: "occasion", amount });
    const allowances = [each("cold-store-work-below-zero", 3.5), each("cold-store-work-below-minus-ten", 2.25)];
    const own = { ...mine!, code: "OWN-2", title: "Our agreement", additions: [], allowances } as AgreementRules;
    loadAgreementRules(world.context, world.actor, world.businessId, own);
    saveSection(world.context, world.actor, who(), "time", terms("OWN-2", "1"));
    const runId = open();
    type({ "2026-06-24": "10-14", "2026-06-25": "10-14" });
    approve(["2026-06-24", "2026-06-25"]);
    // Two shifts at 3.50 and 2.25.
    const dollars = row(runId).row.lines.flatMap((line) => (line.amount === undefined ? [] : [Number(line.amount)]));
    expect(dollars.reduce((sum, amount) => sum + amount, 0)).toBe(11.5);
  });

  it("an allowance that pays an expense back has neither super nor tax within its amount, and one of before gives way", () => {
    casual();
    const { context, actor, businessId } = world;
    const [mine] = readWeek(context, actor, businessId, undefined, undefined).rules;
    const each = (id: string, amount: number) => ({ id, trigger: { kind: "perShift" }, unit: "occasion", amount });
    const allowances = [each("meal-allowance", 24), each("laundry-shift", 1.25), each("first-aid", 14.2)];
    loadAgreementRules(context, actor, businessId, {
      ...mine!,
      code: "OWN-3",
      additions: [],
      allowances,
    } as AgreementRules);
    saveSection(context, actor, who(), "time", terms("OWN-3", "1"));
    // As they were made before: taxed and counted like wages.
    const before = {
      ...none,
      element: "allowance",
      entry: "amount",
      percent: "100",
      taxable: true,
      superable: true,
    } as const;
    for (const [code, name, allowance] of [
      ["MEAL-ALLOWANCE", "Meal allowance", "MD"],
      ["FIRST-AID", "First aid", "QN"],
    ] as const)
      addElement(context, actor, businessId, { ...before, code, name, allowance });
    const runId = open();
    type({ "2026-06-24": "10-14", "2026-06-25": "10-14" });
    approve(["2026-06-24", "2026-06-25"]);
    const { gross, taxable, super: fund } = row(runId).row.figures as unknown as Record<string, string>;
    const [all, taxed] = [Number(gross), Number(taxable)];
    // 48.00 of meals and 2.50 of laundry are expenses; 28.40 for first aid is wages.
    expect(taxed).toBeCloseTo(all - 48 - 2.5, 2);
    expect(Number(fund)).toBeCloseTo((all - 48 - 2.5) * 0.12, 2);
    const codesUsed = row(runId).row.lines.map(
      (line) => row(runId).view.elements.find((element) => element.id === line.elementId)?.code,
    );
    expect(codesUsed).toEqual(expect.arrayContaining(["MEAL-ALLOWANCE-1", "LAUNDRY-SHIFT", "FIRST-AID"]));
    // Looked at again it is the same element, and so it is once the business counts it for super.
    const made = readElements(context, businessId).find((element) => element.code === "MEAL-ALLOWANCE-1");
    const { name, percent, allowance, deduction, account } = made ?? { name: "", percent: "", ...none };
    const rest = { detail: null, holidayGross: null, regular: null, paidTo: null, retired: false, superable: true };
    changeElement(context, actor, businessId, made?.id ?? 0, { name, percent, allowance, deduction, account, ...rest });
    type({ "2026-06-26": "10-14" });
    approve(["2026-06-26"]);
    expect(readElements(context, businessId).filter((element) => element.name === "Meal allowance")).toHaveLength(2);
  });
});
