/** Calls of the staff pages: what a call said, and what it answers. Kept small: a phone fetches it on a bad line. */
import { useCallback, useEffect, useRef, useState } from "react";
import { pressAnswered, pressOf } from "../state/press.ts";

export interface Fault {
  status: number;
  detail: string;
  code: string;
  /** by the path of a field */
  errors: Record<string, string>;
}
export type Answer<T> = { data: T; fault: null } | { data: null; fault: Fault };

/** Not reached at all: the signal is gone, nothing was refused. */
export const isOffline = (fault: Fault | null): boolean => fault?.status === 0;

/** @param keepsTyping the page keeps what is typed until it is answered, and sends it again by itself */
export async function call<T>(method: string, path: string, body?: unknown, keepsTyping = false): Promise<Answer<T>> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  // The same until it is answered: where only the answer was lost, pressed once more it is done once.
  const key = method === "GET" || keepsTyping ? null : pressOf(path, `${method} ${text}`);
  try {
    const response = await fetch(`/api${path}`, {
      method,
      headers: {
        "X-Zesty": "1",
        ...(key === null ? {} : { "Idempotency-Key": key }),
        ...(text === undefined ? {} : { "Content-Type": "application/json" }),
      },
      ...(text === undefined ? {} : { body: text }),
    });
    if (key !== null) pressAnswered(path, key, response.status);
    const said = (await response.json().catch(() => ({}))) as Record<string, unknown>;
    if (response.ok) return { data: said as T, fault: null };
    const errors = (said.errors ?? []) as { path: string; text: string }[];
    return {
      data: null,
      fault: {
        status: response.status,
        detail: String(said.detail ?? "Something went wrong here. Try again."),
        code: String(said.code ?? ""),
        errors: Object.fromEntries(errors.map((each) => [each.path, each.text])),
      },
    };
  } catch {
    return {
      data: null,
      fault: { status: 0, code: "offline", errors: {}, detail: "There is no signal. Try again when it is back." },
    };
  }
}

/** A phone is put away and taken out again: what it shows then may be of days ago. */
const oldAfterMs = 60_000;

/**
 * What an address says, fetched when it is first shown and whenever `again` is called.
 * @param staysFresh fetched again, quietly, when the page comes back into sight and is no longer of this minute
 */
export function useFetched<T>(path: string | null, staysFresh = false) {
  const [answer, setAnswer] = useState<{ path: string; at: number; answer: Answer<T> } | null>(null);
  // Another turn begins whenever something is asked for or put there: an answer of a turn before is not shown any more.
  const turn = useRef(0);
  const keep = useCallback((of: string, what: Answer<T>) => setAnswer({ path: of, at: Date.now(), answer: what }), []);
  const again = useCallback(async () => {
    if (!path) return;
    turn.current += 1;
    const mine = turn.current;
    const now = await call<T>("GET", path);
    if (turn.current === mine) keep(path, now);
  }, [path, keep]);
  useEffect(() => void again(), [again]);
  const since = answer?.path === path ? answer.at : null;
  useEffect(() => {
    if (!staysFresh || path === null || since === null) return;
    const look = async () => {
      if (document.visibilityState !== "visible" || Date.now() - since < oldAfterMs) return;
      const mine = turn.current;
      const now = await call<T>("GET", path);
      // Where nobody answers, what is there stays, and what is typed over it.
      if (now.data && turn.current === mine) keep(path, now);
    };
    const seen = () => void look();
    document.addEventListener("visibilitychange", seen);
    return () => document.removeEventListener("visibilitychange", seen);
  }, [staysFresh, path, since, keep]);
  const shown = answer?.path === path ? answer.answer : null;
  const put = (data: T) => {
    turn.current += 1;
    if (path) keep(path, { data, fault: null });
  };
  return { data: shown?.data ?? null, fault: shown?.fault ?? null, again, put };
}
