/**
 * The interpreter beside a second one, written differently: one minute after the other, with text in place of numbers
 * and no cutting at all. Random rosters about a change of the clock, holidays, breaks and settings must agree in every
 * minute; and properties that hold without knowing any award.
 */
import { type AgreementRules, type Condition, mealEntries } from "@zesty/core/agreements/agreementRules";
import { interpret } from "@zesty/core/hours/interpret";
import type { WorkedHours } from "@zesty/core/hours/worked";
import { type Decimal, zero } from "@zesty/core/quantity/decimal";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shipped } from "./agreementRules.ts";
import { readInterpretCase } from "./interpret.ts";

type Raw = Record<string, never> & {
  agreement: string;
  person: Record<string, unknown> & { basis: string };
  settings: Record<string, unknown>;
  publicHolidays: string[];
  shifts: { start: string; end: string; breaks: { start: string; end: string; paid: boolean }[] }[];
};

const text = (time: number) => new Date(time).toISOString().slice(0, 16);
const ms = (wall: string) => Date.parse(`${wall}:00Z`);
const minute = 60_000;
const dayMs = 1440 * minute;
const days = ["sun", "mon", "tue", "wed", "thu", "fri", "sat"];
/** Clocks of Sydney are put forward at 02:00 on 4 October 2026 and back at 03:00 on 5 April 2026. */
const ahead = (utc: number) =>
  utc >= Date.parse("2026-10-03T16:00Z") || utc < Date.parse("2026-04-04T16:00Z") ? 660 : 600;

/** What goes on without a gap, on the same day or at midnight, is one shift. */
const isOneWith = (day: string, start: string) => start.slice(0, 10) === day.slice(0, 10) || start.endsWith("T00:00");
function goingOn(shifts: Raw["shifts"]): Raw["shifts"] {
  const found: Raw["shifts"] = [];
  for (const each of shifts) {
    const before = found.at(-1);
    if (before?.end === each.start && isOneWith(before.start, each.start))
      found[found.length - 1] = { ...before, end: each.end, breaks: [...before.breaks, ...each.breaks] };
    else found.push(each);
  }
  return found;
}

