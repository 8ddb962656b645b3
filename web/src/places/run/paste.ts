/** Reading a pasted block: plain numbers from the cell in hand, or rows that begin with a name or a payroll ID. */
import type { PayElement } from "@zesty/core/pay/row";
import type { CellEdit } from "../../state/runRows.ts";
import type { SheetRow } from "./sheetRows.ts";

export type Pasted = { edits: CellEdit[] } | { fault: string };

const cellsOf = (text: string): string[][] =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\n+$/, "")
    .split("\n")
    .map((line) => line.split("\t").map((cell) => cell.trim()));

const fold = (text: string) =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, " ")
    .trim();

/** "Mokoena, Jarrah", "Jarrah Mokoena" and "SCK09" all name the same row. */
const namesOf = (row: SheetRow): string[] => {
  const words = row.name.split(" ");
  const family = words.slice(1).join(" ");
  return [row.name, `${family} ${words[0]}`, row.payrollId].map(fold);
};

const isNumberLike = (text: string) => text === "" || /^[-$\d.,:]+$/.test(text);

/**
 * @param elements the columns shown, in their order
 * @param all every element of the business: a heading may name one that has no column yet
 * @param at the cell in hand: row and column among the elements shown
 * @returns every edit, or why nothing is pasted; never half a block
 */
export function readPaste(
  text: string,
  rows: readonly SheetRow[],
  elements: readonly PayElement[],
  all: readonly PayElement[],
  at: { row: number; column: number },
): Pasted {
  const block = cellsOf(text);
  const named = block.some(([first = ""]) => !isNumberLike(first));
  return named ? byName(block, rows, elements, all, at.column) : byPlace(block, rows, elements, at);
}

function byPlace(
  block: string[][],
  rows: readonly SheetRow[],
  elements: readonly PayElement[],
  at: { row: number; column: number },
): Pasted {
  const wide = Math.max(...block.map((line) => line.length));
  const room = { rows: rows.length - at.row, columns: elements.length - at.column };
  if (block.length > room.rows || wide > room.columns)
    return {
      fault: `The block has ${block.length} rows and ${wide} columns; from this cell there is room for ${room.rows} rows and ${room.columns} columns. Nothing was pasted. Choose a cell further up or left, or copy less.`,
    };
  const edits = block.flatMap((line, down) =>
    line.map(
      (value, right): CellEdit => ({
        payId: (rows[at.row + down] as SheetRow).payId,
        elementId: (elements[at.column + right] as PayElement).id,
        value,
        costCentre: rows[at.row + down]?.costCentre,
      }),
    ),
  );
  return { edits };
}

function byName(
  block: string[][],
  rows: readonly SheetRow[],
  elements: readonly PayElement[],
  all: readonly PayElement[],
  column: number,
): Pasted {
  const byElement = new Map(
    all.flatMap((element) => [[fold(element.name), element] as const, [fold(element.code), element] as const]),
  );
  const [first = [], ...rest] = block;
  const headings = first.slice(1).map((cell) => byElement.get(fold(cell)));
  const hasHeadings = first.slice(1).some((cell) => !isNumberLike(cell));
  if (hasHeadings && headings.some((element, index) => !element && first[index + 1] !== "")) {
    const unknown = first.slice(1).filter((cell, index) => cell !== "" && !headings[index]);
    return {
      fault: `No pay element here is called ${unknown.map((cell) => `“${cell}”`).join(", ")}. Nothing was pasted. Mend the heading, or add the element in Set-up.`,
    };
  }
  const target = hasHeadings ? headings : elements.slice(column);
  const lines = hasHeadings ? rest : block;
  // A name stands for the person's first row.
  const byNames = new Map(
    rows
      .filter((row) => row.costCentre === undefined)
      .flatMap((row) => namesOf(row).map((name) => [name, row] as const)),
  );
  const strangers = lines.map(([name = ""]) => name).filter((name) => !byNames.has(fold(name)));
  if (strangers.length > 0)
    return {
      fault: `${strangers.map((name) => `“${name}”`).join(", ")} ${strangers.length === 1 ? "is" : "are"} not in this run. Nothing was pasted. Check the spelling, or bring the person into the run first.`,
    };
  const wide = Math.max(...lines.map((line) => line.length - 1));
  if (wide > target.length)
    return {
      fault: `The block has ${wide} columns of figures; from this cell there is room for ${target.length}. Nothing was pasted.`,
    };
  const edits = lines.flatMap(([name = "", ...values]) =>
    values.flatMap((value, index): CellEdit[] => {
      const element = target[index];
      const row = byNames.get(fold(name));
      return element && row ? [{ payId: row.payId, elementId: element.id, value }] : [];
    }),
  );
  return { edits };
}
