/**
 * Who is paid in amounts: a salary over cost centres, a salary and something beside it, an amount with neither rate nor
 * salary. What is true of one amount is true of several.
 */
import type { Employment, UsualLine } from "@zesty/contract/people";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { payBack, planBackPay } from "../afterwards/backPay.ts";
import { moveSeveral } from "../afterwards/moveSeveral.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { addCentre } from "../setup/costs.ts";
import { addCycle } from "../setup/createBusiness.ts";
import { addElement } from "../setup/elements.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { outbox } from "../store/schema.ts";
import { plainTerms, said, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, type as typeDays, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);
const employ = (change: Partial<Employment> & { from: string }) => save("employment", plainTerms(world, change));
const usual = (lines: UsualLine[], from = "2020-01-06") => save("usualPay", { from, lines });
const row = (runId: number) => {
  const found = readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who());
  if (!found) throw new Error("The person has no row.");
  return found;
};
const gross = (runId: number) => row(runId).figures?.gross;
const amounts = (runId: number) => row(runId).figures?.lines.map((line) => `${line.code} ${line.amount}`);
const days = (of: Record<string, string>) => {
  typeDays(of);
  approve(Object.keys(of));
};
const open = (from: "usual" | "last" = "usual") =>
  openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from });
const sent = (runId: number) => {
  signRun(world, runId);
  world.context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, runId)).run();
};
/** A salary of 78,000 a year, half of it in each of two cost centres. */
const split = () => {
  begin(smallWorld(1));
  for (const code of ["A", "B"]) addCentre(world.context, world.actor, world.businessId, { code, name: code });
  employ({ from: "2020-01-06", hourlyRate: null, weeklyHours: "38", salary: "78000" });
  usual(
    ["A", "B"].map((costCentre) => ({ elementId: world.element("SAL"), amount: "750.00", costCentre }) as UsualLine),
  );
};

