/** Rows of the sheet of new people: typed, pasted, undone. */

import type { PersonCells, PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";
import { headingKey } from "@zesty/core/hoursSheet/table";

export interface NewRow {
  id: number;
  cells: PersonCells;
}

export const isBlank = ({ cells }: NewRow): boolean => Object.values(cells).every((text) => text.trim() === "");

let last = 0;
export const blankRow = (): NewRow => {
  last += 1;
  return { id: last, cells: {} };
};
export const rowOf = (cells: PersonCells): NewRow => ({ ...blankRow(), cells });

/** There is always one blank row to type into. */
export const withRoom = (rows: readonly NewRow[]): NewRow[] => {
  const end = rows.at(-1);
  return end && isBlank(end) ? [...rows] : [...rows, blankRow()];
};

const lines = (text: string): string[][] =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\n+$/, "")
    .split("\n")
    .map((line) => line.split("\t").map((cell) => cell.trim()));

/** Which column each heading of a pasted block names; null where the first line is no line of headings. */
function headings(first: readonly string[], columns: readonly PersonColumn[]): (PersonColumn | undefined)[] | null {
  const found = first.map((cell) => {
    const key = headingKey(cell);
    return columns.find((each) => headingKey(each.title) === key || each.spellings.includes(key));
  });
  return found.filter(Boolean).length >= 2 ? found : null;
}

/**
 * A pasted block: by its headings from the first row on, else from the cell in hand.
 * @returns the rows, or why nothing was pasted
 */
export function pasted(
  text: string,
  rows: readonly NewRow[],
  columns: readonly PersonColumn[],
  at: { row: number; column: number },
): { rows: NewRow[] } | { fault: string } {
  const block = lines(text);
  const named = headings(block[0] ?? [], columns);
  if (named) {
    const strange = (block[0] ?? []).filter((cell, index) => cell !== "" && !named[index]);
    if (strange.length > 0)
      return {
        fault: `No column here is called ${strange.map((each) => `“${each}”`).join(", ")}. Nothing was pasted: mend the headings, or bring the block as a file, where headings can be told.`,
      };
    const made = block
      .slice(1)
      .map((line) =>
        rowOf(
          Object.fromEntries(line.flatMap((cell, index) => (named[index] && cell ? [[named[index].name, cell]] : []))),
        ),
      );
    return { rows: withRoom([...rows.filter((row) => !isBlank(row)), ...made]) };
  }
  const wide = Math.max(...block.map((line) => line.length));
  if (wide > columns.length - at.column)
    return {
      fault: `The block has ${wide} columns; from this cell there is room for ${columns.length - at.column}. Nothing was pasted.`,
    };
  const next = [...rows];
  while (next.length < at.row + block.length) next.push(blankRow());
  for (const [dy, line] of block.entries()) {
    const row = next[at.row + dy];
    if (!row) continue;
    const cells = Object.fromEntries(line.map((cell, dx) => [columns[at.column + dx]?.name ?? "", cell]));
    next[at.row + dy] = { ...row, cells: { ...row.cells, ...cells } };
  }
  return { rows: withRoom(next) };
}
