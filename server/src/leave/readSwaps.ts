/** Public holidays kept on another day, as they stand, and whether a day of them is paid. */
import type { SwapView } from "@zesty/contract/leave";
import { signedStates } from "@zesty/contract/runStates";
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { sqlList } from "../store/sqlList.ts";

/** Those that stand, the latest first. */
export const readSwaps = (context: Context, personIds: readonly number[]): SwapView[] =>
  context.store
    .prepared<[string], Omit<SwapView, "isPaid">>(
      `SELECT id, person_id AS personId, name, original, substitute, agreed_on AS agreedOn, how FROM holiday_swap
       WHERE undone_at IS NULL AND person_id IN (SELECT value FROM json_each(?)) ORDER BY original DESC, id DESC LIMIT 500`,
    )
    .all(JSON.stringify(personIds))
    .map((swap) => ({
      ...swap,
      isPaid: [swap.original, swap.substitute].some((day) => paidOn(context, swap.personId, day)),
    }));

/** The day lies in a period that a signed-off pay of the person has paid. */
export const paidOn = ({ store }: Context, personId: number, day: IsoDate): boolean =>
  store
    .prepared<[number, string, string], { found: number }>(
      `SELECT 1 AS found FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id = ? AND p.included AND r.kind = 'cycle' AND r.state IN (${sqlList(signedStates)})
         AND r.period_start <= ? AND r.period_end >= ? LIMIT 1`,
    )
    .get(personId, day, day) !== undefined;
