/** Earnings of several people from before this program, by spans: pasted, reconciled with a printed total, put in at once. */
import type { OpeningEarningsShown } from "@zesty/contract/nz/openingEarnings";
import { Link, useNavigate } from "react-router";
import { counted, money, moneyOrDash } from "../../../parts/format.ts";
import { Page } from "../../../parts/Page.tsx";
import { PastedLines } from "../../../parts/PastedLines.tsx";
import { usePasted } from "../../../parts/usePasted.ts";
import { useBusiness } from "../../../state/business.ts";
import { yearApi } from "../../../state/yearApi.ts";

export function OpeningEarnings() {
  const business = useBusiness();
  const navigate = useNavigate();
  const [put, { error, isLoading }] = yearApi.usePutEarningsInMutation();
  const { shown, lines } = usePasted(
    (given) => put({ business: business.id, ...given }),
    () => void navigate("/people"),
  );
  return (
    <Page
      title="Earnings from before"
      aside={
        <Link className="text-action underline" to="/people">
          People
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        Holiday pay goes by the earnings of twelve months, so the earlier system's count. A line a span of time, a month
        or a quarter each: payroll ID, first day, last day, gross earnings of the Holidays Act, irregular payments in
        it, and days worked or paid for; then what was paid for holidays in advance, where there was any. A last line
        that begins with “Total” is compared to the cent. What stood on these people's pages is replaced.
      </p>
      <PastedLines
        label="Lines from a spreadsheet or a file"
        placeholder={
          "Payroll ID\tFrom\tTo\tGross\tIrregular\tDays\nK001\t1/4/2025\t30/6/2025\t15,600.00\t0\t63\nTotal\t\t\t15,600.00"
        }
        {...lines}
        error={error}
        busy={isLoading}
      >
        {shown && <Lines shown={shown} />}
      </PastedLines>
    </Page>
  );
}

const Lines = ({ shown }: { shown: OpeningEarningsShown }) => (
  <table className="figures mt-3 w-full max-w-3xl text-[15px]">
    <thead>
      <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
        <th className="py-1 text-left">Name</th>
        <th>Spans</th>
        <th>Gross earnings</th>
        <th>Days</th>
        <th>Recorded before</th>
      </tr>
    </thead>
    <tbody>
      {shown.rows.map((row) => (
        <tr key={row.personId} className="border-b border-rule text-right">
          <td className="py-1.5 text-left">{row.name}</td>
          <td>{row.pays.length}</td>
          <td>{moneyOrDash(row.gross)}</td>
          <td>{row.days}</td>
          <td className="text-quiet">{row.was === 0 ? "–" : counted(row.was, "span")}</td>
        </tr>
      ))}
      <tr className="border-t border-rule-strong text-right font-semibold">
        <td className="py-1.5 text-left">Lines</td>
        <td />
        <td>{money(shown.total.lines)}</td>
        <td colSpan={2} className={shown.total.printed === shown.total.lines ? "text-leaf" : "text-quiet"}>
          {shown.total.printed === null
            ? "no total given"
            : shown.total.printed === shown.total.lines
              ? "as printed"
              : `printed ${money(shown.total.printed)}`}
        </td>
      </tr>
    </tbody>
  </table>
);
