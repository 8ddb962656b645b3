/** The approver's letter: what will be paid, what is different, who is away; a yes, or a question under the line it is about. */
import type { ApproverLetter } from "@zesty/contract/approval";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted, difference, longDate, money, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { approvalApi } from "../../state/approvalApi.ts";
import { usePutInHand } from "../../state/business.ts";
import { runApi } from "../../state/runApi.ts";
import { ApprovalWords } from "./ApprovalWords.tsx";

export function Letter() {
  const runId = Number(useParams().run);
  const { data, error } = approvalApi.useLetterQuery(runId, { refetchOnMountOrArgChange: true });
  const { data: run } = runApi.useRunQuery(runId);
  usePutInHand(run?.businessId);
  if (error) return <PageProblem error={error} />;
  return data ? <Read letter={data} /> : <Loading what="the letter" />;
}

function Read({ letter }: { letter: ApproverLetter }) {
  const { runId, approval, isMine, isOpen, seen } = letter;
  const [yes, saying] = approvalApi.useSayYesMutation();
  const [about, setAbout] = useState<number | "run" | null>(null);
  const mayAsk = isMine && isOpen;
  const asking = (payId: number | null) => <Question runId={runId} payId={payId} onDone={() => setAbout(null)} />;
  return (
    <Page
      title={`Payday ${longDate(letter.payday)}`}
      aside={
        <Link className="text-action underline" to={`/run/${runId}`}>
          The run
        </Link>
      }
    >
      <div className="max-w-2xl text-[17px]">
        <p>
          {letter.business} pays {counted(letter.people, "person", "people")} for {weekdayDate(letter.period.start)} to{" "}
          {weekdayDate(letter.period.end)}, from account {letter.from}.
        </p>
        <WhatItSays letter={letter} />
        {letter.paydays.length > 1 && <Paydays paydays={letter.paydays} />}
        <h2 className="mt-4 font-name text-[19px]">Who is paid</h2>
        <ul className="figures">
          {letter.rows.map((row) => (
            <li key={row.payId} className="border-b border-rule py-1.5">
              <PaidLine row={row} onAsk={mayAsk ? () => setAbout(row.payId) : null} />
              <ApprovalWords {...{ runId, approval }} payId={row.payId} mayAnswer={false} />
              {about === row.payId && asking(row.payId)}
            </li>
          ))}
        </ul>
        <ApprovalWords
          runId={runId}
          approval={{ ...approval, words: approval.words.filter((each) => each.payId === null) }}
          mayAnswer={false}
        />
        {approval.state === "yes" && (
          <p role="status" className="mt-4 border-l-3 border-lime pl-3 font-semibold">
            {approval.approver} said yes to these figures.
          </p>
        )}
        {mayAsk && (
          <div className="mt-5 flex flex-wrap gap-3">
            {approval.state !== "yes" && (
              <Button
                look="main"
                className="min-h-11 px-5"
                disabled={saying.isLoading || approval.state === "asked"}
                onClick={() => void yes({ run: runId, seen })}
              >
                Yes, pay this
              </Button>
            )}
            <Button className="min-h-11" onClick={() => setAbout("run")}>
              Ask about the whole
            </Button>
          </div>
        )}
        {mayAsk && approval.state === "asked" && <p className="mt-2 text-quiet">Your question waits for its answer.</p>}
        {!isMine && (
          <p className="mt-4 text-quiet">
            {approval.approver ? `${approval.approver} answers this letter.` : "Nobody was asked yet."}
          </p>
        )}
        {about === "run" && asking(null)}
        <ProblemNote error={saying.error} />
      </div>
    </Page>
  );
}

/** Sums against the last payday, what is different, who is away. */
function WhatItSays({ letter }: { letter: ApproverLetter }) {
  return (
    <>
      <table className="figures my-3 w-full max-w-lg">
        <tbody>
          {letter.sums.map((sum) => (
            <tr key={sum.title} className="border-b border-rule">
              <th scope="row" className="py-1 text-left font-normal">
                {sum.title}
              </th>
              <td className="text-right font-semibold">{money(sum.amount)}</td>
              <td className="pl-4 text-right text-quiet">{sum.last ?? ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {letter.against.last && <p className="text-quiet">The last column is against {longDate(letter.against.last)}.</p>}
      {letter.differences.length > 0 && (
        <>
          <h2 className="mt-4 font-name text-[19px]">What is different</h2>
          {letter.differences.map((words) => (
            <p key={words}>{words}</p>
          ))}
        </>
      )}
      {letter.away.length > 0 && (
        <>
          <h2 className="mt-4 font-name text-[19px]">Who is away next</h2>
          {letter.away.map(({ name, first, last }) => (
            <p key={`${name} ${first}`}>
              {name}, {first === last ? longDate(first) : `${longDate(first)} to ${longDate(last)}`}
            </p>
          ))}
        </>
      )}
    </>
  );
}

function PaidLine({ row, onAsk }: { row: ApproverLetter["rows"][number]; onAsk: (() => void) | null }) {
  const more = row.last === null ? null : Math.round((Number(row.net) - Number(row.last)) * 100);
  return (
    <div className="flex items-baseline gap-3">
      <span className="flex-1">{row.name}</span>
      <span className="w-20 text-right text-[14px] text-quiet">{more === null ? "new" : difference(more)}</span>
      <span className="w-24 text-right font-semibold">{money(row.net)}</span>
      {onAsk && (
        <Button look="quiet" aria-label={`Ask about ${row.name}`} onClick={onAsk}>
          Ask
        </Button>
      )}
    </div>
  );
}

function Question({ runId, payId, onDone }: { runId: number; payId: number | null; onDone: () => void }) {
  const [text, setText] = useState("");
  const [ask, { error, isLoading }] = approvalApi.useAskAboutRunMutation();
  return (
    <form
      className="mt-1"
      onSubmit={(event) => {
        event.preventDefault();
        void ask({ run: runId, payId, text }).then((answer) => !answer.error && onDone());
      }}
    >
      <TextField
        label="Question"
        autoFocus
        maxLength={1000}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="mt-1 flex gap-3">
        <Button type="submit" disabled={text.trim() === "" || isLoading}>
          Ask it
        </Button>
        <Cancel look="quiet" onClick={onDone} />
      </div>
      <ProblemNote error={error} />
    </form>
  );
}

/** The cost of the last paydays as bars, this one filled. */
function Paydays({ paydays }: { paydays: ApproverLetter["paydays"] }) {
  const most = Math.max(...paydays.map((each) => Number(each.cost)), 1);
  const wide = 100 / paydays.length;
  return (
    <figure className="mt-4" aria-label={`Cost of the last ${paydays.length} paydays`}>
      <svg viewBox="0 0 100 30" preserveAspectRatio="none" className="h-24 w-full" aria-hidden="true">
        <title>Cost by payday</title>
        {paydays.map((each, at) => {
          const high = (28 * Number(each.cost)) / most;
          const isThis = at === paydays.length - 1;
          return (
            <rect
              key={each.payday}
              x={at * wide + wide * 0.12}
              y={30 - high}
              width={wide * 0.76}
              height={high}
              fill={isThis ? "var(--leaf)" : "var(--rule-strong)"}
            />
          );
        })}
      </svg>
      <figcaption className="figures flex justify-between text-[14px] text-quiet">
        <span>
          {shortDate(paydays[0]?.payday ?? "")}: {money(paydays[0]?.cost ?? "0.00")}
        </span>
        <span>
          {shortDate(paydays.at(-1)?.payday ?? "")}: {money(paydays.at(-1)?.cost ?? "0.00")}
        </span>
      </figcaption>
    </figure>
  );
}
