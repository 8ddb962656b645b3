/** Leave over public holidays: Fair Work Act 2009 s 89, Holidays Act 2003 s 40; holidays from the shipped calendar. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar/dates.ts";
import { holidaysOfPlace } from "../calendar/holidayWindows.ts";
import { leaveKindsIn } from "../countries/leave.ts";
import { leaveWordsTyped } from "../hours/dayText.ts";
import { decimal } from "../quantity/decimal.ts";
import { balanceOn, type LeaveStanding } from "./forecast.ts";
import { datedLeave, evenPattern, leaveAmount, leaveDays } from "./leaveDays.ts";

const week = evenPattern(decimal("38"));
const of = (first: string, last: string, pattern: readonly string[] | null, place: string, hoursADay?: string) =>
  leaveDays(
    { first, last, hoursADay: hoursADay ?? null },
    pattern,
    holidaysOfPlace(place.length > 3 ? "NZ" : "AU", place, first, last),
  );

describe("leave from day to day", () => {
  it("leaves out public holidays and days off", () => {
    const found = of("2026-04-02", "2026-04-07", week, "VIC");
    expect([found.leave.toString(), found.holidays.toString()]).toEqual(["15.2", "15.2"]);
    expect(found.days.map((day) => [day.date, day.holiday])).toEqual([
      ["2026-04-02", null],
      ["2026-04-03", "Good Friday"],
      ["2026-04-06", "Easter Monday"],
      ["2026-04-07", null],
    ]);
  });
  it.each<[string, string, string, readonly string[] | null, string, string | undefined, string]>([
    ["the first Monday of March is a holiday in the West", "2026-03-02", "2026-03-02", week, "WA", undefined, "0"],
    ["and a day of leave in Victoria", "2026-03-02", "2026-03-02", week, "VIC", undefined, "7.6"],
    ["an evening's holiday leaves the day a day of leave", "2026-12-24", "2026-12-24", week, "SA", undefined, "7.6"],
    ["by the own pattern", "2026-06-29", "2026-07-05", ["0", "8", "8", "0", "4", "0", "0"], "VIC", undefined, "20"],
    ["a part of each day", "2026-06-29", "2026-06-30", week, "VIC", "2.5", "5"],
    ["each day where no week is known", "2026-07-04", "2026-07-05", null, "VIC", "3", "6"],
    ["from a later to an earlier day", "2026-07-02", "2026-07-01", week, "VIC", undefined, "0"],
    ["Waitangi Day is none of it", "2026-02-05", "2026-02-09", evenPattern(decimal("40")), "Nelson", undefined, "16"],
  ])("%s", (_what, first, last, pattern, place, hoursADay, leave) =>
    expect(of(first, last, pattern, place, hoursADay).leave.toString()).toBe(leave),
  );
  it("in days and weeks of the own week, a day never more than whole", () => {
    const { days } = of("2026-06-29", "2026-07-03", ["8", "8", "8", "0", "0", "0", "0"], "Nelson");
    const amount = (unit: "hours" | "days" | "weeks") =>
      leaveAmount(days, unit, ["8", "8", "8", "0", "0", "0", "0"]).toString();
    expect([amount("hours"), amount("days"), amount("weeks")]).toEqual(["24", "3", "1"]);
    // A day off takes nothing unless hours were said for it; where no week is known it is a day.
    const off = (hours: string) => [{ hours: decimal(hours), usual: decimal("0") }];
    expect(leaveAmount(off("0"), "days", week).toString()).toBe("0");
    expect(leaveAmount(off("4"), "days", week).toString()).toBe("1");
    expect(leaveAmount(off("0"), "days", null).toString()).toBe("1");
    const half = of("2026-06-29", "2026-06-29", week, "Nelson", "3.8");
    expect(leaveAmount(half.days, "days", week).toString()).toBe("0.5");
    expect(leaveAmount(of("2026-06-29", "2026-06-29", week, "Nelson", "12").days, "days", week).toString()).toBe("1");
  });
});

describe("the balance on a day to come", () => {
  const week = (from: string, perWeek: string) => ({ from, perWeek });
  const plain: LeaveStanding = {
    ...{ balance: "30", from: "2026-06-29", accruing: [week("2026-06-29", "2.9231")] },
    ...{ grants: [], recorded: [], without: [] },
  };
  const sick = { date: "2026-07-10", amount: "10", keeps: "10" };
  it.each<[string, LeaveStanding, string, string]>([
    ["four weeks on", plain, "2026-07-26", "41.6924"],
    ["on a day that is paid already nothing accrues", plain, "2026-06-01", "30"],
    ["less what is recorded", { ...plain, recorded: [{ date: "2026-07-06", amount: "7.6" }] }, "2026-07-26", "34.0924"],
    [
      "by the terms of each day: two weeks of 38 h, two of 19 h",
      { ...plain, accruing: [week("2026-06-29", "2.9231"), week("2026-07-13", "1.4615")] },
      "2026-07-26",
      "38.7692",
    ],
    [
      "nothing after the last day",
      { ...plain, accruing: [week("2026-06-01", "2.9231"), week("2026-07-06", "0")] },
      "2026-07-26",
      "32.9231",
    ],
    [
      "nothing on days without pay, here a week of four",
      { ...plain, without: [...Array(5)].map((_, day) => ({ date: `2026-07-0${day + 6}`, amount: "0.2" })) },
      "2026-07-26",
      "38.7693",
    ],
    // Holidays Act 2003, s 66: at most twenty days of sick leave, ten of them carried.
    ["unused days beyond ten lapse", { ...plain, balance: "14", accruing: [], grants: [sick] }, "2026-07-10", "20"],
    [
      "what is taken before the grant does not lapse",
      {
        ...plain,
        balance: "14",
        accruing: [],
        grants: [sick],
        recorded: [
          { date: "2026-07-09", amount: "6" },
          { date: "2026-07-10", amount: "1" },
        ],
      },
      "2026-07-10",
      "17",
    ],
  ])("%s", (_what, standing, on, balance) => expect(balanceOn(standing, on).balance.toString()).toBe(balance));
  it("is the sum of its parts, and never falls but by leave or what lapses", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -100, max: 400 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 1, max: 30 })), { maxLength: 5 }),
        fc.integer({ min: 0, max: 400 }),
        (opening, taken, until) => {
          const recorded = taken.map(([day, amount]) => ({ date: addDays("2026-06-29", day), amount: `${amount}` }));
          const standing = { ...plain, balance: `${opening}`, grants: [sick], recorded };
          const on = addDays("2026-06-29", until);
          const { balance, accrued, granted, lapsed, taken: less } = balanceOn(standing, on);
          expect(balance.toString()).toBe(
            decimal(opening).plus(accrued).plus(granted).minus(lapsed).minus(less).toString(),
          );
          expect(lapsed.gte(0) && balance.plus(less).plus(lapsed).gte(opening)).toBe(true);
        },
      ),
    ));
});

describe("leave of a pay by its days", () => {
  const recorded = [
    { first: "2026-06-22", last: "2026-06-23", e4: 152_000 },
    { first: "2026-06-26", last: "2026-06-26", e4: 76_000 },
  ];
  it.each<[string, number, string[]]>([
    ["as recorded", 228_000, ["2026-06-22 152000", "2026-06-26 76000"]],
    ["less was paid: the earlier days", 152_000, ["2026-06-22 152000"]],
    [
      "more was typed: the rest at the period's end",
      304_000,
      ["2026-06-22 152000", "2026-06-26 76000", "2026-06-28 76000"],
    ],
    ["taken back by a correction", -76_000, ["2026-06-28 -76000"]],
    ["a sum that was rounded once", 228_001, ["2026-06-22 152000", "2026-06-26 76001"]],
  ])("%s", (_what, taken, expected) =>
    expect(datedLeave(taken, recorded, "2026-06-28").map((each) => `${each.first} ${each.e4}`)).toEqual(expected),
  );
  it("always comes to what the pay takes", () =>
    fc.assert(
      fc.property(fc.integer({ min: -500_000, max: 900_000 }), (taken) => {
        expect(datedLeave(taken, recorded, "2026-06-28").reduce((sum, each) => sum + each.e4, 0)).toBe(taken);
      }),
    ));
});

describe("kinds of leave", () => {
  it.each(["AU", "NZ"] as const)("can each be typed in the week: %s", (country) =>
    expect(
      leaveKindsIn(country).filter(({ code }) => !leaveWordsTyped[country].some(([, kind]) => kind === code)),
    ).toEqual([]),
  );
});
