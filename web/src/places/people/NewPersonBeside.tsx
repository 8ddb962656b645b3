/** Beside the sheet of new people: what stands in the way of the person in hand, and the first pay as it would come out. */

import { skipToken } from "@reduxjs/toolkit/query/react";
import type { PlannedPerson } from "@zesty/contract/peopleSheet";
import type { PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";
import { Button } from "../../parts/Button.tsx";
import { hours, longDate, money } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import type { NewRow } from "./severalRows.ts";

interface Props {
  business: number;
  columns: readonly PersonColumn[];
  row: NewRow | null;
  planned: PlannedPerson | null;
  fundWord: string;
  onTakeOut: () => void;
}

export function NewPersonBeside({ business, columns, row, planned, fundWord, onTakeOut }: Props) {
  const stopped = planned?.marks.some((mark) => mark.kind === "stop") ?? true;
  const cells = useSettled(row?.cells);
  const { data: first, error } = peopleApi.useFirstPayQuery(cells && !stopped ? { business, row: cells } : skipToken);
  return (
    <aside
      aria-label="Beside the sheet"
      className="w-[360px] shrink-0 overflow-auto border-l border-rule-strong bg-sheet px-5 py-4 max-[900px]:w-full max-[900px]:border-t max-[900px]:border-l-0"
    >
      {!row ? (
        <p className="text-quiet">Choose a row to see what it still needs, and the first pay as it would come out.</p>
      ) : (
        <>
          <h2 className="font-name text-[20px]">
            {`${row.cells.givenName ?? ""} ${row.cells.familyName ?? ""}`.trim() || "Somebody new"}
          </h2>
          <ul className="mt-2 text-[15px]">
            {[...(planned?.marks ?? [])].sort(stopsFirst).map((mark) => (
              <li key={mark.text} className="flex items-start gap-1.5 py-0.5">
                <span className="mt-0.5">
                  <MarkShape kind={mark.kind} />
                </span>
                <span className={mark.kind === "stop" ? "text-plum" : ""}>{mark.text}</span>
              </li>
            ))}
          </ul>
          {!stopped && <LaterAsked row={row} columns={columns} />}
          {!stopped && <ProblemNote error={error} />}
          {!stopped && !error && first && (
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
          )}
          <Button className="mt-4" onClick={onTakeOut}>
            Take this row out
          </Button>
        </>
      )}
    </aside>
  );
}

const stopsFirst = (a: { kind: string }, b: { kind: string }) => Number(b.kind === "stop") - Number(a.kind === "stop");

const Total = ({ name, amount }: { name: string; amount: string }) => (
  <p className="flex justify-between py-0.5">
    <span className="text-quiet">{name}</span>
    <span>{money(amount)}</span>
  </p>
);

/** What can wait is named, so that it is not forgotten. */
function LaterAsked({ row, columns }: { row: NewRow; columns: readonly PersonColumn[] }) {
  const later = ["fileNumber", "irdNumber", "taxCode", "kiwiSaver", "fund", "account", "street", "email"];
  const blank = columns.filter((each) => later.includes(each.name) && !row.cells[each.name]);
  return blank.length === 0 ? null : (
    <p className="mt-2 text-[14.5px] text-quiet">
      You can add these later: {blank.map((each) => each.title.toLowerCase()).join(", ")}.
    </p>
  );
}
