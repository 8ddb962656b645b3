/** The rate of each person's ESCT for a year: worked out from last year's pay, looked at, and fixed. */
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { longDate, money } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";

export function EsctRatesPage() {
  const business = useBusiness();
  const [search] = useSearchParams();
  const { data, error } = yearApi.useEsctRatesQuery(
    { business: business.id, from: search.get("from") },
    { refetchOnMountOrArgChange: true },
  );
  const [accept, accepting] = yearApi.useAcceptEsctMutation();
  const [left, setLeft] = useState<readonly number[]>([]);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the ESCT rates" />;
  const open = data.rows.filter((row) => row.fixed === null);
  const chosen = open.filter((row) => !left.includes(row.personId)).map((row) => row.personId);
  return (
    <Page
      title={`ESCT rates, ${data.year}`}
      aside={
        <Link className="text-action underline" to="/year">
          The year's sheet
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        The rate that the employer's KiwiSaver contributions are taxed by from {longDate(data.from)} on. It follows from
        gross pay and contributions of {longDate(data.lastYear.from)} to {longDate(data.lastYear.to)}, or from an
        estimate of the new year for who was not here for all of it, and stays for the whole year.
      </p>
      {data.tableMissing && (
        <p role="status" className="mb-3 border-l-3 border-plum py-1 pl-3 text-plum">
          The rule book has no ESCT rates for this year yet. Load them under Set-up, Rule book.
        </p>
      )}
      {data.rows.length === 0 && <Nothing>Nobody is a member of KiwiSaver on that day.</Nothing>}
      {data.rows.length > 0 && (
        <table className="figures w-full max-w-4xl">
          <thead className="text-[13.5px] text-quiet">
            <tr className="border-b border-rule-strong">
              <th className="py-1 text-left font-medium">Name</th>
              <th className="text-right font-medium">Last year, or estimated</th>
              <th className="text-right font-medium">Rate</th>
              <th className="text-right font-medium">Fix it</th>
            </tr>
          </thead>
          <tbody>
            {data.rows.map((row) => (
              <tr key={row.personId} className="border-b border-rule">
                <td className="py-1">
                  <Link className="text-action underline" to={`/people/${row.personId}#kiwiSaver`}>
                    {row.name}
                  </Link>
                </td>
                <td className="text-right">
                  {money(row.base)}
                  {row.estimated && <span className="text-quiet"> estimated</span>}
                </td>
                <td className="text-right font-semibold">{row.rate === null ? "–" : `${row.rate} %`}</td>
                <td className="text-right">
                  {row.fixed !== null ? (
                    <span className="text-leaf">fixed</span>
                  ) : (
                    <input
                      type="checkbox"
                      className="accent-(--action)"
                      aria-label={`Fix the rate of ${row.name}`}
                      checked={chosen.includes(row.personId)}
                      onChange={(event) =>
                        setLeft(
                          event.target.checked ? left.filter((id) => id !== row.personId) : [...left, row.personId],
                        )
                      }
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ProblemNote error={accepting.error} />
      {open.length > 0 && !data.tableMissing && (
        <Button
          look="main"
          className="mt-4"
          disabled={accepting.isLoading || chosen.length === 0}
          onClick={() => void accept({ business: business.id, from: data.from, people: chosen })}
        >
          Fix {chosen.length === 1 ? "this rate" : `these ${chosen.length} rates`} for the year
        </Button>
      )}
    </Page>
  );
}
