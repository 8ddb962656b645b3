/** What a week comes to, worked out in the page: money, hours and small words as the week shows them. */
import { shipped } from "@zesty/contract/agreementRules";
import type { WeekDay, WeekPerson, WeekView } from "@zesty/contract/time";
import { type DayRecord, readDay } from "@zesty/core/hours/dayText";
import { readUsualTimes, type UsualTimes } from "@zesty/core/hours/usualTimes";
import { describe, expect, it } from "vitest";
import { withUnseen } from "./dayCells.ts";
import { became, personWorth } from "./weekWorth.ts";

const rules = shipped().filter((each) => each.code === "MA000009");
const pattern = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
const dates = ["22", "23", "24", "25", "26", "27", "28"].map((day) => `2026-06-${day}`);
const view: WeekView = {
  ...{ businessId: 1, country: "AU", cycles: [], cycleId: 1, before: "", after: "", run: null, rules },
  ...{ from: "2026-06-22", to: "2026-06-28", people: [], broken: [] },
};
const person = (basis: "casual" | "fullTime", typed: Record<string, string>): WeekPerson => ({
  ...{ personId: 1, name: "Alex Sample", payrollId: "E1", basis, agreement: "MA000009", classification: "3" },
  ...{ agreedRate: "30", salaried: false, loadingPercent: null, rates: { classifications: {}, allowances: {} } },
  time: {
    ...{ country: "AU", settings: {}, timeZone: "Australia/Melbourne", holidays: [] },
    ...{ employedFrom: "2020-01-06", employedTo: null },
    person: { basis, birthDate: "1990-02-03", flags: {}, ...(basis === "fullTime" ? { agreedMinutes: agreed } : {}) },
    pattern: basis === "fullTime" ? pattern : null,
    use: basis === "fullTime" ? "exceptions" : "all",
  },
  days: Object.fromEntries(
    Object.entries(typed).map(([date, text]): [string, WeekDay] => [
      date,
      { worked: readDay(text, date, "AU") as DayRecord, planned: null, state: "open", payday: null },
    ]),
  ),
  canEdit: true,
  before: [],
});
const agreed = { mon: 456, tue: 456, wed: 456, thu: 456, fri: 456 };
const worth = (...all: Parameters<typeof person>) => personWorth(person(...all), view, dates, "worked");

