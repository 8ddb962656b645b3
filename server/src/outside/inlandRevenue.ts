/** Inland Revenue: files employment information, finds a filing after a lost answer, asks for its state. */
import { createHash } from "node:crypto";
import type { NoticeKind } from "@zesty/contract/nz/notices";
import { centsText } from "@zesty/core/quantity/units";
import type { Keep, Outcome, OutcomeItem, RawAnswer } from "./outcome.ts";
import { ask, isPassing, isRefusal, noWord, parsed } from "./outcome.ts";

/** A notice as it is told. */
export interface ToldNotice {
  number: string;
  ird: string;
  from: string;
  kind: NoticeKind;
  value: string;
}

export interface FilingMessage {
  messageId: string;
  employer: string;
  payday: string;
  amendment: number;
  bytes: Buffer;
  /** the digest under which it is filed, where that is not of these bytes: taken over after a restore */
  knownAs: string | null;
}

const noAnswer = (answer: RawAnswer | null) =>
  noWord(
    "Inland Revenue",
    answer,
    "Inland Revenue did not answer. We ask again before anything is sent a second time.",
  );
const nonsense: Outcome = {
  ...{ kind: "unknown", odd: true },
  detail: "Inland Revenue's answer made no sense. We ask again.",
};

/** Tokens by service and employer; one is fetched anew once when it is refused, never in a loop. */
const tokens = new Map<string, string>();

async function fetchToken(base: string, employer: string, keep: Keep): Promise<string | null> {
  const answer = await ask(
    `${base}/v1/token`,
    {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ person: "zesty-ledger", employer }),
    },
    ({ status }) => keep({ status, body: '{"token":"kept out of the record"}' }),
  );
  const token = answer && answer.status === 200 ? parsed(answer)?.token : null;
  return typeof token === "string" ? token : null;
}

/** A call with a token; a refused one is fetched again once, then a person has to look. */
async function withToken(
  base: string,
  employer: string,
  keep: Keep,
  call: (token: string) => Promise<RawAnswer | null>,
): Promise<RawAnswer | null> {
  const key = `${base} ${employer}`;
  const known = tokens.get(key);
  const token = known ?? (await fetchToken(base, employer, keep));
  if (token === null) return null;
  tokens.set(key, token);
  const answer = await call(token);
  if (answer?.status !== 401 || known === undefined) return answer;
  tokens.delete(key);
  const fresh = await fetchToken(base, employer, keep);
  if (fresh === null) return null;
  tokens.set(key, fresh);
  return call(fresh);
}

const post = (base: string, path: string, message: FilingMessage, keep: Keep) => (token: string) =>
  ask(
    `${base}${path}`,
    {
      method: "POST",
      headers: {
        "Content-Type": "text/csv",
        Authorization: `Bearer ${token}`,
        "Idempotency-Key": message.messageId,
        "Content-Digest": `sha-256=:${createHash("sha256").update(message.bytes).digest("base64")}:`,
        "X-Client": "zesty-ledger/0.1",
      },
      body: new Uint8Array(message.bytes),
    },
    keep,
  );

export async function fileEmploymentInformation(base: string, message: FilingMessage, keep: Keep): Promise<Outcome> {
  const path = `/v1/employment-information?amendment=${message.amendment}`;
  const answer = await withToken(base, message.employer, keep, post(base, path, message, keep));
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const body = parsed(answer);
  if (!body) return nonsense;
  if (answer.status === 409 && body.code === "IN_PROGRESS") return noAnswer(null);
  if (answer.status === 409) {
    const found = await findFiling(base, message, keep);
    return found.kind === "notThere" ? refusal(body) : found;
  }
  if (isRefusal(answer, body)) return refusal(body);
  if (answer.status >= 300 || typeof body.key !== "string" || body.payday !== message.payday) return nonsense;
  return { kind: "acknowledged", receipt: body.key, detail: `Received under ${body.key}; the result is awaited.` };
}

function refusal(body: Record<string, unknown>): Outcome {
  const items = readItems(body.items);
  const text = items.find((item) => item.severity === "error")?.text ?? String(body.text ?? "No reason was given.");
  return { kind: "refused", detail: `Refused by Inland Revenue: ${text}`, items };
}

/** What is filed for the payday under the same amendment number: found there, it is never sent again. */
export async function findFiling(base: string, message: FilingMessage, keep: Keep): Promise<Outcome> {
  const query = new URLSearchParams({ employer: message.employer, payday: message.payday });
  const answer = await ask(`${base}/v1/employment-information?${query.toString()}`, {}, keep);
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const filings = parsed(answer)?.filings;
  if (!Array.isArray(filings)) return nonsense;
  const digest = digestOf(message);
  const found = (filings as { key?: unknown; amendment?: unknown; digest?: unknown }[]).find(
    (each) => each.amendment === message.amendment && each.digest === digest,
  );
  if (!found) return { kind: "notThere" };
  if (typeof found.key !== "string") return nonsense;
  return {
    kind: "acknowledged",
    receipt: found.key,
    detail: `Found at Inland Revenue under ${found.key}; the result is awaited.`,
  };
}

