/** The trial balance of a span; an account opens to the journals that moved it. */
import type { SpanView } from "@zesty/contract/books";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { cents, centsOrDash, shortDate } from "../../parts/format.ts";
import { booksApi } from "../../state/booksApi.ts";

/** The journals that moved an account, each a way further. */
function Entries({ business, view, account }: { business: number; view: SpanView; account: string }) {
  const { from, to } = view;
  const { data = [] } = booksApi.useAccountEntriesQuery({ business, account, from, to });
  return data.map((each) => (
    <tr key={each.journalId} className="border-b border-rule text-right text-[14.5px]">
      <td />
      <td className="py-1 pl-4 text-left" colSpan={2}>
        <Link className="text-action underline" to={`/books/${each.journalId}`}>
          {each.reference}
        </Link>{" "}
        {shortDate(each.date)} <span className="text-quiet">{each.description}</span>
      </td>
      <td>{centsOrDash(each.debit)}</td>
      <td>{centsOrDash(each.credit)}</td>
      <td />
    </tr>
  ));
}

export function Accounts({ business, view }: { business: number; view: SpanView }) {
  const [opened, setOpened] = useState<string | null>(null);
  const sums = view.accounts.reduce(
    (all, each) => ({
      debit: all.debit + each.debit,
      credit: all.credit + each.credit,
      closing: all.closing + each.closing,
    }),
    { debit: 0, credit: 0, closing: 0 },
  );
  return (
    <section aria-label="Trial balance" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Trial balance</h2>
      {view.accounts.length === 0 ? (
        <p className="text-quiet">Nothing was posted in it.</p>
      ) : (
        <table className="figures w-full text-[15px]">
          <thead>
            <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
              <th className="w-20 py-1 text-left">Account</th>
              <th className="text-left">Name</th>
              <th>Before</th>
              <th>Debit</th>
              <th>Credit</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            {view.accounts.map((each) => (
              <Fragment key={each.code}>
                <tr className="border-b border-rule text-right">
                  <td className="py-1 text-left">{each.code}</td>
                  <td className="text-left">
                    <button
                      type="button"
                      className="underline decoration-rule-strong underline-offset-3 hover:text-action"
                      aria-expanded={opened === each.code}
                      onClick={() => setOpened(opened === each.code ? null : each.code)}
                    >
                      {each.name || "Account"}
                    </button>
                  </td>
                  <td className="text-quiet">{centsOrDash(each.opening)}</td>
                  <td>{centsOrDash(each.debit)}</td>
                  <td>{centsOrDash(each.credit)}</td>
                  <td className="font-semibold">{centsOrDash(each.closing)}</td>
                </tr>
                {opened === each.code && <Entries business={business} view={view} account={each.code} />}
              </Fragment>
            ))}
          </tbody>
          <tfoot>
            <tr className="text-right font-semibold">
              <td className="py-1 text-left" colSpan={3}>
                Together
              </td>
              <td>{cents(sums.debit)}</td>
              <td>{cents(sums.credit)}</td>
              <td>{centsOrDash(sums.closing)}</td>
            </tr>
          </tfoot>
        </table>
      )}
    </section>
  );
}
