/** What stands already of the year ahead. */
import { centsOf } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { type AheadPay, type SumName, sumNames } from "./aheadPay.ts";

/** Pays that are signed and whose payday is still to come: they stand, whatever would be otherwise. */
export function signedAhead({ store }: Context, businessId: number, from: string, to: string): AheadPay[] {
  return store
    .prepared<[number, string, string], { who: string; payday: string; figures: string }>(
      `SELECT CAST(s.person_id AS TEXT) AS who, s.payday AS payday, json_extract(s.snapshot, '$.figures') AS figures
       FROM signed_pay s JOIN person p ON p.id = s.person_id
       WHERE p.business_id = ? AND s.payday BETWEEN ? AND ? AND s.kind = 'pay'
         AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id) ORDER BY s.payday, s.id`,
    )
    .all(businessId, from, to)
    .map(({ who, payday, figures }) => {
      const worked = JSON.parse(figures) as Record<SumName, string>;
      const cents = Object.fromEntries(sumNames.map((name) => [name, centsOf(worked[name] ?? "0.00")]));
      // What they owe stands among the dues already, and their leave in the ledger.
      return { who, payday, cents: cents as AheadPay["cents"], dues: [], leave: [] };
    });
}
