/** Leave balances of several people from before this program: pasted, held against printed totals, put in at once. */
import type { LeaveBroughtShown } from "@zesty/contract/leaveBrought";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { TextField } from "../../parts/Fields.tsx";
import { hours } from "../../parts/format.ts";
import { Page } from "../../parts/Page.tsx";
import { PastedLines } from "../../parts/PastedLines.tsx";
import { usePasted } from "../../parts/usePasted.ts";
import { useBusiness, useToday } from "../../state/business.ts";
import { leaveApi } from "../../state/leaveApi.ts";

export function LeaveBrought() {
  const business = useBusiness();
  const today = useToday();
  return <Form key={business.id} day={today} />;
}

function Form({ day }: { day: string }) {
  const business = useBusiness();
  const navigate = useNavigate();
  const [on, setOn] = useState(day);
  const [put, { error, isLoading }] = leaveApi.useBringBalancesMutation();
  const { shown, forget, lines } = usePasted(
    (given) => put({ business: business.id, on, ...given }),
    () => void navigate("/people"),
  );
  const [one, other] = leaveKindsIn(business.country).filter((kind) => kind.kept);
  return (
    <Page
      title="Leave from before"
      aside={
        <Link className="text-action underline" to="/people">
          People
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        What each person had left with the earlier system at the end of a day. A line of headings (payroll ID, then each
        leave of which a balance is kept), a line a person, and a last line that begins with “Total” as that system
        printed it: to the last figure, or nothing goes in. A cell that is left empty changes nothing. Whoever was paid
        here already is put right under Leave.
      </p>
      <div className="mb-3 w-56">
        <TextField
          label="Balances of"
          type="date"
          hint="At the end of this day"
          value={on}
          onChange={(event) => {
            setOn(event.target.value);
            forget();
          }}
        />
      </div>
      <PastedLines
        label="Lines from a spreadsheet or a file"
        placeholder={`Payroll ID\t${one?.words}\t${other?.words}\nK001\t76.5\t40\nTotal\t76.5\t40`}
        {...lines}
        error={error}
        busy={isLoading}
      >
        {shown && <Lines shown={shown} />}
      </PastedLines>
    </Page>
  );
}

const Lines = ({ shown: { kinds, rows, totals } }: { shown: LeaveBroughtShown }) => (
  <div className="overflow-x-auto">
    <table className="figures mt-3 text-[15px]">
      <thead>
        <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:pl-8 [&>th]:font-medium">
          <th className="py-1 !pl-0 text-left">Name</th>
          {kinds.map((kind) => (
            <th key={kind.code}>
              {kind.words}, {kind.unit}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.personId} className="border-b border-rule text-right [&>td]:pl-8">
            <td className="py-1.5 !pl-0 text-left">{row.name}</td>
            {kinds.map(({ code }) => (
              <Cell key={code} {...(row.amounts[code] ?? { was: "0", becomes: null })} />
            ))}
          </tr>
        ))}
        <tr className="border-t border-rule-strong text-right font-semibold [&>td]:pl-8">
          <td className="py-1.5 !pl-0 text-left">Lines</td>
          {totals.map(({ kind, lines, printed }) => (
            <td key={kind}>
              {hours(lines, 2)}{" "}
              <span className={printed === lines ? "text-leaf" : "font-normal text-quiet"}>
                {printed === null
                  ? "no total given"
                  : printed === lines
                    ? "as printed"
                    : `printed ${hours(printed, 2)}`}
              </span>
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  </div>
);

/** What stands here already is named where it becomes something else. */
const Cell = ({ was, becomes }: { was: string; becomes: string | null }) => (
  <td>
    {becomes === null ? (
      <span className="text-quiet">{Number(was) === 0 ? "–" : `stays ${hours(was, 2)}`}</span>
    ) : (
      <>
        {hours(becomes, 2)}
        {Number(was) !== 0 && was !== becomes && <span className="text-quiet"> was {hours(was, 2)}</span>}
      </>
    )}
  </td>
);
