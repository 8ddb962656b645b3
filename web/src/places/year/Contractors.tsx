/** Payments to contractors in a year: from pay runs and from a list that the books give, as a report wants them. */
import type { ContractorRow } from "@zesty/contract/au/contractors";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { abnGrouped, counted, longDate, moneyOrDash } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { PastedLines } from "../../parts/PastedLines.tsx";
import { usePasted } from "../../parts/usePasted.ts";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";

export function ContractorsPage() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  const [search] = useSearchParams();
  const from = search.get("from") ?? day;
  return from ? (
    <Paid key={`${business.id} ${from}`} business={business.id} from={from} />
  ) : (
    <Loading what="the year" />
  );
}

function Paid({ business, from }: { business: number; from: string }) {
  const { data, error } = yearApi.useContractorsQuery({ business, from }, { refetchOnMountOrArgChange: true });
  const [open, setOpen] = useState(false);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the payments" />;
  return (
    <Page
      title={`Payments to contractors, ${data.year.name}`}
      aside={
        <div className="flex items-center gap-4">
          <Link className="text-action underline" to="/year">
            Year
          </Link>
          {data.rows.length > 0 && (
            <a
              className="text-action underline"
              href={`/api/businesses/${business}/year/contractors.csv?from=${data.year.from}`}
              download
            >
              Take the report
            </a>
          )}
          {!data.closed && !open && (
            <Button look={data.rows.length > 0 ? "plain" : "main"} onClick={() => setOpen(true)}>
              {data.list ? "Put another list in…" : "Put a list in…"}
            </Button>
          )}
        </div>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        Building, cleaning, couriers, road freight, information technology and security report what they paid to
        contractors, by {longDate(data.due)}. Others owe no report. The list comes from the books: amounts with GST, by
        contractor.
      </p>
      {open && <List business={business} from={data.year.from} onEnd={() => setOpen(false)} />}
      {data.rows.length === 0 ? (
        <Nothing>No contractor was paid by a run of the year, and no list was put in.</Nothing>
      ) : (
        <Table rows={data.rows}>
          <tr className="border-t border-rule-strong text-right font-semibold [&>td]:py-1.5">
            <td className="text-left">{counted(data.rows.length, "contractor")}</td>
            <td />
            <td>{moneyOrDash(data.totals.gross)}</td>
            <td>{moneyOrDash(data.totals.gst)}</td>
            <td>{moneyOrDash(data.totals.tax)}</td>
          </tr>
        </Table>
      )}
      {data.list && (
        <p className="mt-2 text-[14px] text-quiet">
          The list was put in by {data.list.by} on {longDate(data.list.at.slice(0, 10))}.
        </p>
      )}
    </Page>
  );
}

function Table({ rows, children }: { rows: readonly ContractorRow[]; children?: React.ReactNode }) {
  return (
    <table className="figures my-2 w-full max-w-4xl text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
      <thead>
        <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
          <th className="py-1 text-left">Contractor</th>
          <th className="text-left">ABN</th>
          <th>Gross with GST</th>
          <th>GST</th>
          <th>Tax withheld</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr
            key={`${row.source} ${row.abn} ${row.name}`}
            className="border-b border-rule text-right align-top [&>td]:py-1.5"
          >
            <td className="text-left">
              {row.name}
              {row.source === "runs" && <span className="text-quiet">, from pay runs</span>}
              {row.doubts.map((doubt) => (
                <span key={doubt} className="flex items-baseline gap-1.5 text-[14px]">
                  <MarkShape kind="query" />
                  {doubt}
                </span>
              ))}
            </td>
            <td className="text-left whitespace-nowrap">
              {row.abn ? abnGrouped(row.abn) : <span className="text-quiet">none</span>}
            </td>
            <td>{moneyOrDash(row.gross)}</td>
            <td>{moneyOrDash(row.gst)}</td>
            <td>{moneyOrDash(row.tax)}</td>
          </tr>
        ))}
        {children}
      </tbody>
    </table>
  );
}

function List({ business, from, onEnd }: { business: number; from: string; onEnd: () => void }) {
  const [put, { error, isLoading }] = yearApi.usePutContractorsInMutation();
  const { shown, lines } = usePasted((given) => put({ business, from, ...given }), onEnd);
  return (
    <section aria-label="List of contractors" className="mb-5 max-w-4xl border-l-3 border-lime bg-sheet px-4 py-3">
      <PastedLines
        label="A line a contractor: ABN, name, gross with GST, GST, tax withheld. The list takes the place of the one before it."
        {...lines}
        error={error}
        busy={isLoading}
        whom={["contractor", "contractors"]}
        more={
          <Button look="quiet" onClick={onEnd}>
            Not now
          </Button>
        }
      >
        <Table rows={shown?.rows ?? []} />
      </PastedLines>
    </section>
  );
}
