/**
 * What is typed and not yet at the server, kept in this browser: a crash, a closed tab or a lost signal loses nothing.
 * Signing out wipes it, and so does somebody else who signs in: nobody sees what another one typed.
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

/** This page of the browser: two may be open on the same, and each keeps what was typed in it. */
const tab = Math.random().toString(36).slice(2);

export const keepOfTab = (name: string, value: unknown): void => keepHere(`${name} ${tab}`, value);

/**
 * What was left under a name, by this tab or by others; from here on this one keeps all of it.
 * @param join makes one of what several left
 */
export function takeOver<T>(name: string, join: (left: T[]) => T): T | null {
  const names = Object.keys(localStorage).flatMap((key) =>
    key === prefix + name || key.startsWith(`${prefix}${name} `) ? [key.slice(prefix.length)] : [],
  );
  const left = names.flatMap((each) => keptHere<T>(each) ?? []);
  const all = left.length > 1 ? join(left) : (left[0] ?? null);
  for (const each of names) keepHere(each, null);
  keepOfTab(name, all);
  return all;
}

/**
 * A session may end by itself, with typing left behind: it is there again for the same person, and for nobody else.
 * @param who told apart from everybody else who signs in here
 */
export function keepFor(who: string): void {
  if (keptHere<string>(owner) !== who) wipeKept();
  keepHere(owner, who);
}
const owner = "by";

/** Is something typed that the server does not have? What somebody chose to see on the desk is no typing. */
export const isTypingKept = (): boolean =>
  [localStorage, sessionStorage].some((where) =>
    Object.keys(where).some((key) => key.startsWith(prefix) && ![owner, "desk"].includes(key.slice(prefix.length))),
  );

export function wipeKept(): void {
  for (const where of [localStorage, sessionStorage])
    for (const key of Object.keys(where)) if (key.startsWith(prefix)) where.removeItem(key);
}
