/** A list of people to tick, with what becomes of each beside the name. */
import type { ReactNode } from "react";
import { counted } from "./format.ts";
import { MarkShape } from "./MarkShape.tsx";

export interface Choosable {
  personId: number;
  name: string;
  note: string | null;
}

export interface PeopleColumn<Row> {
  title: string;
  /** a figure, at the right */
  isFigure?: boolean;
  show: (row: Row, isChosen: boolean) => ReactNode;
  total?: ReactNode;
}

interface Props<Row extends Choosable> {
  rows: readonly Row[];
  mayChoose: (row: Row) => boolean;
  chosen: ReadonlySet<number>;
  onChosen: (chosen: ReadonlySet<number>) => void;
  columns: readonly PeopleColumn<Row>[];
  /** beside the number of people chosen */
  footnote?: string;
}

export function ChoosePeople<Row extends Choosable>({
  rows,
  mayChoose,
  chosen,
  onChosen,
  columns,
  footnote,
}: Props<Row>) {
  const able = rows.filter(mayChoose);
  const isAll = able.length > 0 && able.every((row) => chosen.has(row.personId));
  const set = (list: readonly Row[], on: boolean) => {
    const next = new Set(chosen);
    for (const { personId } of list) on ? next.add(personId) : next.delete(personId);
    onChosen(next);
  };
  const side = ({ isFigure }: PeopleColumn<Row>) => (isFigure ? "figures text-right" : "");
  return (
    <table className="w-full text-[15px] [&_:is(td,th):not(:last-child)]:pr-4">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
          <th className="w-8 py-1">
            <input
              type="checkbox"
              aria-label="Everybody"
              className="size-4 accent-(--action)"
              checked={isAll}
              onChange={() => set(able, !isAll)}
            />
          </th>
          <th>Name</th>
          {columns.map((column) => (
            <th key={column.title} className={column.isFigure ? "text-right" : ""}>
              {column.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const on = chosen.has(row.personId);
          return (
            <tr key={row.personId} className="border-b border-rule hover:bg-hover">
              <td className="py-1.5">
                <input
                  type="checkbox"
                  aria-label={row.name}
                  className="size-4 accent-(--action)"
                  disabled={!mayChoose(row)}
                  checked={on}
                  onChange={() => set([row], !on)}
                />
              </td>
              <td>
                <span className="font-semibold">{row.name}</span>
                {row.note && (
                  <span className="ml-2 inline-flex items-baseline gap-1.5 text-[14px] text-quiet">
                    <MarkShape kind="query" />
                    {row.note}
                  </span>
                )}
              </td>
              {columns.map((column) => (
                <td key={column.title} className={side(column)}>
                  {column.show(row, on)}
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="font-semibold">
          <td />
          <td className="py-1.5">
            {counted(chosen.size, "person", "people")} chosen
            {footnote && <span className="font-normal text-quiet">; {footnote}</span>}
          </td>
          {columns.map((column) => (
            <td key={column.title} className={side(column)}>
              {column.total}
            </td>
          ))}
        </tr>
      </tfoot>
    </table>
  );
}
