/** Docs and rule book say the same; every rule file of core is named in the list of sources. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { readingsText } from "./readingsText.ts";
import { rulesText } from "./rulesText.ts";

const root = join(import.meta.dirname, "../../..");

it("docs/rules/tables.md is what the rule book says now; else run `npm run rules`", () => {
  expect(readFileSync(join(root, "docs/rules/tables.md"), "utf8")).toBe(rulesText());
});

it("docs/rules/agreementReadings.md is what the agreements say now; else run `npm run rules`", () => {
  expect(readFileSync(join(root, "docs/rules/agreementReadings.md"), "utf8")).toBe(readingsText());
});

/** Helpers of a rule that stands under its own name. */
const partsOf = ["taxDeclaration.ts", "weeklyEarnings.ts", "medicareAdjustment.ts", "withholdingDue.ts"];

it("docs/rules/sources.md names every Australian rule", () => {
  const sources = readFileSync(join(root, "docs/rules/sources.md"), "utf8");
  const files = readdirSync(join(root, "core/src/au")).filter(
    (file) => file.endsWith(".ts") && !file.endsWith(".test.ts") && !partsOf.includes(file),
  );
  for (const file of files) expect(sources, file).toContain(`core/src/au/${file}`);
});
