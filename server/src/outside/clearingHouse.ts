/**
 * The clearing house: takes a contributions file under its ID, is asked for it by that ID after a lost answer, and says of
 * each line when the fund had the money, when it was allocated, or why it came back.
 */
import { createHash } from "node:crypto";
import { isDate } from "@zesty/core/calendar/dates";
import type { Keep, Outcome } from "./outcome.ts";
import { ask, isPassing, isRefusal, noWord, parsed, type RawAnswer } from "./outcome.ts";

export interface ContributionsMessage {
  messageId: string;
  business: string;
  fileId: string;
  bytes: Buffer;
}

/** A line of ours: each has to be spoken of, with its amount. */
export interface SentLine {
  line: number;
  cents: number;
}

export interface ToldLine {
  line: number;
  state: "held" | "received" | "allocated" | "returned";
  /** when the fund had it; null: not yet */
  receivedOn: string | null;
  endedOn: string | null;
  memberNumber: string | null;
  reason: string;
}

const states: Record<string, ToldLine["state"]> = {
  HELD: "held",
  SENT: "received",
  ALLOCATED: "allocated",
  REFUNDED: "returned",
};
const nonsense: Outcome = {
  kind: "unknown",
  odd: true,
  detail: "The clearing house's answer made no sense. We ask again.",
};
const noAnswer = (answer: RawAnswer | null) =>
  noWord(
    "the clearing house",
    answer,
    "The clearing house did not answer. We ask whether it has the file before it is sent again.",
  );
const fingerprint = ({ bytes }: Pick<ContributionsMessage, "bytes">): string =>
  createHash("sha256").update(bytes).digest("hex");
const isOurs = (body: Record<string, unknown>, message: ContributionsMessage): boolean =>
  body.fileId === message.fileId && body.fingerprint === fingerprint(message) && typeof body.id === "string";
const taken = (id: unknown): Outcome => ({
  kind: "acknowledged",
  receipt: String(id),
  detail: `The clearing house has the contributions as ${String(id)}, and waits for their money.`,
});

export async function sendContributions(base: string, message: ContributionsMessage, keep: Keep): Promise<Outcome> {
  const answer = await ask(
    `${base}/v1/batches`,
    {
      method: "POST",
      headers: {
        ...{ "Content-Type": "text/csv", "Idempotency-Key": message.messageId, "X-Client": "zesty-ledger/0.1" },
        "X-Business": message.business,
      },
      body: new Uint8Array(message.bytes),
    },
    keep,
  );
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const body = parsed(answer);
  if (!body) return nonsense;
  if (answer.status === 409 && body.code === "FILE_TAKEN")
    return isOurs(body, message)
      ? taken(body.id)
      : {
          ...{ kind: "refused", items: [], held: true },
          detail: `The clearing house has another file under this ID: ${String(body.id)}. Nothing was taken, and nothing is paid for it.`,
        };
  if (isRefusal(answer, body)) {
    const faults = Array.isArray(body.faults) ? (body.faults as { line: number; text: string }[]) : [];
    const [first] = faults;
    const detail = first ? `, line ${first.line}: ${first.text}` : `: ${String(body.text ?? body.code)}`;
    return { kind: "refused", detail: `Refused by the clearing house${detail}`, items: [] };
  }
  return answer.status < 300 && isOurs(body, message) ? taken(body.id) : nonsense;
}

export async function findContributions(base: string, message: ContributionsMessage, keep: Keep): Promise<Outcome> {
  const asked = new URLSearchParams({ fileId: message.fileId, business: message.business });
  const answer = await ask(`${base}/v1/batches?${asked.toString()}`, {}, keep);
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const batches = parsed(answer)?.batches;
  if (!Array.isArray(batches)) return nonsense;
  if (batches.length === 0) return { kind: "notThere" };
  const found = (batches as Record<string, unknown>[]).find((each) => isOurs(each, message));
  return found ? taken(found.id) : nonsense;
}

/** What the clearing house holds of a business from a day on; null where it cannot be asked. */
export async function batchesSince(base: string, business: string, from: string) {
  const asked = new URLSearchParams({ business, from });
  const answer = await ask(`${base}/v1/batches?${asked.toString()}`, {}, () => {});
  const batches = answer?.status === 200 ? parsed(answer)?.batches : null;
  if (!Array.isArray(batches)) return null;
  return (batches as Record<string, unknown>[]).map((each) => ({
    ...{ receipt: String(each.id), knownAs: String(each.fingerprint), date: String(each.receivedOn) },
    cents: ((each.lines as { cents: number }[] | undefined) ?? []).reduce((sum, line) => sum + Number(line.cents), 0),
  }));
}

/** What the clearing house says of each of our lines; a sentence where it cannot be believed or says nothing yet. */
export async function contributionLines(
  base: string,
  receipt: string,
  message: ContributionsMessage,
  own: readonly SentLine[],
  keep: Keep,
): Promise<ToldLine[] | Extract<Outcome, { kind: "waiting" }>> {
  const answer = await ask(`${base}/v1/batches/${encodeURIComponent(receipt)}`, {}, keep);
  const body = answer?.status === 200 ? parsed(answer) : null;
  if (!body)
    return {
      kind: "waiting",
      detail: `The clearing house has the contributions as ${receipt}. It cannot be asked just now; we try again.`,
    };
  const raw = Array.isArray(body.lines) ? (body.lines as Record<string, unknown>[]) : [];
  const told = new Map(raw.map((each) => [each.line, each]));
  const day = (value: unknown) => (typeof value === "string" && isDate(value) ? value : null);
  const lines = own.flatMap(({ line, cents }): ToldLine[] => {
    const said = told.get(line);
    const state = states[String(said?.state)];
    if (!said || !state || said.cents !== cents) return [];
    const [receivedOn, endedOn] = [day(said.fundHadItOn), day(said.endedOn)];
    // A state that has no day is none.
    if ((state === "received" || state === "allocated") && receivedOn === null) return [];
    if ((state === "allocated" || state === "returned") && endedOn === null) return [];
    const memberNumber =
      typeof said.memberNumber === "string" && said.memberNumber ? said.memberNumber.slice(0, 20) : null;
    return [{ line, state, receivedOn, endedOn, memberNumber, reason: String(said.text ?? "").slice(0, 200) }];
  });
  if (body.id !== receipt || !isOurs(body, message) || lines.length !== own.length)
    return {
      ...{ kind: "waiting", odd: true },
      detail: `What the clearing house says of ${receipt} makes no sense: it is about another file, or says nothing of some contributions or other amounts. We ask again; call it where this stays.`,
    };
  return lines;
}
