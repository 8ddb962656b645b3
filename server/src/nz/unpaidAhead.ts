/**
 * Unpaid leave that is approved, and that no signed pay has written down yet: the twelve months of service go by it all
 * the same (Holidays Act 2003, s 16), in the very pay that it is taken in.
 */

import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { patternOn } from "@zesty/core/calendar/rosterWeeks";
import { personHours } from "@zesty/core/hours/personHours";
import { stretches } from "@zesty/core/leave/leaveDays";
import { leaveKindsNz } from "@zesty/core/nz/pay/elements";
import { toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { isApproved } from "../hours/paidDays.ts";
import { contextDays, personTimes } from "../hours/personTimes.ts";
import { unitsOf } from "../hours/timeLineParts.ts";

/** As the ledger will have it: a stretch by its last day, in ten-thousandths of a week. */
export interface UnpaidEntry {
  kind: string;
  date: IsoDate;
  amountE4: number;
}

/** @param upTo leave after this day is none of it */
export function unpaidAhead(context: Context, ids: readonly number[], upTo: IsoDate): Map<number, UnpaidEntry[]> {
  const from = addDays(upTo, -contextDays);
  const moving = leaveKindsNz.filter((each) => each.moves).map((each) => each.code);
  const rows = context.store
    .prepared<[string, string, string, string], { personId: number; businessId: number }>(
      `SELECT DISTINCT d.person_id AS personId, p.business_id AS businessId
         FROM time_day d JOIN person p ON p.id = d.person_id, json_each(d.record, '$.leave') l
         WHERE d.person_id IN (SELECT value FROM json_each(?)) AND d.date BETWEEN ? AND ? AND d.record IS NOT NULL
           AND json_extract(l.value, '$.kind') IN (SELECT value FROM json_each(?))`,
    )
    .all(JSON.stringify(ids), from, upTo, JSON.stringify(moving));
  const found = new Map<number, UnpaidEntry[]>();
  for (const { personId, businessId } of rows)
    for (const person of personTimes(context, businessId, [personId], from, upTo)) {
      const open = person.known.filter((day) => isApproved(day) && day.date >= from && day.date <= upTo);
      const { leave } = personHours(
        person.time,
        open.map((day) => day.date),
      );
      for (const kind of moving) {
        const own = leave.filter((each) => each.kind === kind);
        for (const { first, last } of stretches(
          own,
          (date) => patternOn(person.time, date),
          person.time.holidays,
          () => true,
        )) {
          const days = own.filter((day) => day.date >= first.date && day.date <= last.date);
          const amountE4 = -toE4(unitsOf(person, kind, days));
          found.set(personId, [...(found.get(personId) ?? []), { kind, date: last.date, amountE4 }]);
        }
      }
    }
  return found;
}
