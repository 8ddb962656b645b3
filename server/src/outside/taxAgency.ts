/** The tax agency: sends a pay event, finds one after a lost answer, asks for its result. */
import { createHash } from "node:crypto";
import type { Keep, Outcome, OutcomeItem } from "./outcome.ts";
import { ask, isPassing, isRefusal, noWord, parsed, type RawAnswer } from "./outcome.ts";

export interface PayEventMessage {
  /** one for ever: that this very message came before */
  key: string;
  submissionId: string;
  /** of the events that this one replaces: they are not its own */
  notReceipts: readonly string[];
  bmsId: string;
  payer: string;
  bytes: Buffer;
}

const noAnswer = (answer: RawAnswer | null) =>
  noWord(
    "the tax agency",
    answer,
    "The tax agency did not answer. We ask again before anything is sent a second time.",
  );
const nonsense: Outcome = {
  ...{ kind: "unknown", odd: true },
  detail: "The tax agency's answer made no sense. We ask again.",
};

export async function sendPayEvent(base: string, message: PayEventMessage, keep: Keep): Promise<Outcome> {
  const answer = await ask(
    `${base}/v1/pay-events`,
    {
      method: "POST",
      headers: {
        "Content-Type": "application/xml",
        "Idempotency-Key": message.key,
        "Content-Digest": `sha-256=:${createHash("sha256").update(message.bytes).digest("base64")}:`,
        "X-Client": "zesty-ledger/0.1",
      },
      body: new Uint8Array(message.bytes),
    },
    keep,
  );
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const body = parsed(answer);
  if (!body) return nonsense;
  if (answer.status === 409 && body.code === "IN_PROGRESS") return noAnswer(null);
  // The number follows from what the event says: the agency has it already, only made at another time.
  const known = answer.status === 409 ? await findPayEvent(base, message, keep) : null;
  // Of an event that replaces another the agency may know that other one only: then it refused this one.
  const isOfReplaced = message.notReceipts.length > 0 && typeof body.code === "string";
  if (known && (known.kind !== "notThere" || !isOfReplaced)) return known;
  if (known || isRefusal(answer, body)) {
    const items = readItems(body.items);
    const text = items.find((item) => item.severity === "error")?.text ?? String(body.text ?? "No reason was given.");
    return { kind: "refused", detail: `Refused by the tax agency: ${text}`, items };
  }
  if (answer.status >= 300 || typeof body.receipt !== "string" || body.submissionId !== message.submissionId)
    return nonsense;
  return {
    kind: "acknowledged",
    receipt: body.receipt,
    detail: `Received under ${body.receipt}; the result is awaited.`,
  };
}

export async function findPayEvent(base: string, message: PayEventMessage, keep: Keep): Promise<Outcome> {
  const query = new URLSearchParams({ submissionId: message.submissionId, bmsId: message.bmsId, payer: message.payer });
  const answer = await ask(`${base}/v1/pay-events?${query.toString()}`, {}, keep);
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const events = parsed(answer)?.events;
  if (!Array.isArray(events)) return nonsense;
  const [found] = (events as { receipt?: unknown }[]).filter(
    ({ receipt }) => typeof receipt !== "string" || !message.notReceipts.includes(receipt),
  );
  if (!found) return { kind: "notThere" };
  if (typeof found.receipt !== "string") return nonsense;
  return {
    kind: "acknowledged",
    receipt: found.receipt,
    detail: `Found at the tax agency under ${found.receipt}; the result is awaited.`,
  };
}

/** An event that the agency holds of a payer, whoever made it. */
export interface HeldEvent {
  receipt: string;
  knownAs: string;
  date: string;
}

/** What the agency holds of a payer from a pay date on; null where it cannot be asked. */
export async function eventsSince(
  base: string,
  { bmsId, payer }: Pick<PayEventMessage, "bmsId" | "payer">,
  from: string,
): Promise<HeldEvent[] | null> {
  const query = new URLSearchParams({ bmsId, payer, from });
  const answer = await ask(`${base}/v1/pay-events?${query.toString()}`, {}, () => {});
  const events = answer?.status === 200 ? parsed(answer)?.events : null;
  if (!Array.isArray(events)) return null;
  return (events as Record<string, unknown>[]).map(({ receipt, payDate, submissionId }) => ({
    ...{ receipt: String(receipt), date: String(payDate), knownAs: String(submissionId) },
  }));
}

const results = {
  ACCEPTED: "accepted",
  ACCEPTED_WITH_WARNINGS: "acceptedWithWarnings",
  PARTIAL: "partial",
  REJECTED: "rejected",
} as const;

export async function payEventResult(
  base: string,
  receipt: string,
  submissionId: string,
  keep: Keep,
): Promise<Outcome> {
  const answer = await ask(`${base}/v1/pay-events/${encodeURIComponent(receipt)}`, {}, keep);
  if (answer?.status !== 200)
    return {
      kind: "waiting",
      detail: `Received under ${receipt}. The tax agency cannot be asked just now; we try again.`,
    };
  const body = parsed(answer);
  // An answer about another submission is set aside.
  if (body?.submissionId !== submissionId || body.receipt !== receipt)
    return {
      ...{ kind: "waiting", odd: true },
      detail: `Received under ${receipt}. The last answer was not about this event and was set aside.`,
    };
  const state = results[body.result as keyof typeof results];
  if (!state) return { kind: "waiting", detail: `Received under ${receipt}; the tax agency is still working on it.` };
  const counts = body.counts as { accepted?: number; rejected?: number } | undefined;
  const words = {
    accepted: "Accepted for everybody.",
    acceptedWithWarnings: "Accepted, with warnings to read.",
    partial: `Accepted for ${counts?.accepted ?? 0}, rejected for ${counts?.rejected ?? 0}. Mend the person's facts; the next event carries them.`,
    rejected: "Rejected. Mend what is listed and send a new event.",
  }[state];
  return { kind: "final", state, detail: words, items: readItems(body.items) };
}

function readItems(raw: unknown): OutcomeItem[] {
  if (!Array.isArray(raw)) return [];
  return (raw as Record<string, unknown>[]).map((item) => ({
    severity: item.severity === "ERROR" ? "error" : "warning",
    code: String(item.code ?? ""),
    text: String(item.text ?? ""),
    payrollId: typeof item.payrollId === "string" ? item.payrollId : null,
  }));
}
