/** The activity statement's wages labels by month or quarter: what events said, bridged to what was signed. */
import type { StatementPeriod } from "@zesty/contract/au/statements";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { AddForm } from "../../parts/AddForm.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { cents, centsOrDash, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { duesApi } from "../../state/duesApi.ts";

export function Statements({ business }: { business: number }) {
  const [opened, setOpened] = useState<string | null>(null);
  const { data = [], error } = duesApi.useStatementsQuery(business, { refetchOnMountOrArgChange: true });
  if (error) return <ProblemNote error={error} />;
  if (data.length === 0) return null;
  return (
    <section aria-label="Activity statements" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Activity statements</h2>
      <p className="mb-2 text-quiet">
        W1 and W2 as the pay events of each period said them: the agency fills them in from there. W3 and W4 are told by
        no event: write them here. W5 is all of it.
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
            <th>W3 and W4</th>
            <th>W5</th>
            <th className="pl-6 text-left">Standing</th>
          </tr>
        </thead>
        <tbody>
          {data.map((period) => (
            <Fragment key={period.from}>
              <tr className="border-b border-rule text-right align-top [&>td]:py-1.5">
                <td className="text-left">{period.name}</td>
                <td className="font-semibold">{cents(period.w1)}</td>
                <td className="text-quiet">{centsOrDash(period.apart)}</td>
                <td>{cents(period.gross)}</td>
                <td className="font-semibold">{cents(period.w2)}</td>
                <td className={period.w2 === period.withheld ? "" : "text-plum"}>{cents(period.withheld)}</td>
                <td>
                  <button
                    type="button"
                    className="text-action underline"
                    aria-label={`W3 and W4 of ${period.name}`}
                    aria-expanded={opened === period.from}
                    title={period.others ? `${period.others.note}, ${period.others.by}` : undefined}
                    onClick={() => setOpened(opened === period.from ? null : period.from)}
                  >
                    {period.others ? cents(period.others.w3 + period.others.w4) : "none"}
                  </button>
                </td>
                <td className="font-semibold">{cents(period.w5)}</td>
                <td className="pl-6 text-left">
                  <Standing period={period} />
                </td>
              </tr>
              {opened === period.from && (
                <tr>
                  <td colSpan={9} className="text-left">
                    <ByHandForm business={business} period={period} onDone={() => setOpened(null)} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function ByHandForm({ business, period, onDone }: { business: number; period: StatementPeriod; onDone: () => void }) {
  const [save, { error }] = duesApi.useWriteStatementMutation();
  const { w3 = 0, w4 = 0, note = "" } = period.others ?? {};
  const [typed, setTyped] = useState({ w3: (w3 / 100).toFixed(2), w4: (w4 / 100).toFixed(2), note });
  const problem = error ? problemOf(error) : null;
  const field = (name: keyof typeof typed, label: string, hint: string) => (
    <TextField
      label={label}
      hint={hint}
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      error={problem?.errors?.find((each) => each.path === name)?.text}
    />
  );
  return (
    <AddForm
      action="Write it in"
      fault={problem && !problem.errors ? problem.detail : undefined}
      onSubmit={() =>
        save({ business, from: period.from, ...typed })
          .unwrap()
          .then(onDone, () => {})
      }
      onLeave={onDone}
    >
      {field("w3", "W3", "Withheld from interest, dividends and the like")}
      {field("w4", "W4", "Withheld where no ABN was quoted")}
      {field("note", "What it is", "Whom it was withheld from, and when")}
    </AddForm>
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
