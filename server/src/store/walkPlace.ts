/**
 * How far a walk over the trail came, kept in the store under a keyed hash: one that was stopped (an update, a power cut,
 * Ctrl-C) goes on from there for a day. A walk that came to its end leaves none: the next begins at the beginning.
 */
import { eq } from "drizzle-orm";
import type { Store } from "./open.ts";
import { setting } from "./schema.ts";
import type { SealPlace } from "./seals.ts";

export interface WalkPlace extends SealPlace {
  /** when the walk began, UTC */
  began: string;
  /** the last entry of the trail that was looked at */
  entry: number;
  hash: string;
  entries: number;
  seals: number;
}

const name = "walkPlace";
const dayMs = 86_400_000;

export const walkFrom = (began: string, entry = 0, hash = ""): WalkPlace => ({
  ...{ began, entry, hash, entries: 0, seals: 0, rows: {}, broken: [] },
});

const macOf = (store: Store, text: string): string => store.crypt.mac(`walk ${text}`);

/** @returns the place of a walk that began within a day before now and did not end, or null */
export function keptPlace(store: Store, now: string): WalkPlace | null {
  const row = store.db.select().from(setting).where(eq(setting.name, name)).get();
  if (!row) return null;
  const [text, mac] = JSON.parse(row.value) as [string, string];
  if (macOf(store, text) !== mac) return null;
  const place = JSON.parse(text) as WalkPlace;
  const age = Date.parse(now) - Date.parse(place.began);
  return age >= 0 && age < dayMs ? place : null;
}

export function keepPlace(store: Store, place: WalkPlace): void {
  const text = JSON.stringify(place);
  const value = JSON.stringify([text, macOf(store, text)]);
  store.db.insert(setting).values({ name, value }).onConflictDoUpdate({ target: setting.name, set: { value } }).run();
}

export const forgetPlace = (store: Store): void => void store.db.delete(setting).where(eq(setting.name, name)).run();