/** Minute by minute: key of date, per cent and overtime, with the minutes. The clock's minutes, or those that pass. */
function slowly(raw: Raw, rules: AgreementRules): Record<string, number> {
  const set: Record<string, unknown> = {
    ...Object.fromEntries(rules.settings.map((each) => [each.key, each.default])),
    ...raw.settings,
  };
  const elapsed = (raw.settings.daylightSaving ?? rules.time.daylightSaving) === "elapsed";
  const basis = { "full-time": "fullTime", "part-time": "partTime", casual: "casual" }[raw.person.basis] ?? "";
  const pick = (percent: unknown): number =>
    typeof percent === "number"
      ? percent
      : (percent as Record<string, number>)[basis in (percent as object) ? basis : "permanent"]!;
  const num = (figure: unknown): number =>
    typeof figure === "number"
      ? figure
      : Number(set[(figure as { setting: string }).setting]) * (figure as { times: number }).times;
  const shifts = goingOn([...raw.shifts].sort((a, b) => ms(a.start) - ms(b.start)));
  const order = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
  const found: Record<string, number> = {};
  const ordinaryDay: Record<string, number> = {};
  const ordinaryWeek: Record<string, number> = {};
  const overtimeDay: Record<string, number> = {};
  const starts = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"].indexOf(rules.time.weekStart);
  const week = (day: string) => String(Math.floor((Date.parse(`${day}T00:00Z`) / dayMs + 3 - starts) / 7));
  const real = (wall: string, second: boolean) => {
    if (!elapsed) return ms(wall);
    const options = [660, 600]
      .map((each) => ms(wall) - each * minute)
      .filter((utc) => utc + ahead(utc) * minute === ms(wall))
      .sort((a, b) => a - b);
    return (second ? options.at(-1) : options[0])!;
  };
  const shown = (at: number) => text(elapsed ? at + ahead(at) * minute : at);
  /** each shift's minutes: where they are counted, and what the clock shows */
  const minutesOf = (shift: Raw["shifts"][number]) => {
    const all: { at: number; wall: string }[] = [];
    const breaks = shift.breaks
      .filter((each) => !each.paid)
      .map((each) => [real(each.start, false), real(each.end, true)] as const);
    // One break where one begins as the other ends.
    const endOf = (to: number): number => {
      const next = breaks.find(([from]) => from === to);
      return next ? endOf(next[1]) : to;
    };
    const unpaid = breaks
      .filter(([from]) => !breaks.some(([, to]) => to === from))
      .map(([from, to]) => [from, endOf(to)] as const);
    for (let at = real(shift.start, false); at < real(shift.end, true); at += minute)
      if (!unpaid.some(([from, to]) => at >= from && at < to)) all.push({ at, wall: shown(at) });
    return { all, unpaid };
  };
  const byDay: Record<string, number> = {};
  for (const shift of shifts)
    byDay[shift.start.slice(0, 10)] = (byDay[shift.start.slice(0, 10)] ?? 0) + minutesOf(shift).all.length;
  const basicMax = rules.ordinary.dailyMax.find(
    (each) => each.timesPerWeek === undefined && (!each.if?.basis || each.if.basis.includes(basis as never)),
  );
  const longMax = rules.ordinary.dailyMax.find((each) => each.timesPerWeek !== undefined);
  const longTaken: Record<string, number> = {};
  const long = new Set<string>();
  for (const day of Object.keys(byDay).sort())
    if (
      longMax &&
      basicMax &&
      byDay[day]! > num(basicMax.minutes) &&
      (longTaken[week(day)] ?? 0) < longMax.timesPerWeek!
    ) {
      longTaken[week(day)] = (longTaken[week(day)] ?? 0) + 1;
      long.add(day);
    }
  const before: Record<string, number> = {};
  const limits = rules.ordinary.weeklyMax;
  const limit = Array.isArray(limits)
    ? limits.find((each) => !each.if?.basis || each.if.basis.includes(basis as never))
    : { minutes: limits ?? Number.POSITIVE_INFINITY };
  const weeks = limit?.weeks ?? num(rules.time.averageWeeks);
  const weekly = (limit?.minutes ?? Number.POSITIVE_INFINITY) * weeks;
  const firstWeek = Number(week(shifts[0]?.start.slice(0, 10) ?? "2026-01-01"));
  const cycle = (day: string) => String(Math.floor((Number(week(day)) - firstWeek) / weeks));
  const spreadEnds: Record<string, { at: number; percent: unknown }> = {};
  for (const { start } of shifts) {
    const day = start.slice(0, 10);
    const found = rules.ordinary.spreadMax?.find((each) =>
      Object.entries(each.if?.settings ?? {}).every(([key, value]) => [value].flat().includes(set[key] as never)),
    );
    if (found && shifts.filter((each) => each.start.startsWith(day)).length > 1 && !(day in spreadEnds))
      spreadEnds[day] = { at: real(start, false) + found.minutes * minute, percent: found.percent };
  }
  let restDay = "";
  let restEffect: Record<string, unknown> | null = null;
  shifts.forEach((shift, no) => {
    const day = shift.start.slice(0, 10);
    const { all, unpaid } = minutesOf(shift);
    const isHoliday = (wall: string) => raw.publicHolidays.includes(wall.slice(0, 10));
    let whole: boolean | null = null;
    const { holidayOf } = rules.time;
    if (typeof holidayOf !== "string" && set.shiftworker === true)
      whole = all.filter((each) => isHoliday(each.wall)).length * 2 > all.length;
    const [startClock, endClock] = [order(shift.start.slice(11)), (ms(shift.end) - ms(`${day}T00:00`)) / minute];
    let kind = "day";
    const named = (end: number) => {
      kind = "day";
      for (const each of [...rules.shiftKinds].reverse()) {
        if (each.if?.settings && set.shiftworker !== true) continue;
        if (each.startsFrom && startClock < order(each.startsFrom)) continue;
        if (each.startsBefore && startClock >= order(each.startsBefore)) continue;
        if (each.endsAfter && end <= order(each.endsAfter)) continue;
        if (each.endsBy && end > order(each.endsBy)) continue;
        kind = each.key;
      }
    };
    named(endClock);
    const ok = (c: Condition | undefined, wall: string): boolean => {
      if (!c) return true;
      const clock = order(wall.slice(11));
      const name = days[new Date(`${wall.slice(0, 10)}T00:00Z`).getUTCDay()];
      return (
        (!c.days || c.days.includes(name as never)) &&
        (c.from === undefined ||
          (clock >= order(c.from) && clock < order(c.to!)) ||
          (order(c.to!) > 1440 && clock + 1440 < order(c.to!))) &&
        (!c.classification || false) &&
        (!c.holidayName || false) &&
        (c.holiday === undefined || c.holiday === (whole ?? isHoliday(wall))) &&
        (!c.basis || c.basis.includes(basis as never)) &&
        (!c.shiftKind || c.shiftKind.includes(kind)) &&
        (!c.dayMark || false) &&
        (c.startsFrom === undefined || startClock >= order(c.startsFrom)) &&
        (c.endsBy === undefined || endClock <= order(c.endsBy)) &&
        (c.ageBelow === undefined || false) &&
        Object.entries(c.settings ?? {}).every(([key, value]) => [value].flat().includes(set[key] as never)) &&
        Object.entries(c.person ?? {}).every(([, value]) => value === false)
      );
    };
    const lift = (percent: number, effect: Record<string, unknown>) =>
      effect.floor !== undefined
        ? Math.max(percent, pick(effect.floor))
        : effect.add !== undefined
          ? percent + Number(effect.add)
          : effect.multiply !== undefined
            ? percent * Number(effect.multiply)
            : percent;
    if (day !== restDay) {
      restDay = day;
      restEffect = null;
      const last = shifts[no - 1];
      const entry = rules.restBetween.find((each) => ok(each.if, shift.start));
      if (last && entry) {
        const gap = (real(shift.start, false) - real(last.end, true)) / minute;
        const wanted = !entry.onlyAfterOvertime || (overtimeDay[last.start.slice(0, 10)] ?? 0) > 0;
        if (wanted && gap < num(entry.minutes)) restEffect = entry.effect as never;
      }
    }
    const daily =
      (long.has(day) ? longMax : undefined) ??
      rules.ordinary.dailyMax.find((each) => each.timesPerWeek === undefined && ok(each.if, shift.start));
    const agreed =
      rules.ordinary.agreedHours.includes(basis as never) && raw.person.agreedHours
        ? Math.round(
            Number(
              (raw.person.agreedHours as Record<string, number>)[days[new Date(`${day}T00:00Z`).getUTCDay()]!] ?? 0,
            ) * 60,
          )
        : Number.POSITIVE_INFINITY;
    // A shift is named by its ordinary finish: overtime after it is no part of the name.
    const room = Math.min(daily ? num(daily.minutes) : Number.POSITIVE_INFINITY, agreed) - (before[day] ?? 0);
    before[day] = (before[day] ?? 0) + all.length;
    const finish = room > 0 ? all[room - 1] : undefined;
    if (finish) named((ms(finish.wall) + minute - ms(`${day}T00:00`)) / minute);
    const meal = mealEntries(rules).find((each) => ok(each.if, shift.start));
    const longBreaks = meal ? unpaid.filter(([from, to]) => to - from >= meal.breakAtLeast * minute) : [];
    for (const { at, wall } of all) {
      const spans = rules.ordinary.span;
      const span = spans.find((each) => ok(each.if, wall));
      const clock = order(wall.slice(11));
      const inside = spans.length === 0 || (span !== undefined && clock >= order(span.from) && clock < order(span.to));
      const ended = meal ? longBreaks.filter(([, to]) => to <= at) : [];
      const since =
        meal?.since === "start" ? real(shift.start, false) : (ended.at(-1)?.[1] ?? real(shift.start, false));
      const hungry =
        meal !== undefined && at >= since + meal.after * minute && !(meal.since === "start" && ended.length > 0);
      const apart = day in spreadEnds && at >= (spreadEnds[day]?.at ?? 0);
      const ordinary =
        rules.overtime.length === 0 ||
        (inside &&
          !apart &&
          !(hungry && "overtime" in (meal?.effect ?? {})) &&
          (ordinaryDay[day] ?? 0) < (daily ? num(daily.minutes) : Number.POSITIVE_INFINITY) &&
          (ordinaryDay[day] ?? 0) < agreed &&
          (ordinaryWeek[cycle(day)] ?? 0) < weekly);
      let percent = pick(rules.penalties.find((each) => ok(each.if, wall))!.percent);
      if (ordinary) {
        ordinaryDay[day] = (ordinaryDay[day] ?? 0) + 1;
        ordinaryWeek[cycle(day)] = (ordinaryWeek[cycle(day)] ?? 0) + 1;
      } else {
        const done = overtimeDay[day] ?? 0;
        overtimeDay[day] = done + 1;
        const { tiers } = rules.overtime.find((each) => ok(each.if, wall))!;
        let reach = 0;
        const tier = tiers.find((each) => {
          reach += each.minutes ?? Number.POSITIVE_INFINITY;
          return done < reach;
        })!;
        percent = Math.max(percent, pick(tier.percent), apart ? pick(spreadEnds[day]!.percent) : 0);
      }
      if (hungry && meal) percent = lift(percent, meal.effect as never);
      if (restEffect) percent = lift(percent, restEffect);
      const key = `${wall.slice(0, 10)} ${percent} ${ordinary ? "" : "overtime"}`;
      found[key] = (found[key] ?? 0) + 1;
    }
  });
  return found;
}

