/**
 * A roster of two or three weeks comes to the very same as its weeks said one by one, each from its Monday on: leave, days
 * of earnings and pay, by the week, the fortnight and the month, whatever leave or raise falls within.
 */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { mondayOf } from "@zesty/core/calendar/rosterWeeks";
import { readDay } from "@zesty/core/hours/dayText";
import { holidayOn, patternMinutes } from "@zesty/core/hours/personHours";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ProblemError } from "../ground/problem.ts";
import { personTimes } from "../hours/personTimes.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

const first = "2026-06-15";
const rosters = [
  [
    ["8", "8", "8", "8", "8", "0", "0"],
    ["8", "8", "8", "8", "0", "0", "0"],
  ],
  [
    ["0", "0", "10", "10", "10", "6", "0"],
    ["10", "10", "0", "0", "6", "0", "10"],
    ["9", "0", "9", "0", "9", "9", "0"],
  ],
];
const lives = fc.record({
  roster: fc.nat(1),
  begins: fc.integer({ min: -20, max: 20 }),
  raise: fc.option(fc.nat(50)),
  leave: fc.array(fc.record({ day: fc.nat(50), days: fc.integer({ min: 1, max: 10 }), kind: fc.nat(2) }), {
    maxLength: 2,
  }),
});
type Life = typeof lives extends fc.Arbitrary<infer T> ? T : never;

function live(country: "AU" | "NZ", cycle: "weekly" | "fortnightly" | "monthly", life: Life, asRoster: boolean) {
  const on = (day: number): IsoDate => addDays(first, day);
  const earlier = {
    pays: [{ start: "2025-06-10", end: addDays(first, -1), gross: "55000", irregular: "0", days: "240" }],
  };
  const world = country === "NZ" ? smallWorldNz(2, { earlier }) : smallWorld(2);
  const { context, actor, businessId, personIds } = world;
  const { sqlite } = context.store;
  const begin = cycle === "monthly" ? "2026-06-01" : first;
  sqlite.prepare("UPDATE pay_cycle SET cycle = ?, first_period_start = ?").run(cycle, begin);
  sqlite.prepare("UPDATE person SET start_date = '2025-06-10'").run();
  const weeks = rosters[life.roster] ?? [];
  const from = mondayOf(on(life.begins));
  const hours = weeks.flat().reduce((sum, each) => sum + Number(each), 0) / weeks.length;
  for (const [at, id] of personIds.entries()) {
    let rate = "30";
    const say = (day: IsoDate, more: object) =>
      saveSection(context, actor, id, "employment", {
        ...{ ...plainTerms(world, { from: day }), weeklyHours: String(hours), hourlyRate: rate, ...more },
      } as never);
    const weekAt = (day: IsoDate) => {
      const passed = Math.floor((Date.parse(day) - Date.parse(from)) / 604_800_000);
      return weeks[((passed % weeks.length) + weeks.length) % weeks.length] ?? [];
    };
    const raised = life.raise === null ? null : on(life.raise);
    if (asRoster) {
      say("2026-04-27", { workPattern: weeks[0], roster: { from, weeks } });
      rate = "33";
      if (raised) say(raised, { workPattern: weeks[0], roster: { from, weeks } });
    } else
      for (let monday = "2026-04-27"; monday < "2026-08-24"; monday = addDays(monday, 7)) {
        rate = raised !== null && raised <= monday ? "33" : "30";
        say(monday, { workPattern: weekAt(monday) });
        if (!raised || raised <= monday || raised >= addDays(monday, 7)) continue;
        rate = "33";
        say(raised, { workPattern: weekAt(monday) });
      }
    const use = at === 0 ? ("exceptions" as const) : ("all" as const);
    const time = { from: "2026-04-27", agreement: null, classification: null, settings: {}, flags: {} };
    saveSection(context, actor, id, "time", { ...time, use });
    saveSection(context, actor, id, "usualPay", { from: "2026-04-27", lines: [] } as never);
    let free = 0;
    for (const { day, days, kind } of life.leave.toSorted((a, b) => a.day - b.day)) {
      if (day < free) continue;
      free = day + days;
      try {
        askForLeave(context, actor, businessId, {
          ...{ personId: id, kind: ["annual", country === "NZ" ? "sick" : "personal", "unpaid"][kind] ?? "" },
          ...{ first: on(day), last: on(free - 1), inAdvance: false, hoursADay: null, note: null },
          approve: { belowNought: true },
        });
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
      }
    }
    if (use !== "all") continue;
    const days = Array.from({ length: 84 }, (_, day) => addDays(begin, day)).flatMap((date) => {
      const [known] = personTimes(context, businessId, [id], date, date);
      if (!known || holidayOn(known.time, date)) return [];
      const leave = known.known.find((day) => day.kind === "worked" && day.date === date)?.record?.leave ?? [];
      const worked = readDay(String(patternMinutes(known.time, date) / 60), date, country);
      if (leave.length > 0 || patternMinutes(known.time, date) === 0 || !worked || "fault" in worked) return [];
      return [{ personId: id, date, kind: "worked" as const, record: worked }];
    });
    saveDays(context, actor, businessId, { days });
    approveDays(context, actor, businessId, { days, approved: true });
  }
  const marks: string[] = [];
  for (let run = 0; run < { weekly: 8, fortnightly: 4, monthly: 2 }[cycle]; run += 1) {
    const runId = openUsual(world);
    const { rows } = readRun(context, actor, runId);
    if (rows.every((row) => !row.included)) break;
    fc.pre(rows.every((row) => row.marks.every((mark) => mark.code !== "noHours")));
    marks.push(...rows.flatMap((row) => row.marks.map((mark) => `${run} ${row.personId} ${mark.text}`)));
    signRun(world, runId);
  }
  const entries = sqlite
    .prepare(
      "SELECT person_id, kind, date, why, hours_e4 FROM leave_entry ORDER BY person_id, kind, date, why, hours_e4",
    )
    .all();
  const gross = sqlite
    .prepare("SELECT json_extract(snapshot, '$.figures.gross') FROM signed_pay ORDER BY id")
    .pluck()
    .all();
  void endWhole(world);
  return { gross, entries, marks };
}

describe.each(["AU", "NZ"] as const)("%s", (country) => {
  it.each(["weekly", "fortnightly", "monthly"] as const)("%s", { timeout: 120_000 }, (cycle) => {
    fc.assert(
      fc.property(lives, (life) => {
        expect(live(country, cycle, life, true)).toEqual(live(country, cycle, life, false));
      }),
      { numRuns: Number(process.env.LIVES ?? 2) },
    );
  });
});