/** What is filed of an employer from a payday on; null where Inland Revenue cannot be asked. */
export async function filingsSince(
  base: string,
  employer: string,
  from: string,
): Promise<{ receipt: string; date: string; knownAs: string }[] | null> {
  const query = new URLSearchParams({ employer, from });
  const answer = await ask(`${base}/v1/employment-information?${query.toString()}`, {}, () => {});
  const filings = answer?.status === 200 ? parsed(answer)?.filings : null;
  if (!Array.isArray(filings)) return null;
  return (filings as Record<string, unknown>[]).map(({ key, payday, digest }) => ({
    ...{ receipt: String(key), date: String(payday), knownAs: String(digest) },
  }));
}

type OfOurs = Pick<FilingMessage, "bytes" | "knownAs">;
const digestOf = ({ bytes, knownAs }: OfOurs): string => knownAs ?? createHash("sha256").update(bytes).digest("hex");

export async function filingResult(base: string, key: string, message: OfOurs, keep: Keep): Promise<Outcome> {
  const waiting = (detail: string, odd?: true): Outcome => ({
    ...{ kind: "waiting", detail: `Received under ${key}. ${detail}` },
    ...(odd ? { odd } : {}),
  });
  const answer = await ask(`${base}/v1/employment-information/${encodeURIComponent(key)}`, {}, keep);
  if (answer?.status !== 200) return waiting("Inland Revenue cannot be asked just now; we try again.");
  const body = parsed(answer);
  if (body?.key !== key || body.digest !== digestOf(message))
    return waiting("The last answer was not about this filing and was set aside.", true);
  const items = readItems(body.items);
  const errors = items.filter((item) => item.severity === "error").length;
  if (body.state === "PROCESSED" || body.state === "REPLACED")
    return items.length > 0
      ? { kind: "final", state: "acceptedWithWarnings", detail: "Accepted, with warnings to read.", items }
      : { kind: "final", state: "accepted", detail: "Accepted for everybody.", items };
  if (body.state === "IN_ERROR")
    return {
      kind: "final",
      state: "partial",
      detail: `In error for ${errors === 1 ? "one person" : `${errors} people`}. Mend the facts and amend the filing.`,
      items,
    };
  return waiting("Inland Revenue is still working on it.");
}

export async function sendEmployeeDetails(base: string, message: FilingMessage, keep: Keep): Promise<Outcome> {
  const answer = await withToken(base, message.employer, keep, post(base, "/v1/employee-details", message, keep));
  if (!answer || isPassing(answer.status)) return noAnswer(answer);
  const body = parsed(answer);
  if (!body) return nonsense;
  if (isRefusal(answer, body)) return refusal(body);
  if (answer.status >= 300 || body.statusCode !== 0) return nonsense;
  const items = readItems(body.items);
  return items.length > 0
    ? { kind: "final", state: "acceptedWithWarnings", detail: "Taken, with warnings to read.", items }
    : { kind: "final", state: "accepted", detail: "Taken for everybody.", items };
}

function readItems(raw: unknown): OutcomeItem[] {
  if (!Array.isArray(raw)) return [];
  return (raw as Record<string, unknown>[]).map((item) => ({
    severity: item.kind === "W" ? "warning" : "error",
    code: String(item.code ?? ""),
    text: String(item.text ?? ""),
    // Nine zeros stand for no number: then the name tells who it is.
    payrollId:
      typeof item.ird === "string" && !/^0+$/.test(item.ird)
        ? item.ird
        : typeof item.name === "string"
          ? item.name
          : null,
  }));
}

/** What Inland Revenue has told the employer about its people; null when it cannot be asked. */
export async function noticesFor(base: string, employer: string): Promise<ToldNotice[] | null> {
  const answer = await withToken(
    base,
    employer,
    () => {},
    (token) =>
      ask(
        `${base}/v1/notices?${new URLSearchParams({ employer }).toString()}`,
        { headers: { Authorization: `Bearer ${token}`, "X-Client": "zesty-ledger/0.1" } },
        () => {},
      ),
  );
  const told = answer?.status === 200 ? parsed(answer)?.notices : null;
  if (!Array.isArray(told)) return null;
  return (told as Record<string, unknown>[]).flatMap(({ number, ird, from, taxCode, supportCents }): ToldNotice[] => {
    const of = { ird: String(ird), from: String(from) };
    return [
      ...(typeof taxCode === "string"
        ? [{ ...of, number: `${String(number)} code`, kind: "taxCode" as const, value: taxCode }]
        : []),
      ...(typeof supportCents === "number"
        ? [
            {
              ...of,
              number: `${String(number)} support`,
              kind: "childSupport" as const,
              value: centsText(supportCents),
            },
          ]
        : []),
    ];
  });
}
