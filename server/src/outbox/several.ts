/** What is signed off and not sent, over all businesses that a user may send for; and all of it sent in one step. */
import { isTaken } from "@zesty/contract/outboxStates";
import type { Channel, SentSeveral, WaitingRun } from "@zesty/contract/sending";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { mayPrepare } from "../ground/rights.ts";
import { sendRun } from "./sendRun.ts";

interface Row {
  runId: number;
  businessId: number;
  business: string;
  number: number;
  payday: string;
  channel: Channel;
  state: string;
  count: number;
  cents: number;
}

const failed = ["refused", "rejected", "unknown"];

/**
 * Runs with something that was not sent, or is on its way, or came back; the oldest payday first.
 * @param also runs that are told of even when all of it arrived: who sent them wants to see that
 */
export function waitingRuns(context: Context, actor: Actor, also: readonly number[] = []): WaitingRun[] {
  const rows = context.store
    .prepared<[string], Row>(
      `SELECT o.run_id AS runId, r.business_id AS businessId, b.name AS business, r.number AS number, r.payday AS payday,
         o.channel AS channel, o.state AS state, COUNT(*) AS count,
         coalesce(SUM((SELECT SUM(p.cents) FROM payment p WHERE p.outbox_id = o.id)), 0) AS cents
       FROM (SELECT id FROM pay_run WHERE state = 'signedOff' UNION SELECT value FROM json_each(?)) w
         CROSS JOIN pay_run r ON r.id = w.id CROSS JOIN outbox o ON o.run_id = r.id JOIN business b ON b.id = r.business_id
       WHERE o.state <> 'cancelled'
       GROUP BY o.run_id, o.channel, o.state ORDER BY r.payday, b.name, o.run_id`,
    )
    .all(JSON.stringify(also));
  const found = new Map<number, WaitingRun>();
  for (const row of rows) {
    if (!mayPrepare(context, actor, row.businessId)) continue;
    const { runId, businessId, business, number, payday } = row;
    const run = found.get(runId) ?? { runId, businessId, business, number, payday, parts: [] };
    const part = run.parts.find((each) => each.channel === row.channel) ?? {
      ...{ channel: row.channel, waiting: 0, underWay: 0, received: 0, arrived: 0, failed: 0, cents: 0 },
    };
    if (!run.parts.includes(part)) run.parts.push(part);
    const where =
      row.state === "prepared"
        ? "waiting"
        : isTaken(row.state)
          ? "arrived"
          : failed.includes(row.state)
            ? "failed"
            : row.state === "acknowledged"
              ? "received"
              : "underWay";
    part[where] += row.count;
    part.cents += row.cents;
    found.set(runId, run);
  }
  return [...found.values()];
}

/** Each run by itself: what one of them refuses does not keep the others back. */
export function sendSeveral(context: Context, actor: Actor, runs: readonly number[]): SentSeveral {
  const waiting = new Map(waitingRuns(context, actor).map((each) => [each.runId, each]));
  const done: SentSeveral = { sent: 0, refused: [] };
  for (const runId of new Set(runs)) {
    const run = waiting.get(runId);
    const channels = run?.parts.filter((each) => each.waiting > 0).map((each) => each.channel) ?? [];
    if (!run || channels.length === 0) {
      done.refused.push({ runId, text: "Nothing of this run waits to be sent by you. Load the page again." });
      continue;
    }
    try {
      sendRun(context, actor, runId, channels);
      done.sent += 1;
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      done.refused.push({ runId, text: `${run.business}, run ${run.number}: ${error.message}` });
    }
  }
  return done;
}
