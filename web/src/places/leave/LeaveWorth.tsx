/** What leave not taken is worth on a day, how that moved since another, and its journal. */

import type { LeaveWorthView } from "@zesty/contract/leave";
import { addDays } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { cents, centsOrDash, difference, hours, longDate, shortDate } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { TimeTabs } from "../../parts/TimeTabs.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { useBusiness, useToday } from "../../state/business.ts";
import { leaveApi } from "../../state/leaveApi.ts";

export function LeaveWorth() {
  const business = useBusiness();
  const today = useToday();
  const [search, setSearch] = useAddress();
  const to = search.get("to") ?? today;
  const from = search.get("from") ?? (to === "" ? "" : monthEndBefore(addDays(to, -27)));
  const { data: view, error } = leaveApi.useLeaveWorthQuery(
    { business: business.id, from, to },
    { skip: to === "", refetchOnMountOrArgChange: true },
  );
  const change = (days: { from?: string; to?: string }) => setSearch({ from, to, ...days });
  return (
    <Page
      title="Leave liability"
      wide
      aside={
        <div className="flex flex-wrap items-end gap-3">
          <TextField label="From" type="date" value={from} onChange={(e) => change({ from: e.target.value })} />
          <TextField label="To" type="date" value={to} onChange={(e) => change({ to: e.target.value })} />
          <a
            className="rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] hover:bg-hover"
            href={`/api/businesses/${business.id}/leave-worth.csv?from=${from}&to=${to}`}
            download
          >
            As CSV
          </a>
        </div>
      }
    >
      <div className="-mt-3 mb-4">
        <TimeTabs />
      </div>
      <ProblemNote error={error} />
      {!error && !view && <Loading what="what leave is worth" />}
      {view && !error && (
        <div className="grid grid-cols-[1fr_360px] gap-8 max-[1100px]:grid-cols-1">
          <Sheet view={view} country={business.country} />
          <Journal view={view} businessId={business.id} />
        </div>
      )}
    </Page>
  );
}

/** Books close by months: the last day of the month before. */
const monthEndBefore = (day: string) => addDays(`${day.slice(0, 7)}-01`, -1);

function Sheet({ view, country }: { view: LeaveWorthView; country: CountryCode }) {
  const kinds = [...new Set(view.rows.map((row) => row.kind))];
  const sum = (rows: LeaveWorthView["rows"], of: "before" | "after") =>
    rows.reduce((total, row) => total + row[of].cents, 0);
  const [open, setOpen] = useState<string | null>(null);
  if (view.rows.length === 0) return <Nothing>No leave is owed on these days.</Nothing>;
  return (
    <div>
      <BrokenNote broken={view.broken} />
      {view.unknown.map((text) => (
        <p key={text} className="text-plum">
          {text}
        </p>
      ))}
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
            <th className="py-1 font-medium">Person</th>
            <th className="text-right font-medium">Balance {shortDate(view.from)}</th>
            <th className="text-right font-medium">Worth</th>
            <th className="text-right font-medium">Balance {shortDate(view.to)}</th>
            <th className="text-right font-medium">Worth</th>
            <th className="text-right font-medium">Moved by</th>
          </tr>
        </thead>
        {kinds.map((kind) => {
          const rows = view.rows.filter((row) => row.kind === kind);
          const { words, unit } = leaveKindIn(country, kind);
          return (
            <tbody key={kind}>
              <tr>
                <th colSpan={6} scope="rowgroup" className="pt-4 pb-0.5 text-left font-name text-[17px] font-medium">
                  {words}, {unit}
                </th>
              </tr>
              {rows.map((row) => {
                const key = `${row.personId}${kind}`;
                return (
                  <Fragment key={key}>
                    <tr className="border-b border-rule hover:bg-hover">
                      <td className="py-1">
                        <button
                          type="button"
                          className="underline decoration-rule-strong underline-offset-3 hover:text-action"
                          aria-expanded={open === key}
                          onClick={() => setOpen(open === key ? null : key)}
                        >
                          {row.name}
                        </button>
                      </td>
                      <td className="text-right text-quiet">{hours(row.before.amount, 2)}</td>
                      <td className="text-right text-quiet">{centsOrDash(row.before.cents)}</td>
                      <td className="text-right">{hours(row.after.amount, 2)}</td>
                      <td className="text-right font-semibold">{centsOrDash(row.after.cents)}</td>
                      <td className="text-right">{difference(row.after.cents - row.before.cents)}</td>
                    </tr>
                    {open === key && (
                      <tr className="bg-lime-soft">
                        <td colSpan={6} className="px-3 py-1 text-[14px]">
                          {shortDate(view.to)}: {row.after.why || "nothing is owed"}.{" "}
                          <Link className="text-action underline" to={`/people/${row.personId}#leave`}>
                            To the person
                          </Link>
                        </td>
                      </tr>
                    )}
                  </Fragment>
                );
              })}
              <tr className="font-semibold">
                <td className="py-1">{words}, in all</td>
                <td />
                <td className="text-right">{cents(sum(rows, "before"))}</td>
                <td />
                <td className="text-right">{cents(sum(rows, "after"))}</td>
                <td className="text-right">{difference(sum(rows, "after") - sum(rows, "before"))}</td>
              </tr>
            </tbody>
          );
        })}
        <tfoot>
          <tr className="border-t-2 border-rule-strong font-semibold">
            <td className="py-1.5">All leave</td>
            <td />
            <td className="text-right">{cents(sum(view.rows, "before"))}</td>
            <td />
            <td className="text-right">{cents(sum(view.rows, "after"))}</td>
            <td className="text-right">{difference(sum(view.rows, "after") - sum(view.rows, "before"))}</td>
          </tr>
        </tfoot>
      </table>
      <p className="mt-2 text-[14px] text-quiet">
        At the rates of each day, as it would be paid if everybody left then; without on-costs, and not discounted. Long
        service leave is counted in full, whether or not it is due yet.
      </p>
    </div>
  );
}

