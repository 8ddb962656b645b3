/** A person's line of time and back pay on a real store: each pay anew, taxed by its own method, never twice. */
import type { Employment } from "@zesty/contract/people";
import type { PayInput } from "@zesty/core/au/pay/input";
import { workOutPay } from "@zesty/core/countries/countries";
import { asItWas, atNewRates } from "@zesty/core/pay/backPay";
import { decimal, one } from "@zesty/core/quantity/decimal";
import { shippedRuleBook } from "@zesty/core/rulebook/shippedRuleBook";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { takeBack } from "../signOff/takeBack.ts";
import {
  openUsual,
  plainTerms,
  type SmallWorld,
  said,
  signRun,
  smallWorld,
  smallWorldNz,
} from "../testing/smallWorld.ts";
import { payBack, planBackPay } from "./backPay.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const terms = (change: Partial<Employment> & { from: string }) => plainTerms(world, change);
const paid = (count: number): number[] => Array.from({ length: count }, () => signRun(world, openUsual(world)));
const lane = (section: string) =>
  readLineOfTime(world.context, who()).lanes.find((each) => each.section === section)?.notches ?? [];
const row = (runId: number) =>
  readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who())?.figures;

describe("the line of time", () => {
  it("shows what held, holds and is coming, change by change, and a coming one is undone without a trace of it", () => {
    world = smallWorld(1);
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      terms({ from: "2026-08-03", hourlyRate: "33", weeklyHours: "30" }),
    );
    expect(lane("employment").map((each) => [each.from, each.changes.map((one) => `${one.was} → ${one.is}`)])).toEqual([
      ["2020-01-06", ["null → $31.50 an hour", "null → 38 h a week", "null → full-time", "null → Weekly"]],
      ["2026-08-03", ["$31.50 an hour → $33.00 an hour", "38 h a week → 30 h a week"]],
    ]);
    const [first, coming] = lane("employment");
    undoChange(world.context, world.actor, who(), "employment", coming?.id ?? 0);
    expect(lane("employment")).toHaveLength(1);
    expect(() => undoChange(world.context, world.actor, who(), "employment", first?.id ?? 0)).toThrow(
      "something must hold",
    );
    expect(() => undoChange(world.context, world.actor, who(), "employment", 999)).toThrow("no such change");
    expect(() => undoChange(world.context, world.actor, who(), "nothing", 1)).toThrow("no such section");
  });
  it("names the pay of each hour and dollar, also of the one that ends", () => {
    world = smallWorld(1);
    const usual = (from: string, hours: string, more: { elementId: number; amount: string }[] = []) =>
      saveSection(world.context, world.actor, who(), "usualPay", {
        from,
        lines: [{ elementId: world.element("ORD"), hours }, ...more],
      });
    usual("2026-08-03", "38", [{ elementId: world.element("TOOL"), amount: "22.50" }]);
    usual("2026-08-10", "30");
    expect(lane("usualPay").map((each) => each.words)).toEqual([
      "Ordinary 38 h",
      "Tool allowance $22.50",
      "Ordinary 30 h · Tool allowance –",
    ]);
  });
  it("has lanes of its own in New Zealand, with secrets by their last digits", () => {
    world = smallWorldNz(1);
    const { lanes } = readLineOfTime(world.context, who());
    expect(lanes.map((each) => each.section)).toEqual([
      ...["employment", "time", "taxCode", "kiwiSaver", "orders", "holidays", "bank", "usualPay"],
    ]);
    expect(JSON.stringify(lanes)).toMatch(/•/);
  });
});

