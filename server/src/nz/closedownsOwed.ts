/**
 * Closedowns of who was not yet entitled whose 8 % no pay before a run has paid: those put into this very run, and those
 * whose row their own run was signed off without. What was earned before them counts until it is paid (s 34).
 */
import type { Context } from "../ground/context.ts";
import { closedown } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { closedCode } from "./pastPays.ts";

export const closedownsOwed = (
  { store }: Context,
  { id = 0, businessId }: { id?: number; businessId: number },
): (typeof closedown.$inferSelect)[] =>
  rowsOf(
    store.sqlite,
    closedown,
    `JOIN pay_run r ON r.id = t.run_id
     WHERE t.business_id = ? AND t.undone_at IS NULL AND t.anniversary_on IS NOT NULL
       AND (t.run_id = ? OR r.state <> 'open'
         AND NOT EXISTS (SELECT 1 FROM signed_pay s WHERE s.run_id = t.run_id AND s.person_id = t.person_id))
       AND NOT EXISTS (SELECT 1 FROM signed_pay s JOIN pay_run o ON o.id = s.run_id JOIN pay_fact f ON f.signed_pay_id = s.id
         WHERE s.person_id = t.person_id AND o.id <> ? AND o.period_end >= t."from" AND o.state <> 'takenBack'
           AND f.code = '${closedCode}' AND f.cents > 0)
     ORDER BY t.id`,
    ...[businessId, id, id],
  );
