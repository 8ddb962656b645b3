/** The first pay of somebody who is not there yet, as the run that will pay it works it out. */
import { skipToken } from "@reduxjs/toolkit/query/react";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { hours, longDate, money } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { peopleApi } from "../../state/peopleApi.ts";

interface Props {
  business: number;
  /** null: it cannot be worked out yet */
  cells: PersonCells | null;
  fundWord: string;
}

export function FirstPayFigures({ business, cells, fundWord }: Props) {
  const { data: first, error } = peopleApi.useFirstPayQuery(cells ? { business, row: cells } : skipToken);
  if (!cells) return null;
  if (error) return <ProblemNote error={error} />;
  if (!first) return null;
  return (
    <section className="figures mt-4 text-[15px]" aria-label="First pay">
      <h3 className="border-b border-rule-strong pb-1 font-semibold">First pay, {longDate(first.payday)}</h3>
      {first.lines.length === 0 && <p className="py-1 text-quiet">No usual pay: hours are typed in the run.</p>}
      {first.lines.map((line) => (
        <p key={line.name} className="flex justify-between border-b border-rule py-0.5">
          <span>
            {line.name}
            {line.hours && <span className="ml-1.5 text-quiet">{hours(line.hours)} h</span>}
          </span>
          <span>{money(line.amount)}</span>
        </p>
      ))}
      <Total name="Gross" amount={first.gross} />
      <Total name="Tax" amount={first.withheld} />
      <Total name={fundWord} amount={first.super} />
      <p className="flex justify-between pt-1 font-semibold">
        <span>Net</span>
        <span>{money(first.net)}</span>
      </p>
      {first.marks
        .filter((mark) => mark.kind !== "note")
        .map((mark) => (
          <p key={mark.text} className="mt-1 flex items-start gap-1.5">
            <span className="mt-0.5">
              <MarkShape kind={mark.kind} />
            </span>
            {mark.text}
          </p>
        ))}
      <p className="mt-1 text-[14px] text-quiet">
        For {longDate(first.start)} to {longDate(first.end)}, by the run that will pay it.
      </p>
    </section>
  );
}

const Total = ({ name, amount }: { name: string; amount: string }) => (
  <p className="flex justify-between py-0.5">
    <span className="text-quiet">{name}</span>
    <span>{money(amount)}</span>
  </p>
);