/** Minutes on lines that were worked. */
const workedMinutes = (hours: WorkedHours): number =>
  hours.lines.reduce((sum, line) => (line.topUp ? sum : sum + line.minutes), 0);
/** Per cent times hours over all lines: what the hours are worth at a rate of one. */
const worth = (hours: WorkedHours): Decimal =>
  hours.lines.reduce((sum, line) => sum.plus(line.percent.times(line.minutes).div(6000)), zero);

/** Of those shipped, all that hold on the days below. */
const agreements = shipped().flatMap((each) => (each.validFrom < "2026-04" ? [each.code] : []));
const choices: Record<string, Record<string, fc.Arbitrary<unknown>>> = {
  MA000004: {
    lateTrading: fc.boolean(),
    newsagency: fc.boolean(),
    restHoursAgreed: fc.constantFrom(10, 11, 12),
    shortRest: fc.constantFrom("double", "floor"),
  },
  MA000009: { casualOvertime: fc.constantFrom("withoutLoading", "withLoading") },
  MA000010: {
    shiftworker: fc.boolean(),
    permanentNight: fc.boolean(),
    weekendOrdinary: fc.boolean(),
    dailyOrdinaryHours: fc.constantFrom(8, 10, 12),
    continuousShift: fc.boolean(),
    shiftChange: fc.boolean(),
  },
  MA000119: { casualOvertime: fc.constantFrom("withoutLoading", "withLoading"), averageWeeks: fc.constantFrom(1, 2) },
  MA000003: { shortRest: fc.constantFrom("note", "double") },
  MA000005: { casualWeekend: fc.constantFrom("same", "added"), longDayHours: fc.constantFrom(9, 10.5, 11) },
  MA000022: { permanentNight: fc.boolean(), missedMealPay: fc.constantFrom("150", "nothing") },
  MA000028: { saturdayOrdinary: fc.boolean(), casualSunday: fc.constantFrom("ordinary", "overtime") },
  MA000100: {
    shiftworker: fc.boolean(),
    stream: fc.constantFrom("socialCommunity", "homeCare", "disability"),
    averageWeeks: fc.constantFrom(1, 2),
  },
  MA000120: { shiftworker: fc.boolean(), permanentNight: fc.boolean(), dailyOrdinaryHours: fc.constantFrom(8, 10) },
  MA000027: { shiftworker: fc.boolean(), practice: fc.constantFrom("other", "medicalDental", "imagingSeven") },
  MA000020: { earlyStart: fc.boolean(), dailyOrdinaryHours: fc.constantFrom(7.6, 8) },
  MA000038: {
    shiftworker: fc.boolean(),
    weekendOrdinary: fc.boolean(),
    casualOvertime: fc.constantFrom("ten", "full"),
    missedMealPay: fc.constantFrom("200", "nothing"),
  },
  MA000089: { shiftworker: fc.boolean(), averageWeeks: fc.constantFrom(1, 4) },
};
/** Days about the two changes of the clock, and a plain week. */
const firstDays = ["2026-04-02", "2026-09-07", "2026-10-01"];
const roster: fc.Arbitrary<Raw> = fc.constantFrom(...agreements).chain((agreement) =>
  fc
    .record({
      first: fc.constantFrom(...firstDays),
      basis: fc.constantFrom("full-time", "part-time", "casual"),
      agreed: fc.option(
        fc.record({
          mon: fc.constantFrom(0, 4, 7.6),
          thu: fc.constantFrom(0, 5),
          fri: fc.constantFrom(3, 8),
          sat: fc.constantFrom(0, 6),
          sun: fc.constantFrom(0, 4),
        }),
      ),
      policy: fc.constantFrom("clock", "elapsed"),
      settings: fc.record(choices[agreement] ?? {}),
      holidays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 2 }),
      gaps: fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: 96 }),
          fc.integer({ min: 2, max: 60 }),
          fc.array(fc.tuple(fc.integer({ min: 0, max: 24 }), fc.integer({ min: 1, max: 5 }), fc.boolean()), {
            maxLength: 3,
          }),
        ),
        { minLength: 1, maxLength: 7 },
      ),
    })
    .map(({ first, basis, agreed, policy, settings, holidays, gaps }) => {
      const quarter = 15 * minute;
      const day = (at: number) => text(Date.parse(`${first}T00:00Z`) + at * dayMs).slice(0, 10);
      let at = Date.parse(`${first}T05:00Z`);
      const shifts: Raw["shifts"] = [];
      for (const [gap, length, pauses] of gaps) {
        const start = at + gap * quarter;
        const end = start + length * quarter;
        let from = start;
        const breaks: Raw["shifts"][number]["breaks"] = [];
        for (const [wait, long, paid] of pauses) {
          const [a, b] = [from + wait * quarter, from + (wait + long) * quarter];
          if (b >= end) break;
          breaks.push({ start: text(a), end: text(b), paid });
          from = b;
        }
        shifts.push({ start: text(start), end: text(end), breaks });
        at = end;
      }
      return {
        id: "random",
        agreement,
        person: { basis, ...(agreed ? { agreedHours: agreed } : {}) },
        settings: { ...settings, daylightSaving: policy, timeZone: "Australia/Sydney" },
        publicHolidays: holidays.map(day),
        shifts,
      } as unknown as Raw;
    }),
);

