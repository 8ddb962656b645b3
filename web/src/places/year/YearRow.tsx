/** A person in the year's sheet: the figures, the stamp in the margin, and behind the name the pays that make them. */
import type { ProofColumn, ProofRow, YearAct, YearAndEnding } from "@zesty/contract/year";
import { shortDate } from "../../parts/format.ts";
import { mayChoose } from "./choice.ts";
import { PersonEnd } from "./PersonEnd.tsx";
import { ProofPays } from "./ProofPays.tsx";
import { SplitCell } from "./SplitCell.tsx";
import { Stamp } from "./Stamp.tsx";

interface Props {
  row: ProofRow;
  data: YearAndEnding;
  columns: ProofColumn[];
  act: YearAct | null;
  business: number;
  chosen: boolean;
  onChoose: () => void;
  open: boolean;
  onOpen: () => void;
}

export function YearRow({ row, data, columns, act, business, chosen, onChoose, open, onOpen }: Props) {
  const person = data.ending.people[row.personId];
  return (
    <>
      <tr className={`border-b border-rule align-top hover:bg-hover ${act && chosen ? "bg-lime-soft" : ""}`}>
        <td className="py-1.5">
          {act && (
            <input
              type="checkbox"
              aria-label={`Choose ${row.name}`}
              className="mr-2 size-4 align-[-2px] accent-(--action)"
              checked={chosen}
              disabled={!mayChoose(person, act)}
              onChange={onChoose}
            />
          )}
          <button
            type="button"
            aria-expanded={open}
            className="cursor-pointer text-left font-semibold"
            onClick={onOpen}
          >
            {row.name}
          </button>
          {row.endDate && (
            <span className="text-quiet">
              {" "}
              to {shortDate(row.endDate)} {row.endDate.slice(0, 4)}
            </span>
          )}
        </td>
        {columns.map(({ name }) => (
          <SplitCell key={name} said={row.figures[name]} />
        ))}
        <td className="figures py-1.5 whitespace-nowrap text-quiet">
          {person ? (
            <Stamp person={person} />
          ) : row.reportedOn ? (
            shortDate(row.reportedOn)
          ) : row.isReported ? (
            <span className="text-plum">not yet</span>
          ) : (
            "contractor"
          )}
        </td>
      </tr>
      {open && (
        <tr className="border-b border-rule-strong bg-sheet">
          <td colSpan={columns.length + 2} className="px-4 py-2">
            {person && (
              <PersonEnd
                {...{ business, person }}
                from={data.year.from}
                id={row.personId}
                mayDeclare={data.ending.mayDeclare && data.ending.closed === null}
              />
            )}
            <ProofPays person={row.personId} data={data} />
            {row.isReported && (
              <a
                className="mt-2 inline-block text-action underline"
                href={`/api/people/${row.personId}/year/${data.year.from}/summary.pdf`}
                download
              >
                Year summary (PDF)
              </a>
            )}
          </td>
        </tr>
      )}
    </>
  );
}
