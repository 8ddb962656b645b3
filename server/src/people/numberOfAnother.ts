/** A tax number belongs to one person: the same one for two people who work here is a slip, and mixes up their tax. */
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { places } from "../store/crypt.ts";

const kept = {
  fileNumber: { table: "tax_declaration", column: "file_number", place: places.taxNumber },
  irdNumber: { table: "tax_code", column: "ird_number", place: places.irdNumber },
} as const;

/** Tax numbers in use, each with what is said to who types one of them: for many new people at once. */
export function numbersInUse(context: Context, businessId: number): Map<string, string> {
  const found = new Map<string, string>();
  for (const kind of Object.keys(kept) as (keyof typeof kept)[])
    for (const row of holders(context, businessId, kind))
      if (row.sealed !== null) found.set(context.store.crypt.open(row.sealed, kept[kind].place(row.id)), words(row));
  return found;
}

/** Who left this year and comes back is the same person: two records would have two years, each with its own thresholds. */
const words = ({ name, left }: Holder): string =>
  left === null
    ? `${name} has this number already. Compare both with their declarations.`
    : `${name}, who left on ${dateWords(left)}, has this number. Employ them again on their page (Departure), so that their year stays one.`;

/** @param kind which of the two numbers; @throws when somebody else has it who works here, or left in this payroll year */
export function demandNumberOfNobodyElse(
  context: Context,
  personId: number,
  businessId: number,
  kind: keyof typeof kept,
  number: string,
): void {
  const { place } = kept[kind];
  const has = (row: Holder) => row.sealed !== null && context.store.crypt.open(row.sealed, place(row.id)) === number;
  const all = holders(context, businessId, kind);
  // A second record that was made before stays as it is.
  const isOwn = all.some((row) => row.id === personId && has(row));
  const found = all.find((row) => row.id !== personId && has(row) && !(isOwn && row.left !== null));
  if (!found) return;
  const text = words(found);
  throw cannot("number-of-another", text, { errors: [{ path: kind, text }] });
}

interface Holder {
  id: number;
  name: string;
  sealed: string | null;
  /** the last day, where it lies in this payroll year */
  left: string | null;
}

/** Everybody who works here or left in this payroll year, with the newest number of a kind, sealed. */
function holders(context: Context, businessId: number, kind: keyof typeof kept): Holder[] {
  const { table, column } = kept[kind];
  const today = todayAt(context, businessId);
  const year = payrollYearOf(findBusiness(context, businessId).country, today);
  return context.store.sqlite
    .prepare<[string, number, string], Holder>(
      `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name,
         CASE WHEN p.end_date < ? THEN p.end_date END AS left,
         (SELECT t.${column} FROM ${table} t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1) AS sealed
       FROM person p WHERE p.business_id = ? AND (p.end_date IS NULL OR p.end_date >= ?)`,
    )
    .all(today, businessId, year.from);
}
