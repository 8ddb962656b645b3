/** What Saltbush's books and funds say of its year: all as it was signed, but for a journal not entered and super not received. */
import { centsText } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { putOutsideIn, readOutside } from "../year/outside.ts";

const from = "2025-07-01";
const notEntered = "2026-05-14";
const notReceived = "2026-06-04";

export function tellOfBooks(context: Context, actor: Actor, businessId: number): void {
  const { lines } = readOutside(context, businessId, from);
  const on = (day: string, parts: (typeof lines)[number]["parts"]) =>
    parts.reduce((total, part) => (part.date === day ? total + part.cents : total), 0);
  // The dearest account of a journal left out, and one fund short of one payday.
  const dearest = lines.reduce((most, line) => (line.kind === "account" && line.ours > most.ours ? line : most));
  const short = lines.find(
    (line) => line.kind === "payee" && line.name.startsWith("Super") && on(notReceived, line.parts),
  );
  const said = lines
    .filter((line) => line.kind === "payee" || line.ours > 0)
    .map((line) => {
      const missing = line === dearest ? on(notEntered, line.parts) : line === short ? on(notReceived, line.parts) : 0;
      return `"${line.key}"\t${centsText(line.ours - missing)}`;
    });
  putOutsideIn(context, actor, businessId, { from, text: said.join("\n"), apply: true });
}