describe("back pay", () => {
  it("is each pay as it would have been, the first by its days, and goes into the next run by method A with super", () => {
    world = smallWorld(1);
    paid(3);
    // Weeks from 22 June; the raise counts from Wednesday 24 June: three of five days of the first.
    const raise = terms({ from: "2026-06-24", hourlyRate: "33" });
    const plan = planBackPay(world.context, world.actor, who(), said(raise));
    // 38 × 1.50 = 57.00 a week; 3/5 of it are 34.20.
    expect(plan).toMatchObject({ total: "148.20", superable: "148.20", payday: "2026-07-23", earlierYears: [] });
    expect(plan.rows.map((each) => [each.payday, each.from, each.was, each.shouldBe, each.difference])).toEqual([
      ["2026-07-02", "2026-06-24", "1197.00", "1231.20", "34.20"],
      ["2026-07-09", null, "1197.00", "1254.00", "57.00"],
      ["2026-07-16", null, "1197.00", "1254.00", "57.00"],
    ]);
    expect(lane("employment")).toHaveLength(1);
    const { runId } = payBack(world.context, world.actor, who(), said(raise));
    expect(row(runId)).toMatchObject({ gross: "1402.20", super: "168.26" });
    expect(lane("employment")).toHaveLength(2);
    expect(() => payBack(world.context, world.actor, who(), said(raise))).toThrow("no back pay is owed");
    // A further raise pays only what is not paid back yet.
    expect(
      planBackPay(world.context, world.actor, who(), said(terms({ from: "2026-06-29", hourlyRate: "34" }))).rows.map(
        (each) => each.difference,
      ),
    ).toEqual(["38.00", "38.00"]);
  });
  it("of a salary is the share of the salary, and nothing is owed by a lower one", () => {
    world = smallWorld(1);
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      terms({ from: "2026-06-01", hourlyRate: null, salary: "62400" }),
    );
    saveSection(world.context, world.actor, who(), "usualPay", {
      from: "2026-06-01",
      lines: [{ elementId: world.element("SAL"), amount: "1200.00" }],
    });
    paid(2);
    const plan = (salary: string) =>
      planBackPay(world.context, world.actor, who(), said(terms({ from: "2026-06-22", hourlyRate: null, salary })));
    expect(plan("65000").rows.map((each) => each.difference)).toEqual(["50.00", "50.00"]);
    expect(plan("60000").total).toBe("-92.30");
    expect(() =>
      payBack(
        world.context,
        world.actor,
        who(),
        said(terms({ from: "2026-06-22", hourlyRate: null, salary: "60000" })),
      ),
    ).toThrow("The new rate is lower");
    expect(lane("employment")).toHaveLength(2);
  });
  it("moves along when its run is taken back, and is owed again when it is discarded", () => {
    world = smallWorld(1);
    paid(1);
    const raise = terms({ from: "2026-06-22", hourlyRate: "33" });
    const { runId } = payBack(world.context, world.actor, who(), said(raise));
    signRun(world, runId);
    const fresh = takeBack(world.context, world.actor, runId, "once more");
    expect(planBackPay(world.context, world.actor, who(), said(raise)).total).toBe("0.00");
    discardRun(world.context, world.actor, fresh);
    const again = planBackPay(world.context, world.actor, who(), said({ ...raise, hourlyRate: "33.5" }));
    expect(again.rows.map((each) => each.before)).toEqual(["0.00"]);
  });
  it("reaches New Zealand's pays too, as an extra pay", () => {
    world = smallWorldNz(1);
    paid(1);
    const raise = {
      ...terms({ from: "2026-06-15", hourlyRate: "31", weeklyHours: "40" }),
      workPattern: ["8", "8", "8", "8", "8", "0", "0"],
    };
    expect(planBackPay(world.context, world.actor, who(), said(raise))).toMatchObject({
      total: "80.00",
      superable: null,
    });
    expect(
      row(payBack(world.context, world.actor, who(), said(raise)).runId)?.lines.map((each) => each.code),
    ).toContain("BACKPAY");
  });
});

describe("a pay at another rate", () => {
  const input = (hours: string, percent: string, typed: string): PayInput => ({
    country: "AU",
    payday: "2026-07-02",
    cycle: "weekly",
    person: {
      birthDate: "1990-02-03",
      basis: "casual",
      weeklyHours: "0",
      tax: { fileNumber: "given", residency: "resident", taxFreeThreshold: true, studyLoan: false, medicare: "levy" },
    },
    lines: [
      { element: "ordinary", hours, rate: "30", percent },
      { element: "overtime", hours: "2", rate: typed, percent: "150" },
      { element: "allowance", allowance: "KN", amount: "20" },
    ],
  });
  const gross = (each: PayInput) => workOutPay(each, shippedRuleBook).gross.value;
  it("is the pay itself at the same rate, and never less at a higher one; typed rates and amounts stay", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom("100", "125", "175"),
        fc.integer({ min: 3000, max: 9000 }),
        (hours, percent, cents) => {
          world = world ?? smallWorld(0);
          const pay = input(String(hours), percent, "41");
          const by = (rate: string) =>
            gross(
              atNewRates(pay, [
                { was: { hourlyRate: "30", salary: null }, is: { hourlyRate: rate, salary: null }, weight: one },
              ]),
            );
          expect(by("30").eq(gross(asItWas(pay)))).toBe(true);
          const rate = decimal(cents).div(100);
          const more = rate.minus(30).times(hours).times(percent).div(100);
          expect(by(rate.toString()).minus(gross(pay)).minus(more).abs().lte("0.01")).toBe(true);
        },
      ),
    ));
});

