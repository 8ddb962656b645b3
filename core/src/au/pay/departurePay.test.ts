/** Final pays by hand: notice and redundancy of ss 117 and 119 of the Fair Work Act 2009, leave by balance. */
import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import type { Departing } from "./departing.ts";
import { departurePay } from "./departurePay.ts";

const who = (change: Partial<Departing> = {}): Departing => ({
  lastDay: "2026-07-03",
  startDate: "2020-02-03",
  serviceFrom: change.startDate ?? "2020-02-03",
  birthDate: "1990-02-03",
  reason: "V",
  basis: "full-time",
  state: "TAS",
  weeklyHours: "38",
  hourlyRate: "40",
  balances: { annual: "60", personal: "30" },
  loadingPercent: "17.5",
  noticeWorked: true,
  employees: 20,
  misconduct: false,
  ...change,
});
const paid = (change: Partial<Departing> = {}) =>
  departurePay(who(change), rules).lines.map((line) => [line.element, line.leave ?? null, line.amount]);
const notes = (change: Partial<Departing> = {}) => departurePay(who(change), rules).notes.join(" ");

describe("resigning", () => {
  it("pays annual leave with its loading, nothing of personal leave", () => {
    // 60 × 40 × 1.175
    expect(paid()).toEqual([["unusedLeave", "annual", "2820.00"]]);
    expect(paid({ loadingPercent: "0" })).toEqual([["unusedLeave", "annual", "2400.00"]]);
    expect(notes()).toContain("personal leave is not paid out");
  });
  it("taxes it at the margin, and flat on redundancy or certified invalidity", () => {
    const reason = (change: Partial<Departing>) => departurePay(who(change), rules).lines[0]?.detail.reason;
    expect(reason({})).toBe("normal");
    expect(reason({ reason: "I" })).toBe("normal");
    expect(reason({ reason: "I", invalidity: true })).toBe("redundancy");
    expect(reason({ reason: "R" })).toBe("redundancy");
  });
  it("pays what was saved for rostered days off, as a termination payment that no redundancy makes tax-free", () => {
    const saved = { balances: { dayOff: "5.2" } };
    expect(paid(saved)).toEqual([["etp", "dayOff", "208.00"]]);
    const made = departurePay(who({ ...saved, reason: "R" }), rules).lines.find((line) => line.leave === "dayOff");
    expect(made?.detail).toEqual({ etpCode: "O" });
    expect(paid({ balances: { dayOff: "-2.4" } })).toEqual([]);
    expect(notes({ balances: { dayOff: "-2.4" } })).toContain("2.40 h in advance");
  });
  it("says so when leave was taken in advance", () => {
    expect(paid({ balances: { annual: "-7.6" } })).toEqual([]);
    expect(notes({ balances: { annual: "-7.6" } })).toContain("7.60 h in advance");
  });
  it("pays nothing after a death: it goes to the estate", () => {
    expect(paid({ reason: "D" })).toEqual([]);
    expect(notes({ reason: "D" })).toContain("estate");
  });
});

describe("notice not worked", () => {
  // Completed years on the last day and, over 45, a week more from two years on.
  it.each([
    ["2026-01-05", "1990-02-03", "1520.00", "under a year: 1 week"],
    ["2025-07-03", "1990-02-03", "3040.00", "more than one year: 2 weeks"],
    ["2023-07-03", "1990-02-03", "4560.00", "three years: 3 weeks"],
    ["2021-07-04", "1990-02-03", "4560.00", "five years, not more: 3 weeks"],
    ["2021-07-03", "1990-02-03", "6080.00", "more than five years: 4 weeks"],
    ["2024-07-04", "1970-01-01", "4560.00", "two years with the last day, and over 45: 2 weeks and 1"],
    ["2021-07-03", "1980-07-03", "7600.00", "46 on the last day: 5 weeks"],
    ["2021-07-03", "1980-07-04", "6080.00", "still 45: 4 weeks"],
    ["2025-07-03", "1970-01-01", "3040.00", "over 45, but not two years: 2 weeks"],
  ])("started %s, born %s: $%s (%s)", (startDate, birthDate, amount) => {
    const lines = paid({ startDate, birthDate, reason: "F", noticeWorked: false, balances: {} });
    expect(lines).toEqual([["etp", null, amount]]);
  });
  it("is not owed when worked, after misconduct, or to who resigns", () => {
    expect(paid({ reason: "F", balances: {} })).toEqual([]);
    expect(paid({ reason: "F", noticeWorked: false, misconduct: true, balances: {} })).toEqual([]);
    expect(paid({ reason: "V", noticeWorked: false, balances: {} })).toEqual([]);
  });
});

