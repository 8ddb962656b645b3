/** Beside the sheet of new people: what stands in the way of the person in hand, and the first pay as it would come out. */

import type { PlannedPerson } from "@zesty/contract/peopleSheet";
import type { PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";
import { Button } from "../../parts/Button.tsx";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { FirstPayFigures } from "./FirstPayFigures.tsx";
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
          <FirstPayFigures business={business} cells={stopped ? null : (cells ?? null)} fundWord={fundWord} />
          <Button className="mt-4" onClick={onTakeOut}>
            Take this row out
          </Button>
        </>
      )}
    </aside>
  );
}

const stopsFirst = (a: { kind: string }, b: { kind: string }) => Number(b.kind === "stop") - Number(a.kind === "stop");

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
