/** The rule book as a page of the docs, so that page and tables cannot part: a test compares them. */
import { ruleTables } from "./ruleTables.ts";

export function rulesText(): string {
  const lines = ["# Tables of the rule book", "", "Made by `npm run rules` from core/src/rulebook. Do not edit.", ""];
  for (const table of ruleTables()) {
    lines.push(`## ${table.title} (${table.country})`, "");
    for (const row of table.rows) {
      lines.push(`### ${row.from} to ${row.to}: ${row.standing}`, "");
      lines.push(`Source: ${row.title}. ${row.section}. Seen: ${row.seen}.`, "");
      if (row.note) lines.push(row.note, "");
      const figures = JSON.stringify(row.figures, null, 1)
        .replace(/\n\s+/g, " ")
        .replace(/\}, \{/g, "},\n{");
      lines.push("```json", figures, "```", "");
    }
  }
  return lines.join("\n");
}
