/** `npm run rules`: writes the pages of docs/rules that are made from the rule book and from the agreements. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { readingsText } from "../setup/readingsText.ts";
import { rulesText } from "../setup/rulesText.ts";

const pages = join(import.meta.dirname, "../../../docs/rules");
writeFileSync(join(pages, "tables.md"), rulesText());
writeFileSync(join(pages, "agreementReadings.md"), readingsText());
