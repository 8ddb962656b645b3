/** A span of the books: figures in five voices, each difference by payday, the accounts, and files for the accountant. */
import type { ComparedRow, SpanView, Voice } from "@zesty/contract/books";
import { voices } from "@zesty/contract/books";
import { addDays, addMonths } from "@zesty/core/calendar/dates";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { centsOrDash, counted, longDate, moment, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { booksApi } from "../../state/booksApi.ts";
import { useBusiness, useToday } from "../../state/business.ts";
import { Accounts } from "./Accounts.tsx";
import { BooksTabs } from "./BooksTabs.tsx";

const heads: Record<Voice, string> = {
  signed: "Signed off",
  lodged: "Lodged",
  ledger: "Ledger",
  paid: "Paid",
  there: "There",
};

/** The month before the one that is: the one that is agreed next. */
const monthBefore = (day: string) => {
  const first = `${day.slice(0, 8)}01`;
  return { from: addMonths(first, -1), to: addDays(first, -1) };
};

export function Span() {
  const business = useBusiness();
  const today = useToday();
  const [typed, setTyped] = useState<{ from: string; to: string } | null>(null);
  const span = typed ?? monthBefore(today);
  const asked = { business: business.id, ...span };
  const { data, error } = booksApi.useSpanQuery(asked, {
    refetchOnMountOrArgChange: true,
    skip: span.from === "" || span.to === "",
  });
  const query = new URLSearchParams(span).toString();
  const file = (name: string) => `/api/businesses/${business.id}/span/${name}?${query}`;
  const step = (months: number) => {
    const from = addMonths(`${span.from.slice(0, 8)}01`, months);
    setTyped({ from, to: addDays(addMonths(from, 1), -1) });
  };
  return (
    <Page title="Reconciliation">
      <BooksTabs />
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <div className="w-52">
          <TextField
            label="From"
            type="date"
            value={span.from}
            onChange={(event) => setTyped({ ...span, from: event.target.value })}
          />
        </div>
        <div className="w-52">
          <TextField
            label="To"
            type="date"
            value={span.to}
            onChange={(event) => setTyped({ ...span, to: event.target.value })}
          />
        </div>
        <Button onClick={() => step(-1)}>Month before</Button>
        <Button onClick={() => step(1)}>Month after</Button>
      </div>
      <ProblemNote error={error} />
      {!data ? (
        !error && <Loading what="the span" />
      ) : (
        <>
          <Compared view={data} />
          <Agreed key={`${data.from} ${data.to}`} business={business.id} view={data} />
          <Accounts business={business.id} view={data} />
          <h2 className="mt-8 mb-1 font-name text-[19px]">For the accountant</h2>
          <ul className="text-[15px]">
            {(
              [
                ["books.zip", "All of it in one archive"],
                ["general-journal.csv", "General journal, CSV"],
                ["general-journal.journal", "General journal, plain text of double entry"],
                ["trial-balance.csv", "Trial balance, CSV"],
              ] as const
            ).map(([name, words]) => (
              <li key={name}>
                <a className="text-action underline" href={file(name)} download>
                  {words}
                </a>
              </li>
            ))}
          </ul>
        </>
      )}
    </Page>
  );
}

/** The odd one out: what differs from what was signed off. */
const odd = (row: ComparedRow["sums"], voice: Voice): boolean => row[voice] !== null && row[voice] !== row.signed;
/** Nothing is wrong with what is still to be paid, or on its way. */
const isOnlyOpen = (sums: ComparedRow["sums"]): boolean => !odd(sums, "lodged") && !odd(sums, "ledger");

function Compared({ view }: { view: SpanView }) {
  const [opened, setOpened] = useState<string | null>(null);
  const figure = (sums: ComparedRow["sums"], voice: Voice) => (
    <td
      key={voice}
      className={`py-1 text-right ${odd(sums, voice) ? (voice === "lodged" || voice === "ledger" ? "font-semibold text-plum" : "font-semibold text-amber") : ""}`}
    >
      {sums[voice] === null ? <span className="text-quiet">not told</span> : centsOrDash(sums[voice])}
    </td>
  );
  return (
    <section aria-label="Side by side">
      <h2 className="mb-1 font-name text-[19px]">Side by side, by payday</h2>
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
            <th className="py-1 text-left">Figure</th>
            {voices.map((voice) => (
              <th key={voice}>{heads[voice]}</th>
            ))}
            <th className="w-48 pl-6 text-left">Standing</th>
          </tr>
        </thead>
        <tbody>
          {view.compared.map((row) => (
            <Fragment key={row.key}>
              <tr className="border-b border-rule">
                <td className="py-1">{row.words}</td>
                {voices.map((voice) => figure(row.sums, voice))}
                <td className="pl-6">
                  {row.differing.length === 0 ? (
                    <span className="flex items-center gap-2">
                      <MarkShape kind="note" ticked />
                      agrees
                    </span>
                  ) : (
                    <button
                      type="button"
                      className={`underline ${row.differing.every((each) => isOnlyOpen(each.sums)) ? "text-amber" : "text-plum"}`}
                      aria-expanded={opened === row.key}
                      onClick={() => setOpened(opened === row.key ? null : row.key)}
                    >
                      {counted(row.differing.length, "payday")}{" "}
                      {row.differing.every((each) => isOnlyOpen(each.sums))
                        ? "not all there yet"
                        : row.differing.length === 1
                          ? "differs"
                          : "differ"}
                    </button>
                  )}
                </td>
              </tr>
              {opened === row.key &&
                row.differing.map((each) => (
                  <tr key={each.payday} className="border-b border-rule text-[14.5px]">
                    <td className="py-1 pl-6">
                      <Link className="text-action underline" to={`/run/${each.runId}`}>
                        {shortDate(each.payday)}
                      </Link>
                    </td>
                    {voices.map((voice) => figure(each.sums, voice))}
                    <td className="pl-6 text-[13.5px] text-quiet">{whyOf(each.sums, row.key)}</td>
                  </tr>
                ))}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Where the first voice falls out, and where it is mended. */
function whyOf(sums: ComparedRow["sums"], key: string) {
  if (odd(sums, "lodged")) return "lodged otherwise, or not yet: look under Send";
  if (odd(sums, "ledger")) return "posted otherwise: look at its journal";
  if (key === "net") return "not all of it was paid: look under Send";
  const to = (
    <Link className="text-action underline" to="/dues">
      Dues
    </Link>
  );
  return odd(sums, "paid") ? <>not all of it has left: look at {to}</> : <>on its way: look at {to}</>;
}

function Agreed({ business, view }: { business: number; view: SpanView }) {
  const [agree, { error, isLoading }] = booksApi.useAgreeSpanMutation();
  const [note, setNote] = useState("");
  const problem = error ? problemOf(error) : null;
  const fault = problem?.errors?.find((each) => each.path === "note")?.text;
  const { agreed, from, to } = view;
  return (
    <section aria-label="Agreement" className="mt-4">
      {agreed && (
        <p className={agreed.same ? "" : "text-amber"}>
          {agreed.same ? "Agreed" : "Agreed before something changed"} by {agreed.by}, {moment(agreed.at)}
          {agreed.note && `: ${agreed.note}`}
        </p>
      )}
      {!(agreed?.same ?? false) && (
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void agree({ business, from, to, note })
              .unwrap()
              .catch(() => {});
          }}
        >
          <div className="w-96">
            <TextField label="Note" value={note} onChange={(event) => setNote(event.target.value)} error={fault} />
          </div>
          <Button look="main" className="mt-[22px]" type="submit" disabled={isLoading}>
            Agree {longDate(from)} to {longDate(to)}
          </Button>
        </form>
      )}
      {problem && !fault && <ProblemNote error={error} />}
    </section>
  );
}