const rulesOf = (code: string) => shipped().find((each) => each.code === code) as AgreementRules;
function quickly(raw: Raw): WorkedHours | null {
  const read = readInterpretCase(raw);
  if ("errors" in read) throw new Error(JSON.stringify(read.errors));
  const worked = interpret(read.value.roster);
  // Times in the hour that never was, or two that meet in the hour that comes twice.
  return "faults" in worked ? null : worked;
}
const lines = (worked: WorkedHours) =>
  Object.fromEntries(
    worked.lines
      .filter((line) => !line.topUp)
      .map((line) => [`${line.date} ${line.percent.toString()} ${line.overtime ? "overtime" : ""}`, line.minutes]),
  );
const paid = ({ lines, extras, marks }: WorkedHours) => ({
  lines: lines.map(({ why: _why, ...line }) => line),
  extras: extras.map(({ code, units }) => [code, units.toString()]),
  marks,
});
function cutInTwo(shift: Raw["shifts"][number], at: number): Raw["shifts"] {
  const { start, end, breaks } = shift;
  const border = text(ms(start) + Math.floor((ms(end) - ms(start)) / minute / 15 / (2 + (at % 3))) * 15 * minute);
  // What went on at midnight is of the day before: a second part of it would be the new day's.
  if (start.endsWith("T00:00")) return [shift];
  if (border <= start || !isOneWith(start, border) || breaks.some((each) => each.start < border && each.end > border))
    return [shift];
  return [
    { start, end: border, breaks: breaks.filter((each) => each.end <= border) },
    { start: border, end, breaks: breaks.filter((each) => each.start >= border) },
  ];
}
const runs = { numRuns: Number(process.env.RUNS ?? 150) };

