/**
 * Where the money of a due stands. Every cent is in exactly one state: a part that is on its way is where its payment is;
 * what no payment holds is owed, came back, or is late. Common practice, no source; "late" by the law's own day.
 */
import type { IsoDate } from "../calendar/dates.ts";

/** On its way, in order; allocated: the fund has given it to the member. */
export const stations = ["prepared", "sent", "received", "allocated"] as const;
export type Station = (typeof stations)[number];
export type DueState = "owed" | "returned" | "late" | Station;

/** Sums in cents. What came back is owed again: `returned` says how much ever did; of several dues, of what is left of each. */
export interface DueSums extends Record<Station, number> {
  owed: number;
  returned: number;
}

export interface Standing {
  /** cents by state; states without any are left out */
  parts: { state: DueState; cents: number }[];
  /** what no payment holds */
  unpaid: number;
  /** with whom it is owed to: received or allocated */
  there: number;
  /** its day is over and it is not all there */
  isLate: boolean;
}

/** @param today of the business @returns below nought unpaid: more is on its way than is owed, as after a run was taken back */
export function standingOf(sums: DueSums, dueDate: IsoDate, today: IsoDate): Standing {
  const there = sums.received + sums.allocated;
  const unpaid = sums.owed - there - sums.prepared - sums.sent;
  const isLate = today > dueDate && there < sums.owed;
  const left = Math.max(unpaid, 0);
  const back = isLate ? 0 : Math.min(left, sums.returned);
  const parts = [
    { state: (isLate ? "late" : "owed") as DueState, cents: left - back },
    { state: "returned" as DueState, cents: back },
    ...stations.map((station) => ({ state: station, cents: sums[station] })),
  ];
  return { parts: parts.filter((each) => each.cents !== 0), unpaid, there, isLate };
}
