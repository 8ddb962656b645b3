/** What was paid to several people before this program: pasted, reconciled with the earlier system's totals, put in at once. */
import type { OpeningColumn, OpeningShown } from "@zesty/contract/year";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { ChoiceField } from "../../../parts/Fields.tsx";
import { moneyOrDash } from "../../../parts/format.ts";
import { Page } from "../../../parts/Page.tsx";
import { PastedLines } from "../../../parts/PastedLines.tsx";
import { usePasted } from "../../../parts/usePasted.ts";
import { useBusiness, useToday } from "../../../state/business.ts";
import { yearApi } from "../../../state/yearApi.ts";

const columns: readonly OpeningColumn[] = ["gross", "withheld", "superEarnings", "guarantee", "reportable"];

export function OpeningFiguresAu() {
  const business = useBusiness();
  const navigate = useNavigate();
  const today = useToday();
  const { from, name } = payrollYearAu(today);
  const [carried, setCarried] = useState(true);
  const [put, { error, isLoading }] = yearApi.usePutOpeningInMutation();
  const { shown, forget, lines } = usePasted(
    (given) => put({ business: business.id, from, carried, ...given }),
    () => void navigate("/people"),
  );
  return (
    <Page
      title={`Opening figures, ${name}`}
      aside={
        <Link className="text-action underline" to="/people">
          People
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        What each person was paid from 1 July up to the last payday of the earlier system. A line of headings (payroll
        ID, gross, withheld, super earnings, super, reportable super), a line a person, and a last line that begins with
        “Total” as that system printed it: to the cent, or nothing goes in.
      </p>
      <div className="max-w-xl">
        <ChoiceField
          label="Who reports these amounts"
          value={carried ? "yes" : "no"}
          onChange={(event) => {
            setCarried(event.target.value === "yes");
            forget();
          }}
        >
          <option value="yes">We do: our pay events go on from them</option>
          <option value="no">The earlier system finalises them</option>
        </ChoiceField>
      </div>
      <div className="mt-3">
        <PastedLines
          label="Lines from a spreadsheet or a file"
          placeholder={
            "Payroll ID\tGross\tWithheld\tSuper earnings\tSuper\nS001\t18,240.00\t3,120.00\t18,240.00\t2,188.80\nTotal\t18,240.00\t3,120.00\t18,240.00\t2,188.80"
          }
          {...lines}
          error={error}
          busy={isLoading}
        >
          {shown && <Lines shown={shown} />}
        </PastedLines>
      </div>
    </Page>
  );
}

type Total = OpeningShown["totals"][number];

function Lines({ shown }: { shown: OpeningShown }) {
  const totalOf = (column: OpeningColumn) => shown.totals.find((each) => each.column === column);
  return (
    <table className="figures mt-3 w-full max-w-5xl text-[15px]">
      <thead>
        <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
          <th className="py-1 text-left">Name</th>
          <th>Gross</th>
          <th>Withheld</th>
          <th>Super earnings</th>
          <th>Super</th>
          <th>Reportable</th>
          <th>Gross until now</th>
        </tr>
      </thead>
      <tbody>
        {shown.rows.map((row) => (
          <tr key={row.personId} className="border-b border-rule text-right">
            <td className="py-1 text-left">{row.name}</td>
            {columns.map((column) => (
              <td key={column}>{moneyOrDash(row[column])}</td>
            ))}
            <td className="text-quiet">{row.was === null ? "none" : moneyOrDash(row.was)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot className="text-right">
        <tr className="font-semibold">
          <td className="pt-1 text-left">In all</td>
          {columns.map((column) => (
            <td key={column}>{moneyOrDash(totalOf(column)?.lines ?? "0")}</td>
          ))}
          <td />
        </tr>
        <tr>
          <td className="py-0.5 text-left text-quiet">The earlier system's total</td>
          {columns.map((column) => (
            <Printed key={column} total={totalOf(column)} />
          ))}
          <td />
        </tr>
        <tr>
          <td colSpan={7} className="pt-1 text-left">
            <Compared totals={shown.totals} />
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

function Printed({ total }: { total: Total | undefined }) {
  if (!total || total.printed === null) return <td className="text-quiet">–</td>;
  return (
    <td className={total.printed === total.lines ? "text-leaf" : "font-semibold text-plum"}>
      {moneyOrDash(total.printed)}
    </td>
  );
}

/** What the totals under the columns say, in a sentence. */
function Compared({ totals }: { totals: readonly Total[] }) {
  if (totals.every((each) => each.printed === null))
    return <span className="text-amber">No total to compare with: add the line that the earlier system printed.</span>;
  // What differs is named above the lines, with by how much.
  return totals.every((each) => each.printed === null || each.printed === each.lines) ? (
    <span className="text-leaf">Everything with a total is as the earlier system printed it.</span>
  ) : null;
}
