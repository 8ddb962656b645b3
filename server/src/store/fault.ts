/** Something is wrong with the store that a person has to mend: one plain sentence, and a way out. */
export class StoreFault extends Error {
  override name = "StoreFault";
}

const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? "");

/** The sentence for what the file system or SQLite says, or null when it is none of the store's known troubles. */
export function storeFaultOf(error: unknown, folder: string): StoreFault | null {
  if (error instanceof StoreFault) return error;
  const code = codeOf(error);
  const say = (words: string) => new StoreFault(words, { cause: error });
  if (code === "ENOSPC" || code.startsWith("SQLITE_FULL"))
    return say(`The disk of the data folder ${folder} is full. Make room, then start again; nothing was changed.`);
  if (["EACCES", "EPERM", "EROFS"].includes(code) || /^SQLITE_(READONLY|CANTOPEN|PERM)/.test(code))
    return say(
      `The data folder ${folder} cannot be written. Give this user the right to write there, or name another folder in ZESTY_DATA.`,
    );
  if (code === "ENOTDIR" || code === "EEXIST")
    return say(`The data folder ${folder} is not a folder. Name another one in ZESTY_DATA.`);
  if (code.startsWith("SQLITE_NOTADB") || code.startsWith("SQLITE_CORRUPT")) return say(damaged(folder));
  if (code.startsWith("SQLITE_BUSY"))
    return say(
      `Another program keeps the database in ${folder} locked. Close it (a database browser, a backup), then start again.`,
    );
  return null;
}

export const damaged = (folder: string): string =>
  `The database in ${folder} is damaged. It was left as it is. Restore the newest backup with: npm run restore`;