describe("redundancy", () => {
  const weeks = [0, 4, 6, 7, 8, 10, 11, 13, 14, 16, 12, 12];
  it.each(weeks.map((each, years) => [years, each]))("%i completed years: %i weeks", (years, owed) => {
    const lines = paid({ reason: "R", startDate: `${2026 - years}-07-03`, balances: {} });
    expect(lines).toEqual(owed === 0 ? [] : [["redundancy", null, (owed * 1520).toFixed(2)]]);
  });
  it("counts the last day as service; what was taken over counts, and is said", () => {
    const owed = (change: Partial<Departing>) => paid({ reason: "R", balances: {}, ...change }).map((line) => line[2]);
    expect(owed({ startDate: "2025-07-04" })).toEqual(["6080.00"]);
    expect(owed({ startDate: "2025-07-05" })).toEqual([]);
    expect(owed({ serviceFrom: "2017-07-04" })).toEqual(["24320.00"]);
    expect(notes({ reason: "R", serviceFrom: "2017-07-04" })).toContain("since 4 July 2017, is in the redundancy pay");
    expect(notes({ reason: "R" })).not.toContain("earlier employer");
  });
  it("is not owed by an employer of fewer than 15, nor to casuals", () => {
    expect(paid({ reason: "R", employees: 14, balances: {} })).toEqual([]);
    expect(notes({ reason: "R", employees: 14 })).toContain("fewer than 15");
    expect(paid({ reason: "R", employees: 15, balances: {} })).toHaveLength(1);
    expect(paid({ reason: "R", basis: "casual", balances: {} })).toEqual([]);
  });
});

describe("long service leave on leaving", () => {
  const longService = (change: Partial<Departing>) =>
    paid({ balances: { "long-service": "200" }, ...change }).length === 1;
  it.each<[Departing["state"], string, Departing["reason"], boolean, string]>([
    ["VIC", "2019-07-03", "V", true, "seven years, any reason"],
    ["VIC", "2019-07-04", "V", true, "seven years with the last day"],
    ["VIC", "2019-07-05", "V", false, "a day short of seven"],
    ["TAS", "2018-07-03", "V", false, "eight years, resigning: only for certain reasons"],
    ["TAS", "2018-07-03", "R", true, "eight years, redundancy"],
    ["TAS", "2016-07-03", "V", true, "ten years, any reason"],
    ["NSW", "2021-07-03", "R", true, "five years, redundancy"],
    ["NSW", "2021-07-05", "R", false, "a day short of five"],
    ["SA", "2019-07-03", "V", true, "seven years, resigning"],
  ])("%s since %s, reason %s: %s (%s)", (state, startDate, reason, owed) => {
    expect(longService({ state, startDate, reason, noticeWorked: true, employees: 5 })).toBe(owed);
  });
  it("is lost by misconduct where the State says so", () => {
    expect(longService({ state: "SA", startDate: "2018-07-03", reason: "F", misconduct: true })).toBe(false);
    expect(longService({ state: "SA", startDate: "2016-07-03", reason: "F", misconduct: true })).toBe(true);
  });
});

describe("absences without pay", () => {
  // 365 days out of 20 July 2019 to 3 July 2026, six years: five count for redundancy pay, ten weeks, and six for notice.
  const away = (kind: string, days = 365) => [{ kind, from: "2023-01-02", days }];
  const gone = { reason: "R", noticeWorked: false, startDate: "2019-07-20" } as const;
  const weeks = (change: Partial<Departing>) =>
    departurePay(who({ ...gone, ...change }), rules)
      .lines.slice(1)
      .map((line) => [...[line.element, Number(line.hours) / 38, line.detail.completedYears]]);
  it.each([
    ["none", [], 4, 11],
    ["unpaid parental leave", away("unpaidParental"), 4, 10],
    ["unpaid leave of a day too few to lose a year", away("unpaid", 350), 4, 11],
    ["a day more", away("unpaid", 351), 4, 10],
    ["stood down: service", away("standDown"), 4, 11],
    ["absent without leave for two years", away("absent", 730), 3, 8],
    [
      "before service began, and after the last day",
      [
        { kind: "unpaid", from: "2018-01-01", days: 400 },
        { kind: "unpaid", from: "2026-07-01", days: 400 },
      ],
      4,
      11,
    ],
  ])("%s", (_what, absences, notice, redundancy) => {
    // What is free of tax goes by the years of the employment.
    expect(weeks({ absences })).toEqual([
      ["etp", notice, 6],
      ["redundancy", redundancy, 6],
    ]);
  });
  it("are said where nothing is due, and in long service by the dates", () => {
    expect(
      notes({
        ...gone,
        startDate: "2025-05-01",
        absences: away("unpaid").map((each) => ({ ...each, from: "2025-06-01" })),
      }),
    ).toContain("365 days without pay left out, less than a year");
    const said = notes({
      ...gone,
      startDate: "2010-07-04",
      absences: away("unpaid"),
      averages: { 52: "19", 156: "30", 260: "34.2" },
    });
    expect(said).toMatch(/at 3?\d[\d.]* hours a week as on record here, and 365 days of unpaid absence left out/);
  });
});
