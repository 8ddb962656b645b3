/** The practice lays a row beside its publication and says so: who, when, which edition. Its figures stay what they are. */
import type { ConfirmRules } from "@zesty/contract/books";
import type { Table } from "@zesty/core/rulebook/ruleBook";
import { allTables } from "@zesty/core/rulebook/tables";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { loadedRow } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** A confirmed row is kept as one of the practice: a later shipped row does not take its place unseen. */
export function confirmRules(context: Context, actor: Actor, { table: name, from, edition }: ConfirmRules): void {
  const table = allTables.find((each) => each.name === name) as Table<unknown> | undefined;
  const row = table && context.rules.find<unknown>(table, from);
  if (!table || row?.from !== from) throw cannot("unknown-row", "This row is not in force. Load the page again.");
  if (row.standing === "published")
    throw cannot("confirmed-already", `This row is confirmed already: ${row.source.seen}. Nothing was changed.`);
  const { note: _whyDoubtful, ...known } = row;
  const seen = `${context.clock.today(officeZone)} by ${actor.name}: ${edition}`;
  context.store.transaction(() => {
    context.store.db
      .insert(loadedRow)
      .values({
        tableName: table.name,
        from: row.from,
        to: row.to,
        row: { ...known, standing: "published", source: { ...row.source, seen } },
        loadedAt: context.clock.now(),
        loadedBy: actor.name,
      })
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: null,
      what: `confirmed ${table.title}, ${row.from} to ${row.to}`,
      about: edition,
    });
  });
  context.ruleShelf.changed();
}
