/** Calls of the staff pages: what a call said, and what it answers. Kept small: a phone fetches it on a bad line. */
import { useCallback, useEffect, useState } from "react";
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

/** What an address says, fetched when it is first shown and whenever `again` is called. */
export function useFetched<T>(path: string | null) {
  const [answer, setAnswer] = useState<{ path: string; answer: Answer<T> } | null>(null);
  const again = useCallback(async () => {
    if (path) setAnswer({ path, answer: await call<T>("GET", path) });
  }, [path]);
  useEffect(() => void again(), [again]);
  const known = answer?.path === path ? answer.answer : null;
  const put = (data: T) => path && setAnswer({ path, answer: { data, fault: null } });
  return { data: known?.data ?? null, fault: known?.fault ?? null, again, put };
}
