/** Lines of a trial balance, or of a fund's or the agency's statement, read against what the year knows of. */
import type { OutsideLine, OutsideShown } from "@zesty/contract/outside";
import { centsOf } from "@zesty/core/quantity/units";
import { pastedAmount, pastedLines } from "../sheets/pastedLines.ts";

/** An account or a receiver, with what the year says of it. */
export type Ours = Omit<OutsideLine, "theirs" | "hints">;

const nothing =
  "No line names an account of the journals, a fund or the agency. Write a line each: code, name, debit, credit; or who was paid, and how much.";

export function readOutsideLines(text: string, ours: readonly Ours[]): OutsideShown {
  const shown: OutsideShown = { rows: [], others: [], faults: [] };
  const { lines, faults } = pastedLines(text, 4);
  if (faults.length > 0) return { ...shown, faults };
  const seen = new Map<Ours, number>();
  for (const [at, [name = "", ...rest]] of lines.entries()) {
    const line = ours.find((each) => namesOf(each).includes(name.toLowerCase()));
    if (!line) {
      // Headings say what stands below them.
      if (name !== "" && (at > 0 || rest.some((cell) => cell !== "" && signed(cell) !== null))) shown.others.push(name);
      continue;
    }
    const earlier = seen.get(line);
    const theirs = amountOf(rest);
    if (earlier) shown.faults.push(`Line ${at + 1}: ${name} stands in line ${earlier} already. Give it once.`);
    else if (typeof theirs === "string") shown.faults.push(`Line ${at + 1}: ${theirs}`);
    else shown.rows.push({ kind: line.kind, key: line.key, name: line.name, ours: line.ours, theirs });
    seen.set(line, earlier ?? at + 1);
  }
  if (seen.size === 0) shown.faults.push(nothing);
  return shown;
}

const namesOf = ({ kind, key, name }: Ours): string[] =>
  (kind === "account"
    ? [key, name, `${key} ${name}`]
    : [name, name.replace(/^Super to /, ""), ...(name.startsWith("Super") ? [] : [name.replace(/,? to .*/, "")])]
  )
    .filter((each) => each !== "")
    .map((each) => each.toLowerCase());

/** "1,234.50", "-1234.5" or "(1,234.50)" in cents; null for what is no amount. */
function signed(text: string): number | null {
  const [, minus, inner] = /^(-|\()?\s*([^()]*?)\)?$/.exec(text.trim()) ?? [];
  const amount = pastedAmount(inner ?? "");
  return amount === null ? null : centsOf(amount) * (minus ? -1 : 1);
}

/** Debit less credit in cents, null where it is not to be compared, or why it says nothing. */
function amountOf(cells: readonly string[]): number | null | string {
  const isName = cells.length > 1 && cells[0] !== undefined && cells[0] !== "" && signed(cells[0]) === null;
  const [debit = "", credit = ""] = isName && !isNone(cells[0]) ? cells.slice(1) : cells;
  if (isNone(debit)) return null;
  if (debit === "" && credit === "")
    return "no amount is given. Write it as 2500.50, or none where it is not compared.";
  const [up, down] = [signed(debit), signed(credit)];
  if (up === null || down === null)
    return `${up === null ? debit : credit} is no amount. Write it as 2500.50, or none where it is not compared.`;
  return up - down;
}
const isNone = (cell = "") => cell.toLowerCase() === "none";
