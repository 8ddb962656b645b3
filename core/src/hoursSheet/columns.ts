/** Which column of an hours sheet means what: our own headings, pay elements, and what was said of strangers' headings. */
import type { PayElement } from "../pay/row.ts";
import type { SheetFacts } from "./sheetFacts.ts";
import { headingKey, type SheetCell } from "./table.ts";

/** Columns of our own beside those of pay elements. */
const ownColumns = {
  code: ["code", "personcode", "payrollid", "employeecode", "id"],
  name: ["name", "personname", "person", "employee"],
  centre: ["costcentre", "costcenter", "centre"],
  leaveFrom: ["leavefrom", "firstdayofleave"],
  leaveTo: ["leaveto", "lastdayofleave"],
  total: ["total", "totalhours", "hoursinall"],
  pays: ["payscovered", "pays"],
  lastDay: ["lastday", "leavingon"],
  notes: ["notes", "note"],
} as const;
export type OwnColumn = keyof typeof ownColumns;

export interface Column {
  at: number;
  heading: string;
  own?: OwnColumn;
  element?: PayElement;
}

interface Headed<Meaning> {
  at: number;
  heading: string;
  means: Meaning;
}

/**
 * What the headings of a sheet mean.
 * @param mapping what somebody said that strangers' headings mean; "ignore" leaves a column out
 * @param meaningOf by the key of a heading; undefined where it is a stranger's
 * @param nameOf two columns of the same name are a fault
 */
export function readHeader<Meaning>(
  header: readonly SheetCell[],
  mapping: Readonly<Record<string, string>>,
  meaningOf: (key: string) => Meaning | undefined,
  nameOf: (means: Meaning) => string,
): { columns: Headed<Meaning>[]; faults: string[]; unmapped: { at: number; heading: string }[] } {
  const unmapped: { at: number; heading: string }[] = [];
  const columns = header.flatMap(({ text }, at): Headed<Meaning>[] => {
    const heading = text.trim();
    if (heading === "") return [];
    // A heading may be any word, also one that every object knows.
    const mapped = Object.hasOwn(mapping, heading) ? mapping[heading] : undefined;
    if (mapped === "ignore") return [];
    const means = meaningOf(headingKey(mapped ?? heading));
    if (means !== undefined) return [{ at, heading, means }];
    unmapped.push({ at, heading });
    return [];
  });
  const meaning = new Map<string, string>();
  const faults = columns.flatMap(({ heading, means }) => {
    const before = meaning.get(nameOf(means));
    meaning.set(nameOf(means), heading);
    return before === undefined ? [] : [`“${before}” and “${heading}” mean the same. Delete one of the two columns.`];
  });
  return { columns, faults, unmapped };
}

/** The name whose own spellings hold a heading. */
export const ownName = <Name extends string>(
  spellings: Readonly<Record<Name, readonly string[]>>,
  key: string,
): Name | undefined =>
  (Object.keys(spellings) as Name[]).find((name) => name.toLowerCase() === key || spellings[name].includes(key));

export const noPersonColumn = "No column says who a row is for. The first row needs a heading such as Code or Name.";

export function findColumns(
  header: readonly SheetCell[],
  facts: SheetFacts,
): { columns: Column[]; faults: string[]; unmapped: { at: number; heading: string }[] } {
  const read = readHeader<Pick<Column, "own" | "element">>(
    header,
    facts.mapping,
    (key) => {
      const own = ownName(ownColumns, key);
      if (own) return { own };
      const element = facts.elements.find((each) => headingKey(each.code) === key || headingKey(each.name) === key);
      return element && { element };
    },
    ({ own, element }) => own ?? element?.code ?? "",
  );
  const columns = read.columns.map(({ at, heading, means }): Column => ({ at, heading, ...means }));
  const isNamed = columns.some((each) => each.own === "code" || each.own === "name");
  return { ...read, columns, faults: isNamed ? read.faults : [...read.faults, noPersonColumn] };
}
