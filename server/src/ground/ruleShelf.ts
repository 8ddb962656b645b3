/** The rule book in force: what is shipped, and the rows that the practice loaded. */
import { makeRuleBook, type Row, type RuleBook } from "@zesty/core/rulebook/ruleBook";
import { edition } from "@zesty/core/rulebook/shippedRuleBook";
import { desc, isNull } from "drizzle-orm";
import type { Store } from "../store/open.ts";
import { loadedRow } from "../store/schema.ts";

export type LoadedRows = Record<string, Row<unknown>[]>;

export interface RuleShelf {
  /** the book as it is now */
  now(): RuleBook;
  /** the book as it was at an instant: a signed-off pay is worked out again by the rows of its day */
  at(instant: string): RuleBook;
  loaded(): LoadedRows;
  /** after rows were loaded or taken out */
  changed(): void;
}

export function ruleShelf(store: Store): RuleShelf {
  let kept: { book: RuleBook; rows: LoadedRows } | undefined;
  const make = (rows: (typeof loadedRow.$inferSelect)[]) => {
    const byTable: LoadedRows = {};
    for (const each of rows) byTable[each.tableName] = [...(byTable[each.tableName] ?? []), each.row];
    const version = rows.length === 0 ? edition : `${edition}+${rows.map((each) => each.id).join(".")}`;
    return { book: makeRuleBook(version, byTable), rows: byTable };
  };
  // The newest row comes first and so is found first.
  const read = () =>
    store.db.select().from(loadedRow).where(isNull(loadedRow.withdrawnAt)).orderBy(desc(loadedRow.id)).all();
  const now = () => {
    kept ??= make(read());
    return kept;
  };
  return {
    now: () => now().book,
    loaded: () => now().rows,
    at: (instant) =>
      make(
        store.db
          .select()
          .from(loadedRow)
          .orderBy(desc(loadedRow.id))
          .all()
          .filter((row) => row.loadedAt <= instant && (row.withdrawnAt === null || row.withdrawnAt > instant)),
      ).book,
    changed: () => {
      kept = undefined;
    },
  };
}
