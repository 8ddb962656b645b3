/** What the days of the record decide beside hours: dates of leave, the rate of a long holiday, weeks of the young. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { leaveHistory } from "../leave/readLeave.ts";
import { saveSection } from "../people/savePerson.ts";
import { payCycle, person } from "../store/schema.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import {
  approve,
  begin,
  casual,
  employment,
  open,
  row,
  signed,
  terms,
  type,
  who,
  world,
} from "../testing/timeMakers.ts";

afterEach(() => world.end());

const taken = () =>
  leaveHistory(world.context, world.actor, world.businessId, who())
    .filter((each) => each.why === "taken")
    .map((each) => `${each.date} ${each.kind} ${each.amount}`)
    .sort();
const days = (...dates: string[]) => Object.fromEntries(dates.map((date) => [date, "al"]));

describe("leave in the ledger", () => {
  it("is dated by its days: one entry a stretch, late days by their own date", () => {
    begin(smallWorld(1));
    type(days("2026-06-22", "2026-06-26"));
    approve(["2026-06-22", "2026-06-26"]);
    signed(open());
    expect(taken()).toEqual(["2026-06-22 annual -7.6", "2026-06-26 annual -7.6"]);
  });
  it("of unpaid leave by the day on which it ended", () => {
    begin(smallWorldNz(1));
    const dates = ["2026-06-15", "2026-06-16", "2026-06-17"];
    type(Object.fromEntries(dates.map((date) => [date, "unpaid"])));
    approve(dates);
    signed(open());
    expect(taken()).toEqual(["2026-06-17 unpaid -0.6"]);
  });
});

describe("New Zealand, a holiday over two pays", () => {
  const over = ["2026-06-25", "2026-06-26", "2026-06-29", "2026-06-30"];
  const holidayLine = (runId: number) =>
    row(runId).row.figures?.lines.find((line) => line.name === "Annual holidays, weeks");
  const raised = () => ({
    ...employment({ basis: "full-time", weeklyHours: "40", hourlyRate: "36" }),
    from: "2026-06-29",
  });
  it("keeps the rate of its first day, though there was a raise between", () => {
    begin(smallWorldNz(1));
    type(days(...over));
    approve(over);
    signed(open());
    saveSection(world.context, world.actor, who(), "employment", {
      ...raised(),
      workPattern: ["8", "8", "8", "8", "8", "0", "0"],
    });
    const next = open();
    // Two days are 0.4 of a week at the average of 1,250; 40 × $36 is for holidays that begin after the raise.
    expect(holidayLine(next)?.amount).toBe("500.00");
    type(days("2026-07-08"));
    type({ "2026-06-29": "8", "2026-06-30": "8" });
    approve(["2026-06-29", "2026-06-30", "2026-07-08"]);
    expect(holidayLine(next)?.amount).toBe("288.00");
  });
});

describe("Australia, somebody under 18", () => {
  const of = (...days: number[]) =>
    days.map((day) => `2026-${day > 30 ? `07-${String(day - 30).padStart(2, "0")}` : `06-${day}`}`);
  /** @returns gross and super of the open run */
  const told = (days: Record<string, string>) => {
    type(days);
    approve(Object.keys(days));
    const runId = open();
    const { figures } = row(runId).row;
    return { runId, paid: [figures?.gross, figures?.super] };
  };
  const each = (days: string[], text: string) => Object.fromEntries(days.map((date) => [date, text]));
  const young = (cycle: "weekly" | "fortnightly" | "half-monthly", firstPeriodStart = "2026-06-22") => {
    casual();
    const { db } = world.context.store;
    db.update(person).set({ birthDate: "2009-01-05" }).where(eq(person.id, who())).run();
    db.update(payCycle).set({ cycle, firstPeriodStart }).where(eq(payCycle.id, world.cycleId)).run();
    saveSection(world.context, world.actor, who(), "employment", employment({ hourlyRate: "20" }));
    saveSection(world.context, world.actor, who(), "time", terms(null, null));
  };

  it("has super for the weeks over 30 hours, though the fortnight is paid as one", () => {
    young("fortnightly");
    // 35 and 20 hours at $20: 12 % of 700.
    expect(told({ ...each(of(22, 23, 24, 25, 26), "7"), ...each(of(29, 30), "10") }).paid).toEqual([
      "1100.00",
      "84.00",
    ]);
  });
  it("has it for what that week earned, at the rates of its days", () => {
    young("fortnightly");
    saveSection(world.context, world.actor, who(), "employment", employment({ from: "2026-06-29", hourlyRate: "30" }));
    expect(told({ ...each(of(22, 23, 24, 25, 26), "7"), ...each(of(29, 30), "10") }).paid).toEqual([
      "1300.00",
      "84.00",
    ]);
  });
  it.each(["ORD", "SAL"])("has it for the long weeks of usual pay, too: %s, a first day on Friday", (code) => {
    young("fortnightly");
    world.context.store.sqlite.prepare("UPDATE person SET start_date = '2026-06-26'").run();
    world.context.store.sqlite.prepare("DELETE FROM time_terms").run();
    const pay = code === "SAL" ? { hourlyRate: null, salary: "39520" } : { hourlyRate: "20" };
    const full = { basis: "full-time", weeklyHours: "38", ...pay };
    saveSection(world.context, world.actor, who(), "employment", employment(full));
    const usual = code === "SAL" ? { amount: "1520.00" } : { hours: "76" };
    saveSection(world.context, world.actor, who(), "usualPay", {
      ...{ from: "2026-06-26", lines: [{ elementId: world.element(code), ...usual }] },
    });
    // 7.6 and 38 hours at $20: 12 % of 760.
    expect(told({}).paid).toEqual(["912.00", "91.20"]);
  });
  it("has it for the whole week that a day paid late makes long", () => {
    young("weekly");
    const first = told(each(of(22, 23, 24, 25), "7"));
    expect(first.paid).toEqual(["560.00", "0.00"]);
    signed(first.runId);
    // 20 hours of the short week, 7 of the one before, which is 35 with them: 12 % of 35 × 20. Once.
    const next = told({ ...each(of(26), "7"), ...each(of(29, 30), "10") });
    expect(next.paid).toEqual(["540.00", "84.00"]);
    signed(next.runId);
    expect(told({ ...each(of(27), "2"), ...each(of(36, 37), "10") }).paid).toEqual(["440.00", "4.80"]);
  });
  it.each([false, true])("has it once for a week that two periods share, known beforehand: %s", (isKnown) => {
    young("half-monthly", "2026-06-16");
    const later = each(of(31, 32, 33), "7");
    if (isKnown) {
      type(later);
      approve(Object.keys(later));
    }
    const first = told(each(of(29, 30), "7"));
    expect(first.paid).toEqual(["280.00", isKnown ? "33.60" : "0.00"]);
    signed(first.runId);
    expect(told(later).paid).toEqual(["420.00", isKnown ? "50.40" : "84.00"]);
  });
});
