/**
 * A dated row with each entry of its lists as a field of its own: an allowance that begins on a day stands and falls by
 * itself, whatever the hours beside it do on later days.
 */
import type { BankPart } from "@zesty/contract/bank";

export type Fields = Record<string, unknown>;

/** What an entry of a list is known by; a list that is not named here is one fact. */
const lists: Readonly<Record<string, (entry: never) => unknown[]>> = {
  lines: ({ elementId, costCentre }: { elementId: number; costCentre?: string }) => [elementId, costCentre],
  entitlements: ({ kind }: { kind: string }) => [kind],
  orders: ({ served, kind, name }: { served: string; kind: string; name: string }) => [served, kind, name],
  ownCosts: ({ code }: { code: string }) => [code],
  // The account that takes the rest is one fact, whichever it is.
  parts: ({ kind, bsb, account }: BankPart) => (kind === "rest" ? [kind] : [bsb, account]),
};

/** Answers by name: each is a fact. */
export const answers: readonly string[] = ["settings", "flags"];
const answerKey = (column: string, name: string): string => `${JSON.stringify([column, name])} 1`;

export function entriesApart(row: Fields): Fields {
  const found: Fields = {};
  for (const [column, value] of Object.entries(row)) {
    if (answers.includes(column) && value !== null && typeof value === "object") {
      found[column] = "answers";
      for (const [name, answer] of Object.entries(value)) found[answerKey(column, name)] = answer;
      continue;
    }
    const known = lists[column];
    if (!known || !Array.isArray(value)) {
      found[column] = value;
      continue;
    }
    found[column] = "list";
    const seen = new Map<string, number>();
    for (const entry of value as never[]) {
      const name = JSON.stringify([column, ...known(entry)]);
      const nth = (seen.get(name) ?? 0) + 1;
      seen.set(name, nth);
      found[`${name} ${nth}`] = entry;
    }
  }
  return found;
}

/** The row as its table has it: entries in the order of their fields, those without a value left out. */
export function asRow(fields: Fields): Fields {
  const found: Fields = {};
  for (const [key, value] of Object.entries(fields))
    if (value === "list" && lists[key]) found[key] = [];
    else if (value === "answers" && answers.includes(key)) found[key] = {};
    else if (!key.startsWith("[")) found[key] = value;
  for (const [key, value] of Object.entries(fields)) {
    if (!key.startsWith("[") || value === undefined || value === null) continue;
    const [column, name] = JSON.parse(key.slice(0, key.lastIndexOf("]") + 1)) as [string, string];
    found[column] = answers.includes(column)
      ? { ...(found[column] as Fields | undefined), [name]: value }
      : [...((found[column] as unknown[] | null | undefined) ?? []), value];
  }
  return found;
}
