/** The written scenarios of the Holidays Act, and what holds whatever the figures. */
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar/dates.ts";
import { holidayOnNz } from "../calendar/holidaysNz.ts";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { holidayRules } from "../rulebook/nz/holidayRules.ts";
import { shippedRuleBook } from "../rulebook/shippedRuleBook.ts";
import { given } from "../working/figure.ts";
import { averageWeeklyEarnings } from "./averageWeeklyEarnings.ts";
import { anniversaries, grantsBetween, lapseAt, type Service } from "./entitlement.ts";
import { closedownPay, finalPercent, holidaysAfter } from "./finalHolidayPay.ts";
import { grossBetween, type HolidayFacts, holidayHistory, type PastPay } from "./holidayFacts.ts";
import { annualHolidayPay, annualHolidayWeek, publicHolidayWorked } from "./holidayPay.ts";
import { leaveSpanNz } from "./leaveDays.ts";
import { ordinaryWeeklyPay } from "./ordinaryWeeklyPay.ts";
import { otherwiseWorking } from "./otherwiseWorking.ts";
import { dailyPay } from "./relevantDailyPay.ts";

const rules = shippedRuleBook.row(holidayRules, "2026-06-30").figures;
type Facts = Record<string, string>;

const scenarios = readFileSync(new URL("./holidayScenarios.txt", import.meta.url), "utf8")
  .split(/^# /m)
  .slice(1)
  .map((block) => {
    const [title = "", ...lines] = block.trim().split("\n");
    const facts: Facts = {};
    for (const line of lines) {
      const at = line.indexOf(" ");
      if (at > 0) facts[line.slice(0, at)] = line.slice(at + 1);
    }
    return { title, facts };
  });

const inDays = (weeks: string) => decimal(weeks).times(7).toString();
const earned = (text: string | undefined) => {
  if (text === undefined) return null;
  const [gross = "0", weeks = "52", days = "0"] = text.split(" ");
  return { from: "2025-06-22", to: "2026-06-21", gross, irregular: "0", calendarDays: inDays(weeks), days, pays: 52 };
};

function factsOf(facts: Facts): HolidayFacts {
  const [since = "2025-06-22", sinceGross = "0", withPay] = (facts.since ?? "").split(" ");
  const [fourGross, fourIrregular, fourWeeks] = (facts.four ?? "").split(" ");
  return {
    weeklyHours: facts.hours ?? "0",
    pattern: facts.pattern?.split(",") ?? null,
    hourlyRate: facts.rate ?? null,
    regularExtras: facts.extras ?? "0",
    agreedWeek: facts.agreed ?? null,
    varies: facts.varies === "yes",
    averageOnly: facts.averageOnly === "yes",
    lessWeeks: facts.less ?? "0",
    withPay: facts.withPay === "yes",
    ...(facts.around
      ? { averageWeeks: { earlier: facts.around.split(" ")[0] ?? "0", weeks: facts.around.split(" ")[1] ?? "0" } }
      : {}),
    advancePaid: facts.advance ?? "0",
    history: {
      fourWeeks: facts.four
        ? {
            from: "2026-05-25",
            to: "2026-06-21",
            gross: fourGross ?? "0",
            irregular: fourIrregular ?? "0",
            calendarDays: inDays(fourWeeks ?? "4"),
            days: "20",
            pays: 4,
          }
        : null,
      year: earned(facts.year),
      sinceAnniversary: {
        from: since,
        to: "2026-06-21",
        gross: sinceGross,
        ...(withPay ? { withPay } : {}),
        irregular: "0",
        days: "0",
        calendarDays: "0",
        pays: 1,
      },
      incomplete: false,
    },
  };
}

const money = (facts: Facts, name: string) => given(name, decimalOrZero(facts[name]), "money");
const service = (facts: Facts): Service => {
  const [ended = "", weeks = "0"] = (facts.unpaid ?? "").split(" ");
  return {
    startDate: facts.start ?? "",
    anewFrom: (facts.closedown ?? "").split(" ").filter(Boolean),
    unpaid: facts.unpaid ? [{ ended, weeks }] : [],
    keepsAnniversary: false,
    agreed: [],
  };
};

const works: Record<string, (facts: Facts) => string> = {
  annual: (f) => annualHolidayPay("", decimal(f.weeks ?? "0"), factsOf(f)).value.toFixed(2),
  daily: (f) =>
    dailyPay("", decimal(f.days ?? "0"), factsOf(f), f.dayHours ? decimal(f.dayHours) : undefined).value.toFixed(2),
  publicHoliday: (f) =>
    publicHolidayWorked(
      "",
      decimal(f.worked ?? "0"),
      decimal(f.rate ?? "0"),
      decimal(f.penal ?? "100"),
      decimal(rules.publicHolidayPercent),
    ).value.toFixed(2),
  working: (f) =>
    otherwiseWorking(
      f.date ?? "",
      f.pattern?.split(",") ?? null,
      f.same?.split(",").map((each) => each === "yes"),
    ).works
      ? "yes"
      : "no",
  observed: (f) => holidayOnNz(f.date ?? "", "Nelson", new Set((f.works ?? "").split(",").map(Number)))?.name ?? "none",
  leave: (f) => leaveSpanNz(f.first ?? "", f.last ?? "", factsOf(f), "Nelson").weeks.toString(),
  final: (f) =>
    finalPercent("", money(f, "thisPay"), money(f, "weeksPaid"), factsOf(f), rules.percent).value.toFixed(2),
  closedown: (f) => closedownPay("", money(f, "thisPay"), factsOf(f), rules.percent).value.toFixed(2),
  anniversaries: (f) => anniversaries(service(f), f.upTo ?? "", rules).join(" "),
  lapse: (f) => lapseAt(f.leave as "sick", decimal(f.unused ?? "0"), rules).toString(),
  after: (f) => String(holidaysAfter(f.lastDay ?? "", f.weeks ?? "0", "Nelson", factsOf(f)).length),
  grants: (f) =>
    grantsBetween(service(f), null, f.upTo ?? "", rules)
      .map((each) => `${each.date} ${each.kind} ${each.amount}`)
      .sort()
      .join(", "),
};

describe("the Holidays Act, scenario", () => {
  it("there are at least thirty", () => expect(scenarios.length).toBeGreaterThanOrEqual(30));
  it.each(scenarios)("$title", ({ facts }) => {
    const work = works[facts.kind ?? ""];
    expect(work, `no such kind: ${facts.kind}`).toBeDefined();
    expect(facts.because, "the reasoning stands beside it").toBeTruthy();
    expect(work?.(facts)).toBe(facts.expect);
  });
});

describe("whatever was earned", () => {
  const cents = fc.integer({ min: 0, max: 12_000_000 }).map((value) => (value / 100).toFixed(2));
  const hours = fc.integer({ min: 1, max: 50 }).map(String);
  const rate = fc.integer({ min: 2350, max: 9000 }).map((value) => (value / 100).toFixed(2));
  it("the greater is never less than either side, and is one of them", () => {
    fc.assert(
      fc.property(cents, hours, rate, (year, weekly, hourly) => {
        const facts = factsOf({ hours: weekly, rate: hourly, year: `${year} 52 260` });
        const [week, ordinary, average] = [
          annualHolidayWeek(facts).value,
          ordinaryWeeklyPay(facts).value,
          averageWeeklyEarnings(facts).value,
        ];
        expect(week.gte(ordinary) && week.gte(average)).toBe(true);
        expect(week.eq(ordinary) || week.eq(average)).toBe(true);
      }),
    );
  });
  it("a holiday in parts is paid as the whole, to a cent a part", () => {
    fc.assert(
      fc.property(cents, rate, fc.integer({ min: 1, max: 20 }), (year, hourly, days) => {
        const facts = factsOf({ hours: "40", rate: hourly, year: `${year} 52 260` });
        const whole = annualHolidayPay("", decimal(days).div(5), facts).value;
        const parts = annualHolidayPay("", decimal("0.2"), facts).value.times(days);
        expect(whole.minus(parts).abs().lte(decimal(days).times("0.005").plus("0.005"))).toBe(true);
      }),
    );
  });
  it("the working shows both sides of the comparison", () => {
    const working = annualHolidayPay(
      "Annual holidays",
      decimal(1),
      factsOf({ hours: "40", rate: "28", year: "62400 52 260" }),
    ).working();
    expect(working.parts?.[0]?.parts?.map((part) => [part.label, part.value])).toEqual([
      ["Ordinary weekly pay", "1120.00"],
      ["Average weekly earnings", "1200.00"],
    ]);
  });
});

describe("what was earned before", () => {
  const weekly = (n: number, gross: string, lastEnd = "2026-06-21"): PastPay[] =>
    Array.from({ length: n }, (_, at) => ({
      start: addDays(lastEnd, -7 * at - 6),
      end: addDays(lastEnd, -7 * at),
      gross,
      irregular: at < 4 ? "50" : "0",
      days: "5",
    }));
  const terms = { startDate: "2020-01-06", anniversary: "2026-01-06", lastEnd: "2026-06-21", cycle: "weekly" as const };
  it("a steady year of weekly pays averages to the week", () => {
    const { year, fourWeeks, incomplete } = holidayHistory(weekly(120, "1000"), terms);
    expect([year?.gross, year?.calendarDays, year?.days, year?.pays]).toEqual(["52000.00", "364", "260", 52]);
    expect([fourWeeks?.gross, fourWeeks?.irregular, fourWeeks?.calendarDays]).toEqual(["4000.00", "200.00", "28"]);
    expect(incomplete).toBe(false);
  });
  it("the first months divide by the weeks worked", () => {
    const { year } = holidayHistory(weekly(10, "1000"), { ...terms, startDate: "2026-04-13", anniversary: null });
    expect([year?.gross, year?.calendarDays]).toEqual(["10000.00", "70"]);
  });
  it("says when earnings of the year are not on record", () => {
    expect(holidayHistory(weekly(20, "1000"), terms).incomplete).toBe(true);
    expect(holidayHistory([], terms).incomplete).toBe(true);
  });
  it("a correction belongs to its period, and a month stands alone in the four-week formula", () => {
    const twice = [...weekly(60, "1000"), { ...(weekly(1, "100")[0] as PastPay), days: "0" }];
    expect(holidayHistory(twice, terms).year?.gross).toBe("52100.00");
    const months = ["2026-04", "2026-05"].map((month) => ({
      start: `${month}-01`,
      end: month === "2026-04" ? "2026-04-30" : "2026-05-31",
      gross: "5200",
      irregular: "0",
      days: "21",
    }));
    const { fourWeeks } = holidayHistory(months, { ...terms, cycle: "monthly", lastEnd: "2026-05-31" });
    expect([fourWeeks?.gross, fourWeeks?.calendarDays]).toEqual(["5200.00", "31"]);
  });
  it("counts since the last entitlement", () => {
    // 6 January is a Tuesday: six sevenths of that week, and 23 whole ones.
    expect(holidayHistory(weekly(60, "1000"), terms).sinceAnniversary.gross).toBe("23857.14");
  });
});

describe("gross earnings between two days", () => {
  const quarter = (start: string, end: string): PastPay => ({ start, end, gross: "910", irregular: "0", days: "65" });
  it("shares what straddles either end by calendar days", () => {
    // 91 days each: 10 a day.
    const pays = [quarter("2024-12-31", "2025-03-31"), quarter("2025-04-01", "2025-06-30")];
    const between = (from: string, to: string) => grossBetween(pays, from, to).toFixed(2);
    expect(between("2025-04-01", "2026-03-31")).toBe("910.00");
    expect(between("2025-03-22", "2025-04-10")).toBe("200.00");
    expect(between("2025-05-01", "2025-05-10")).toBe("100.00");
    expect(between("2026-01-01", "2026-03-31")).toBe("0.00");
  });
});
