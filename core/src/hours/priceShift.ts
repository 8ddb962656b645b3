/** The minutes of one shift priced: ordinary while there is room in the limits, overtime beyond them, raised where a rule raises. */
import type { PenaltyEntry } from "../agreements/agreementRules.ts";
import { dateOfWall, minutesOfDay, type WallMinute } from "../calendar/wallClock.ts";
import type { Decimal } from "../quantity/decimal.ts";
import { holds, percentFor, type ShiftFacts } from "./conditions.ts";
import { cut, type Stretch } from "./cut.ts";
import { weekOf } from "./limits.ts";
import { partAt } from "./normalise.ts";
import { hoursWords, tierAt } from "./overtime.ts";
import type { Roster } from "./roster.ts";
import { isPricedCall, markMeanings } from "./shiftMarks.ts";
import { raised } from "./uplifts.ts";
import type { Piece } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

const words = (id: string): string =>
  id
    .replaceAll("-", " ")
    .replace(
      /\b(?:(?:mon|tues|wednes|thurs|fri|satur|sun)day)\b/g,
      (day) => day.charAt(0).toUpperCase() + day.slice(1),
    );

/** Within the span of ordinary hours; no span list means any time. A span past midnight is of the day it opens on. */
function inSpan(facts: ShiftFacts, wall: WallMinute, { rules }: Roster): boolean {
  const { span } = rules.ordinary;
  if (span.length === 0 || facts.clockless) return true;
  const opens = (at: WallMinute, clock: number) => {
    const entry = span.find((each) => holds(each.if, facts, at));
    if (!entry) return false;
    const [from, to] = [entry.from, entry.to].map((each) => Number(each.slice(0, 2)) * 60 + Number(each.slice(3)));
    return clock >= (from ?? 0) && clock < (to ?? 0);
  };
  const clock = wall - Math.floor(wall / minutesOfDay) * minutesOfDay;
  return opens(wall, clock) || opens(wall - minutesOfDay, clock + minutesOfDay);
}

const penaltyAt = (rules: Roster["rules"], facts: ShiftFacts, wall: WallMinute): PenaltyEntry =>
  rules.penalties.find((each) => holds(each.if, facts, wall)) ?? { id: "ordinary", percent: 100 };

/** The running counters of a roster. */
export class Counters {
  readonly ordinaryDay = new Map<number, number>();
  readonly ordinaryCycle = new Map<number, number>();
  readonly overtimeDay = new Map<number, number>();
  readonly overtimeWeek = new Map<number, number>();
  /** by the day on which the shift began, whatever the tiers follow */
  readonly overtimeOfShiftDay = new Map<number, number>();
}
export const add = (to: Map<number, number>, key: number, minutes: number) => to.set(key, (to.get(key) ?? 0) + minutes);

/** Room that the limits leave to ordinary time. */
export interface Most {
  daily: number;
  agreed: number;
  cycle: number;
  cycleNo: number;
}

const isWithin = (windows: readonly { from: WallMinute; to: WallMinute }[] | null, wall: WallMinute): boolean =>
  windows?.some((each) => wall >= each.from && wall < each.to) === true;

/** Why a minute is overtime, in words; null where it may be ordinary as long as the limits have room. */
function alwaysOvertime(roster: Roster, worked: WorkedShift, stretch: Stretch) {
  const { shift, facts, overdue, mealEffect, spread, available } = worked;
  if (facts.marks.includes("sleepover")) return "work during a sleepover";
  if (facts.marks.includes("rosteredDayOff")) return "rostered day off";
  if (roster.callsAreOvertime && facts.basis !== "casual" && isPricedCall(roster.rules, facts.marks))
    return "called back";
  const always = roster.rules.overtimeIf?.find((each) => holds(each.if, facts, shift.start));
  if (always) return always.why;
  if (!inSpan(facts, stretch.wall, roster)) return "outside the span of ordinary hours";
  // A weekday of which nobody has said when has its agreed hours.
  const isSaid = available?.some((each) => Math.floor(each.from / minutesOfDay) === shift.day);
  if (isSaid && !isWithin(available, stretch.wall)) return "outside the availability agreed";
  if (spread && stretch.from >= spread.at) return `beyond a spread of ${hoursWords(spread.entry.minutes)}`;
  const isOverdue = overdue.some((each) => stretch.from >= each.from && stretch.from < each.to);
  return mealEffect && "overtime" in mealEffect && isOverdue ? "meal break overdue" : null;
}

