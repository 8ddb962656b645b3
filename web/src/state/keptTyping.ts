/** What was typed in a run and is not yet at the server, kept in this browser: a crash or a closed tab loses nothing. */
import type { RowChange } from "@zesty/contract/runs";

export interface KeptTyping {
  version: number;
  rows: RowChange[];
  /** when it was typed, for the person who is asked about it */
  at: number;
}

const key = (runId: number) => `zesty-typed-${runId}`;

export function keepTyping(runId: number, typed: Omit<KeptTyping, "at">, now = Date.now()): void {
  try {
    if (typed.rows.length === 0) localStorage.removeItem(key(runId));
    else localStorage.setItem(key(runId), JSON.stringify({ ...typed, at: now }));
  } catch {
    // A full or forbidden storage must not stop the typing; the server has it a moment later.
  }
}

export const forgetTyping = (runId: number): void => keepTyping(runId, { version: 0, rows: [] });

export function keptTyping(runId: number): KeptTyping | null {
  try {
    const text = localStorage.getItem(key(runId));
    return text ? (JSON.parse(text) as KeptTyping) : null;
  } catch {
    return null;
  }
}
