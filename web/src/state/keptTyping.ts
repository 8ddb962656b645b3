/** What was typed in a run and is not yet at the server. */
import type { RowChange } from "@zesty/contract/runs";
import { keepOfTab, takeOver } from "./keptHere.ts";

export interface KeptTyping {
  version: number;
  rows: RowChange[];
  /** when it was typed, for the person who is asked about it */
  at: number;
}

export const keepTyping = (runId: number, typed: Omit<KeptTyping, "at">, now = Date.now()): void =>
  keepOfTab(String(runId), typed.rows.length === 0 ? null : { ...typed, at: now });
export const forgetTyping = (runId: number): void => keepOfTab(String(runId), null);
/** What several tabs left is one, in the order in which it was typed, and as old as the oldest of it. */
export const keptTyping = (runId: number): KeptTyping | null =>
  takeOver<KeptTyping>(String(runId), (left) => ({
    version: Math.min(...left.map(({ version }) => version)),
    rows: left.sort((one, other) => one.at - other.at).flatMap(({ rows }) => rows),
    at: Math.max(...left.map(({ at }) => at)),
  }));
