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
    const time = {
      ...person.time,
      days: recordsOf(person.known, (day) => day.state === "approved" || day.state === "locked"),
    };
    const dates = days.map((day) => day.date).sort();
    const { leave } = personHours(time, dates);
    for (const kind of new Set(leave.map((each) => each.kind))) {
      const own = leave.filter((each) => each.kind === kind);
      const amountOf = (day: (typeof own)[number]) =>
        toE4(leaveKindIn(owner.country, kind).unit === "hours" ? day.hours : unitsOf(person, kind, [day]));
      const parts = stretches(
        own,
        () => time.pattern,
        time.holidays,
        () => true,
      ).map(({ first, last }) => ({
        first: first.date,
        last: last.date,
        e4: own
          .filter((day) => day.date >= first.date && day.date <= last.date)
          .reduce((total, day) => total + amountOf(day), 0),
      }));
      found.set(`${person.who.id} ${kind}`, parts);
    }
  }
  return found;
}
