/** The newest payday of a business, up to a day, that is signed off: what went out stands. "" where there is none. */
import type { Context } from "./context.ts";

export const lastSigned = ({ store }: Context, businessId: number, to = "9999-12-31"): string =>
  store
    .prepared<[number, string], { payday: string | null }>(
      `SELECT MAX(payday) AS payday FROM pay_run
       WHERE business_id = ? AND payday <= ? AND state NOT IN ('open', 'takenBack')`,
    )
    .get(businessId, to)?.payday ?? "";
