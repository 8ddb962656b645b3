/**
 * Another level, rate, week, basis or agreement, told in time or after pays of its days were signed off, comes to the same:
 * what was paid, with what past pays looked over still owed then, and leave.
 */
import { shipped } from "@zesty/contract/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { expect, it } from "vitest";
import { payBack } from "../afterwards/backPay.ts";
import { makeCorrection } from "../afterwards/correction.ts";
import { lookOver, payLookedOver } from "../afterwards/lookOver.ts";
import { ProblemError } from "../ground/problem.ts";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { payRun } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

const first = "2026-05-25";
/** A holiday was all that was paid, and who had it turns out to be a casual. */
const holidayOnly: Life = {
  ...{ way: "all", weeks: 1, day: 0, change: { basis: "casual" }, told: 3, paysBack: false, leave: null },
  begins: { level: "1", rate: null, week: "full", basis: "agreed", agreement: "MA000004" },
  days: [],
};
const weeks = {
  full: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  four: ["9.5", "9.5", "9.5", "9.5", "0", "0", "0"],
  late: ["0", "0", "7.6", "7.6", "7.6", "7.6", "7.6"],
  part: ["6", "0", "6", "6", "6", "0", "0"],
};
const agreements = ["MA000004", "MA000009"] as const;
const terms = {
  level: fc.constantFrom("1", "3", "4"),
  rate: fc.constantFrom(null, null, "45", "46.5"),
  week: fc.constantFrom("full", "four", "late", "part"),
  basis: fc.constantFrom("agreed", "agreed", "casual"),
  agreement: fc.constantFrom(...agreements),
};
interface Terms {
  level: string;
  rate: string | null;
  week: string;
  basis: string;
  agreement: string;
}
const shifts = "9-17 b30/6-14 b30/10-21 b60/12-20 b30/7.6/9-13/9-18 b60/14-22 b30".split("/");
const lives = fc.record({
  way: fc.constantFrom("all", "exceptions", "salary"),
  weeks: fc.constantFrom(1, 2),
  begins: fc.record(terms),
  day: fc.integer({ min: -3, max: 27 }),
  change: fc.record(terms, { requiredKeys: [] }).filter((change) => Object.keys(change).length > 0),
  told: fc.integer({ min: 1, max: 4 }),
  paysBack: fc.boolean(),
  days: fc.array(fc.option(fc.constantFrom(...shifts), { freq: 3 }), { minLength: 28, maxLength: 28 }),
  leave: fc.option(fc.record({ day: fc.nat(27), days: fc.nat(5), kind: fc.nat(2) }), { freq: 2 }),
});
type Life = typeof lives extends fc.Arbitrary<infer T> ? T : never;

