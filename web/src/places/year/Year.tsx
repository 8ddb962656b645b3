/** A payroll year as a sheet of proof: what the year says of each person, and whether everybody who knows says the same. */
import { type ProofRow, type Voice, voices, type YearProof } from "@zesty/contract/year";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { cents, counted, longDate, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";
import { ProofPays } from "./ProofPays.tsx";
import { SplitCell } from "./SplitCell.tsx";
import { voiceWords } from "./words.ts";

export function Year() {
  const business = useBusiness();
  return <Sheet key={business.id} business={business} />;
}

function Sheet({ business }: { business: { id: number; name: string } }) {
  const [from, setFrom] = useState<string | null>(null);
  const { data, error } = yearApi.useYearProofQuery(
    { business: business.id, from },
    { refetchOnMountOrArgChange: true },
  );
  const [open, setOpen] = useState<number | null>(null);
  if (error) return <ProblemNote error={error} />;
  if (!data) return <Loading what="the year" />;
  const differing = data.rows.filter((row) => row.differs.length > 0);
  return (
    <Page
      title={`Payroll ${data.year.name.startsWith("year") ? "" : "year "}${data.year.name}`}
      aside={
        <div className="flex items-center gap-4">
          {data.rows.length > 0 && (
            <a
              className="text-action underline"
              href={`/api/businesses/${business.id}/year.csv?from=${data.year.from}`}
              download
            >
              Take the sheet
            </a>
          )}
          {data.years.length > 1 && (
            <label className="flex items-center gap-2 text-quiet">
              Year
              <select
                className="rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
                value={data.year.from}
                onChange={(event) => {
                  setFrom(event.target.value);
                  setOpen(null);
                }}
              >
                {data.years.map((year) => (
                  <option key={year.from} value={year.from}>
                    {year.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      }
    >
      {data.rows.length === 0 ? (
        <Nothing>Nobody was paid by {business.name} in this year.</Nothing>
      ) : (
        <>
          <Standing data={data} differing={differing.length} />
          <table className="w-full text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
            <thead>
              <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
                <th className="py-1">Name</th>
                {data.columns.map(({ name, title }) => (
                  <th key={name} className="text-right">
                    {title}
                  </th>
                ))}
                <th>Reported</th>
              </tr>
            </thead>
            <tbody>
              {data.rows.map((row) => (
                <Row
                  key={row.personId}
                  row={row}
                  data={data}
                  open={open === row.personId}
                  onOpen={() => setOpen(open === row.personId ? null : row.personId)}
                />
              ))}
            </tbody>
            <Totals data={data} />
          </table>
        </>
      )}
    </Page>
  );
}

function Standing({ data, differing }: { data: YearProof; differing: number }) {
  return (
    <ul className="mb-3 flex flex-wrap gap-x-6 gap-y-1">
      <li className="flex items-baseline gap-2">
        <MarkShape kind={differing === 0 ? "query" : "stop"} ticked={differing === 0} />
        {differing === 0
          ? `All voices agree on ${counted(data.rows.length, "person", "people")}`
          : `The voices differ on ${counted(differing, "person", "people")}`}
      </li>
      <li className="flex items-baseline gap-2">
        <MarkShape kind={data.open.length === 0 ? "query" : "stop"} ticked={data.open.length === 0} />
        {data.open.length === 0 ? (
          `Every run to ${longDate(data.year.to)} is settled`
        ) : (
          <span>
            {counted(data.open.length, "run")} not settled:{" "}
            {data.open.map((run, at) => (
              <Fragment key={run.runId}>
                {at > 0 && ", "}
                <Link className="text-action underline" to={`/run/${run.runId}`}>
                  {shortDate(run.payday)}
                </Link>
              </Fragment>
            ))}
          </span>
        )}
      </li>
    </ul>
  );
}

function Row({ row, data, open, onOpen }: { row: ProofRow; data: YearProof; open: boolean; onOpen: () => void }) {
  return (
    <>
      <tr className="border-b border-rule align-top hover:bg-hover">
        <td className="py-1.5">
          <button
            type="button"
            aria-expanded={open}
            className="cursor-pointer text-left font-semibold"
            onClick={onOpen}
          >
            {row.name}
          </button>
          {row.endDate && (
            <span className="text-quiet">
              {" "}
              to {shortDate(row.endDate)} {row.endDate.slice(0, 4)}
            </span>
          )}
        </td>
        {data.columns.map(({ name }) => (
          <SplitCell key={name} said={row.figures[name]} />
        ))}
        <td className="figures py-1.5 whitespace-nowrap text-quiet">
          {row.reportedOn ? (
            shortDate(row.reportedOn)
          ) : row.isReported ? (
            <span className="text-plum">not yet</span>
          ) : (
            "contractor"
          )}
        </td>
      </tr>
      {open && (
        <tr className="border-b border-rule-strong bg-sheet">
          <td colSpan={data.columns.length + 2} className="px-4 py-2">
            <ProofPays person={row.personId} data={data} />
          </td>
        </tr>
      )}
    </>
  );
}

/** The voices as rows, always in sight: what one of them does not know of stays blank. */
function Totals({ data }: { data: YearProof }) {
  return (
    <tfoot className="sticky bottom-0 [&_:is(td,th)]:bg-paper [&_:is(td,th)]:shadow-[inset_0_1px_0_var(--rule)] [&_tr:first-child>*]:shadow-[inset_0_2px_0_var(--rule-strong)]">
      {voices.map((voice: Voice) => (
        <tr key={voice}>
          <th scope="row" className="py-1 text-left font-medium">
            {voiceWords[voice]}
          </th>
          {data.columns.map(({ name }) => {
            const { facts, [voice]: value } = data.totals[name] ?? {};
            return (
              <td key={name} className={`figures text-right ${value === facts ? "" : "text-plum"}`}>
                {value === undefined ? "" : cents(value)}
              </td>
            );
          })}
          <td />
        </tr>
      ))}
    </tfoot>
  );
}
