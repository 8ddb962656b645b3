/** Why somebody cannot be taken out as added by mistake: from the first fact that left the house on, they leave by a departure. */
import type { Context } from "../ground/context.ts";
import { accountOf } from "./staffAccountOf.ts";

const holding: readonly [table: string, why: string][] = [
  ["signed_pay", "has been paid"],
  ["year_event_person", "stands in a report of a payroll year"],
  ["agency_notice", "has had a notice of the agency"],
];

/** What follows the name in a sentence; null for who may be taken out. */
export function whyStays(context: Context, personId: number): string | null {
  for (const [table, why] of holding)
    if (context.store.prepared<[number]>(`SELECT 1 FROM ${table} WHERE person_id = ?`).get(personId)) return why;
  return accountOf(context, personId) ? "signs in on the staff pages: end that first, on their page" : null;
}
