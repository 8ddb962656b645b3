/**
 * People from a sheet: a row a person, columns what the first pay needs. Cells are read as people type them; what each
 * column is, the country says (`countries/peopleColumns.ts`). Nothing is applied.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { readDate } from "../calendar/readDate.ts";
import { isDecimalText } from "../quantity/decimal.ts";
import { tidied } from "../quantity/tidied.ts";
import type { SheetMark } from "./cells.ts";
import { ownName, readHeader } from "./columns.ts";
import { blankCell, headingKey, type SheetCell, type SheetTable } from "./table.ts";

export interface PersonColumn {
  name: string;
  title: string;
  /** headings that mean it, as `headingKey` writes them */
  spellings: readonly string[];
  kind: "text" | "date" | "number" | "yes" | "choice";
  /** of a choice: what it may be, each with the ways of writing it */
  choices?: Readonly<Record<string, readonly string[]>>;
  /** the first pay needs it */
  needed?: boolean;
  /** where its fault lies in a new person's facts */
  path: string;
}
/** A row as it is typed or was read from a file: text by name of column. */
export type PersonCells = Readonly<Record<string, string>>;
export interface PersonMark extends SheetMark {
  /** name of the column; of the whole row where left out */
  column?: string;
}
export interface PeopleTable {
  rows: PersonCells[];
  /** headings that mean nothing here and hold something */
  unmapped: string[];
  stops: string[];
  notes: string[];
}

/** At most so many people at once; more come in a second file. */
export const mostPeople = 2000;

/** @param mapping what strangers' headings were said to mean: the name of a column, or "ignore" */
export function readPeopleTable(
  table: SheetTable,
  columns: readonly PersonColumn[],
  mapping: Readonly<Record<string, string>>,
): PeopleTable {
  const nothing: PeopleTable = { rows: [], unmapped: [], stops: [], notes: [...table.notes] };
  const headerAt = table.rows.findIndex((row) => row.filter((cell) => cell.kind !== "blank").length > 1);
  const header = table.rows[headerAt];
  if (!header) return { ...nothing, stops: ["The sheet is empty. Bring one with a row for each person."] };
  // Our own headings are understood whatever else is.
  const spellings = Object.fromEntries(columns.map((each) => [each.name, [headingKey(each.title), ...each.spellings]]));
  const read = readHeader(
    header,
    mapping,
    (key) => ownName<string>(spellings, key),
    (name) => name,
  );
  const body = table.rows.slice(headerAt + 1).filter((row) => row.some((cell) => cell.kind !== "blank"));
  const unmapped = read.unmapped
    .filter(({ at }) => body.some((row) => (row[at] ?? blankCell).kind !== "blank"))
    .map((each) => each.heading);
  const stops = [...read.faults];
  if (!read.columns.some((each) => each.means === "familyName") && unmapped.length === 0)
    stops.push("No column holds family names. The first row needs headings such as Given name and Family name.");
  if (unmapped.length > 0) stops.push("Say what the columns below mean, or that they are left out; it is remembered.");
  if (body.length === 0) stops.push("The sheet has headings and no rows.");
  if (body.length > mostPeople)
    stops.push(`The sheet has ${body.length} rows; at most ${mostPeople} people are added at once. Cut it in two.`);
  const rows = body.slice(0, mostPeople).map((row) =>
    Object.fromEntries(
      read.columns.flatMap(({ at, means }) => {
        const text = cellText(row[at] ?? blankCell);
        return text === "" ? [] : [[means, text]];
      }),
    ),
  );
  return { rows, unmapped, stops, notes: nothing.notes };
}

const cellText = (cell: SheetCell): string =>
  cell.kind === "formula"
    ? "#"
    : cell.kind === "error"
      ? cell.text
      : // Our own list writes +61… with an apostrophe, so that no spreadsheet takes it for a formula.
        cell.text
          .trim()
          .replace(/^'(?=[=+\-@])/, "")
          .slice(0, 200);

const yes = ["yes", "y", "true", "1", "ja", "claimed"];
const no = ["no", "n", "false", "0", "not claimed"];

/**
 * The cells of a row in one writing: dates as ISO, figures as decimal text, yes and no, choices by their name.
 * @returns values without what is blank or cannot be read, and a stop for each cell that cannot
 */
export function readPersonCells(
  cells: PersonCells,
  columns: readonly PersonColumn[],
  today: IsoDate,
): { values: Record<string, string>; marks: PersonMark[] } {
  const values: Record<string, string> = {};
  const marks: PersonMark[] = [];
  for (const column of columns) {
    const text = (cells[column.name] ?? "").trim();
    if (text === "") {
      if (column.needed)
        marks.push({ kind: "stop", column: column.name, text: `${column.title} is missing: the first pay needs it.` });
      continue;
    }
    const read = readCell(text, column, today);
    if (typeof read === "string") values[column.name] = read;
    else
      marks.push({ kind: "stop", column: column.name, text: `${column.title}: “${text.slice(0, 40)}” ${read.fault}` });
  }
  return { values, marks };
}

function readCell(text: string, { kind, choices = {} }: PersonColumn, today: IsoDate): string | { fault: string } {
  const key = text.toLowerCase();
  switch (kind) {
    case "text":
      return text;
    case "date":
      return readDate(text, today) ?? { fault: "is not a date. Write it day first, as 22/6/1990." };
    case "number": {
      const figure = tidied(text);
      return isDecimalText(figure) && !figure.startsWith("-")
        ? figure
        : { fault: "is not a figure. Write it as 38 or 31.50." };
    }
    case "yes":
      return yes.includes(key) ? "yes" : no.includes(key) ? "no" : { fault: "is neither yes nor no." };
    case "choice": {
      const found = Object.entries(choices).find(([name, ways]) => name.toLowerCase() === key || ways.includes(key));
      return found?.[0] ?? { fault: `is none of ${Object.keys(choices).join(", ")}.` };
    }
  }
}

/**
 * The next payroll ID in the manner of those in use: the longest number at the end of one, plus one.
 * Example: SCK09 and SCK11 are followed by SCK12; without any, P001.
 */
export function nextPayrollId(used: readonly string[]): string {
  const numbered = used.flatMap((id) => {
    const found = /^(.*?)(\d{1,9})$/.exec(id);
    return found ? [{ prefix: found[1] ?? "", digits: found[2] ?? "" }] : [];
  });
  const counts = new Map<string, number>();
  for (const { prefix } of numbered) counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
  const [prefix] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? ["P"];
  const own = numbered.filter((each) => each.prefix === prefix);
  const highest = own.reduce((most, each) => Math.max(most, Number(each.digits)), 0);
  const width = own.reduce((most, each) => Math.max(most, each.digits.length), own.length === 0 ? 3 : 1);
  const taken = new Set(used);
  let next = highest + 1;
  while (taken.has(`${prefix}${String(next).padStart(width, "0")}`)) next += 1;
  return `${prefix}${String(next).padStart(width, "0")}`;
}
