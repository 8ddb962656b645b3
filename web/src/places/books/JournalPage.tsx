/** One journal: from an entry to the pays it came from, and back. */
import type { JournalEntry } from "@zesty/contract/books";
import { Fragment, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { cents, centsOrDash, longDate } from "../../parts/format.ts";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { booksApi } from "../../state/booksApi.ts";
import { usePutInHand } from "../../state/business.ts";

export function JournalPage() {
  const id = Number(useParams().journal);
  const { data: journal, error } = booksApi.useJournalQuery(id);
  usePutInHand(journal?.businessId);
  const navigate = useNavigate();
  const [open, setOpen] = useState<number | null>(null);
  if (error) return <PageProblem error={error} />;
  if (!journal) return <Loading what="the journal" />;
  return (
    <Page
      title={`Journal ${journal.reference}`}
      aside={
        <div className="flex gap-2">
          {journal.runId !== null && <Button onClick={() => void navigate(`/run/${journal.runId}`)}>To the run</Button>}
          {(journal.documentId !== null || journal.kind === "leave") && (
            <a
              className="rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] hover:bg-hover"
              href={
                journal.documentId === null ? `/api/journals/${journal.id}/csv` : `/api/documents/${journal.documentId}`
              }
              download
            >
              As CSV
            </a>
          )}
        </div>
      }
    >
      <p className="-mt-3 mb-4 text-quiet">
        {longDate(journal.date)}. {journal.description}
      </p>
      <BrokenNote broken={journal.broken} />
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
            <th className="w-24 py-1 font-medium">Account</th>
            <th className="font-medium">Name</th>
            <th className="font-medium">Cost centre</th>
            <th className="text-right font-medium">Debit</th>
            <th className="text-right font-medium">Credit</th>
          </tr>
        </thead>
        <tbody>
          {journal.entries.map((entry, at) => (
            <Fragment key={`${entry.account}${entry.costCentre}${entry.debitCents}`}>
              <tr className="border-b border-rule hover:bg-hover">
                <td className="py-1.5">{entry.account}</td>
                <td>
                  <button
                    type="button"
                    className="underline decoration-rule-strong underline-offset-3 hover:text-action"
                    aria-expanded={open === at}
                    onClick={() => setOpen(open === at ? null : at)}
                  >
                    {entry.accountName}
                  </button>
                </td>
                <td className="text-quiet">{entry.costCentre}</td>
                <td className="text-right">{centsOrDash(entry.debitCents)}</td>
                <td className="text-right">{centsOrDash(entry.creditCents)}</td>
              </tr>
              {open === at && <Parts entry={entry} runId={journal.runId} />}
            </Fragment>
          ))}
          <tr className="font-semibold">
            <td />
            <td className="py-1.5">Debits and credits</td>
            <td />
            <td className="text-right">
              {cents(journal.entries.reduce((total, entry) => total + entry.debitCents, 0))}
            </td>
            <td className="text-right">
              {cents(journal.entries.reduce((total, entry) => total + entry.creditCents, 0))}
            </td>
          </tr>
        </tbody>
      </table>
    </Page>
  );
}

function Parts({ entry, runId }: { entry: JournalEntry; runId: number | null }) {
  return (
    <tr>
      <td />
      <td colSpan={4} className="bg-lime-soft px-3 py-1">
        <table className="w-full text-[14px]">
          <tbody>
            {entry.parts.map((part, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: posted lines never move
              <tr key={at}>
                <td className="w-1/3">
                  {part.personId ? (
                    <Link className="text-action underline" to={`/run/${runId}?pay=${part.payId}`}>
                      {part.person}
                    </Link>
                  ) : runId === null ? (
                    "everybody"
                  ) : (
                    "the run"
                  )}
                </td>
                <td className="text-quiet">{part.what}</td>
                <td className="text-right">{centsOrDash(part.debitCents)}</td>
                <td className="text-right">{centsOrDash(part.creditCents)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </td>
    </tr>
  );
}
