/**
 * People added by mistake, or from the wrong list, are taken out again with all that was said of them, as long as nothing
 * of them has been signed off or has left the house. The trail keeps who it was; what it vouched for is let go by name.
 */
import type { AddedPerson, AddedTogether } from "@zesty/contract/peopleSheet";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { whyStays } from "../people/whyStays.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { letGo } from "../store/seals.ts";
import { record } from "../store/trail.ts";

interface Row {
  id: number;
  name: string;
  payrollId: string;
  addedAt: string;
}

/** Who was added together, newest first, as long as somebody of them may still be taken out. */
export function addedTogether(context: Context, businessId: number): AddedTogether[] {
  const rows = context.store
    .prepared<[number], Row>(
      `SELECT id, given_name || ' ' || family_name AS name, payroll_id AS payrollId, added_at AS addedAt FROM person
       WHERE business_id = ? AND added_at IS NOT NULL ORDER BY added_at DESC, id`,
    )
    .all(businessId);
  const groups = new Map<string, AddedPerson[]>();
  for (const { addedAt, ...who } of rows)
    groups.set(addedAt, [...(groups.get(addedAt) ?? []), { ...who, stays: whyStays(context, who.id) }]);
  return [...groups]
    .map(([at, people]) => ({ at, people }))
    .filter(({ people }) => people.some(({ stays }) => stays === null));
}

/** Takes all of them out, or nobody where one stays. */
export function takeOutPeople(context: Context, actor: Actor, businessId: number, ids: readonly number[]): void {
  const { store } = context;
  findBusiness(context, businessId);
  store.transaction(() => {
    const who = ids.map((id) => personHere(context, businessId, id));
    const [held] = who.flatMap((each) => {
      const why = whyStays(context, each.id);
      return why === null ? [] : [`${each.name} ${why}.`];
    });
    if (held)
      throw cannot("stays", `Nobody was taken out: ${held}`, {
        mend: "Whoever was paid leaves by a departure, on their page.",
      });
    const json = JSON.stringify(ids);
    const runs = store
      .prepared<[string], { id: number }>(
        "SELECT DISTINCT run_id AS id FROM pay WHERE person_id IN (SELECT value FROM json_each(?))",
      )
      .all(json);
    store.sqlite.pragma("defer_foreign_keys = ON");
    for (const [table, rows] of hangingOn(context, json)) {
      letGo(store, table, rows);
      store
        .prepared<[string]>(`DELETE FROM "${table}" WHERE rowid IN (SELECT value FROM json_each(?))`)
        .run(JSON.stringify(rows));
    }
    // The words that they are found by stand under four times their number: `desk/findRows.ts`.
    store.prepared<[string]>("DELETE FROM find_words WHERE rowid IN (SELECT value * 4 FROM json_each(?))").run(json);
    for (const { id } of runs) {
      // Whoever has the run before them has seen somebody who is gone: their sign-off is of another run.
      store.prepared<[number]>("UPDATE pay_run SET version = version + 1 WHERE id = ?").run(id);
      composeAndCount(context, id);
    }
    record(store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId },
      what: who.length === 1 ? "took out a person" : "took out people",
      about: who.length === 1 ? (who[0]?.name ?? "") : `${who.length} people`,
      // Everybody by name, however many.
      change: { before: who.map(({ name, payrollId }) => `${name} (${payrollId})`), after: null },
    });
    for (const { id } of runs) context.announce(id);
  });
}

function personHere({ store }: Context, businessId: number, id: number): Omit<Row, "addedAt"> {
  const found = store
    .prepared<[number, number], Omit<Row, "addedAt">>(
      `SELECT id, given_name || ' ' || family_name AS name, payroll_id AS payrollId FROM person
       WHERE id = ? AND business_id = ?`,
    )
    .get(id, businessId);
  if (!found) throw notFound("person");
  return found;
}

/** Every row that hangs on these people, by its table: whatever names them, and whatever points to that. */
function hangingOn({ store }: Context, people: string): Map<string, number[]> {
  const tables = store.sqlite
    .prepare<[], { name: string }>(
      "SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table' AND wr = 0 AND name <> 'seal'",
    )
    .all()
    .map(({ name }) => name);
  const pointers = tables.flatMap((table) =>
    (store.sqlite.pragma(`foreign_key_list("${table}")`) as { table: string; from: string }[]).map((each) => ({
      table,
      ...{ to: each.table, from: each.from },
    })),
  );
  const naming = tables.filter((table) =>
    (store.sqlite.pragma(`table_info("${table}")`) as { name: string }[]).some(({ name }) => name === "person_id"),
  );
  const found = new Map<string, Set<number>>();
  const waiting: { table: string; column: string; values: string }[] = [
    { table: "person", column: "id", values: people },
    ...naming.map((table) => ({ table, column: "person_id", values: people })),
  ];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { table, column, values } = next;
    const known = found.get(table) ?? new Set<number>();
    const fresh = store
      .prepared<[string], { id: number }>(
        `SELECT rowid AS id FROM "${table}" WHERE "${column}" IN (SELECT value FROM json_each(?))`,
      )
      .all(values)
      .filter(({ id }) => !known.has(id))
      .map(({ id }) => id);
    if (fresh.length === 0) continue;
    found.set(table, new Set([...known, ...fresh]));
    for (const { table: child, from, to } of pointers)
      if (to === table && to !== "person") waiting.push({ table: child, column: from, values: JSON.stringify(fresh) });
  }
  return new Map([...found].map(([table, rows]) => [table, [...rows]]));
}
