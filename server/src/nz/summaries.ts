/** Year summaries of New Zealand: the sums of what was filed payday by payday. */
import { yearSummaryNz } from "@zesty/core/nz/documents/yearSummary";
import { employmentsOn } from "../people/employmentOn.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { yearSums } from "../store/sums.ts";
import { headOfSummary, lastReported } from "../year/summary.ts";
import type { YearOfCountry } from "../year/yearOfCountry.ts";

export const summariesNz: YearOfCountry["summaries"] = (context, of) => {
  const { owner, year, rows } = of;
  const { year: sums } = yearSums(
    context.store,
    rows.map((row) => row.personId),
    year.to,
    owner.country,
  );
  const people = new Map(peopleOf(context.store.db, owner.id).map((each) => [each.id, each]));
  const employmentOn = employmentsOn(context, owner.id);
  return rows.map((row) => {
    const person = people.get(row.personId);
    const who = person && employmentOn(person, year.to);
    const facts: [string, string][] = [
      ...(who ? [["Started", who.startDate] as [string, string]] : []),
      ...(who?.endDate ? [["Ended", who.endDate] as [string, string]] : []),
    ];
    const head = {
      ...headOfSummary(of, row, `IRD number ${owner.ird ?? ""}`),
      standing: `Filed with Inland Revenue payday by payday${lastReported(row)}.`,
    };
    return yearSummaryNz(sums.get(row.personId) ?? new Map(), head, { payrollId: row.payrollId, facts });
  });
};
