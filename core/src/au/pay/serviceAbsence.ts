/**
 * Absences without pay, and which of them are no service: for redundancy pay and notice by the Fair Work Act 2009, s 22 (an
 * unpaid absence is no service, but for community service and stand-downs; for notice only an unauthorised one is none), for
 * long service by each State's own rule (longServiceLeave.ts). The employment goes on all the same.
 * Example: seven years with one of unpaid parental leave in them are six years for redundancy pay, and seven for notice.
 */
import { addDays, daysBetween, type IsoDate } from "../../calendar/dates.ts";
import { leaveKind } from "../../leave/kinds.ts";
import type { UnpaidSpan } from "../longServiceLeave.ts";

export interface UnpaidAbsence {
  /** a kind of leave */
  kind: string;
  from: IsoDate;
  /** calendar days */
  days: number;
}

/** Kinds that are no service by the Fair Work Act; leave accrues on what is. */
const isNoService = (kind: string): boolean => leaveKind(kind).unpaid && !leaveKind(kind).accrues;

/** Kinds of unpaid leave that may take somebody out of service, for who looks for them on record. */
export const noService = ["unpaid", "unpaidPersonal", "unpaidCarer", "unpaidCompassionate", "unpaidParental"]
  .concat(["industrialAction", "absent"])
  .filter(isNoService);

/** @returns calendar days up to the last day that do not count for redundancy pay, or for notice */
export function daysOutOfService(
  absences: readonly UnpaidAbsence[],
  { serviceFrom, lastDay }: { serviceFrom: IsoDate; lastDay: IsoDate },
  of: "redundancy" | "notice",
): number {
  return absences
    .filter(({ kind }) => (of === "notice" ? kind === "absent" : isNoService(kind)))
    .reduce((sum, { from, days }) => {
      const first = from < serviceFrom ? serviceFrom : from;
      const end = addDays(from, days) > lastDay ? addDays(lastDay, 1) : addDays(from, days);
      return sum + Math.max(0, daysBetween(first, end));
    }, 0);
}

/** The absences as the long service Acts tell them apart. */
export const spansOf = (absences: readonly UnpaidAbsence[]): UnpaidSpan[] =>
  absences
    .filter(({ kind }) => isNoService(kind))
    .map(({ kind, from, days }) => ({
      kind: kind === "unpaidParental" ? "parental" : kind === "unpaidPersonal" ? "illness" : "unpaid",
      ...{ from, days },
    }));
