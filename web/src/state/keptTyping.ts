/** What was typed in a run and is not yet at the server. */
import type { RowChange } from "@zesty/contract/runs";
import { keepHere, keptHere } from "./keptHere.ts";

export interface KeptTyping {
  version: number;
  rows: RowChange[];
  /** when it was typed, for the person who is asked about it */
  at: number;
}

export const keepTyping = (runId: number, typed: Omit<KeptTyping, "at">, now = Date.now()): void =>
  keepHere(String(runId), typed.rows.length === 0 ? null : { ...typed, at: now });
export const forgetTyping = (runId: number): void => keepHere(String(runId), null);
export const keptTyping = (runId: number): KeptTyping | null => keptHere<KeptTyping>(String(runId));
