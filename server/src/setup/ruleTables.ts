/** The rule book as a page: every table with its rows, source and standing. */
import type { RuleTableView } from "@zesty/contract/books";
import type { Row } from "@zesty/core/rulebook/ruleBook";
import { allTables } from "@zesty/core/rulebook/tables";
import { desc, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { loadedRow } from "../store/schema.ts";

type Loaded = typeof loadedRow.$inferSelect;

/** Rows in force that the practice loaded, newest first. */
export const loadedRows = (context: Context): Loaded[] =>
  context.store.db.select().from(loadedRow).where(isNull(loadedRow.withdrawnAt)).orderBy(desc(loadedRow.id)).all();

export const ruleTables = (loaded: readonly Loaded[] = []): RuleTableView[] =>
  allTables.map((table) => ({
    name: table.name,
    title: table.title,
    country: table.country,
    rows: [
      ...loaded
        .filter((each) => each.tableName === table.name)
        .map((each) => ({ row: each.row, loaded: { id: each.id, at: each.loadedAt, by: each.loadedBy } })),
      ...table.rows.map((row) => ({ row: row as Row<unknown>, loaded: null })),
    ].map(({ row, loaded }) => ({
      from: row.from,
      to: row.to,
      standing: row.standing,
      title: row.source.title,
      section: row.source.section,
      seen: row.source.seen,
      note: row.note ?? null,
      figures: row.figures,
      loaded,
    })),
  }));
