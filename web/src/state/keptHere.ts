/**
 * What is typed and not yet at the server, kept in this browser: a crash, a closed tab or a lost signal loses nothing.
 * Signing out wipes it, so that nobody who signs in after sees what another one typed.
 */
const prefix = "zesty-typed-";

/** @param where for this tab alone, or until it is sent */
export function keepHere(name: string, value: unknown, where: Storage = localStorage): void {
  try {
    if (value === null) where.removeItem(prefix + name);
    else where.setItem(prefix + name, JSON.stringify(value));
  } catch {
    // A full or forbidden storage must not stop the typing; the server has it a moment later.
  }
}

export function keptHere<T>(name: string, where: Storage = localStorage): T | null {
  try {
    return JSON.parse(where.getItem(prefix + name) ?? "null") as T | null;
  } catch {
    return null;
  }
}

export function wipeKept(): void {
  for (const where of [localStorage, sessionStorage])
    for (const key of Object.keys(where)) if (key.startsWith(prefix)) where.removeItem(key);
}
