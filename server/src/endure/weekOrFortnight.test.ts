/**
 * The same weeks, paid by the week or by the fortnight, or by the half month or month, come to the same leave, and to the
 * same pay but for averages and cents: what falls within a period (an anniversary, a raise, a shorter week, leave, the last
 * day) hangs on no payday. Told by usual pay, by its exceptions or day by day they come to the very same.
 */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import { holidayOn, patternMinutes } from "@zesty/core/hours/personHours";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { ProblemError } from "../ground/problem.ts";
import { personTimes } from "../hours/personTimes.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

/** The first day, how often the usual week stands in a pay, how many pays, and from when somebody leaves: not in the first. */
const cycles = {
  weekly: { first: "2026-06-15", weeks: 1, pays: 10, leaving: 14 },
  fortnightly: { first: "2026-06-15", weeks: 2, pays: 5, leaving: 14 },
  "half-monthly": { first: "2026-06-01", weeks: 52 / 24, pays: 4, leaving: 30 },
  monthly: { first: "2026-06-01", weeks: 52 / 12, pays: 2, leaving: 30 },
};
const weeks = [
  ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  ["6", "6", "6", "6", "0", "0", "0"],
  ["0", "8", "8", "8", "0", "8", "6"],
];
interface Life {
  start: number;
  changes: { day: number; rate: boolean; week: number }[];
  leave: { day: number; days: number; kind: number }[];
  last: number | null;
}
const lives: fc.Arbitrary<Life> = fc.record({
  start: fc.nat(90),
  changes: fc.array(fc.record({ day: fc.nat(69), rate: fc.boolean(), week: fc.nat(2) }), { maxLength: 2 }),
  leave: fc.array(fc.record({ day: fc.nat(69), days: fc.integer({ min: 1, max: 16 }), kind: fc.nat(2) }), {
    maxLength: 2,
  }),
  last: fc.option(fc.nat(55)),
});

/** Records every day until a day as the week of that day has it, beside the leave that stands there. */
function recordDays({ context, actor, businessId }: SmallWorld, country: "AU" | "NZ", id: number, all: IsoDate[]) {
  const days = all.flatMap((date) => {
    const [known] = personTimes(context, businessId, [id], date, date);
    if (!known || holidayOn(known.time, date)) return [];
    const leave = known.known.find((day) => day.kind === "worked" && day.date === date)?.record?.leave ?? [];
    const away = leave.reduce((sum, each) => sum + Number(each.hours ?? 24) * 60, 0);
    const left = patternMinutes(known.time, date) - away;
    const worked = readDay(String(left / 60), date, country);
    if (left <= 0 || !worked || "fault" in worked) return [];
    return [{ personId: id, date, kind: "worked" as const, record: { ...worked, leave } }];
  });
  saveDays(context, actor, businessId, { days });
  approveDays(context, actor, businessId, { days, approved: true });
}

