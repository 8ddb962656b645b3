/** What new tables change for whom, before they take effect: each pay by the tables of the day before and of the day. */

import type { BeforeAfter, TablesChange as View } from "@zesty/contract/books";
import { useState } from "react";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { ChoiceField } from "../../parts/Fields.tsx";
import { difference, longDate, moneyOrDash } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { rulesApi } from "../../state/rulesApi.ts";

const moved = ({ before, after }: BeforeAfter): number => after - before;
const dollars = (cents: number): string => moneyOrDash((cents / 100).toFixed(2));

export function TablesChangePage() {
  const business = useBusiness();
  const [on, setOn] = useState<string | null>(null);
  const { data, error } = rulesApi.useTablesChangeQuery(
    { business: business.id, on },
    { refetchOnMountOrArgChange: true },
  );
  if (error)
    return (
      <Page title="What new tables change">
        <ProblemNote error={error} />
      </Page>
    );
  if (!data) return <Loading what="what changes for whom" />;
  const chosen = data.dates.find((each) => each.date === data.on);
  return (
    <Page
      title="What new tables change"
      aside={
        <Link className="text-action underline" to="/set-up/rules">
          Rule book
        </Link>
      }
    >
      <div className="flex max-w-4xl items-end gap-6">
        <ChoiceField label="From" value={data.on} onChange={(event) => setOn(event.target.value)}>
          {data.dates.map(({ date }) => (
            <option key={date} value={date}>
              {longDate(date)}
            </option>
          ))}
        </ChoiceField>
        <p className="flex-1 pb-1 text-[14px] text-quiet">
          {chosen ? `New then: ${chosen.titles.join(", ")}.` : "No table of this country takes effect on that day."} Tax
          and {onPage[business.country].saving} follow the payday: a period that lies on both sides is taxed whole by
          the table of its payday. Rates of pay follow the day worked.
        </p>
      </div>
      {data.missing.length > 0 ? (
        <p role="status" className="mt-4 border-l-3 border-plum py-1 pl-3 text-plum">
          {data.missing.join(", ")}: {data.missing.length === 1 ? "a row is" : "rows are"} missing for one of the two
          days. Load them first; until then nothing can be compared.
        </p>
      ) : data.rows.length === 0 ? (
        <Nothing>No run has been opened yet, so there is no pay to compare.</Nothing>
      ) : (
        <Sheet view={data} words={onPage[business.country]} />
      )}
    </Page>
  );
}

function Sheet({ view, words }: { view: View; words: (typeof onPage)["AU"] }) {
  const rows = view.rows.toSorted((a, b) => moved(b.net) * b.paysPerYear - moved(a.net) * a.paysPerYear);
  const still = rows.filter((row) =>
    [row.gross, row.withheld, row.super, row.net, row.cost].every((each) => moved(each) === 0),
  );
  const moving = rows.filter((row) => !still.includes(row));
  const all = (name: "net" | "cost") => moving.reduce((sum, row) => sum + moved(row[name]) * row.paysPerYear, 0);
  return (
    <>
      <p className="mt-4 text-[15px]">
        {moving.length === 0
          ? "Nobody's pay moves by a cent."
          : `${moving.length} of ${rows.length} ${moving.length === 1 ? "moves" : "move"}. By the pays as they stand net pay moves by ${difference(all("net")) || "nothing"} a year in all, the employer's cost by ${difference(all("cost")) || "nothing"}.`}
      </p>
      {moving.length > 0 && (
        <table className="figures mt-3 w-full max-w-5xl">
          <thead className="text-[13.5px] text-quiet">
            <tr className="border-b border-rule-strong">
              <th className="py-1 text-left font-medium">Name</th>
              {["Gross", words.taxShort, "±", words.employerShort, "±", "Net", "± a pay", "± a year"].map(
                (title, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: heads never move
                  <th key={at} className="min-w-20 text-right font-medium">
                    {title}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {moving.map((row) => (
              <tr key={`${row.personId} ${row.payday}`} className="border-b border-rule">
                <td className="py-1">
                  <Link className="text-action underline" to={`/people/${row.personId}`}>
                    {row.name}
                  </Link>
                </td>
                <td className="text-right">{dollars(row.gross.after)}</td>
                <td className="text-right">{dollars(row.withheld.after)}</td>
                <td className="text-right text-quiet">{difference(moved(row.withheld))}</td>
                <td className="text-right">{dollars(row.super.after)}</td>
                <td className="text-right text-quiet">{difference(moved(row.super))}</td>
                <td className="text-right">{dollars(row.net.after)}</td>
                <td className="text-right text-quiet">{difference(moved(row.net))}</td>
                <td className="text-right font-semibold">{difference(moved(row.net) * row.paysPerYear)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {still.length > 0 && moving.length > 0 && (
        <p className="mt-2 text-[14px] text-quiet">Not moving: {still.map((row) => row.name).join(", ")}.</p>
      )}
    </>
  );
}
