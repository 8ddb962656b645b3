/** `npm run rules`: writes docs/rules/tables.md from the rule book, so that page and tables cannot part. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { ruleTables } from "../setup/ruleTables.ts";

const lines = ["# Tables of the rule book", "", "Made by `npm run rules` from core/src/rulebook. Do not edit.", ""];
for (const table of ruleTables()) {
  lines.push(`## ${table.title} (${table.country})`, "");
  for (const row of table.rows) {
    lines.push(
      `### ${row.from} to ${row.to}: ${row.standing}`,
      "",
      `Source: ${row.title}. ${row.section}. Seen: ${row.seen}.`,
      "",
    );
    if (row.note) lines.push(row.note, "");
    lines.push(
      "```json",
      JSON.stringify(row.figures, null, 1)
        .replace(/\n\s+/g, " ")
        .replace(/\}, \{/g, "},\n{"),
      "```",
      "",
    );
  }
}
writeFileSync(join(import.meta.dirname, "../../../docs/rules/tables.md"), lines.join("\n"));
