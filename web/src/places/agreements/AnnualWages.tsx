/** Salaries beside what the agreement would have paid for the recorded hours, over a stretch of pays. */

import { addDays, addMonths } from "@zesty/core/calendar/dates";
import { useState } from "react";
import { Link } from "react-router";
import { TextField } from "../../parts/Fields.tsx";
import { cents, difference } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useToday } from "../../state/business.ts";
import { timeApi } from "../../state/timeApi.ts";

export function AnnualWages({ businessId }: { businessId: number }) {
  const today = useToday();
  const [days, setDays] = useState<{ from: string; to: string } | null>(null);
  const { from, to } = days ?? { from: today && addDays(addMonths(today, -12), 1), to: today };
  const { data, error } = timeApi.useAnnualWagesQuery({ business: businessId, from, to }, { skip: today === "" });
  return (
    <section className="mt-8">
      <h2 className="border-b border-rule-strong pb-0.5 font-name text-[19px]">Salaries beside their agreements</h2>
      <p className="py-2 text-quiet">
        What the agreement would have paid for the hours on record, beside what the salary paid for them: laid side by
        side each twelve months, as annualised wages ask for. Outer limits of the hours are yours to look at.
      </p>
      <div className="mb-2 grid max-w-md grid-cols-2 gap-4">
        <TextField
          label="Periods from"
          type="date"
          value={from}
          onChange={(event) => setDays({ from: event.target.value, to })}
        />
        <TextField label="to" type="date" value={to} onChange={(event) => setDays({ from, to: event.target.value })} />
      </div>
      <ProblemNote error={error} />
      {data?.length === 0 && (
        <p className="text-quiet">Nobody with a salary is paid under an agreement in these pays.</p>
      )}
      {data && data.length > 0 && (
        <table className="figures w-full text-[15px]">
          <thead className="text-left text-[14px] text-quiet">
            <tr className="border-b border-rule-strong">
              <th className="py-0.5 font-medium">Person</th>
              <th className="text-right font-medium">Pays</th>
              <th className="text-right font-medium">Salary paid</th>
              <th className="text-right font-medium">Agreement asks</th>
              <th className="text-right font-medium">Salary is over by</th>
            </tr>
          </thead>
          <tbody>
            {data.map((each) => (
              <tr key={each.personId} className="border-b border-rule">
                <td className="py-1">
                  <Link className="text-action underline" to={`/people/${each.personId}#time`}>
                    {each.name}
                  </Link>
                  <span className="block text-[13px] text-quiet">
                    {each.agreement}
                    {each.shortPays > 0 ? `; short in ${each.shortPays} of the pays` : ""}
                    {each.unknown > 0 ? `; ${each.unknown} could not be priced` : ""}
                  </span>
                </td>
                <td className="text-right">{each.pays}</td>
                <td className="text-right">{cents(each.paidCents)}</td>
                <td className="text-right">{cents(each.askedCents)}</td>
                <td
                  className={`text-right font-semibold ${each.paidCents < each.askedCents ? "text-plum" : "text-leaf"}`}
                >
                  {difference(each.paidCents - each.askedCents) || "0.00"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
