/** Cutting worked stretches at every instant at which an answer can change. */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import { minutesOfDay, readClock, type WallMinute } from "../calendar/wallClock.ts";
import type { DayWindow } from "./conditions.ts";
import type { Counted, CountedShift } from "./normalise.ts";

/** A stretch on which every question of the clock has one answer. */
export interface Stretch {
  from: Counted;
  to: Counted;
  /** what the clock shows at its first minute */
  wall: WallMinute;
}

const edges = new WeakMap<AgreementRules, readonly number[]>();

/** Minutes of the day at which a window of the agreement's rules opens or closes; midnight is one. */
function edgesOf(rules: AgreementRules): readonly number[] {
  const known = edges.get(rules);
  if (known) return known;
  const conditions = [...rules.penalties, ...rules.overtime, ...rules.additions, ...rules.allowances].map(
    (each) => each.if,
  );
  const windows = [...rules.ordinary.span, ...conditions].flatMap((each) =>
    each?.from !== undefined && each.to !== undefined ? [each.from, each.to] : [],
  );
  const found = [...new Set([0, ...windows.map((each) => readClock(each) % minutesOfDay)])].sort((a, b) => a - b);
  edges.set(rules, found);
  return found;
}

/** The worked stretches of a shift, cut; `due`: instants at which a meal break becomes overdue. */
export function cut(
  shift: CountedShift,
  rules: AgreementRules,
  windows: readonly Pick<DayWindow, "from" | "to">[],
  due: readonly Counted[],
): Stretch[] {
  const found: Stretch[] = [];
  for (const { from, to, ahead } of shift.stretches)
    for (const worked of shift.worked) {
      const [start, end] = [Math.max(from, worked.from), Math.min(to, worked.to)];
      if (end <= start) continue;
      const cuts = new Set<number>([start]);
      const add = (at: number) => {
        if (at > start && at < end) cuts.add(at);
      };
      const lastDay = Math.floor((end + ahead) / minutesOfDay);
      for (let day = Math.floor((start + ahead) / minutesOfDay); day <= lastDay; day += 1)
        for (const edge of edgesOf(rules)) add(day * minutesOfDay + edge - ahead);
      for (const each of windows) {
        add(each.from - ahead);
        add(each.to - ahead);
      }
      for (const each of due) add(each);
      for (const each of shift.parts) add(each.from);
      const sorted = [...cuts].sort((a, b) => a - b);
      sorted.forEach((at, no) => {
        found.push({ from: at, to: sorted[no + 1] ?? end, wall: at + ahead });
      });
    }
  return found;
}