/** The per cent of an overtime minute, the rule that it comes from, and how long both hold. */
function overtimeAt(roster: Roster, worked: WorkedShift, stretch: Stretch, penalty: PenaltyEntry, counters: Counters) {
  const { rules } = roster;
  const { shift, facts, spread } = worked;
  const { basis } = facts;
  const entry = rules.overtime.find((each) => holds(each.if, facts, stretch.wall)) ?? {
    id: "overtime",
    tiers: [{ percent: 100 }],
  };
  const day = rules.time.overtimeDay === "calendar" ? Math.floor(stretch.wall / minutesOfDay) : shift.day;
  const week = weekOf(day, rules);
  const today = counters.overtimeDay.get(day) ?? 0;
  const tier = entry.per === "week" ? tierAt(entry, counters.overtimeWeek.get(week) ?? 0, today) : tierAt(entry, today);
  const candidates: { percent: Decimal; rule: PenaltyEntry }[] = [
    {
      percent: percentFor(tier.percent, basis),
      rule: { id: entry.id, percent: 0, ...(entry.ref ? { ref: entry.ref } : {}) },
    },
    { percent: percentFor(penalty.percent, basis), rule: penalty },
  ];
  if (spread && stretch.from >= spread.at)
    candidates.push({ percent: percentFor(spread.entry.percent, basis), rule: { id: "spread", percent: 0 } });
  const [first, ...others] = candidates as [(typeof candidates)[number], ...typeof candidates];
  const best = others.reduce((best, each) => (each.percent.gt(best.percent) ? each : best), first);
  return { ...best, left: tier.left, day, week };
}

export function pricedShift(
  roster: Roster,
  worked: WorkedShift,
  most: Most,
  counters: Counters,
  ratePercent: number,
): Piece[] {
  const { rules } = roster;
  const { shift, facts, overdue, mealEffect, rest, spread, available } = worked;
  const { basis } = facts;
  const pieces: Piece[] = [];
  const emit = (
    stretch: Stretch,
    minutes: number,
    percent: Decimal,
    overtime: boolean,
    rule: PenaltyEntry,
    why: string,
  ) => {
    let final = percent;
    const inLieu = isWithin(facts.inLieuOf, stretch.wall);
    const reasons = [why, ...shift.marks.map((mark) => (markMeanings[mark].isSaid ? markMeanings[mark].short : ""))];
    if (inLieu) reasons.push("for a day in lieu");
    const isOverdue = overdue.some((each) => stretch.from >= each.from && stretch.from < each.to);
    if (mealEffect && isOverdue && !("overtime" in mealEffect)) {
      final = raised(final, mealEffect, basis);
      reasons.push("meal break overdue");
    }
    if (rest) {
      final = raised(final, rest.effect, basis);
      reasons.push(`${hoursWords(rest.had)} off, ${hoursWords(rest.due)} due`);
    }
    pieces.push({
      shift: partAt(shift, stretch.from),
      date: dateOfWall(stretch.wall),
      from: stretch.wall,
      to: stretch.wall + minutes,
      minutes,
      percent: final,
      overtime,
      topUp: false,
      rule: rule.id,
      ...(rule.ref ? { ref: rule.ref } : {}),
      why: reasons.filter(Boolean).join(", "),
      ratePercent,
      ...(shift.clockless ? { clockless: shift.clockless } : {}),
      ...(inLieu ? { inLieu } : {}),
    });
  };
  const edges = [...overdue.map((each) => each.from), ...(spread ? [spread.at] : [])];
  for (const stretch of cut(shift, rules, [...facts.windows, ...facts.inLieuOf, ...(available ?? [])], edges)) {
    const penalty = penaltyAt(rules, facts, stretch.wall);
    const always = alwaysOvertime(roster, worked, stretch);
    const agreed = isWithin(available, stretch.wall) ? Number.POSITIVE_INFINITY : most.agreed;
    let { from, wall } = stretch;
    while (from < stretch.to) {
      const day = counters.ordinaryDay.get(shift.day) ?? 0;
      const cycle = counters.ordinaryCycle.get(most.cycleNo) ?? 0;
      const room = always === null ? Math.min(most.daily - day, agreed - day, most.cycle - cycle) : 0;
      const left = stretch.to - from;
      let took = left;
      if (room > 0 || rules.overtime.length === 0) {
        if (rules.overtime.length > 0) took = Math.min(left, room);
        const percent = percentFor(penalty.percent, basis);
        emit({ from, to: from + took, wall }, took, percent, false, penalty, words(penalty.id));
        add(counters.ordinaryDay, shift.day, took);
        add(counters.ordinaryCycle, most.cycleNo, took);
      } else {
        const found = overtimeAt(roster, worked, { from, to: stretch.to, wall }, penalty, counters);
        took = Math.min(left, found.left);
        const full =
          agreed - day <= 0
            ? `beyond the agreed ${hoursWords(agreed)}`
            : most.daily - day <= 0
              ? `beyond ${hoursWords(most.daily)} of the day`
              : `beyond ${hoursWords(most.cycle)} of the week`;
        emit({ from, to: from + took, wall }, took, found.percent, true, found.rule, `overtime: ${always ?? full}`);
        add(counters.overtimeDay, found.day, took);
        add(counters.overtimeWeek, found.week, took);
        add(counters.overtimeOfShiftDay, shift.day, took);
      }
      from += took;
      wall += took;
    }
  }
  return pieces;
}
