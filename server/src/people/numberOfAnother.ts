/** A tax number belongs to one person: the same one for two people who work here is a slip, and mixes up their tax. */
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { places } from "../store/crypt.ts";

const kept = {
  fileNumber: { table: "tax_declaration", column: "file_number", place: places.taxNumber },
  irdNumber: { table: "tax_code", column: "ird_number", place: places.irdNumber },
} as const;

/** Tax numbers of people who have not left, each with who has it: for many new people at once. */
export function numbersInUse(context: Context, businessId: number): Map<string, string> {
  const found = new Map<string, string>();
  for (const kind of Object.keys(kept) as (keyof typeof kept)[])
    for (const row of holders(context, 0, businessId, kind))
      if (row.sealed !== null) found.set(context.store.crypt.open(row.sealed, kept[kind].place(row.id)), row.name);
  return found;
}

/** @param kind which of the two numbers; @throws when somebody else who has not left has it */
export function demandNumberOfNobodyElse(
  context: Context,
  personId: number,
  businessId: number,
  kind: keyof typeof kept,
  number: string,
): void {
  const { place } = kept[kind];
  const found = holders(context, personId, businessId, kind).find(
    (row) => row.sealed !== null && context.store.crypt.open(row.sealed, place(row.id)) === number,
  );
  if (!found) return;
  const text = `${found.name} has this number already. Compare both with their declarations.`;
  throw cannot("number-of-another", text, { errors: [{ path: kind, text }] });
}

/** Everybody else with the newest number of a kind, sealed. */
function holders(context: Context, personId: number, businessId: number, kind: keyof typeof kept) {
  const { table, column } = kept[kind];
  return context.store.sqlite
    .prepare<[number, number, string], { id: number; name: string; sealed: string | null }>(
      `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name,
         (SELECT t.${column} FROM ${table} t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1) AS sealed
       FROM person p WHERE p.business_id = ? AND p.id <> ? AND (p.end_date IS NULL OR p.end_date >= ?)`,
    )
    .all(businessId, personId, todayAt(context, businessId));
}
