/** Papers owed to employees in Australia, from the dates of their employment; those that were given are on record. */
import { papersOwed } from "@zesty/core/au/papersOwed";
import { employmentStandards } from "@zesty/core/rulebook/au/employmentStandards";
import type { PaperOf } from "../people/paperOf.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { employmentTerms, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

type Terms = typeof employmentTerms.$inferSelect;

/** Since when the newest terms have been casual without a break; null where they are not. */
function casualSince(history: readonly Terms[], start: string): string | null {
  let since: string | null = null;
  for (const { basis, from } of history) since = basis === "casual" ? (since ?? from) : null;
  // The first terms count from the start, whatever day they were typed for.
  return since !== null && since === history[0]?.from ? start : since;
}

export const papersAu: NonNullable<PeopleOfCountry["papers"]> = (context, businessIds, from, to) => {
  // A year ahead may lie beyond the tables: then those of now say what is known.
  const row = context.rules.find(employmentStandards, to) ?? context.rules.find(employmentStandards, from);
  const figures = row?.figures;
  if (!figures) return [];
  const { sqlite } = context.store;
  const people = rowsOf(
    sqlite,
    person,
    "WHERE t.business_id IN (SELECT value FROM json_each(?)) AND (t.end_date IS NULL OR t.end_date >= ?) ORDER BY t.id",
    ...[JSON.stringify(businessIds), from],
  );
  const history = new Map<number, Terms[]>();
  for (const row of rowsOf(
    sqlite,
    employmentTerms,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" <= ? ORDER BY t."from", t.id`,
    ...[JSON.stringify(people.map((each) => each.id)), to],
  ))
    history.set(row.personId, [...(history.get(row.personId) ?? []), row]);
  const isEmployee = (id: number) => history.get(id)?.at(-1)?.basis !== "contractor" && history.has(id);
  const employees = people.filter((each) => isEmployee(each.id));
  const heads = new Map<number, number>();
  for (const { businessId } of employees) heads.set(businessId, (heads.get(businessId) ?? 0) + 1);
  const given = new Map(
    context.store
      .prepared<[string], { key: string; givenOn: string }>(
        `SELECT person_id || ' ' || code || ' ' || "on" AS key, given_on AS givenOn FROM paper_given
         WHERE person_id IN (SELECT value FROM json_each(?))`,
      )
      .all(JSON.stringify(employees.map((each) => each.id)))
      .map((row) => [row.key, row.givenOn]),
  );
  return employees.flatMap((who): PaperOf[] =>
    papersOwed(
      {
        ...{ start: who.startDate, end: who.endDate },
        casualSince: casualSince(history.get(who.id) ?? [], who.startDate),
        contract: who.contract,
        isSmall: (heads.get(who.businessId) ?? 0) < figures.smallEmployerUnder,
      },
      figures,
      from,
      to,
    ).map(({ code, on, words, law, given: isGiven }) => ({
      ...{ personId: who.id, businessId: who.businessId, name: `${who.givenName} ${who.familyName}` },
      ...{ code, on, words, law },
      ...(isGiven ? { givenOn: given.get(`${who.id} ${code} ${on}`) ?? null } : {}),
    })),
  );
};
