/**
 * A row of the rule book from a file: JSON, or cells of path and value. The figures must have the shape of the table's
 * own rows, so that no formula meets a figure that is missing or is not a number.
 */
import { isDate } from "../calendar/dates.ts";
import { isDecimalText } from "../quantity/decimal.ts";
import { type Row, standings, type Table } from "./ruleBook.ts";

export interface RowFault {
  path: string;
  text: string;
}

/**
 * Puts cells together: "figures.scales.2.0.below" and "362" make a list in an object.
 * Numbers of the rule book are decimal text, so values stay text; yes, no and whole counts follow the table's shape.
 */
export function rowFromCells(cells: readonly (readonly [path: string, value: string])[]): unknown {
  const root: Record<string, unknown> = {};
  for (const [path, value] of cells) {
    const steps = path.split(".");
    let at: Record<string, unknown> = root;
    for (const [index, step] of steps.entries()) {
      if (index === steps.length - 1) at[step] = value;
      else {
        if (typeof at[step] !== "object") at[step] = {};
        at = at[step] as Record<string, unknown>;
      }
    }
  }
  return root;
}

/** Objects whose keys are 0, 1, 2… are lists; text becomes a number or yes/no where the table has one. */
function shaped(value: unknown, like: unknown): unknown {
  if (Array.isArray(like)) {
    if (Array.isArray(value)) return value.map((each) => shaped(each, like[0]));
    if (value !== null && typeof value === "object")
      return Object.keys(value)
        .sort((a, b) => Number(a) - Number(b))
        .map((key) => shaped((value as Record<string, unknown>)[key], like[0]));
    return value;
  }
  if (like !== null && typeof like === "object" && value !== null && typeof value === "object" && !Array.isArray(value))
    return Object.fromEntries(
      Object.entries(value).map(([key, each]) => [key, shaped(each, (like as Record<string, unknown>)[key])]),
    );
  if (typeof like === "number" && typeof value === "string" && /^-?\d+$/.test(value)) return Number(value);
  if (typeof like === "boolean" && (value === "true" || value === "false")) return value === "true";
  if (value === "" && (like === null || isNumberText(like))) return null;
  return value;
}

/** Where the figures differ in shape from a row of the table. */
function shapeFaults(value: unknown, like: unknown, path: string, mayBeNothing: ReadonlySet<string>): RowFault[] {
  if (Array.isArray(like)) {
    if (!Array.isArray(value) || value.length === 0) return [{ path, text: `${path} must be a list.` }];
    return value.flatMap((each, at) =>
      shapeFaults(each, like[Math.min(at, like.length - 1)], `${path}.${at}`, mayBeNothing),
    );
  }
  if (like !== null && typeof like === "object") {
    if (value === null || typeof value !== "object" || Array.isArray(value))
      return [{ path, text: `${path} must have the fields ${Object.keys(like).join(", ")}.` }];
    const known = Object.entries(like).flatMap(([key, each]) =>
      key in value
        ? shapeFaults((value as Record<string, unknown>)[key], each, `${path}.${key}`, mayBeNothing)
        : [{ path: `${path}.${key}`, text: `${path}.${key} is missing.` }],
    );
    const unknown = Object.keys(value)
      .filter((key) => !(key in like))
      .map((key) => ({ path: `${path}.${key}`, text: `${path}.${key} is not a field of this table.` }));
    return [...known, ...unknown];
  }
  // The last step of a scale has no limit: nothing there, decimal text elsewhere.
  const field = path.slice(path.lastIndexOf(".") + 1);
  if (value === null)
    return mayBeNothing.has(field) ? [] : [{ path, text: `${path} is empty. Write a number, as 0.3227.` }];
  if (like === null) return isNumberText(value) ? [] : [{ path, text: `${path} must be a number or left empty.` }];
  if (typeof value !== typeof like)
    return [{ path, text: `${path} must be ${typeof like === "string" ? "text" : `a ${typeof like}`}.` }];
  return isNumberText(like) && !isNumberText(value)
    ? [{ path, text: `${path}: “${String(value)}” is not a number. Write it as 0.3227.` }]
    : [];
}

const isNumberText = (value: unknown): boolean => typeof value === "string" && isDecimalText(value);

/** Names of fields that hold nothing somewhere in the table. */
function emptyFields(value: unknown): Set<string> {
  if (value === null || typeof value !== "object") return new Set();
  return new Set(Object.entries(value).flatMap(([key, each]) => (each === null ? [key] : [...emptyFields(each)])));
}

/** Words among figures, such as the name of a method: only those that the formulas know. */
function wordsOf(value: unknown): Set<string> {
  if (typeof value === "string") return new Set(isNumberText(value) ? [] : [value]);
  if (value === null || typeof value !== "object") return new Set();
  return new Set(Object.values(value).flatMap((each) => [...wordsOf(each)]));
}

function wordFaults(value: unknown, known: ReadonlySet<string>, path: string): RowFault[] {
  if (typeof value === "string")
    return isNumberText(value) || known.has(value)
      ? []
      : [{ path, text: `${path}: “${value}” is not known. Known are ${[...known].join(", ")}.` }];
  if (value === null || typeof value !== "object") return [];
  return Object.entries(value).flatMap(([key, each]) => wordFaults(each, known, `${path}.${key}`));
}

/** @returns the row, or every fault with its path; nothing of a faulty row is taken */
export function readRow(raw: unknown, table: Table<unknown>): { row: Row<unknown> } | { faults: RowFault[] } {
  if (raw === null || typeof raw !== "object" || Array.isArray(raw))
    return { faults: [{ path: "", text: "The file does not hold one row: from, to, figures, source, standing." }] };
  const given = raw as Record<string, unknown>;
  const source = (given.source ?? {}) as Record<string, unknown>;
  const faults: RowFault[] = [];
  const demand = (holds: boolean, path: string, text: string) => {
    if (!holds) faults.push({ path, text });
  };
  const { from, to, standing } = given;
  demand(typeof from === "string" && isDate(from), "from", "from is not a date. Write it as 2027-07-01.");
  demand(typeof to === "string" && isDate(to), "to", "to is not a date. Write it as 2028-06-30.");
  demand(!(typeof from === "string" && typeof to === "string" && to < from), "to", "to lies before from.");
  demand(
    typeof source.title === "string" && source.title !== "",
    "source.title",
    "source.title is missing: where the figures are published.",
  );
  demand(
    typeof source.section === "string" && source.section !== "",
    "source.section",
    "source.section is missing: the table or section.",
  );
  demand(
    standings.some((each) => each === standing),
    "standing",
    "standing must be published, remembered, derived or unsure.",
  );
  demand(
    standing === "published" || standing === "remembered" || (typeof given.note === "string" && given.note !== ""),
    "note",
    "note is missing: say how the figures were derived, or what is doubted.",
  );
  const model = table.rows.at(-1)?.figures;
  const figures = shaped(given.figures, model);
  faults.push(...shapeFaults(figures, model, "figures", emptyFields(table.rows.map((row) => row.figures))));
  if (faults.length === 0)
    faults.push(...wordFaults(figures, wordsOf(table.rows.map((row) => row.figures)), "figures"));
  if (faults.length > 0) return { faults };
  return {
    row: {
      from: from as string,
      to: to as string,
      figures,
      source: {
        title: source.title as string,
        section: source.section as string,
        seen: typeof source.seen === "string" && source.seen !== "" ? source.seen : "as loaded",
      },
      standing: standing as Row<unknown>["standing"],
      ...(typeof given.note === "string" && given.note !== "" ? { note: given.note } : {}),
    },
  };
}