function live(country: "AU" | "NZ", life: Life, late: boolean) {
  const earlier = {
    pays: [{ start: "2025-05-26", end: addDays(first, -1), gross: "65000", irregular: "0", days: "260" }],
  };
  const world = country === "AU" ? smallWorld(1) : smallWorldNz(1, { earlier });
  const { context, actor, businessId } = world;
  const { sqlite, db } = context.store;
  const personId = world.personIds[0] ?? 0;
  sqlite
    .prepare("UPDATE pay_cycle SET cycle = ?, first_period_start = ?")
    .run(["", "weekly", "fortnightly"][life.weeks], first);
  for (const code of country === "AU" ? agreements : []) {
    const unknown = shipped()
      .find((each) => each.code === code)
      ?.allowances.filter((each) => each.amount === null);
    const allowances = Object.fromEntries((unknown ?? []).map((each, at) => [each.id, String(10 + at)]));
    const rates = { classifications: {}, allowances };
    saveAgreementFacts(context, actor, businessId, code, { from: "2025-07-01", settings: {}, rates, source: null });
  }
  const sections = (from: string, by: Terms) => {
    const isSalary = life.way === "salary";
    const isCasual = by.basis === "casual" && !isSalary;
    const basis = isCasual ? "casual" : by.week === "part" ? "part-time" : "full-time";
    const hourlyRate = by.rate ?? (country === "NZ" ? `3${by.level}` : null);
    const salary = isSalary ? (104_000 + 2080 * Number(by.rate ?? by.level)).toFixed(2) : null;
    const pay = isSalary ? { hourlyRate: null, salary } : { hourlyRate };
    const own = { basis, ...pay, workPattern: isCasual ? null : weeks[by.week as keyof typeof weeks] } as const;
    const agreed = country === "AU" ? { agreement: by.agreement, classification: by.level } : { agreement: null };
    const use = isCasual ? "all" : isSalary ? "exceptions" : life.way;
    return {
      employment: {
        ...plainTerms(world, { from, ...own }),
        weeklyHours: isCasual ? "0" : by.week === "part" ? "24" : "38",
      },
      time: { from, classification: null, ...agreed, settings: {}, flags: {}, use: use as "all" | "exceptions" },
    };
  };
  const begins = sections("2020-01-06", life.begins);
  saveSection(context, actor, personId, "employment", begins.employment);
  const amount = ((Number(begins.employment.salary) * life.weeks) / 52).toFixed(2);
  const lines = life.way === "salary" ? [{ elementId: world.element("SAL"), amount }] : [];
  saveSection(context, actor, personId, "usualPay", { from: "2020-01-06", lines } as never);
  saveSection(context, actor, personId, "time", begins.time);
  const tell = (back: boolean) => {
    const { employment, time } = sections(addDays(first, life.day), { ...life.begins, ...life.change });
    const said = [
      { section: "employment" as const, values: employment },
      { section: "time" as const, values: time },
    ].filter(({ section, values }) => {
      const { from: _from, ...now } = values;
      const { from: _then, ...was } = begins[section];
      return JSON.stringify(now) !== JSON.stringify(was);
    });
    for (const each of said)
      try {
        if (back && said.length === 1) payBack(context, actor, personId, each);
        else saveSection(context, actor, personId, each.section, each.values as never);
      } catch (error) {
        if (!(error instanceof ProblemError) || error.problem.code !== "no-back-pay") throw error;
        saveSection(context, actor, personId, each.section, each.values as never);
      }
  };
  if (!late) tell(false);
  let refused = false;
  const { leave } = life;
  if (leave)
    try {
      const kind = ["annual", country === "AU" ? "personal" : "sick", "unpaid"][leave.kind] ?? "";
      askForLeave(context, actor, businessId, {
        ...{ personId, kind, inAdvance: false, hoursADay: null, note: null, approve: { belowNought: true } },
        ...{ first: addDays(first, leave.day), last: addDays(first, leave.day + leave.days) },
      });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      refused = true;
    }
  const isAway = (at: number) => leave !== null && at >= leave.day && at <= leave.day + leave.days;
  const close = (runId: number) => {
    const { rows } = readRun(context, actor, runId);
    const isEmpty = rows.flatMap((row) => row.marks).some((mark) => mark.code.startsWith("noHours"));
    if (isEmpty) db.update(payRun).set({ state: "settled" }).where(eq(payRun.id, runId)).run();
    else signRun(world, runId);
  };
  for (let run = 0; run < 4 / life.weeks; run += 1) {
    for (let at = run * life.weeks * 7; at < (run + 1) * life.weeks * 7; at += 1) {
      const shift = life.days[at];
      const date = addDays(first, at);
      const record = shift && !isAway(at) ? readDay(shift, date, country) : null;
      if (!record) continue;
      saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record: record as never }] });
      approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
    }
    const runId = openUsual(world);
    if (late && run === life.told) tell(life.paysBack);
    close(runId);
  }
  if (late && life.told >= 4 / life.weeks) tell(false);
  const span = { from: "2026-01-01", to: "2026-12-31", people: null };
  const look = () => atOnce(lookOver(context, businessId, span)).pays;
  const runId = openUsual(world);
  if (look().some((each) => Number(each.difference) > 0)) {
    atOnce(payLookedOver(context, actor, businessId, span));
    expect(
      look().filter((each) => Number(each.difference) > 0),
      "owed once",
    ).toEqual([]);
  }
  close(runId);
  // What was paid too much is corrected, pay by pay; holidays that counted it in their average after it.
  const over = () => look().filter((pay) => Number(pay.difference) < 0);
  let corrected = false;
  for (let round = 0; round < 3; round += 1)
    for (const each of over()) {
      const payId = sqlite
        .prepare("SELECT pay_id FROM signed_pay WHERE id = ?")
        .pluck()
        .get(each.signedPayId) as number;
      corrected = true;
      try {
        close(makeCorrection(context, actor, { payId, asNow: true, into: "own" }));
      } catch (error) {
        // Beside back pay it is corrected by hand; a cent of an average is none to correct.
        if (!(error instanceof ProblemError) || !["as-now", "no-difference"].includes(error.problem.code)) throw error;
      }
    }
  const [paid, set] = ["gross", "super"].map((name) =>
    sqlite
      .prepare(`SELECT SUM(json_extract(snapshot, '$.figures.${name}')) FROM signed_pay WHERE kind = 'pay'`)
      .pluck()
      .get(),
  ) as [number, number];
  const left = look();
  const balances = sqlite
    .prepare("SELECT kind, ROUND(SUM(hours_e4) / 10000.0, 2) FROM leave_entry GROUP BY kind ORDER BY kind")
    .raw()
    .all() as [string, number][];
  void endWhole(world);
  return {
    ...{ paid, set, refused, corrected, balances: new Map(balances) },
    faults: left.filter((each) => each.fault !== null).length,
    over: left.reduce((sum, each) => sum + Number(each.difference), 0),
  };
}

it.each(["AU", "NZ"] as const)("%s: told in time or late it comes to the same", { timeout: 600_000 }, (country) => {
  fc.assert(
    fc.property(lives, (life) => {
      const [plain, other] = [live(country, life, false), live(country, life, true)];
      fc.pre(plain.refused === other.refused);
      expect(plain.faults + other.faults, "each pay can be told").toBe(0);
      expect(plain.over, "nothing is owed where it was known").toBe(0);
      if (!life.paysBack) expect(other.over, "nothing is left that was paid too much").toBe(0);
      // Until it is corrected it counts in average earnings.
      const within = country === "NZ" && other.corrected ? 10 : 0.3;
      expect(Math.abs(other.paid + other.over - plain.paid), "dollars").toBeLessThan(within);
      if (other.over < 0) return;
      // New Zealand: what was taken too much for KiwiSaver stays with the member.
      if (country === "AU" || !other.corrected)
        expect(Math.abs(other.set - plain.set), "super or KiwiSaver").toBeLessThan(0.2);
      for (const kind of ["annual", "personal", "sick"])
        expect(other.balances.get(kind) ?? 0, kind).toBeCloseTo(plain.balances.get(kind) ?? 0, 1);
    }),
    {
      numRuns: Number(process.env.LIVES ?? 3),
      examples: [[holidayOnly]],
    },
  );
});
