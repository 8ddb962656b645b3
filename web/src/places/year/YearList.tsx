/** What has to be whole before a year is closed: proved by the program where it can be, ticked by name where it cannot. */
import type { YearAndEnding, YearCheck } from "@zesty/contract/year";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { longDate, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";

interface Props {
  business: number;
  data: YearAndEnding;
}

export function YearList({ business, data }: Props) {
  const { ending, year } = data;
  return (
    <section aria-label="Year-end checklist" className="mb-4">
      {!ending.isOver && (
        <p className="mb-1 text-quiet">The year runs to {longDate(year.to)}. This is what its end will ask for.</p>
      )}
      <ul className="grid grid-cols-1 gap-x-8 lg:grid-cols-2">
        {ending.checks.map((line) => (
          <Line key={line.item} line={line} business={business} data={data} />
        ))}
      </ul>
      <Closing key={year.from} business={business} data={data} />
    </section>
  );
}

function Line({ line, business, data: { ending, year } }: Props & { line: YearCheck }) {
  const [tick, { error }] = yearApi.useTickYearLineMutation();
  const text =
    line.link && !line.done ? (
      <Link className="text-action underline" to={line.link}>
        {line.text}
      </Link>
    ) : (
      line.text
    );
  if (line.proved)
    return (
      <li className="flex items-start gap-2 py-0.5">
        <span className="mt-1.5">
          <MarkShape kind={ending.isOver ? "stop" : "note"} ticked={line.done} />
        </span>
        <span>
          {text} {line.link && line.done && <Look to={line.link} />}
        </span>
      </li>
    );
  const id = `line-${line.item}`;
  return (
    <li className="flex items-start gap-2 py-0.5">
      <input
        id={id}
        type="checkbox"
        className="mt-1.5 size-3.5 accent-(--action)"
        checked={line.done}
        disabled={!ending.mayDeclare || ending.closed !== null}
        onChange={(event) => void tick({ business, from: year.from, item: line.item, ticked: event.target.checked })}
      />
      <span>
        <label htmlFor={id}>{line.text}</label> {line.link && !line.done && <Look to={line.link} />}
        {line.ticked && (
          <span className="ml-2 text-[13px] whitespace-nowrap text-quiet">
            {line.ticked.by}, {shortDate(line.ticked.at.slice(0, 10))}
          </span>
        )}
        <ProblemNote error={error} />
      </span>
    </li>
  );
}

const Look = ({ to }: { to: string }) => (
  <Link className="ml-2 text-action underline" to={to}>
    Look
  </Link>
);

function Closing({ business, data: { ending, year } }: Props) {
  const [close, { error, isLoading }] = yearApi.useCloseYearMutation();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const isWhole =
    ending.isOver && ending.checks.every((line) => line.done) && ending.held === null && ending.busy === null;
  if (ending.closed === null && (!isWhole || !ending.mayDeclare)) return null;
  return (
    <div className="mt-2 border-t border-rule pt-2">
      {ending.closed ? (
        <div className="flex flex-wrap items-center gap-x-4">
          <p className="flex items-center gap-2">
            <MarkShape kind="stop" ticked />
            Closed by {ending.closed.by} on {longDate(ending.closed.at.slice(0, 10))}
            {ending.closed.backup && <span className="text-quiet">backup {ending.closed.backup}</span>}
          </p>
          {ending.mayDeclare && !asking && (
            <Button look="quiet" onClick={() => setAsking(true)}>
              Open the year again…
            </Button>
          )}
        </div>
      ) : (
        <Button
          disabled={isLoading}
          onClick={() => void close({ business, from: year.from, closed: true, reason: null })}
        >
          {isLoading ? "Making a backup…" : "Close the year"}
        </Button>
      )}
      {asking && (
        <form
          className="mt-2 flex max-w-xl items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void close({ business, from: year.from, closed: false, reason: reason || null }).then((answer) => {
              if (answer.data) setAsking(false);
            });
          }}
        >
          <div className="grow">
            <TextField
              label="Why it is opened again"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
          </div>
          <Button type="submit" disabled={isLoading}>
            Open it again
          </Button>
          <Button look="quiet" onClick={() => setAsking(false)}>
            Leave it closed
          </Button>
        </form>
      )}
      <ProblemNote error={error} />
    </div>
  );
}
