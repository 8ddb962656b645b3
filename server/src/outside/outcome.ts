/**
 * What a call to an outside service came to. A missing or senseless answer is "unknown", never success, never failure.
 * `odd`: an answer came, and it makes no sense; somebody is told, since waiting alone may never mend it.
 */
export type Outcome =
  | { kind: "acknowledged"; receipt: string; detail: string }
  | {
      kind: "final";
      state: "accepted" | "acceptedWithWarnings" | "partial" | "rejected";
      detail: string;
      items: OutcomeItem[];
      lines?: LineOutcome[];
    }
  | { kind: "waiting"; detail: string; odd?: true }
  /** `held`: the receiver holds another message for the same; what it may have done with that one is not known here */
  | { kind: "refused"; detail: string; items: OutcomeItem[]; held?: true }
  | { kind: "notThere" }
  | { kind: "unknown"; detail: string; odd?: true };

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

/** An answer of a receiver is some kilobytes; what is longer than this is none, and is not read on. */
const longest = 1_000_000;
/** What is kept of an answer, in characters. */
const keptLength = 64_000;

/**
 * One HTTP exchange; null when no whole answer came. Nobody is followed elsewhere: what stands at another address is not
 * the receiver's word.
 */
export async function ask(url: string, init: RequestInit, keep: Keep): Promise<RawAnswer | null> {
  try {
    const response = await fetch(url, { ...init, redirect: "error", signal: AbortSignal.timeout(30_000) });
    const { text, whole } = await read(response);
    keep({ status: response.status, body: text.slice(0, keptLength) });
    // A cut answer is no JSON: it makes no sense to whoever reads it.
    return { status: response.status, body: whole ? text : "" };
  } catch {
    return null;
  }
}

async function read(response: Response): Promise<{ text: string; whole: boolean }> {
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const part of response.body ?? []) {
    parts.push(part as Uint8Array);
    length += (part as Uint8Array).length;
    // Leaving the loop ends the exchange.
    if (length > longest) break;
  }
  return { text: Buffer.concat(parts).toString("utf8"), whole: length <= longest };
}

export function parsed(answer: RawAnswer): Record<string, unknown> | null {
  try {
    const value = JSON.parse(answer.body) as unknown;
    return typeof value === "object" && value !== null && !Array.isArray(value)
      ? (value as Record<string, unknown>)
      : null;
  } catch {
    return null;
  }
}

/**
 * Answers that speak of the moment or of the way there, not of the message: ask again later. A gateway that is asked to
 * let nobody through says 401, 403, 404 or 407 of messages that its receiver may hold.
 */
export const isPassing = (status: number): boolean =>
  status >= 500 || [401, 403, 404, 407, 408, 425, 429].includes(status);

/** Whether an answer is the receiver's own refusal: it names one of its codes. Any other "no" decides nothing. */
export const isRefusal = ({ status }: RawAnswer, body: Record<string, unknown>): boolean =>
  status >= 400 && !isPassing(status) && typeof body.code === "string" && /^[A-Z][A-Z0-9_]{1,40}$/.test(body.code);

/** "No answer", or that something on the way answered in the receiver's place. */
export const noWord = (who: string, answer: RawAnswer | null, detail: string): Outcome =>
  answer && [401, 403, 404, 407].includes(answer.status)
    ? {
        kind: "unknown",
        odd: true,
        detail: `Something on the way to ${who} turned the message away (${answer.status}). We ask again; look at the connection where this stays.`,
      }
    : { kind: "unknown", detail };