describe("who is paid in amounts", () => {
  it.each([
    [
      "Australia, a week",
      () => smallWorld(1),
      ["22", "23", "24", "25", "26"],
      "38",
      ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
      ["AL 1500.00"],
      "1500.00",
    ],
    [
      "Australia, two days",
      () => smallWorld(1),
      ["22", "23"],
      "38",
      ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
      ["SAL 720.00", "DUTY 180.00", "AL 600.00"],
      "1500.00",
    ],
    [
      "New Zealand",
      () => smallWorldNz(1),
      ["22", "23", "24", "25", "26"],
      "40",
      ["8", "8", "8", "8", "8", "0", "0"],
      ["SAL 600.00", "DUTY 150.00", "AL 1250.00"],
      "2000.00",
    ],
  ])("leave comes out of both of two: %s", (_where, make, on, weeklyHours, workPattern, lines, all) => {
    begin(make());
    const { context, actor, businessId } = world;
    const duty = addElement(context, actor, businessId, {
      ...{ code: "DUTY", name: "Duty manager", element: "ordinary", entry: "amount", percent: "100", leave: null },
      ...{ allowance: null, deduction: null, taxable: null, superable: null },
    } as never);
    employ({ from: "2020-01-06", hourlyRate: null, weeklyHours, workPattern });
    usual([
      { elementId: world.element("SAL"), amount: "1200.00" } as UsualLine,
      { elementId: duty, amount: "300.00" } as UsualLine,
    ]);
    const runId = open();
    days(Object.fromEntries(on.map((day) => [`2026-06-${day}`, "al"])));
    expect([amounts(runId), gross(runId)]).toEqual([lines, all]);
  });
  it("the loading that is agreed is paid: 17.5 % of two days of five", () => {
    begin(smallWorld(1));
    employ({
      ...{ from: "2020-01-06", hourlyRate: null, weeklyHours: "38" },
      workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    });
    usual([{ elementId: world.element("SAL"), amount: "1500.00" } as UsualLine]);
    save("leave", {
      ...{ from: "2020-01-06", entitlements: [{ kind: "annual", weeksPerYear: "4" }], loadingPercent: "17.5" },
    });
    const runId = open();
    days({ "2026-06-22": "al", "2026-06-23": "al" });
    expect([amounts(runId), gross(runId)]).toEqual([["SAL 900.00", "AL 600.00", "LOADING 105.00"], "1605.00"]);
  });
  it("says where a raise of a salary never reached usual pay that was typed otherwise, until it does", () => {
    begin(smallWorld(1));
    const salaried = (from: string, salary: string) => employ({ from, hourlyRate: null, weeklyHours: "38", salary });
    salaried("2020-01-06", "78000");
    usual([{ elementId: world.element("SAL"), amount: "1550.00" } as UsualLine]);
    const runId = open();
    const asked = () => row(runId).marks.filter((mark) => mark.code === "salaryAboveUsual");
    expect(asked()).toEqual([]);
    salaried("2026-06-01", "85800");
    expect([asked().map((mark) => mark.text), gross(runId)]).toEqual([
      [
        "The salary comes to $1,650.00 for a pay, and usual pay has $1,550.00. Put usual pay right on the person's page, or tick.",
      ],
      "1550.00",
    ]);
    usual([{ elementId: world.element("SAL"), amount: "1650.00" } as UsualLine], "2026-06-02");
    expect([asked(), gross(runId)]).toEqual([[], "1650.00"]);
  });
  it("pays a salary's raise back that was paid over two cost centres", () => {
    split();
    sent(open());
    const raise = {
      ...plainTerms(world, { from: "2026-06-22", hourlyRate: null, weeklyHours: "38", salary: "85800" }),
      from: "2026-06-22",
    };
    expect(planBackPay(world.context, world.actor, who(), said(raise)).total).toBe("150.00");
    expect(gross(payBack(world.context, world.actor, who(), said(raise)).runId)).toBe("1800.00");
  });
  it.each([
    ["Australia, worked", () => smallWorld(1), {}, "60.00"],
    ["Australia, a day of leave", () => smallWorld(1), { "2026-06-24": "al" }, "60.00"],
    ["New Zealand, worked", () => smallWorldNz(1), {}, "120.00"],
  ])("pays a salary's raise back, and nothing of the amount beside it: %s", (_what, make, typed, total) => {
    begin(make());
    employ({ from: "2020-01-06", hourlyRate: null, weeklyHours: "38", salary: "78000" });
    const weeks = total === "60.00" ? 1 : 2;
    const duty = addElement(world.context, world.actor, world.businessId, {
      ...{ code: "DUTY", name: "Duty manager", element: "ordinary", entry: "amount", percent: "100", leave: null },
      ...{ allowance: null, deduction: null, taxable: null, superable: null, account: null },
    });
    const salary = world.element("SAL");
    usual([
      { elementId: salary, amount: (1500 * weeks).toFixed(2) },
      { elementId: duty, amount: (300 * weeks).toFixed(2) },
    ] as UsualLine[]);
    days(typed);
    sent(open());
    const raise = plainTerms(world, { from: "2026-06-15", hourlyRate: null, weeklyHours: "38", salary: "81120" });
    expect(planBackPay(world.context, world.actor, who(), said({ ...raise, from: "2026-06-15" })).total).toBe(total);
  });
  it("leave of a salary over two cost centres, copied and taken back: whole again, and the same", () => {
    split();
    const first = open();
    days({ "2026-06-24": "al" });
    const paid = [["SAL 600.00", "SAL 600.00", "AL 300.00"], "1500.00"];
    expect([amounts(first), gross(first)]).toEqual(paid);
    signRun(world, first);
    const again = takeBack(world.context, world.actor, first, "Looked at once more");
    expect([amounts(again), gross(again)]).toEqual(paid);
    signRun(world, again);
    const next = open("last");
    expect([amounts(next), gross(next)]).toEqual([["SAL 750.00", "SAL 750.00"], "1500.00"]);
  });
  it("a salary over two cost centres follows a new cycle", () => {
    split();
    const { context, actor, businessId } = world;
    addCycle(context, actor, businessId, {
      ...{ name: "Fortnightly", cycle: "fortnightly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
    });
    const to = readBusiness(context, businessId).cycles.find((each) => each.name === "Fortnightly")?.id ?? 0;
    moveSeveral(context, actor, businessId, { what: "cycle", to, from: "2026-06-22", people: [who()] });
    const runId = openRun(context, actor, businessId, { cycleId: to, from: "usual" });
    expect([amounts(runId), gross(runId)]).toEqual([["SAL 1500.00", "SAL 1500.00"], "3000.00"]);
  });
});
