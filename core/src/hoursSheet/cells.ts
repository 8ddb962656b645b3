/** Cells of a sheet that came back, read as people type: figures, days, and whose row it is. */
import { type IsoDate, isDate } from "../calendar/dates.ts";
import { readDate } from "../calendar/readDate.ts";
import type { PayElement } from "../pay/row.ts";
import { decimal } from "../quantity/decimal.ts";
import { tidied, tidiedHours } from "../quantity/tidied.ts";
import type { SheetCell } from "./table.ts";

export interface SheetMark {
  /** `stop` keeps the row out; `query` wants a person's yes; `note` is said */
  kind: "stop" | "query" | "note";
  text: string;
}
/** A figure as people type it; a sentence where it is none. */
export function readFigure(cell: SheetCell, { entry, name }: PayElement): string | { fault: string } {
  if (cell.kind === "blank") return "";
  if (cell.kind === "error")
    return { fault: `${name}: the cell holds an error (${cell.text}). Mend it in the spreadsheet.` };
  if (cell.kind === "formula")
    return { fault: `${name}: the formula has no stored value. Open and save the sheet once, or type the figure.` };
  if (cell.kind === "date")
    return { fault: `${name}: ${cell.text} is a date, not ${entry === "amount" ? "dollars" : "a number"}.` };
  const text = entry === "hours" ? tidiedHours(cell.text) : tidied(cell.text);
  if (/^-/.test(text)) return { fault: `${name}: ${text} is below nought. Correct the pay that it was in instead.` };
  const good = entry === "amount" ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,4}(\.\d{1,4})?$/;
  if (!good.test(text))
    return {
      fault: `${name}: “${cell.text.slice(0, 40)}” is not ${entry === "amount" ? "an amount" : "a number"}. Write it as ${entry === "amount" ? "18.50" : "7.6"}.`,
    };
  if (entry === "hours" && Number(text) > 744) return { fault: `${name}: ${text} hours are more than a month holds.` };
  return Number(text) === 0 ? "" : decimal(text).toString();
}

/** @param what names the column in the sentence */
export function readDay(
  cell: SheetCell,
  what: string,
  { today }: { today: IsoDate },
): IsoDate | null | { fault: string } {
  if (cell.kind === "blank") return null;
  if (cell.kind === "date" && isDate(cell.text)) return cell.text;
  const date = cell.kind === "text" ? readDate(cell.text, today) : null;
  if (date) return date;
  // Month first would fit: the reader is asked, never guessed for.
  const swapped = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(cell.text);
  const other =
    swapped && Number(swapped[2]) > 12 ? " It looks as if day and month were swapped: write the day first." : "";
  return { fault: `${what}: “${cell.text.slice(0, 40)}” is not a date. Write it as 22/6/2026.${other}` };
}

const plainName = (name: string): string =>
  name
    .toLowerCase()
    .split(",")
    .reverse()
    .join(" ")
    .replace(/[^\p{L}]+/gu, " ")
    .trim();

/** Whose row it is: by code, else by a name that only one has. */
export function whose<Person extends { payrollId: string; name: string }>(
  cells: { code?: SheetCell; name?: SheetCell },
  facts: { people: readonly Person[] },
  unknown = "is not in this run. Check the code, or bring the person into the run first.",
): { person: Person | null; marks: SheetMark[] } {
  const [code, name] = [cells.code?.text.trim() ?? "", cells.name?.text.trim() ?? ""];
  const byCode =
    code === "" ? undefined : facts.people.find((each) => each.payrollId.toLowerCase() === code.toLowerCase());
  const named = name === "" ? [] : facts.people.filter((each) => plainName(each.name) === plainName(name));
  if (byCode) {
    const other = name !== "" && plainName(byCode.name) !== plainName(name);
    return {
      person: byCode,
      marks: other ? [{ kind: "query", text: `The sheet says “${name}”, ${code} is ${byCode.name}.` }] : [],
    };
  }
  if (code === "" && named.length === 1) return { person: named[0] ?? null, marks: [] };
  const text = named.length > 1 ? `Two people are called ${name}. Give the code.` : `“${code || name}” ${unknown}`;
  return { person: null, marks: [{ kind: "stop", text }] };
}
