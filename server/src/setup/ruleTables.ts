/** The rule book as a page: every table with its rows, source and standing. */
import type { RuleTableView } from "@zesty/contract/books";
import { tablesAu } from "@zesty/core/rulebook/au/index";

export const ruleTables = (): RuleTableView[] =>
  tablesAu.map((table) => ({
    name: table.name,
    title: table.title,
    country: table.country,
    rows: table.rows.map((row) => ({
      from: row.from,
      to: row.to,
      standing: row.standing,
      title: row.source.title,
      section: row.source.section,
      seen: row.source.seen,
      note: row.note ?? null,
      figures: row.figures,
    })),
  }));
