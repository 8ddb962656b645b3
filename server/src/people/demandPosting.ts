/** Where a person's own wages and costs are posted. */
import type { Employment } from "@zesty/contract/people";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";

/** Account and costs of a person's own are those of the business. */
export function demandPosting({ store }: Context, { wagesAccount, ownCosts }: Employment, businessId: number): void {
  const has = (table: "ledger_account" | "employer_cost", code: string) =>
    store
      .prepared<[number, string]>(`SELECT 1 FROM ${table} WHERE business_id = ? AND code = ?`)
      .get(businessId, code) !== undefined;
  const refuse = (path: string, text: string) => cannot("posting", text, { errors: [{ path, text }] });
  if (wagesAccount && !has("ledger_account", wagesAccount))
    throw refuse("wagesAccount", `There is no account ${wagesAccount}. Choose one of the ledger, or add it in Set-up.`);
  ownCosts?.forEach(({ code }, at) => {
    if (!has("employer_cost", code))
      throw refuse(`ownCosts.${at}.code`, `No cost ${code} is set aside here. Add it in Set-up first.`);
  });
}
