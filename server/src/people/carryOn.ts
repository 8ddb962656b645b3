/**
 * A change from a day on which later facts are on record: what it changed goes on into each of them that holds it as it
 * was before. Without that a classification saved today would end at the salary that counts from August.
 */
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import type { Store } from "../store/open.ts";
import { answers, asRow, entriesApart, type Fields } from "./entriesApart.ts";
import type { Lane } from "./lanes.ts";

interface Dated extends Fields {
  id: number;
  from: string;
}

/** Facts that are said together: one of them alone would contradict the others. */
const together: readonly (readonly string[])[] = [
  ["hourlyRateE4", "salaryCents"],
  ["weeklyHoursE4", "workPattern", "roster"],
  ["agreement", "classification"],
  ["residency", "taxFreeThreshold", "income"],
  ["fundId", "memberNumber", "shares"],
];
/** Entries of a list, and answers to what an agreement asks. */
const isEntry = (key: string): boolean => key.startsWith("[") && !isAnswer(key);
const isAnswer = (key: string): boolean => answers.some((column) => key.startsWith(`["${column}",`));

/** @param others every field that is on record: another agreement asks other things, and all of its facts go together */
function groupOf(key: string, isOtherAgreement: boolean, others: readonly string[]): readonly string[] {
  const isOf = (each: string) => isAnswer(each) || each === "agreement" || each === "classification";
  if (isOtherAgreement && isOf(key)) return others.filter(isOf);
  if (isAnswer(key)) return ["agreement", key];
  return together.find((group) => group.includes(key)) ?? [key];
}

/** Saved with a day, and true of every one: the last word of it counts. */
export const ofEveryDay: readonly string[] = ["countsFrom", "anniversaryFrom", "sickFrom"];

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

const sameIn = (group: readonly string[], one: Fields, other: Fields): boolean =>
  group.every((each) => same(one[each], other[each]));

/**
 * Whether a later day was given what `before` says ere that was said, and not from the day before it: a raise that two
 * days have alike, of which one is undone or put right, stays on the other.
 */
function saidByItself(rows: readonly Dated[], from: string, group: readonly string[], before: Dated): boolean {
  const earlier = rows.filter((row) => row.from === from && row.id < before.id);
  const otherwise = earlier.findLastIndex((row) => !sameIn(group, row, before));
  const said = earlier[otherwise + 1];
  if (!said) return false;
  const dayBefore = rows.findLast((each) => each.from < from && each.id < said.id);
  return dayBefore !== undefined && !sameIn(group, said, dayBefore);
}

/** @returns the days of the later facts that the change went into */
export function carryOn({ store }: Context, personId: number, { table }: Pick<Lane, "table">): string[] {
  const { db } = store;
  const rows = db
    .select()
    .from(table)
    .where(eq(table.personId, personId))
    .orderBy(asc(table.from), asc(table.id))
    .all()
    .map((each) => entriesApart(openParts(store, personId, each))) as Dated[];
  const row = rows.reduce<Dated | undefined>(
    (newest, each) => (newest && newest.id > each.id ? newest : each),
    undefined,
  );
  const before = row && rows.findLast((each) => each.from <= row.from && each.id < row.id);
  if (!row) return [];
  if (!before) return carryFirst(rows, row, (held) => write(store, personId, table, held));
  const changed = [...new Set([...Object.keys(row), ...Object.keys(before)])].filter(
    (key) => !["id", "from"].includes(key) && !same(row[key], before[key]),
  );
  const later = new Map(rows.filter((each) => each.from > row.from).map((each) => [each.from, each]));
  const isOther = changed.includes("agreement");
  return [...later].flatMap(([from, held]) => {
    const all = [...new Set([row, before, held].flatMap((each) => Object.keys(each)))];
    const goes = changed.filter((key) => {
      if (ofEveryDay.includes(key)) return true;
      const group = groupOf(key, isOther, all);
      return sameIn(group, held, before) && !saidByItself(rows, from, group, before);
    });
    if (goes.length === 0) return [];
    write(store, personId, table, { ...held, ...Object.fromEntries(goes.map((key) => [key, row[key]])) });
    return [from];
  });
}

function write(store: Store, personId: number, table: Lane["table"], { id: _id, ...fields }: Dated): void {
  store.db
    .insert(table)
    .values(sealParts(store, personId, asRow(fields)) as never)
    .run();
}

/**
 * The first word of a list was that of a later day: what begins before goes on beside it. Accounts do not: they are typed
 * as a whole, and nobody is paid to one that the later word leaves out.
 */
function carryFirst(rows: readonly Dated[], row: Dated, put: (held: Dated) => void): string[] {
  const later = new Map(rows.filter((each) => each.from > row.from).map((each) => [each.from, each]));
  return [...later].flatMap(([from, held]) => {
    const goes = Object.keys(row).filter(
      (key) => ((isEntry(key) && !key.startsWith('["parts"')) || key === "childSupport") && held[key] == null,
    );
    if (goes.every((key) => row[key] == null)) return [];
    put({ ...held, ...Object.fromEntries(goes.map((key) => [key, row[key]])) });
    return [from];
  });
}

/**
 * Accounts are kept encrypted as one text, their number beside it. What cannot be opened is told with the seals, and must
 * not keep a new account out.
 */
function openParts({ crypt }: Store, personId: number, row: Fields): Fields {
  const { parts, count: _count, ...rest } = row;
  if (typeof parts !== "string") return row;
  try {
    return { ...rest, parts: JSON.parse(crypt.open(parts, places.bankParts(personId))) };
  } catch {
    return row;
  }
}

const sealParts = ({ crypt }: Store, personId: number, row: Fields): Fields =>
  Array.isArray(row.parts)
    ? {
        ...row,
        parts: crypt.seal(JSON.stringify(row.parts), places.bankParts(personId)),
        count: row.parts.length,
      }
    : row;
