/** What the desk says of New Zealand's filings and notices. */
import { filingDueDate } from "@zesty/core/nz/documents/employmentInformation";
import type { DeskFacts, DeskRun, Owner } from "../desk/deskFacts.ts";
import type { DeskOfCountry } from "../desk/deskOfCountry.ts";
import { noticesWaiting } from "./notices.ts";

/** Paydays that are signed off and not filed yet: due two working days after the payday. */
function filingsToMake(facts: DeskFacts, owner: Owner, runs: readonly DeskRun[]) {
  const waiting = new Map<string, number>();
  for (const run of runs) if (run.state !== "open" && run.state !== "settled") waiting.set(run.payday, run.id);
  return [...waiting]
    .filter(([payday]) => !facts.filed.has(`${owner.id} ${payday}`))
    .map(([payday, runId]) => ({ payday, runId, date: filingDueDate(payday) }));
}

export const deskNz: DeskOfCountry = {
  told: (context, day, owners) => {
    const names = new Map(owners.map((each) => [each.id, each.name]));
    return noticesWaiting(context, [...names.keys()]).map(({ businessId, count, first }) => ({
      ...{ businessId, business: names.get(businessId) ?? "", kind: "mend" as const, link: "/notices" },
      ...{ date: first, late: first < day },
      words: count === 1 ? "A notice of Inland Revenue to look at" : `${count} notices of Inland Revenue to look at`,
    }));
  },
  waiting: filingsToMake,
};
