/**
 * A change from a day on which later facts are on record: what it changed goes on into each of them that holds it as it
 * was before. Without that a classification saved today would end at the salary that counts from August.
 */
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Lane } from "./lanes.ts";

type Fields = Record<string, unknown>;
interface Dated extends Fields {
  id: number;
  from: string;
}

/** Facts that are said together: one of them alone would contradict the others. */
const together: readonly (readonly string[])[] = [
  ["hourlyRateE4", "salaryCents"],
  ["weeklyHoursE4", "workPattern"],
  ["agreement", "classification", "settings", "flags"],
  ["residency", "taxFreeThreshold", "income"],
  ["fundId", "memberNumber", "shares"],
];
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** @returns the days of the later facts that the change went into */
export function carryOn({ store: { db } }: Context, personId: number, { table }: Pick<Lane, "table">): string[] {
  const rows = db
    .select()
    .from(table)
    .where(eq(table.personId, personId))
    .orderBy(asc(table.from), asc(table.id))
    .all() as Dated[];
  const row = rows.reduce<Dated | undefined>(
    (newest, each) => (newest && newest.id > each.id ? newest : each),
    undefined,
  );
  const before = row && rows.findLast((each) => each.from <= row.from && each.id < row.id);
  if (!row || !before) return [];
  const changed = Object.keys(row).filter((key) => !["id", "from"].includes(key) && !same(row[key], before[key]));
  const later = new Map(rows.filter((each) => each.from > row.from).map((each) => [each.from, each]));
  return [...later].flatMap(([from, held]) => {
    const goes = changed.filter((key) =>
      (together.find((group) => group.includes(key)) ?? [key]).every((each) => same(held[each], before[each])),
    );
    if (goes.length === 0) return [];
    const { id: _id, ...kept } = held;
    db.insert(table)
      .values({ ...kept, ...Object.fromEntries(goes.map((key) => [key, row[key]])) } as never)
      .run();
    return [from];
  });
}