function Journal({ view, businessId }: { view: LeaveWorthView; businessId: number }) {
  const [post, { error, isLoading, data }] = leaveApi.usePostLeaveWorthMutation();
  const total = view.posting.reduce((sum, line) => sum + line.debitCents, 0);
  return (
    <section className="figures text-[14.5px]">
      <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">Into the books</h2>
      {view.posted ? (
        <p className="py-1 text-quiet">
          Posted last to {longDate(view.posted.date)}:{" "}
          <Link className="text-action underline" to={`/books/${view.posted.id}`}>
            {view.posted.reference}
          </Link>
        </p>
      ) : (
        <p className="py-1 text-quiet">Nothing was posted yet: the first journal brings in all of it.</p>
      )}
      {view.posting.length === 0 ? (
        <p className="py-1">The books hold what leave is worth on {longDate(view.to)}.</p>
      ) : (
        <>
          <table className="w-full">
            <thead className="text-[13px] text-quiet">
              <tr>
                <th className="py-0.5 text-left font-medium">Account</th>
                <th className="text-right font-medium">Debit</th>
                <th className="text-right font-medium">Credit</th>
              </tr>
            </thead>
            <tbody>
              {view.posting.map((line) => (
                <tr key={`${line.account}${line.costCentre}${line.debitCents}`} className="border-b border-rule">
                  <td className="py-0.5">
                    {line.account} {line.accountName}
                    {line.costCentre && <span className="text-quiet"> {line.costCentre}</span>}
                  </td>
                  <td className="text-right">{centsOrDash(line.debitCents)}</td>
                  <td className="text-right">{centsOrDash(line.creditCents)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <ProblemNote error={error} />
          <Button
            look="main"
            className="mt-3"
            disabled={isLoading || view.unknown.length > 0}
            onClick={() => void post({ business: businessId, on: view.to })}
          >
            Post ${cents(total)} as of {shortDate(view.to)}
          </Button>
        </>
      )}
      {data && (
        <p role="status" className="pt-2">
          Posted.{" "}
          <Link className="text-action underline" to={`/books/${data.id}`}>
            See the journal
          </Link>
        </p>
      )}
    </section>
  );
}
