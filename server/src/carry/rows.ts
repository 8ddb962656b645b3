/**
 * A row of the store as the export writes it, and back: hours as decimal text, users by address, JSON as it is. Taken in
 * beside other businesses, all ids of a business lie higher by one number, its shift; the export takes it off again.
 */
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4, toE4 } from "@zesty/core/quantity/units";
import type Database from "better-sqlite3";
import { type CarriedTable, camel } from "./tables.ts";

export type Plain = Record<string, unknown>;

export interface Column {
  /** in the store */
  name: string;
  /** in the export */
  field: string;
  kind: "e4" | "user" | "users" | "blob" | "id" | "plain";
}

/** Columns of a table with what each becomes. */
export function columnsOf(
  sqlite: Database.Database,
  { table, users = [], only, without = [] }: CarriedTable,
): Column[] {
  const foreign = sqlite.pragma(`foreign_key_list(${table})`) as { from: string; table: string }[];
  const ofUser = new Set(foreign.filter((each) => each.table === "user").map((each) => each.from));
  const toRow = new Set(foreign.filter((each) => each.table !== "user").map((each) => each.from));
  const info = sqlite.pragma(`table_info(${table})`) as { name: string; type: string }[];
  return info
    .filter((each) => (!only || only.includes(each.name)) && !without.includes(each.name))
    .map(({ name, type }): Column => {
      if (name === "preparers") return { name, field: name, kind: "users" };
      if (ofUser.has(name) || users.includes(name)) return { name, field: camel(name), kind: "user" };
      if (toRow.has(name) || (/^id$|_id$/.test(name) && type.toLowerCase() === "integer"))
        return { name, field: camel(name), kind: "id" };
      if (/_e4$/.test(name)) return { name, field: camel(name.replace(/_e4$/, "")), kind: "e4" };
      return { name, field: camel(name), kind: type.toLowerCase() === "blob" ? "blob" : "plain" };
    });
}

/** Text that is JSON and comes out of the parser as it went in. */
function parsed(text: string): unknown {
  if (!/^[[{]/.test(text)) return text;
  try {
    const value: unknown = JSON.parse(text);
    return JSON.stringify(value) === text ? value : text;
  } catch {
    return text;
  }
}

/** Fields of JSON that hold ids: by their ending, and those that are called after the thing itself. */
const holdsId = (field: string): boolean =>
  (/Ids?$/.test(field) && field !== "userId") || ["act", "debt", "request", "pay"].includes(field);
/** Objects whose keys are ids. */
const keyedById = ["ownFacts"];

/** The same JSON with its ids moved. @param by how far; 0 leaves everything as it is */
export function shifted(value: unknown, field: string, by: number): unknown {
  if (typeof value === "number") return holdsId(field) && Number.isInteger(value) && value > 0 ? value + by : value;
  if (Array.isArray(value)) return value.map((each) => shifted(each, field, by));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, each]) => [
      keyedById.includes(field) ? String(Number(name) + by) : name,
      shifted(each, name, by),
    ]),
  );
}

/** @param emailOf a user by id @param shift by how much the ids here lie higher than in the export */
export function outward(columns: readonly Column[], row: Plain, emailOf: (id: number) => string, shift: number): Plain {
  return Object.fromEntries(
    columns.map(({ name, field, kind }) => {
      const value = row[name];
      if (value === null || value === undefined) return [field, null];
      if (kind === "e4") return [field, fromE4(Number(value)).toString()];
      if (kind === "user") return [field, emailOf(Number(value))];
      if (kind === "users") return [field, (JSON.parse(String(value)) as number[]).map(emailOf)];
      if (kind === "id") return [field, value === 0 ? 0 : Number(value) - shift];
      if (Buffer.isBuffer(value)) return [field, { base64: value.toString("base64") }];
      if (typeof value !== "string") return [field, value];
      const read = parsed(value);
      return [field, shift === 0 ? read : shifted(read, field, -shift)];
    }),
  );
}

/** @param idOf a user by address @param shift what is added to every id */
export function inward(columns: readonly Column[], row: Plain, idOf: (email: string) => number, shift: number): Plain {
  return Object.fromEntries(
    columns.flatMap(({ name, field, kind }): [string, unknown][] => {
      // A field that an older export did not have is left to the column's own default.
      if (!Object.hasOwn(row, field)) return [];
      const value = row[field];
      if (value === null) return [[name, null]];
      if (kind === "e4") return [[name, toE4(decimal(String(value)))]];
      if (kind === "user") return [[name, idOf(String(value))]];
      if (kind === "users") return [[name, JSON.stringify((value as string[]).map(idOf))]];
      if (kind === "blob") return [[name, Buffer.from((value as { base64: string }).base64, "base64")]];
      if (kind === "id") return [[name, value === 0 ? 0 : Number(value) + shift]];
      if (typeof value !== "object") return [[name, value]];
      return [[name, JSON.stringify(shift === 0 ? value : shifted(value, field, shift))]];
    }),
  );
}
