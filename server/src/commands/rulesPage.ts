/** `npm run rules`: writes docs/rules/tables.md from the rule book. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { rulesText } from "../setup/rulesText.ts";

writeFileSync(join(import.meta.dirname, "../../../docs/rules/tables.md"), rulesText());
