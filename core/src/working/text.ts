/** A working as plain text, to answer a client's question by mail. */
import type { Working } from "./figure.ts";

const shown = (working: Working): string => {
  if (working.unit === "money" || working.unit === "rate") return `$${working.value}`;
  if (working.unit === "percent") return `${working.value} %`;
  if (working.unit === "hours") return `${working.value} h`;
  return working.value;
};

export function workingText(working: Working, depth = 0): string {
  const pad = "  ".repeat(depth);
  const lines = [`${pad}${working.label}: ${shown(working)}`];
  if (working.rule) lines.push(`${pad}  ${working.rule}`);
  if (working.formula) lines.push(`${pad}  = ${working.formula}`);
  for (const reason of working.reasons ?? []) lines.push(`${pad}  · ${reason}`);
  if (working.source) {
    const { title, section, standing, from, to, note } = working.source;
    lines.push(`${pad}  Source: ${title}, ${section} (${standing}; ${from} to ${to})${note ? `. ${note}` : ""}`);
  }
  for (const part of working.parts ?? []) lines.push(workingText(part, depth + 1));
  return lines.join("\n");
}
