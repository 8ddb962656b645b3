/** Where an agreement's text can be read two ways, as a page of the docs: a test compares it with the sets. */
import { shipped } from "@zesty/contract/agreementRules";

export function readingsText(): string {
  const lines = [
    "# Readings of the agreements",
    "",
    "Made by `npm run rules` from the rule sets. Do not edit. All from memory; *sure* is how sure we are of what ships, in per",
    "cent. Where a setting chooses the other reading, it stands beside it: asked of the workplace on the page *Agreements*, of",
    "a person with their agreement, of a shift beside the week. What is below 75 without a setting is named on that page.",
    "",
  ];
  for (const { code, title, readings = [] } of shipped()) {
    if (readings.length === 0) continue;
    lines.push(`## ${title} (${code})`, "", "| rule | ships | the other | sure | setting |", "|---|---|---|---|---|");
    for (const { rule, shipped: ships, other, sure, choose } of readings)
      lines.push(
        `| ${rule} | ${ships} | ${other} | ${sure} | ${choose ? `\`${choose.setting}\` = ${choose.value}` : ""} |`,
      );
    lines.push("");
  }
  return lines.join("\n");
}