describe("a week's worth", () => {
  it.each<[string, "casual" | "fullTime", string, string, string, string]>([
    // 30 an hour; per cents of the award for casuals: 125 on weekdays, 150 and 175 at the weekend.
    ["a casual's Tuesday", "casual", "2026-06-23", "9-13", "150.00", "4 at 125 %"],
    ["a casual's Saturday", "casual", "2026-06-27", "9-14:30 b30", "225.00", "5 at 150 %"],
    ["a casual's Sunday", "casual", "2026-06-28", "10-16:30 b30", "315.00", "6 at 175 %"],
    ["hours without times, at the plain rate", "casual", "2026-06-23", "4", "150.00", "4 at 125 %"],
    ["overtime beyond the agreed day", "fullTime", "2026-06-23", "9-19 b30", "313.50", "7.6 at 100 · 1.9 at 150 %"],
    ["the same, banked", "fullTime", "2026-06-23", "9-19 b30, bank", "228.00", "7.6 at 100 · 1.9 at 150 %"],
    // 17.5 % of 228.00: no shifts are planned, so there are no penalties to be more.
    ["leave of the day, with its loading", "fullTime", "2026-06-23", "al", "267.90", "7.6 h"],
    ["leave without pay", "fullTime", "2026-06-23", "unpaid", "0.00", "7.6 h"],
    ["a part of the day on leave, the rest worked", "fullTime", "2026-06-23", "sick 3.8", "228.00", "3.8 h"],
    ["off", "fullTime", "2026-06-23", "off", "0.00", ""],
  ])("%s", (_what, basis, date, typed, money, words) => {
    const found = worth(basis, { [date]: typed });
    const day = found.days[date];
    expect([(day?.cost ?? found.cost.minus(found.cost)).toFixed(2), became(day)]).toEqual([money, words]);
  });
  it.each([
    ["9-18 b60", "228.00", "7.6 h"],
    ["8", "228.00", "7.6 h"],
    ["9-19 b30", "295.50", "7.6 at 100 · 1.5 at 150 %"],
    ["9-13, rdo", "228.00", "3.8 h"],
    ["rdo", "228.00", "7.6 h"],
    ["", "228.00", "7.6 h"],
  ])("where 0.4 of 8 hours are saved for days off, “%s” is worth %s", (typed, money, words) => {
    const saver = person("fullTime", typed === "" ? {} : { "2026-06-23": typed });
    saver.time.person.saving = { saved: "0.4", of: "8" };
    const day = personWorth(saver, view, dates, "worked").days["2026-06-23"];
    expect([day?.cost.toFixed(2), became(day)]).toEqual([money, words]);
  });
  it("says the pieces of a day of piecework, and by how much it is made up", () => {
    const picker = person("casual", { "2026-06-23": "6-14:30 b30 120@2" });
    picker.agreement = "MA000028";
    const growers = { ...view, rules: shipped().filter((each) => each.code === "MA000028") };
    const day = personWorth(picker, growers, dates, "worked").days["2026-06-23"];
    // 8 h at 30 and a casual's 125 %.
    expect([day?.cost.toFixed(2), became(day), day?.parts[0]?.words]).toEqual([
      ...["300.00", "120 × $2", "piecework, 120 × $2, made up by $60.00 to its hours"],
    ]);
  });
  it("is that of the usual times where nothing is recorded, on the day that they begin on", () => {
    const late = person("fullTime", { "2026-06-24": "9-13" });
    const { times } = readUsualTimes(["", "22-6 b30", "22-6 b30", "", "", "", ""], "AU") as { times: UsualTimes };
    late.time.usualTimes = times;
    const { days } = personWorth(late, view, dates, "worked");
    expect([days["2026-06-22"], days["2026-06-24"]?.usualTimes]).toEqual([undefined, undefined]);
    expect([days["2026-06-23"]?.usualTimes, days["2026-06-23"]?.minutes]).toEqual(["22–6 b30", 450]);
  });
  it("goes by the terms of each day, where others begin within the week", () => {
    const now = person("fullTime", { "2026-06-22": "7.6", "2026-06-24": "7.6" });
    const { time, agreement, classification, salaried, loadingPercent, rates } = now;
    const before = { time, agreement, classification, salaried, loadingPercent, rates, agreedRate: "40" };
    const found = personWorth({ ...now, before: [{ ...before, until: "2026-06-23" }] }, view, dates, "worked");
    // Monday and Tuesday at 40, Wednesday to Friday at 30 an hour.
    expect([found.minutes, found.usual, found.cost.toFixed(2)]).toEqual([2280, 2280, "1292.00"]);
    expect([found.days["2026-06-22"], found.days["2026-06-24"]].map((day) => day?.cost.toFixed(2))).toEqual([
      "304.00",
      "228.00",
    ]);
  });
  it("is the usual week where nothing is recorded, and rounds each pay line once", () => {
    const usual = worth("fullTime", {});
    expect([usual.minutes, usual.usual, usual.cost.toFixed(2)]).toEqual([2280, 2280, "1140.00"]);
    // Three times twenty minutes at 125 % are one line of an hour: 37.50, not three times 12.50.
    const short = worth("casual", { "2026-06-22": "9-9:20", "2026-06-23": "9-9:20" });
    expect(short.cost.toFixed(2)).toBe("150.00");
  });
  it("pays a junior the share of each day's age, on days of which no shift is known too", () => {
    const usual = person("fullTime", {});
    const rates = { classifications: { "3": "30" }, allowances: {} };
    // Seventeen until Wednesday, 24 June 2026; the award gives 60 % then, 70 % from eighteen on.
    const junior = {
      ...usual,
      ...{ agreedRate: null, rates },
      time: { ...usual.time, person: { ...usual.time.person, birthDate: "2008-06-24" } },
    };
    const found = personWorth(junior, view, dates, "worked");
    const days = dates.slice(0, 5).map((date) => found.days[date]?.cost.toFixed(2));
    expect(days).toEqual(["136.80", "136.80", "159.60", "159.60", "159.60"]);
  });
  it("says what contradicts itself, and prices nothing of it", () => {
    const wrong = worth("casual", { "2026-06-23": "9-13, 12-15" });
    expect(wrong.faults).toBe(1);
    expect(wrong.days["2026-06-23"]?.faults[0]).toContain("overlaps");
    expect(wrong.cost.toFixed(2)).toBe("0.00");
  });
});

describe("what an agreement asks of a shift", () => {
  const day = "2026-06-24";
  const answered = (typed: string, settings?: Record<string, boolean>) => {
    const given = person("fullTime", { [day]: typed });
    const { worked } = given.days[day] as WeekDay;
    if (worked && settings) worked.shifts = worked.shifts.map((shift) => ({ ...shift, settings }));
    return given;
  };
  it("changes what the hours come to: overtime that was not announced", () => {
    const cost = (settings?: Record<string, boolean>) =>
      personWorth(answered("7-19 b30", settings), view, dates, "worked").days[day]?.parts.map((part) => part.words);
    expect(cost({ overtimeNotified: false })).not.toEqual(cost());
    expect(cost({ overtimeNotified: true })).toEqual(cost());
  });
  it("stays with its shift when the hours are typed anew, and goes with another start", () => {
    const before = answered("7-19 b30", { overtimeNotified: false }).days[day]?.worked as DayRecord;
    const typed = (text: string) => withUnseen({ ...before, note: "kept" }, readDay(text, day, "AU") as DayRecord);
    expect(typed("7-18 b30")).toMatchObject({ note: "kept", shifts: [{ settings: { overtimeNotified: false } }] });
    expect(typed("8-18 b30").shifts[0]?.settings).toBeUndefined();
  });
});
