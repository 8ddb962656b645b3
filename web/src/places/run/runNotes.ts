/** Notes that stand on many rows are said once for the run; rows keep what is theirs alone. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { paydayByRule } from "@zesty/core/countries/workingDays";

export interface SharedNote {
  text: string;
  people: number;
}

/** So many equal notes are one of the run. */
const many = 3;

export function sharedNotes(rows: readonly RunRow[]): SharedNote[] {
  const counts = new Map<string, number>();
  for (const row of rows)
    for (const mark of row.marks) if (mark.kind === "note") counts.set(mark.text, (counts.get(mark.text) ?? 0) + 1);
  return [...counts].filter(([, people]) => people >= many).map(([text, people]) => ({ text, people }));
}

const kept = new WeakMap<RunRow, { said: string; row: RunRow }>();

/** A row without what is said once; the same object again as long as nothing changed, so that the sheet rests. */
export function withoutShared(row: RunRow, shared: readonly SharedNote[]): RunRow {
  const texts = new Set(shared.map((note) => note.text));
  if (!row.marks.some((mark) => mark.kind === "note" && texts.has(mark.text))) return row;
  const said = [...texts].join("\n");
  const known = kept.get(row);
  if (known?.said === said) return known.row;
  const bare = { ...row, marks: row.marks.filter((mark) => mark.kind !== "note" || !texts.has(mark.text)) };
  kept.set(row, { said, row: bare });
  return bare;
}

/** The bank's day before a payday that is none; null where the payday is one. */
export function dayBefore({ payday, country }: Pick<RunView, "payday" | "country">): string | null {
  const day = paydayByRule(country, payday, "before");
  return day === payday ? null : day;
}
