/**
 * On which days the leave that a run pays was taken, from the record of time: the ledger is dated by them, as the law
 * asks of the record (Holidays Act 2003, s 81; Fair Work Regulations 2009, reg 3.36).
 */
import { leaveKindIn } from "@zesty/core/countries/leave";
import { personHours } from "@zesty/core/hours/personHours";
import { type DatedLeave, stretches } from "@zesty/core/leave/leaveDays";
import { toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { runDays } from "../hours/paidDays.ts";
import { recordsOf } from "../hours/personTimes.ts";
import { unitsOf } from "../hours/timeLineParts.ts";
import { timesInParts } from "../hours/timesInParts.ts";
import type { LoadedRun } from "./runRows.ts";
import type { WorkedOut } from "./workRun.ts";

/** Stretches of leave that a run pays, by "person kind", in ten-thousandths of the kind's unit. */
export type LeaveTaken = ReadonlyMap<string, DatedLeave[]>;

export function leaveTakenIn(context: Context, { run, owner }: LoadedRun, rows: readonly WorkedOut[]): LeaveTaken {
  const recorded = rows.filter((row) =>
    row.worked?.lines.some(({ line }) => line.element === "leaveTaken" && line.reasons !== undefined),
  );
  const found = new Map<string, DatedLeave[]>();
  if ((run.kind !== "cycle" && run.kind !== "departure") || recorded.length === 0) return found;
  const ids = recorded.map((row) => row.row.person.id);
  for (const { person, days } of runDays(context, run, ids)) {
    const dates = days.map((day) => day.date).sort();
    const [firstDay, lastDay] = [dates[0], dates.at(-1)];
    if (firstDay === undefined || lastDay === undefined) continue;
    // Each day by its own terms: the week before a change had other days and hours.
    const parts = timesInParts(context, run.businessId, [person.who.id], firstDay, lastDay);
    const leave = parts.flatMap(({ person: then, from, to }) => {
      const known = recordsOf(then.known, (day) => day.state === "approved" || day.state === "locked");
      const own = dates.filter((date) => date >= from && date <= to);
      const inUnits = personHours({ ...then.time, days: known }, own).leave.map((day) => {
        const inHours = leaveKindIn(owner.country, day.kind).unit === "hours";
        return { ...day, e4: toE4(inHours ? day.hours : unitsOf(then, day.kind, [day])) };
      });
      // A day off takes nothing, and begins no leave.
      return inUnits.filter((day) => day.e4 > 0);
    });
    const patternOn = (date: string) => parts.find((each) => date <= each.to)?.person.time.pattern ?? null;
    for (const kind of new Set(leave.map((each) => each.kind))) {
      const own = leave.filter((each) => each.kind === kind);
      const taken = stretches(own, patternOn, person.time.holidays, () => true).map(({ first, last }) => ({
        first: first.date,
        last: last.date,
        e4: own
          .filter((day) => day.date >= first.date && day.date <= last.date)
          .reduce((total, day) => total + day.e4, 0),
      }));
      found.set(`${person.who.id} ${kind}`, taken);
    }
  }
  return found;
}