describe("beside the minute walker", () => {
  it("prices every minute the same", () => {
    fc.assert(
      fc.property(roster, (raw) => {
        const worked = quickly(raw);
        if (worked) expect(lines(worked)).toEqual(slowly(raw, rulesOf(raw.agreement)));
      }),
      runs,
    );
  });

  it("pays every minute once, in whatever order the shifts come, and never over the week's most", () => {
    fc.assert(
      fc.property(roster, (raw) => {
        const worked = quickly(raw);
        if (!worked) return;
        const turned = quickly({ ...raw, shifts: [...raw.shifts].reverse() } as Raw);
        expect(turned?.lines).toEqual(worked.lines);
        // Written down in two, at midnight or before and in no break, it is the same work.
        const inTwo = quickly({ ...raw, shifts: raw.shifts.flatMap(cutInTwo) } as Raw);
        if (inTwo) expect(paid(inTwo)).toEqual(paid(worked));
        if (raw.settings.daylightSaving === "clock") {
          const length = (each: { start: string; end: string }) => (ms(each.end) - ms(each.start)) / minute;
          const given = raw.shifts.reduce(
            (sum, each) =>
              sum +
              length(each) -
              each.breaks.filter((pause) => !pause.paid).reduce((less, pause) => less + length(pause), 0),
            0,
          );
          expect(workedMinutes(worked)).toBe(given);
        }
        const rules = rulesOf(raw.agreement);
        const { weeklyMax } = rules.ordinary;
        const most = Array.isArray(weeklyMax) ? Math.max(...weeklyMax.map((each) => each.minutes)) : weeklyMax;
        const cycle = Array.isArray(weeklyMax)
          ? Math.max(...weeklyMax.map((each) => each.weeks ?? 1))
          : typeof rules.time.averageWeeks === "number"
            ? rules.time.averageWeeks
            : 4;
        const ordinary = worked.lines.reduce(
          (sum, line) => (line.overtime || line.topUp ? sum : sum + line.minutes),
          0,
        );
        const weeks = new Set(
          raw.shifts.map((each) => Math.floor((Date.parse(`${each.start.slice(0, 10)}T00:00Z`) / dayMs + 3) / 7)),
        ).size;
        if (most !== null) expect(ordinary).toBeLessThanOrEqual(most * cycle * Math.ceil(weeks / cycle));
      }),
      runs,
    );
  });

  it("never pays less where a day is made a holiday, or a shift ends later", () => {
    fc.assert(
      fc.property(roster, (raw) => {
        if (raw.settings.shiftworker || raw.settings.daylightSaving === "elapsed") return;
        const worked = quickly(raw);
        if (!worked) return;
        const sum = (each: WorkedHours) => worth({ ...each, lines: each.lines.filter((line) => !line.topUp) });
        const day = raw.shifts[0]?.start.slice(0, 10) as string;
        const holiday = quickly({ ...raw, publicHolidays: [...raw.publicHolidays, day] } as Raw);
        if (holiday) expect(sum(holiday).gte(sum(worked))).toBe(true);
        const last = raw.shifts.at(-1)!;
        const later = quickly({
          ...raw,
          shifts: [...raw.shifts.slice(0, -1), { ...last, end: text(ms(last.end) + 15 * minute) }],
        } as Raw);
        if (later) expect(sum(later).gte(sum(worked))).toBe(true);
      }),
      runs,
    );
  });
});
