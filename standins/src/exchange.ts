/** One request of a client: idempotency by key and digest, and the faults that cut, delay or spoil an answer. */
import type { Request, Response } from "express";
import { sha256, type World } from "./world.ts";

export interface Answer {
  status: number;
  body: unknown;
}

/**
 * Runs the effect once for a key. A fault with CUT_AFTER or HTTP_500_AFTER stores the effect and loses the answer;
 * CUT_BEFORE and HTTP_5xx store nothing.
 */
export async function exchange(
  world: World,
  service: string,
  operation: string,
  request: Request,
  response: Response,
  facts: Record<string, string>,
  effect: (bytes: Buffer) => Answer,
): Promise<void> {
  const key = request.header("Idempotency-Key") ?? "";
  const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
  const digest = sha256(bytes);
  if (!key) return send(response, { status: 400, body: { code: "KEY_MISSING", text: "Idempotency-Key is missing." } });
  const header = request.header("X-Sim-Fault");
  const rule = world.fault(service, operation, facts);
  const fault = header ?? rule?.fault ?? "";
  const log = (done: string) => world.log(service, operation, key, digest, fault, done);
  if (fault === "CUT_BEFORE") {
    log("none");
    response.destroy();
    return;
  }
  const before = /^HTTP_(500|502|503|429)$/.exec(fault);
  if (before) {
    log("none");
    return send(response, { status: Number(before[1]), body: { code: fault, text: "Simulated failure." } });
  }
  const { answer, replayed } = answerOnce(world, service, key, digest, () => effect(bytes));
  log(replayed ? "replay" : answer.status < 300 ? "stored" : "refused");
  if (replayed) response.setHeader("X-Sim-Replay", "1");
  switch (fault) {
    case "CUT_AFTER":
      response.destroy();
      return;
    case "HTTP_500_AFTER":
      return send(response, { status: 500, body: { code: fault, text: "Simulated failure after storing." } });
    case "BAD_BODY":
      response.status(200).type("application/json").send('{"receipt": "R-0');
      return;
    case "TIMEOUT": {
      await new Promise((resolve) => setTimeout(resolve, Number(rule?.with?.ms ?? 40_000)));
      return send(response, answer);
    }
    default:
      return send(response, answer);
  }
}

function answerOnce(
  world: World,
  service: string,
  key: string,
  digest: string,
  effect: () => Answer,
): { answer: Answer; replayed: boolean } {
  const work = world.db.transaction(() => {
    const known = world.db
      .prepare("SELECT digest, status, body FROM answered WHERE service = ? AND key = ?")
      .get(service, key) as { digest: string; status: number; body: string } | undefined;
    if (known) {
      if (known.digest !== digest)
        return {
          answer: { status: 409, body: { code: "KEY_REUSED", text: "This key came before with other content." } },
          replayed: false,
        };
      return { answer: { status: known.status, body: JSON.parse(known.body) as unknown }, replayed: true };
    }
    const answer = effect();
    world.db
      .prepare("INSERT INTO answered (service, key, digest, status, body) VALUES (?, ?, ?, ?, ?)")
      .run(service, key, digest, answer.status, JSON.stringify(answer.body));
    return { answer, replayed: false };
  });
  return work.immediate();
}

function send(response: Response, answer: Answer): void {
  response.status(answer.status).json(answer.body);
}
