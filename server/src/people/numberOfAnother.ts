/** A tax number belongs to one person: the same one for two people who work here is a slip, and mixes up their tax. */
import type { Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { places } from "../store/crypt.ts";

const kept = {
  fileNumber: { table: "tax_declaration", column: "file_number", place: places.taxNumber },
  irdNumber: { table: "tax_code", column: "ird_number", place: places.irdNumber },
} as const;

/** @param kind which of the two numbers; @throws when somebody else who has not left has it */
export function demandNumberOfNobodyElse(
  context: Context,
  personId: number,
  businessId: number,
  kind: keyof typeof kept,
  number: string,
): void {
  const { table, column, place } = kept[kind];
  const rows = context.store.sqlite
    .prepare<[number, number, string], { id: number; name: string; sealed: string | null }>(
      `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name,
         (SELECT t.${column} FROM ${table} t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1) AS sealed
       FROM person p WHERE p.business_id = ? AND p.id <> ? AND (p.end_date IS NULL OR p.end_date >= ?)`,
    )
    .all(businessId, personId, context.clock.today());
  const found = rows.find(
    (row) => row.sealed !== null && context.store.crypt.open(row.sealed, place(row.id)) === number,
  );
  if (!found) return;
  const text = `${found.name} has this number already. Compare both with their declarations.`;
  throw cannot("number-of-another", text, { errors: [{ path: kind, text }] });
}
