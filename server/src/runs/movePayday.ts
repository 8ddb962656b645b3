import { dateWords } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { demandOpen, demandVersion } from "../row/runInHand.ts";
import { standardElements } from "../setup/ensureElement.ts";
import { payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { demandPayday } from "./demandPayday.ts";

/** Moves the payday of an open run; the whole run is worked out again by the rates of the new day. */
export function movePayday(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payday: string; version: number },
): void {
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, wanted.version);
    demandMovable(context, run);
    demandPayday(context, run, wanted.payday);
    context.store.db
      .update(payRun)
      .set({ payday: wanted.payday, accountingDate: wanted.payday, version: run.version + 1 })
      .where(eq(payRun.id, runId))
      .run();
    composeAndCount(context, runId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `moved the payday from ${run.payday}`,
      about: `${run.number}, payday ${wanted.payday}`,
    });
  });
  context.announce(runId);
}

/** What somebody owes back was worked out on its payday: the tax of that year, in New Zealand the filing that is amended. */
function demandMovable({ store }: Context, run: Run): void {
  const owed = store
    .prepared<[number, string], { id: number }>(
      `SELECT a.id AS id FROM act a JOIN json_each(a.lines) l
         JOIN pay_element e ON e.id = json_extract(l.value, '$.elementId')
       WHERE a.run_id = ? AND a.kind = 'correction' AND a.undone_at IS NULL AND e.code = ?`,
    )
    .get(run.id, standardElements.overpaid.code);
  if (run.kind === "correction" && owed)
    throw cannot(
      "owed-back",
      `This run holds what somebody owes back, worked out on ${dateWords(run.payday)}. Its payday stays. To put it right on another day, discard this run and correct in the next one.`,
    );
}
