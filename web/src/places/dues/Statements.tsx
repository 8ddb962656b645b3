/** The activity statement's wages labels by month or quarter: what events said, bridged to what was signed. */
import type { StatementPeriod } from "@zesty/contract/au/statements";
import { Link } from "react-router";
import { cents, centsOrDash, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";

export function Statements({ business }: { business: number }) {
  const { data = [], error } = api.useStatementsQuery(business, { refetchOnMountOrArgChange: true });
  if (error) return <ProblemNote error={error} />;
  if (data.length === 0) return null;
  return (
    <section aria-label="Activity statements" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Activity statements</h2>
      <p className="mb-2 text-quiet">
        W1 and W2 as the pay events of each period said them: the agency fills them in from there.
      </p>
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
            <th className="py-1 text-left">Period</th>
            <th>W1, lodged</th>
            <th>Not in W1</th>
            <th>Gross, signed</th>
            <th>W2, lodged</th>
            <th>Withheld, signed</th>
            <th className="pl-6 text-left">Standing</th>
          </tr>
        </thead>
        <tbody>
          {data.map((period) => (
            <tr key={period.from} className="border-b border-rule text-right align-top [&>td]:py-1.5">
              <td className="text-left">{period.name}</td>
              <td className="font-semibold">{cents(period.w1)}</td>
              <td className="text-quiet">{centsOrDash(period.apart)}</td>
              <td>{cents(period.gross)}</td>
              <td className="font-semibold">{cents(period.w2)}</td>
              <td className={period.w2 === period.withheld ? "" : "text-plum"}>{cents(period.withheld)}</td>
              <td className="pl-6 text-left">
                <Standing period={period} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Standing({ period: { notTaken, byHand, w1, w2, gross, withheld, apart } }: { period: StatementPeriod }) {
  const agrees = w1 + apart === gross && w2 === withheld;
  return (
    <>
      {agrees && (
        <p className="flex items-center gap-2">
          <MarkShape kind="note" ticked />
          agrees
        </p>
      )}
      {notTaken.map(({ runId, payday }) => (
        <p key={runId}>
          <Link className="text-action underline" to={`/run/${runId}`}>
            {shortDate(payday)}
          </Link>{" "}
          is not lodged or not answered yet
        </p>
      ))}
      {byHand.map((each) => (
        <p key={each.runId}>
          By hand:{" "}
          <Link className="text-action underline" to={`/run/${each.runId}`}>
            {shortDate(each.payday)}
          </Link>
          , W1 {cents(each.gross)}, W2 {cents(each.withheld)}
        </p>
      ))}
    </>
  );
}
