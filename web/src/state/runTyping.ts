/** What is typed in a run as values of the keeper: one for each cell, and for each of three fields beside the cells. */
import type { CellChange, RowChange, RunRow } from "@zesty/contract/runs";
import { cellOf, type Typed } from "@zesty/core/pay/strands";
import { type Cell, cellIn, type Elements, type RowContent, setCells, setOverrides, setPeriods } from "./rowContent.ts";
import { isAlike, type TypingKeeper } from "./typingKeeper.ts";

export const fields = ["included", "periods", "overrides"] as const;
type Field = (typeof fields)[number];
export type Fields = Pick<RowContent, Field>;

/** A figure without what it lies over, or what a field holds. */
type Value = Omit<Typed, "over"> | null | RowContent[Field];
export type RunKeeper = TypingKeeper<Value>;
/** Values by their keys. */
export type Typing = Record<string, RunKeeper["values"][string]>;

// A pay, and then a field or a cell; what a cost centre is called comes last and as it is.
export const keyOfCell = (payId: number, cell: Cell): string => `${payId} ${cellOf(cell)}`;
export const keyOfField = (payId: number, field: Field): string => `${payId} ${field}`;
const payOf = (key: string): number => Number.parseInt(key, 10);
function read(key: string): { field: Field } | { cell: Cell } {
  const [, what = "", costCentre = ""] = /^\d+ (\S+) ?(.*)$/s.exec(key) ?? [];
  const field = fields.find((each) => each === what);
  if (field) return { field };
  return { cell: { elementId: Number(what), ...(costCentre === "" ? {} : { costCentre }) } };
}

const bare = (typed: Typed | null): Value => typed && { source: typed.source, line: typed.line };

/** What stands under a key in what a row holds. */
export function valueIn(content: RowContent, key: string): Value {
  const at = read(key);
  return "field" in at ? content[at.field] : bare(cellIn(content.typed, at.cell));
}

/** The same figure, whoever put it there. */
export function isSameValue(a: Value, b: Value): boolean {
  const plain = (value: Value) => (value !== null && typeof value === "object" && "line" in value ? value.line : value);
  return isAlike(plain(a), plain(b));
}

/** The pays that something is kept of. */
export const paysOf = (values: Typing | null): number[] => [...new Set(Object.keys(values ?? {}).map(payOf))];
export function byPay(values: Typing | null): Map<number, Typing> {
  const found = new Map<number, Typing>();
  for (const [key, held] of Object.entries(values ?? {})) {
    const own = found.get(payOf(key)) ?? {};
    found.set(payOf(key), own);
    own[key] = held;
  }
  return found;
}

/** Values as they go out: row by row, each cell with what was said to stand there. */
export function changesOf(values: Typing): RowChange[] {
  return [...byPay(values)].map(([payId, own]) => {
    const row: RowChange = { payId };
    for (const [key, { was, is }] of Object.entries(own)) {
      const at = read(key);
      if ("field" in at) Object.assign(row, { [at.field]: is, was: { ...row.was, [at.field]: was } });
      else row.cells = [...(row.cells ?? []), { ...at.cell, was, is } as CellChange];
    }
    return row;
  });
}

/** The cell of a key, with what is typed there; null where it is a field. */
export function cellOfKey(key: string, { is }: Typing[string]): { payId: number; cell: Cell; text: string } | null {
  const at = read(key);
  if ("field" in at) return null;
  const { hours, units, amount } = (is as Typed | null)?.line ?? {};
  return { payId: payOf(key), cell: at.cell, text: hours ?? units ?? amount ?? "" };
}

/** Keys of what the server named in what went out, as rows.0.cells.1 or rows.0.periods; of all where it named none of it. */
export function namedIn(values: Typing, paths: readonly string[]): string[] {
  const places = Object.entries(placesOf(values));
  const named = places.filter(([place]) => paths.some((path) => `${path}.`.startsWith(`${place}.`)));
  return (named.length > 0 ? named : places).map(([, key]) => key);
}

function placesOf(values: Typing): Record<string, string> {
  const places: Record<string, string> = {};
  [...byPay(values).values()].forEach((own, row) => {
    let cells = 0;
    for (const key of Object.keys(own)) {
      const at = read(key);
      places[`rows.${row}.${"field" in at ? at.field : `cells.${cells}`}`] = key;
      if ("cell" in at) cells += 1;
    }
  });
  return places;
}

/** Values laid over a row as the server has it. */
export function layOn(row: RunRow, values: Typing, elements: Elements): void {
  const cells: { cell: Cell; is: Typed | null }[] = [];
  for (const [key, { is }] of Object.entries(values)) {
    const at = read(key);
    if ("cell" in at) cells.push({ cell: at.cell, is: is as Typed | null });
    else if (at.field === "included") row.included = is as boolean;
    else if (at.field === "periods") setPeriods(row, is as number);
    else setOverrides(row, is as RowContent["overrides"]);
  }
  setCells(row, cells, elements);
}

/** With the last breath: what went and was not answered, and after it what was typed over it since; nothing refused. */
export function lastChangesOf({ sent, values, refused }: RunKeeper): RowChange[] {
  const later = Object.fromEntries(
    Object.entries(values).flatMap(([key, held]) => {
      if (key in refused) return [];
      const out = sent?.[key];
      if (!out) return [[key, held]];
      return isAlike(out.is, held.is) ? [] : [[key, { ...held, was: out.is }]];
    }),
  );
  return [...changesOf(sent ?? {}), ...changesOf(later)];
}
