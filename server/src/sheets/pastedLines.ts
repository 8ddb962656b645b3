/** Lines pasted from a spreadsheet or a file: cells, amounts, and whom a cell names. */
import { decimal } from "@zesty/core/quantity/decimal";
import { parse } from "csv-parse/sync";
import { cannot } from "../ground/problem.ts";

export interface Pasted {
  lines: string[][];
  /** what cannot be read for certain, each with its line and the way to write it */
  faults: string[];
}

const signs = { "\t": "tabs", ";": "semicolons", ",": "commas" } as const;
const notClosed = "The lines cannot be read: a quotation mark is not closed.";

/**
 * The one reader of lines that people paste: cells of each line, by the sign that parts the first line that has one. An
 * amount is never cut at its own comma: a line that could be read in two ways is refused.
 * @param most cells that a line has; those of the first line where it is a line of headings
 */
export function pastedLines(text: string, most: number | "headings"): Pasted {
  const written = text.split(/\r?\n/);
  const delimiter =
    written.flatMap((line) => (["\t", ";", ","] as const).find((sign) => line.includes(sign)) ?? []).at(0) ?? ",";
  let lines: string[][];
  try {
    lines = parse(text, { delimiter, relax_column_count: true, skip_empty_lines: true, trim: true, bom: true });
  } catch {
    return { lines: [], faults: [notClosed] };
  }
  const width = most === "headings" ? (lines[0]?.length ?? 0) : most;
  const faults = lines.flatMap((cells, at) => {
    const fault = unsure(cells, delimiter, width);
    return fault ? [`Line ${at + 1}: ${fault}`] : [];
  });
  return { lines, faults };
}

/** Why a line cannot be read for certain. */
function unsure(cells: readonly string[], delimiter: keyof typeof signs, most: number): string | null {
  const group = cells.findIndex(
    (cell, at) => /^-?\$?\d{1,3}$/.test(cell) && /^\d{3}\.\d{1,2}$/.test(cells[at + 1] ?? ""),
  );
  if (delimiter === "," && group !== -1) {
    const amount = `${cells[group]},${cells[group + 1]}`;
    return `${amount} may be one amount or two. Write ${amount.replace(/[,$]/g, "")}, or part the cells by tabs or semicolons.`;
  }
  const other = delimiter !== "\t" && cells.some((cell) => cell.includes("\t")) ? "\t" : null;
  const alone = cells.length === 1 && delimiter !== "," && /,\s*-?\$?\d/.test(cells[0] ?? "") ? "," : null;
  const mixed = other ?? alone;
  if (mixed)
    return `it is parted by ${signs[mixed]}, the lines before by ${signs[delimiter]}. Use one of them throughout.`;
  const used = cells.findLastIndex((cell) => cell !== "") + 1;
  if (used > most)
    return `it has ${used} cells, and ${most} are known. Write amounts without commas, as 8400.00, and take other columns out.`;
  return null;
}

/** "1,234.50" or "$1234.5" to two places; nothing is nought; null for what is no amount. */
export function pastedAmount(text: string): string | null {
  const plain = text.trim().replace(/^\$/, "");
  if (plain === "") return "0.00";
  return /^(\d{1,3}(,\d{3})+|\d{1,9})(\.\d{1,2})?$/.test(plain) ? decimal(plain.replaceAll(",", "")).toFixed(2) : null;
}

/** Lines go in all or not at all: @throws with the first fault as the sentence and every one of them beside it */
export function demandFaultless(code: string, faults: readonly string[]): void {
  if (faults[0])
    throw cannot(code, `${faults[0]} Nothing was put in.`, { errors: faults.map((text) => ({ path: "text", text })) });
}

interface Named {
  id: number;
  payrollId: string;
  givenName: string;
  familyName: string;
}

/**
 * Whom each line names, by payroll ID or name, nobody twice unless several lines may be about one.
 * @returns the person, or why there is none
 */
export function whoIsNamed<Who extends Named>(
  people: readonly Who[],
  { severalLines = false } = {},
): (cell: string, line: number) => Who | string {
  const seen = new Map<number, number>();
  return (cell, line) => {
    const [who, ...others] = people.filter((each) =>
      [each.payrollId, `${each.givenName} ${each.familyName}`, `${each.familyName}, ${each.givenName}`].some(
        (name) => name.toLowerCase() === cell.toLowerCase(),
      ),
    );
    if (!who) return `there is nobody with the payroll ID or name ${cell}.`;
    if (others.length > 0) return `${cell} is the name of ${others.length + 1} people. Give the payroll ID.`;
    const earlier = seen.get(who.id);
    if (earlier && !severalLines) return `${who.givenName} ${who.familyName} stands in line ${earlier} already.`;
    seen.set(who.id, line);
    return who;
  };
}
