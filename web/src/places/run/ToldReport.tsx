/** What an agency was told of a payday, in words, from the bytes that were made: to read, and to print. */
import type { ReportOfPerson } from "@zesty/contract/readReport";
import { Fragment, useState } from "react";
import { Link, useParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, moneyOrDash } from "../../parts/format.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { usePutInHand } from "../../state/business.ts";
import { runApi } from "../../state/runApi.ts";
import { sendApi } from "../../state/sendApi.ts";

const isAmount = (text: string): boolean => /^-?\d+\.\d\d$/.test(text);
const shown = (text: string): string => (isAmount(text) ? moneyOrDash(text) : text);

export function ToldReport() {
  const { run, document } = useParams();
  const { data, error } = sendApi.useReportQuery(Number(document));
  const { data: view } = runApi.useRunQuery(Number(run));
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  usePutInHand(view?.businessId);
  if (error)
    return (
      <Page title="What the agency was told">
        <ProblemNote error={error} />
      </Page>
    );
  if (!data) return <Loading what="what was told" />;
  const all = data.people.map((_each, at) => at);
  const toggle = (at: number) => {
    const next = new Set(opened);
    if (!next.delete(at)) next.add(at);
    setOpened(next);
  };
  return (
    <Page
      title={data.title}
      aside={
        <p className="flex flex-wrap items-center gap-4">
          <Link className="text-action underline" to={`/run/${run}`}>
            The run
          </Link>
          <Button onClick={() => setOpened(opened.size === all.length ? new Set() : new Set(all))}>
            {opened.size === all.length ? "Close everybody" : "Open everybody"}
          </Button>
          <Button onClick={() => window.print()}>Print it</Button>
        </p>
      }
    >
      <dl className="figures mb-5 grid grid-cols-[max-content_1fr] gap-x-6 gap-y-0.5 text-[15px]">
        {[["Business", data.business] as const, ...data.head].map(([what, value]) => (
          <Fragment key={what}>
            <dt className="text-quiet">{what}</dt>
            <dd>{shown(value)}</dd>
          </Fragment>
        ))}
      </dl>
      <table className="figures w-full text-[15px]" aria-label={data.title}>
        <thead>
          <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:py-1 [&>th]:font-medium">
            <th className="text-left">{counted(data.people.length, "person", "people")}</th>
            {data.columns.map((each) => (
              <th key={each}>{each}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.people.map((person, at) => (
            <Row
              // biome-ignore lint/suspicious/noArrayIndexKey: what was sent stays in its order
              key={at}
              person={person}
              isOpen={opened.has(at)}
              onOpen={() => toggle(at)}
            />
          ))}
        </tbody>
      </table>
      <p className="mt-4 text-[13px] break-all text-quiet">
        Read from {data.fileName}, fingerprint {data.sha256}
      </p>
    </Page>
  );
}

function Row({ person, isOpen, onOpen }: { person: ReportOfPerson; isOpen: boolean; onOpen: () => void }) {
  return (
    <>
      <tr className="break-inside-avoid border-b border-rule text-right align-baseline [&>td]:py-1">
        <td className="text-left">
          <button
            type="button"
            className="text-left underline decoration-rule-strong underline-offset-3 hover:text-action print:no-underline"
            aria-expanded={isOpen}
            onClick={onOpen}
          >
            {person.name}
          </button>
        </td>
        {person.cells.map((cell, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: cells stand under the heads of their columns
          <td key={at}>{cell === "" ? "–" : shown(cell)}</td>
        ))}
      </tr>
      {isOpen && (
        <tr className="border-b border-rule">
          <td colSpan={person.cells.length + 1} className="pb-3 pl-5">
            <dl className="grid max-w-[46rem] grid-cols-[1fr_max-content] gap-x-6 text-[14px]">
              {person.whole.map(([what, value]) => (
                <Fragment key={what}>
                  <dt className="text-quiet">{what}</dt>
                  <dd className="text-right">{shown(value)}</dd>
                </Fragment>
              ))}
            </dl>
          </td>
        </tr>
      )}
    </>
  );
}
