/** A row of the store as the export writes it, and back: hours as decimal text, users by address, JSON as it is. */
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
  kind: "e4" | "user" | "users" | "blob" | "plain";
}

/** Columns of a table with what each becomes. */
export function columnsOf(
  sqlite: Database.Database,
  { table, users = [], only, without = [] }: CarriedTable,
): Column[] {
  const foreign = sqlite.pragma(`foreign_key_list(${table})`) as { from: string; table: string }[];
  const ofUser = new Set(foreign.filter((each) => each.table === "user").map((each) => each.from));
  const info = sqlite.pragma(`table_info(${table})`) as { name: string; type: string }[];
  return info
    .filter((each) => (!only || only.includes(each.name)) && !without.includes(each.name))
    .map(({ name, type }): Column => {
      if (name === "preparers") return { name, field: name, kind: "users" };
      if (ofUser.has(name) || users.includes(name)) return { name, field: camel(name), kind: "user" };
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

/** @param emailOf a user by id */
export function outward(columns: readonly Column[], row: Plain, emailOf: (id: number) => string): Plain {
  return Object.fromEntries(
    columns.map(({ name, field, kind }) => {
      const value = row[name];
      if (value === null || value === undefined) return [field, null];
      if (kind === "e4") return [field, fromE4(Number(value)).toString()];
      if (kind === "user") return [field, emailOf(Number(value))];
      if (kind === "users") return [field, (JSON.parse(String(value)) as number[]).map(emailOf)];
      if (Buffer.isBuffer(value)) return [field, { base64: value.toString("base64") }];
      return [field, typeof value === "string" ? parsed(value) : value];
    }),
  );
}

/** @param idOf a user by address */
export function inward(columns: readonly Column[], row: Plain, idOf: (email: string) => number): Plain {
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
      return [[name, typeof value === "object" ? JSON.stringify(value) : value]];
    }),
  );
}
