/** What a call to an outside service came to. A missing or senseless answer is "unknown", never success, never failure. */
export type Outcome =
  | { kind: "acknowledged"; receipt: string; detail: string }
  | {
      kind: "final";
      state: "accepted" | "acceptedWithWarnings" | "partial" | "rejected";
      detail: string;
      items: OutcomeItem[];
      lines?: LineOutcome[];
    }
  | { kind: "waiting"; detail: string }
  | { kind: "refused"; detail: string; items: OutcomeItem[] }
  | { kind: "notThere" }
  | { kind: "unknown"; detail: string };

export interface OutcomeItem {
  severity: "error" | "warning";
  code: string;
  text: string;
  payrollId: string | null;
}

export interface LineOutcome {
  line: number;
  state: "paid" | "returned";
  reason: string;
}

export interface RawAnswer {
  status: number;
  body: string;
}

/** Keeps a raw answer before anybody tries to understand it. */
export type Keep = (answer: RawAnswer) => void;

/** One HTTP exchange; null when no whole answer came. */
export async function ask(url: string, init: RequestInit, keep: Keep): Promise<RawAnswer | null> {
  try {
    const response = await fetch(url, { ...init, signal: AbortSignal.timeout(30_000) });
    const answer = { status: response.status, body: await response.text() };
    keep(answer);
    return answer;
  } catch {
    return null;
  }
}

export function parsed(answer: RawAnswer): Record<string, unknown> | null {
  try {
    const value = JSON.parse(answer.body) as unknown;
    return typeof value === "object" && value !== null ? (value as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}

/** Answers that speak of the moment, not of the message: ask again later. */
export const isPassing = (status: number): boolean =>
  status >= 500 || status === 429 || status === 408 || status === 425;
