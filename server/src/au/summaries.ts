/** Year summaries of Australia: from the record that is reported, with what the agency knows of it. */

import { payerNumberKind } from "@zesty/core/au/abn";
import { yearSummaryAu } from "@zesty/core/au/documents/yearSummary";
import { headOfSummary, lastReported } from "../year/summary.ts";
import type { SummaryOf, YearOfCountry } from "../year/yearOfCountry.ts";
import { payeesOfYear } from "./payeesOfYear.ts";

function standingOf({ shown: { ending }, year }: SummaryOf, row: SummaryOf["rows"][number]): string {
  const found = ending.people[row.personId];
  return found?.state === "final"
    ? `These figures are ${found.words}: the Tax Office holds them as complete.`
    : `${year.name} is not final yet: the figures can still change. They are reported with each payday${lastReported(row)}.`;
}

export const summariesAu: YearOfCountry["summaries"] = (context, of) => {
  const { owner, year, rows, shown } = of;
  const date = shown.ending.date ?? year.to;
  const ids = rows.map((row) => row.personId);
  const payees = new Map(
    payeesOfYear(context, owner.id, year, date, ids, false).map((each) => [each.personId, each.record]),
  );
  return rows.flatMap((row) => {
    const record = payees.get(row.personId);
    const head = {
      ...headOfSummary(of, row, `${payerNumberKind(owner.abn)} ${owner.abn}`),
      standing: standingOf(of, row),
    };
    return record ? [yearSummaryAu(record, head)] : [];
  });
};
