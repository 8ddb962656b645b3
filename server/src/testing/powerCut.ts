/** A power cut at one write: whatever an act has written by then must be gone. */
import type Database from "better-sqlite3";
import type { Context } from "../ground/context.ts";

class PowerCut extends Error {}

/** Statements that only bound a transaction write nothing. */
const bounds = /^\s*(BEGIN|COMMIT|ROLLBACK|SAVEPOINT|RELEASE)/i;

/** Every table as text, in the order of its rows. */
export function dumpOf(sqlite: Database.Database): string {
  const tables = sqlite
    .prepare<[], { name: string }>("SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table'")
    .all()
    .filter(({ name }) => !name.startsWith("sqlite_"));
  return tables
    .map(({ name }) => `${name}\n${JSON.stringify(sqlite.prepare(`SELECT * FROM "${name}"`).all())}`)
    .join("\n");
}

const ways = ["run", "get", "all", "iterate"] as const;

/**
 * Counts the writes of a connection, and throws at one of them.
 * @param isDead after a cut nothing is written any more, as by a program that was killed
 */
function watchWrites(sqlite: Database.Database, isDead: boolean) {
  const prototype = Object.getPrototypeOf(sqlite.prepare("SELECT 1")) as Record<
    string,
    (...args: unknown[]) => unknown
  >;
  const plain = Object.fromEntries(ways.map((way) => [way, prototype[way]]));
  let [left, wasCut] = [0, false];
  for (const way of ways)
    prototype[way] = function cut(this: Database.Statement, ...args: unknown[]) {
      if (this.database === sqlite && !this.readonly && !bounds.test(this.source)) {
        left -= 1;
        if (left === 0) wasCut = true;
        if (left === 0 || (wasCut && isDead)) throw new PowerCut();
      }
      return plain[way]?.apply(this, args);
    };
  return {
    at: (write: number) => {
      [left, wasCut] = [write, false];
    },
    wasCut: () => wasCut,
    end: () => {
      for (const way of ways) Object.assign(prototype, { [way]: plain[way] });
    },
  };
}

/**
 * Does an act again and again, with the power cut at its first write, its second and so on (later ones in longer steps),
 * until one time it is done.
 * @returns what a cut left behind: the first table that was not as before; null where nothing was
 */
export function leftByCuts(sqlite: Database.Database, act: () => void): string | null {
  const writes = watchWrites(sqlite, false);
  try {
    for (let at = 1; ; at += Math.ceil(at / 6)) {
      const before = dumpOf(sqlite);
      writes.at(at);
      try {
        act();
      } catch (error) {
        if (!writes.wasCut()) throw error;
      }
      if (!writes.wasCut()) return null;
      writes.at(0);
      const after = dumpOf(sqlite).split("\n");
      const lines = before.split("\n");
      const other = after.findIndex((line, index) => line !== lines[index]);
      if (other !== -1) return lines[other - 1] ?? "";
    }
  } finally {
    writes.end();
  }
}

/** Lets something run until its `at`th write, and nothing of it afterwards. @returns whether it came so far */
export async function killedAt(
  { store, log }: Pick<Context, "store" | "log">,
  at: number,
  work: () => Promise<unknown>,
): Promise<boolean> {
  const writes = watchWrites(store.sqlite, true);
  // A dead program says nothing either.
  const { error } = log;
  log.error = () => undefined;
  writes.at(at);
  try {
    await work().catch(() => {});
    // What else was under way comes to its end, and nobody writes it down.
    if (writes.wasCut()) await new Promise((done) => setTimeout(done, 80));
    return writes.wasCut();
  } finally {
    log.error = error;
    writes.end();
  }
}
