/** Lines pasted from a spreadsheet or a file: cells, amounts, and whom a cell names. */
import { decimal } from "@zesty/core/quantity/decimal";
import { parse } from "csv-parse/sync";
import { cannot } from "../http/problem.ts";

/** Cells of each line, by tab, semicolon or comma; null where a quotation mark is not closed. */
export function pastedLines(text: string): string[][] | null {
  const delimiter = text.includes("\t") ? "\t" : text.includes(";") ? ";" : ",";
  try {
    return parse(text, { delimiter, relax_column_count: true, skip_empty_lines: true, trim: true, bom: true });
  } catch {
    return null;
  }
}
export const notClosed = "The lines cannot be read: a quotation mark is not closed.";

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
