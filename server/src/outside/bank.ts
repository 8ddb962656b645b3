/** The bank: takes a payment file, is asked about it by its fingerprint after a lost answer, and settles it on its day. */
import { createHash } from "node:crypto";
import { dateWords } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import type { Keep, LineOutcome, Outcome } from "./outcome.ts";
import { ask, isPassing, isRefusal, noWord, parsed, type RawAnswer } from "./outcome.ts";

export interface PaymentFileMessage {
  messageId: string;
  /** whose file it is, and which payment of theirs: the same for whatever pays the same people for the same period */
  business: string;
  reference: string;
  bytes: Buffer;
  /** the fingerprint under which the bank holds it, where that is not of these bytes: taken over after a restore */
  knownAs: string | null;
}
type OfOurs = Pick<PaymentFileMessage, "bytes" | "knownAs">;

const fingerprint = ({ bytes, knownAs }: OfOurs): string => knownAs ?? createHash("sha256").update(bytes).digest("hex");
/** What a settled line may be. */
const lineStates: ReadonlySet<string> = new Set(["PAID", "RETURNED"]);
const noAnswer = (answer: RawAnswer | null) =>
  noWord("the bank", answer, "The bank did not answer. We ask whether it has the file before it is sent again.");
const nonsense: Outcome = { kind: "unknown", odd: true, detail: "The bank's answer made no sense. We ask again." };
const taken = (id: string, date: string): Outcome => ({
  kind: "acknowledged",
  receipt: id,
  detail: `The bank has the file as ${id}. The money moves on ${dateWords(date)}.`,
});

export async function sendPaymentFile(base: string, message: PaymentFileMessage, keep: Keep): Promise<Outcome> {
  const answer = await ask(
    `${base}/v1/files`,
    {
      method: "POST",
      headers: {
        ...{ "Content-Type": "text/plain", "Idempotency-Key": message.messageId, "X-Client": "zesty-ledger/0.1" },
        ...{ "X-Business": message.business, "X-Reference": message.reference },
      },
      body: new Uint8Array(message.bytes),
    },
    keep,
  );
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const body = parsed(answer);
  if (!body) return nonsense;
  if (answer.status === 409 && body.code === "DUPLICATE_FILE") return findPaymentFile(base, message, keep);
  if (answer.status === 409 && body.code === "REFERENCE_TAKEN")
    return {
      ...{ kind: "refused", items: [], held: true },
      detail: `The bank has a file for this payment already: ${String(body.id)} over ${dollarsOf(body.creditCents)}. This one was not taken, and nobody is paid twice. Where that file is this run's, say so under Set-up, Safety.`,
    };
  if (isRefusal(answer, body)) {
    const faults = Array.isArray(body.faults) ? (body.faults as { line: number; text: string }[]) : [];
    const [first] = faults;
    return {
      kind: "refused",
      detail: first
        ? `Refused by the bank, line ${first.line}: ${first.text}`
        : `Refused by the bank: ${String(body.text ?? "")}`,
      items: [],
    };
  }
  return answer.status < 300 && typeof body.id === "string" && isOurs(body, message)
    ? taken(body.id, String(body.processDate))
    : nonsense;
}

const dollarsOf = (cents: unknown): string =>
  Number.isSafeInteger(cents) ? `$${centsText(Number(cents)).replace(/\B(?=(\d{3})+\.)/g, ",")}` : "?";

/** A file that the bank holds of a business, whoever made it. */
export interface HeldFile {
  receipt: string;
  knownAs: string;
  date: string;
  cents: number;
}

/** What the bank holds of a business from a day on; null where it cannot be asked. */
export async function filesSince(base: string, business: string, from: string): Promise<HeldFile[] | null> {
  const answer = await ask(`${base}/v1/files?${new URLSearchParams({ business, from }).toString()}`, {}, () => {});
  const files = answer?.status === 200 ? parsed(answer)?.files : null;
  if (!Array.isArray(files)) return null;
  return (files as Record<string, unknown>[]).map((each) => ({
    ...{ receipt: String(each.id), date: String(each.processDate), cents: Number(each.creditCents) },
    knownAs: String(each.fingerprint),
  }));
}

/** An answer counts for our file alone: the bank says by the fingerprint which one it speaks of. */
const isOurs = (body: Record<string, unknown>, message: OfOurs): boolean => body.fingerprint === fingerprint(message);

export async function findPaymentFile(base: string, message: OfOurs, keep: Keep): Promise<Outcome> {
  const answer = await ask(`${base}/v1/files?fingerprint=${fingerprint(message)}`, {}, keep);
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const files = parsed(answer)?.files;
  if (!Array.isArray(files)) return nonsense;
  if (files.length === 0) return { kind: "notThere" };
  const found = (files as Record<string, unknown>[]).find((each) => isOurs(each, message));
  return found && typeof found.id === "string" ? taken(found.id, String(found.processDate)) : nonsense;
}

interface SaidLine {
  line: number;
  cents: number;
  state: string;
  reasonText: string;
}

/** A line of the file that pays somebody. */
export interface OwnLine {
  line: number;
  cents: number;
}

/** @param own lines of the file that pay somebody: each has to be spoken of, with its amount */
export async function paymentFileResult(
  base: string,
  receipt: string,
  message: OfOurs,
  own: readonly OwnLine[],
  keep: Keep,
): Promise<Outcome> {
  const answer = await ask(`${base}/v1/files/${encodeURIComponent(receipt)}`, {}, keep);
  const body = answer?.status === 200 ? parsed(answer) : null;
  if (!body)
    return {
      kind: "waiting",
      detail: `The bank has the file as ${receipt}. It cannot be asked just now; we try again.`,
    };
  if (body.state !== "SETTLED")
    return {
      kind: "waiting",
      detail: `The bank has the file as ${receipt}. The money moves on ${dateWords(String(body.processDate))}.`,
    };
  const raw = Array.isArray(body.lines) ? (body.lines as SaidLine[]) : [];
  const said = new Map(raw.map((each) => [each.line, each]));
  const isSaid = ({ line, cents }: OwnLine) =>
    lineStates.has(said.get(line)?.state ?? "") && said.get(line)?.cents === cents;
  // Nothing is settled on the word of another file, or where a payment of ours is left out.
  if (body.id !== receipt || !isOurs(body, message) || !own.every(isSaid))
    return {
      ...{ kind: "waiting", odd: true },
      detail: `What the bank says of the file ${receipt} makes no sense: it is about another file, or says nothing of some payments or other amounts. We ask again; call the bank where this stays.`,
    };
  const lines = raw.map(
    (each): LineOutcome => ({
      line: each.line,
      state: each.state === "RETURNED" ? "returned" : "paid",
      reason: each.reasonText,
    }),
  );
  const returned = lines.filter((each) => each.state === "returned").length;
  return {
    kind: "final",
    state: returned === 0 ? "accepted" : returned === lines.length ? "rejected" : "partial",
    detail:
      returned === 0
        ? "Paid to everybody."
        : `${returned} of ${lines.length} payments came back. Mend the account, then pay it again.`,
    items: [],
    lines,
  };
}
