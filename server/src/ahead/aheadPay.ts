/** A pay that is ahead, and what a forecast holds. */
import type { RowFigures } from "@zesty/core/pay/snapshot";
import type { DueEntry, LeaveMove } from "../row/prepared.ts";
import type { AheadWho } from "./changes.ts";
import type { PeriodAhead } from "./periods.ts";

export const sumNames = ["gross", "withheld", "super", "net", "cost"] as const;
export type SumName = (typeof sumNames)[number];

export interface AheadPay {
  /** key of who is paid */
  who: string;
  payday: string;
  cents: Record<SumName, number>;
  dues: Pick<DueEntry, "kind" | "fundId" | "cents" | "due">[];
  /** what it earns and takes, where that is no part of a ledger */
  leave: { kind: string; e4: number; once: boolean }[];
}

export interface Forecast {
  who: AheadWho[];
  pays: AheadPay[];
  periods: PeriodAhead[];
  /** tables that are not known to the end, with their last day */
  unknown: Map<string, string>;
  /** by place of the sentence, what could not be done */
  told: Map<number, Set<string>>;
  /** who is in a cycle and comes to nothing */
  nothing: Set<string>;
  /** what leave is worth at the end, in cents, by key */
  leaveCents: Map<string, number>;
  /** by period and who, what their pay comes from */
  held: Map<string, Held>;
}

export interface Known {
  pay: AheadPay;
  facts: [string, number][];
  figures: RowFigures;
  /** what it moves in the ledger of leave */
  moves: readonly LeaveMove[];
  /** days of the record of time that it pays */
  days: string[];
  /** what was paid before changes what comes next */
  counts: boolean;
}
export interface Held {
  known: Known | null;
  period: PeriodAhead;
}
