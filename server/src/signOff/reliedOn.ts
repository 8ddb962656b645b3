/**
 * Days that a run paid to somebody who has since been put into another cycle from one of them: a signed-off run of that
 * cycle has left them out, and made anew without them this run would leave them to nobody.
 */
import { signedStates } from "@zesty/contract/runStates";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { cycleOn } from "../hours/cycleDays.ts";
import { datesOf } from "../hours/periods.ts";
import { sqlList } from "../store/sqlList.ts";

/** @returns whose, or null */
export function reliedOn(context: Context, run: Run): string | null {
  if (run.kind !== "cycle") return null;
  const both = context.store
    .prepared<[number, number, string, string], { personId: number; name: string; from: string; to: string }>(
      `SELECT p.person_id AS personId, w.given_name || ' ' || w.family_name AS name,
         json_extract(p.laid, '$.spans[0].from') AS "from", json_extract(p.laid, '$.spans[#-1].to') AS "to"
       FROM pay p JOIN person w ON w.id = p.person_id
       WHERE p.run_id = ? AND p.included AND json_array_length(p.laid, '$.spans') > 0
         AND EXISTS (SELECT 1 FROM pay q JOIN pay_run o ON o.id = q.run_id
           WHERE q.person_id = p.person_id AND q.included AND o.kind = 'cycle' AND o.cycle_id <> ?
             AND o.state IN (${sqlList(signedStates)}) AND o.period_start <= ? AND o.period_end >= ?)`,
    )
    .all(run.id, run.cycleId, run.periodEnd, run.periodStart);
  const found = both.find(({ personId, from, to }) =>
    [...cycleOn(context, personId, datesOf(from, to)).values()].some((cycleId) => cycleId !== run.cycleId),
  );
  return found?.name ?? null;
}
