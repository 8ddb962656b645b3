/** A pay that is ahead, and what a forecast holds. */
import type { DueEntry } from "../row/prepared.ts";
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
  /** what leave is worth at the end, in cents; null where it is not foretold */
  leaveCents: number | null;
  /** by period and who, what their pay comes from */
  held: Map<string, Held>;
}

export interface Known {
  pay: AheadPay;
  facts: [string, number][];
  /** days of the record of time that it pays */
  days: string[];
  /** what was paid before changes what comes next */
  counts: boolean;
}
export interface Held {
  known: Known | null;
  period: PeriodAhead;
}
