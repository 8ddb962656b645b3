/**
 * Closedowns of who was not yet entitled whose 8 % no pay before a run has paid: those put into this very run, and those
 * whose row their own run was signed off without, until the next pay of the cycle. What was earned before them counts until it is paid (s 34).
 */
import type { Context } from "../ground/context.ts";
import { closedown } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

export const closedownsOwed = (
  { store }: Context,
  { id = 0, businessId }: { id?: number; businessId: number },
): (typeof closedown.$inferSelect)[] =>
  rowsOf(
    store.sqlite,
    closedown,
    `JOIN person p ON p.id = t.person_id JOIN pay_run r ON r.id = t.run_id
     WHERE p.business_id = ? AND t.undone_at IS NULL AND t.anniversary_on IS NOT NULL AND t."from" >= p.start_date
       AND (t.run_id = ? OR r.state <> 'open'
         AND NOT EXISTS (SELECT 1 FROM signed_pay s WHERE s.run_id = t.run_id AND s.person_id = t.person_id)
         AND NOT EXISTS (SELECT 1 FROM signed_pay s JOIN pay_run o ON o.id = s.run_id
           WHERE s.person_id = t.person_id AND o.id <> ? AND o.kind = 'cycle' AND o.state <> 'takenBack'
             AND o.period_start > r.period_start))
     ORDER BY t.id`,
    ...[businessId, id, id],
  );