/** @returns leave by kind, days of earnings and gross pay, of somebody each on usual pay, its exceptions and every day recorded */
function live(country: "AU" | "NZ", life: Life, cycle: keyof typeof cycles) {
  const { first, weeks: times, pays, leaving } = cycles[cycle];
  const on = (day: number): IsoDate => addDays(first, day);
  const start = addDays(country === "NZ" ? "2025-06-10" : "2020-01-06", life.start);
  const earlier = { pays: [{ start, end: addDays(first, -1), gross: "55000", irregular: "0", days: "240" }] };
  const world: SmallWorld = country === "NZ" ? smallWorldNz(3, { earlier }) : smallWorld(3);
  const { context, actor, businessId, personIds, element } = world;
  const { sqlite } = context.store;
  sqlite.prepare("UPDATE pay_cycle SET cycle = ?, first_period_start = ?").run(cycle, first);
  sqlite.prepare("UPDATE person SET start_date = ?").run(start);
  for (const [at, id] of personIds.entries()) {
    let [rate, week] = ["30", 0];
    const say = (from: IsoDate) => {
      const pattern = weeks[week] ?? [];
      const hours = pattern.reduce((sum, day) => sum + Number(day), 0);
      const terms = {
        ...plainTerms(world, { from }),
        weeklyHours: String(hours),
        workPattern: pattern,
        hourlyRate: rate,
      };
      saveSection(context, actor, id, "employment", terms as never);
      const lines = [{ elementId: element("ORD"), hours: (hours * times).toFixed(4) }];
      saveSection(context, actor, id, "usualPay", { from, lines } as never);
    };
    say("2026-05-01");
    const time = { from: "2026-05-01", agreement: null, classification: null, settings: {}, flags: {} };
    const use = at === 1 || times > 2 ? ("exceptions" as const) : ("all" as const);
    if (at > 0) saveSection(context, actor, id, "time", { ...time, use });
    for (const change of life.changes.toSorted((a, b) => a.day - b.day)) {
      if (change.rate) rate = "33";
      week = change.week;
      say(on(change.day));
    }
    let free = 0;
    for (const { day, days, kind } of life.leave.toSorted((a, b) => a.day - b.day)) {
      if (day < free) continue;
      free = day + days;
      // Days off alone are refused, and alike in both.
      try {
        askForLeave(context, actor, businessId, {
          ...{
            personId: id,
            kind: ["annual", country === "NZ" ? "sick" : "personal", "unpaid"][kind] ?? "",
            first: on(day),
          },
          ...{ last: on(free - 1), inAdvance: false, hoursADay: null, note: null, approve: { belowNought: true } },
        });
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
      }
    }
    const departure = { reason: "V" as const, noticeWorked: true, misconduct: false, pay: "next" as const };
    if (life.last !== null)
      recordDeparture(context, actor, id, { ...departure, lastDay: on(leaving + life.last), payday: "2026-12-30" });
    const days = Array.from({ length: (life.last ?? 69) + (life.last === null ? 1 : leaving + 1) }, (_, day) =>
      on(day),
    );
    if (at > 0 && use === "all") recordDays(world, country, id, days);
  }
  for (let run = 0; run < pays; run += 1) {
    const runId = openUsual(world);
    const { rows } = readRun(context, actor, runId);
    if (rows.every((row) => !row.included)) break;
    // Whose last day is a day off has nothing in that week, and is left out of it by hand.
    fc.pre(rows.every((row) => row.marks.every((mark) => mark.code !== "noHours")));
    signRun(world, runId);
  }
  const found = personIds.flatMap((id) => {
    const kinds = sqlite
      .prepare("SELECT kind, SUM(hours_e4) / 10000.0 AS sum FROM leave_entry WHERE person_id = ? GROUP BY kind")
      .all(id) as { kind: string; sum: number }[];
    const gross = sqlite
      .prepare(
        `SELECT SUM(json_extract(s.snapshot, '$.figures.gross')) FROM signed_pay s WHERE s.person_id = ? AND s.kind = 'pay'`,
      )
      .pluck()
      .get(id) as number;
    const days = sqlite
      .prepare("SELECT SUM(cents) / 100.0 FROM pay_fact WHERE person_id = ? AND code = 'holidayDays'")
      .pluck()
      .get(id) as number | null;
    return [
      ...kinds.map(({ kind, sum }) => [`${id} ${kind}`, sum] as const),
      ...[[`${id} days`, days ?? 0] as const, [`${id} gross`, gross] as const],
    ];
  });
  void endWhole(world);
  return new Map<string, number>(found);
}

// Averages of four weeks and of a year, and the days about an anniversary, are not to the cent the same. Usual hours of half
// a month are those of an average one, its days of leave are its own: twelve days away are 91.2 h of 82.3.
describe.each([
  ["AU", "weekly", "fortnightly", { gross: 0.0001, leave: 0.02 }, 6],
  ["NZ", "weekly", "fortnightly", { gross: 0.01, leave: 0.02 }, 6],
  ["AU", "half-monthly", "monthly", { gross: 0.04, leave: 1 }, 3],
  ["NZ", "half-monthly", "monthly", { gross: 0.02, leave: 0.02 }, 3],
] as const)("%s, paid %s or %s", (country, short, long, slack, numRuns) => {
  it("the same weeks come to the same", { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(lives, (life) => {
        const [byShort, byLong] = [live(country, life, short), live(country, life, long)];
        for (const [what, sum] of byShort) {
          const other = byLong.get(what) ?? 0;
          const most = what.endsWith("gross") ? sum * slack.gross : slack.leave;
          expect(Math.abs(sum - other), `${what}: ${sum} ${short}, ${other} ${long}`).toBeLessThan(most);
        }
      }),
      { numRuns },
    );
  });
});

describe.each(["AU", "NZ"] as const)("%s", (country) => {
  it("the same weeks come to the same, however the hours come in", { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(lives, (life) => {
        const found = live(country, life, "fortnightly");
        const of = (id: string) =>
          [...found].flatMap(([what, sum]) =>
            what.startsWith(`${id} `) ? [`${what.slice(id.length)} ${sum.toFixed(3)}`] : [],
          );
        const [usual = [], ...others] = [...new Set([...found.keys()].map((what) => what.split(" ")[0] ?? ""))].map(of);
        for (const other of others) expect(other).toEqual(usual);
      }),
      { numRuns: Number(process.env.LIVES ?? 6) },
    );
  });
});