describe("back pay of who is paid by a level", () => {
  const level = (classification: string, change: object = {}) => ({
    ...{ from: "2026-06-22", agreement: "MA000004", classification, use: "exceptions" as const },
    ...{ settings: {}, flags: {}, ...change },
  });
  const underLevel = (details: object = {}) => {
    world = smallWorld(1);
    saveSection(world.context, world.actor, who(), "details", {
      ...readPerson(world.context, who()).details,
      ...details,
    });
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      terms({ from: "2020-01-06", hourlyRate: null, workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] }),
    );
    saveSection(world.context, world.actor, who(), "time", level("1", { from: "2020-01-06" }));
  };
  const change = (values: ReturnType<typeof level>) => ({ section: "time" as const, values });

  it("a level raised from a past date owes the difference of each pay: 59.66 for a week of level 4; undone it is gone", () => {
    underLevel();
    paid(1);
    // 38 h at 28.12 for 26.55
    const plan = planBackPay(world.context, world.actor, who(), change(level("4")));
    expect([plan.total, plan.rows.map((each) => `${each.was} ${each.shouldBe}`)]).toEqual([
      "59.66",
      ["1008.90 1068.56"],
    ]);
    const { runId } = payBack(world.context, world.actor, who(), change(level("4")));
    expect(row(runId)?.lines.find((each) => each.code === "BACKPAY")?.amount).toBe("59.66");
    expect(planBackPay(world.context, world.actor, who(), change(level("4"))).total).toBe("0.00");
    undoChange(world.context, world.actor, who(), "time", lane("time").at(-1)?.id ?? 0);
    expect(row(runId)?.lines.map((each) => each.code)).not.toContain("BACKPAY");
    expect(planBackPay(world.context, world.actor, who(), change(level("4"))).total).toBe("59.66");
  });

  it("rates of the agreement that are entered late are owed for what was signed off before", () => {
    underLevel();
    paid(2);
    saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
      ...{ from: "2026-06-22", settings: {}, source: "Pay guide" },
      rates: { classifications: { "1": "27.50" }, allowances: {} },
    });
    const plan = planBackPay(world.context, world.actor, who(), change(level("1")));
    expect([plan.total, plan.rows.map((each) => each.shouldBe)]).toEqual(["72.20", ["1045.00", "1045.00"]]);
    payBack(world.context, world.actor, who(), change(level("1")));
    expect(planBackPay(world.context, world.actor, who(), change(level("1"))).total).toBe("0.00");
  });

  it("a level raised over a pay with a birthday in it owes each day what its own age is due", () => {
    const junior = { birthDate: "2008-06-25", startDate: "2024-01-08" };
    underLevel(junior);
    saveSection(world.context, world.actor, who(), "time", level("4", { from: "2020-01-06" }));
    const due = Number(row(paid(1)[0] ?? 0)?.gross);
    void world.end();
    underLevel(junior);
    const was = Number(row(paid(1)[0] ?? 0)?.gross);
    expect(planBackPay(world.context, world.actor, who(), change(level("4"))).total).toBe((due - was).toFixed(2));
  });

  it("rates entered late for a pay with a birthday in it are refused, not guessed", () => {
    underLevel({ birthDate: "2008-06-25", startDate: "2024-01-08" });
    paid(1);
    expect(() => {
      saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
        ...{ from: "2026-06-22", settings: {}, source: "Pay guide" },
        rates: { classifications: { "1": "27.50" }, allowances: {} },
      });
      planBackPay(world.context, world.actor, who(), change(level("1")));
    }).toThrow(/has hours at \$\S+ and \$\S+, so its back pay cannot be told/);
  });
});
