/** The table of an answer; a figure opens to the pays that it is made of. */
import { sumColumn } from "@zesty/contract/figureDimensions";
import type { Answer, AnswerColumn, AnswerRow } from "@zesty/contract/figures";
import { Link } from "react-router";
import { money } from "../../parts/format.ts";

export interface Chosen {
  row: string;
  column: string;
  title: string;
}

const isText = ({ unit }: AnswerColumn): boolean => unit === "text" || unit === "date";
export const shownCell = (cell: string | null, { unit }: AnswerColumn): string =>
  cell === null ? "" : unit === "text" || unit === "date" || unit === "count" ? cell : money(cell);

interface Props {
  answer: Answer;
  chosen: Chosen | null;
  onChoose: (chosen: Chosen | null) => void;
}

export function AnswerTable({ answer, chosen, onChoose }: Props) {
  const { columns, rows, totals, head, opens } = answer;
  const cell = (row: AnswerRow, column: AnswerColumn, at: number) => {
    const text = row.cells[at] ?? null;
    const shown = shownCell(text, column);
    const isOpen = chosen?.row === row.key && chosen.column === column.key;
    if (!opens || text === null || isText(column)) return shown;
    return (
      <button
        type="button"
        className={`rounded-(--radius) px-1 hover:bg-lime-soft ${isOpen ? "bg-lime" : ""}`}
        aria-expanded={isOpen}
        onClick={() =>
          onChoose(
            isOpen
              ? null
              : {
                  row: row.key,
                  column: column.key,
                  title: column.key === sumColumn ? row.title : `${row.title}, ${column.title}`,
                },
          )
        }
      >
        {shown}
      </button>
    );
  };
  return (
    <div className="overflow-x-auto">
      <table className={`figures text-[15px] ${columns.length > 5 ? "w-full" : "min-w-[min(100%,720px)]"}`}>
        <thead>
          <tr className="border-b border-rule-strong text-[14px] text-quiet">
            <th scope="col" className="py-1 pr-4 text-left font-medium first-letter:uppercase">
              {head}
            </th>
            {columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                className={`py-1 pl-4 align-bottom font-medium ${isText(column) ? "text-left" : "text-right"}`}
              >
                <span className={opens && !isText(column) ? "pr-1" : ""}>{column.title}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className="border-b border-rule">
              <th scope="row" className="py-0.5 pr-4 text-left font-normal whitespace-nowrap">
                {row.to ? (
                  <Link className="hover:underline" to={row.to}>
                    {row.title}
                  </Link>
                ) : (
                  row.title
                )}
              </th>
              {columns.map((column, at) => (
                <td key={column.key} className={`py-0.5 pl-4 ${isText(column) ? "" : "text-right whitespace-nowrap"}`}>
                  {cell(row, column, at)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        {totals && (
          <tfoot>
            <tr className="border-t border-rule-strong font-semibold">
              <th scope="row" className="py-1 text-left">
                All
              </th>
              {columns.map((column, at) => (
                <td key={column.key} className="py-1 pl-4 text-right whitespace-nowrap">
                  <span className={opens ? "px-1" : ""}>{shownCell(totals[at] ?? null, column)}</span>
                </td>
              ))}
            </tr>
          </tfoot>
        )}
      </table>
    </div>
  );
}
