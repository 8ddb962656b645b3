/** The audit trail: who did what when, as a chain of keyed hashes that also vouches for the facts written with it. */
import { asc, eq } from "drizzle-orm";
import { StoreFault } from "./fault.ts";
import type { Store } from "./open.ts";
import { keepOutside, type OutsideAnchor, readOutside } from "./outsideAnchor.ts";
import { audit, setting } from "./schema.ts";
import { type Broken, brokenSealSteps, macOfSeals, type SealKind, sealed, sealNew } from "./seals.ts";
import { rowsOf } from "./statements.ts";
import { brokenStates, updatesOf } from "./stateSeals.ts";
import { atOnce, type Steps } from "./steps.ts";
import { type WalkPlace, walkFrom } from "./walkPlace.ts";

export interface AuditEntry {
  at: string;
  userId: number | null;
  businessId: number | null;
  /** what was done, in words: "signed off run" */
  what: string;
  /** to what, without any secret */
  about: string;
  /** what it was and what it is now, without any secret */
  change?: { before?: unknown; after?: unknown };
}

type Entry = typeof audit.$inferSelect;

export const hashOf = (store: Store, entry: Omit<Entry, "hash">): string =>
  store.crypt.mac(
    JSON.stringify([
      entry.previousHash,
      entry.id,
      entry.at,
      entry.userId,
      entry.businessId,
      entry.what,
      entry.about,
      entry.change ?? null,
      entry.seals,
    ]),
  );

const lastEntry = (store: Store) => rowsOf(store.sqlite, audit, "ORDER BY t.id DESC LIMIT 1")[0];

export function record(store: Store, entry: AuditEntry): void {
  store.transaction(() => {
    const last = lastEntry(store);
    const id = (last?.id ?? 0) + 1;
    const values = {
      change: null,
      ...entry,
      id,
      seals: sealNew(store, id),
      previousHash: last?.hash ?? "",
    };
    store.db
      .insert(audit)
      .values({ ...values, hash: hashOf(store, values) })
      .run();
    if (entry.businessId !== null) store.touched(entry.businessId);
  });
}

/** The end of the chain: kept outside (with a backup, on a sign-off sheet) it shows that nothing before was changed. */
export interface Anchor {
  entry: number;
  hash: string;
}

export const anchorOf = (store: Store): Anchor => {
  const last = lastEntry(store);
  return { entry: last?.id ?? 0, hash: last?.hash ?? "" };
};

export interface Verdict {
  entries: number;
  seals: number;
  broken: Broken[];
  anchor: Anchor;
}

/**
 * Walks the trail and everything that it vouches for.
 * @param after an entry that was found whole before: only what is newer is looked at
 */
export function verify(store: Store, after?: Anchor): Verdict {
  const place = walkFrom("", after?.entry, after?.hash);
  if (after && after.entry > 0)
    for (const { kind } of sealed) place.rows[kind] = firstSealedAfter(store, kind, after) - 1;
  return atOnce(verifySteps(store, place));
}

/** The same in steps, between which others are answered. @param place where to begin; carried along with the walk */
export function* verifySteps(store: Store, place: WalkPlace): Steps<Verdict> {
  const { broken } = place;
  const last = anchorOf(store).entry;
  const sealsOf = store.prepared<[number], { kind: SealKind; rowId: number; mac: string }>(
    "SELECT kind, row_id AS rowId, mac FROM seal WHERE audit_id = ?",
  );
  const page = (from: number) =>
    rowsOf(store.sqlite, audit, "WHERE t.id > ? AND t.id <= ? ORDER BY t.id LIMIT 200", ...[from, last]);
  for (let rows = page(place.entry); rows.length > 0; rows = page(rows.at(-1)?.id ?? last))
    for (const entry of rows) {
      const say = (words: string) => broken.push({ kind: "audit", id: entry.id, words });
      if (entry.id !== place.entry + 1 || entry.previousHash !== place.hash)
        say(`Between entries ${place.entry} and ${entry.id} of the audit trail something was taken out or put in.`);
      else if (entry.hash !== hashOf(store, entry)) say(`Entry ${entry.id} of the audit trail was changed.`);
      const made = sealsOf.all(entry.id);
      if (macOfSeals(store, made) !== entry.seals)
        say(`The seals made with entry ${entry.id} of the audit trail are not those that it vouches for.`);
      Object.assign(place, { entry: entry.id, hash: entry.hash });
      place.entries += 1;
      place.seals += made.length;
      if (place.entries % 50 === 0) yield { part: "trail", done: entry.id, of: last };
    }
  for (const { kind } of sealed) yield* brokenSealSteps(store, kind, place);
  let done = 0;
  const anchor = { entry: place.entry, hash: place.hash };
  for (const words of brokenStates(store.sqlite, store.crypt)) {
    if (words) broken.push({ kind: "audit", id: 0, words });
    done += 1;
    yield { part: "rates and rights", done, of: done };
  }
  return { entries: place.entries, seals: place.seals, broken, anchor };
}

function firstSealedAfter(store: Store, kind: SealKind, { entry }: Anchor): number {
  const row = store.sqlite
    .prepare<[string, number], { last: number | null }>(
      "SELECT MAX(row_id) AS last FROM seal WHERE kind = ? AND audit_id <= ?",
    )
    .get(kind, entry);
  return (row?.last ?? 0) + 1;
}

const verifiedTo = "verifiedTo";

const anchorKept = "anchorKept";
const says = (words: string): Broken => ({ kind: "audit", id: 0, words });

/** The trail against the anchor that is kept beside the key. */
export function againstOutside(store: Store): Broken[] {
  const outside = readOutside(store.crypt, store.keyFile, store.folder);
  const wasKept = store.db.select().from(setting).where(eq(setting.name, anchorKept)).get() !== undefined;
  if (outside === null)
    return wasKept
      ? [says("The anchor that is kept beside the key is gone. Compare the one of your last backup.")]
      : [];
  if (outside === "forged") return [says("The anchor beside the key was not written by this program with this key.")];
  const last = anchorOf(store);
  if (last.entry < outside.entry)
    return [says(`The audit trail ends at entry ${last.entry}; the anchor beside the key says ${outside.entry}.`)];
  const entry = store.db.select().from(audit).where(eq(audit.id, outside.entry)).get();
  return outside.entry === 0 || entry?.hash === outside.hash
    ? []
    : [says(`Entry ${outside.entry} of the audit trail is not the one that the anchor beside the key knows.`)];
}

/** Keeps the end of the trail beside the key. What is found broken keeps the anchor that shows it. */
export function keepAnchor(store: Store): void {
  if (againstOutside(store).length > 0) return;
  const { entry, hash } = anchorOf(store);
  const known = readOutside(store.crypt, store.keyFile, store.folder);
  const updates = updatesOf(store.sqlite);
  const isSame = (outside: OutsideAnchor) =>
    outside.entry === entry && outside.hash === hash && outside.updates === updates;
  if (known !== null && known !== "forged" && isSame(known)) return;
  keepOutside(store.crypt, store.keyFile, store.folder, { entry, hash, at: new Date().toISOString(), updates });
  store.db.insert(setting).values({ name: anchorKept, value: "1" }).onConflictDoNothing().run();
}

/** At the start: looks at what came since the last time, and remembers how far the trail was found whole. */
export function verifyNew(store: Store): Verdict {
  const kept = store.db.select().from(setting).where(eq(setting.name, verifiedTo)).get();
  const [anchor, mac] = kept ? (JSON.parse(kept.value) as [Anchor, string]) : [undefined, ""];
  const known = anchor && store.crypt.mac(`verified ${anchor.entry} ${anchor.hash}`) === mac ? anchor : undefined;
  const last = anchorOf(store);
  const cutShort = known !== undefined && last.entry < known.entry;
  const verdict = verify(store, cutShort ? undefined : known);
  if (cutShort)
    verdict.broken.unshift({
      kind: "audit",
      id: known.entry,
      words: `The audit trail ends at entry ${last.entry}; it went on to entry ${known.entry} before.`,
    });
  verdict.broken.unshift(...againstOutside(store));
  if (verdict.broken.length === 0) {
    keepAnchor(store);
    const value = JSON.stringify([
      verdict.anchor,
      store.crypt.mac(`verified ${verdict.anchor.entry} ${verdict.anchor.hash}`),
    ]);
    store.db
      .insert(setting)
      .values({ name: verifiedTo, value })
      .onConflictDoUpdate({ target: setting.name, set: { value } })
      .run();
  }
  return verdict;
}

export const isKeyed = (store: Store): boolean =>
  store.db.select().from(setting).where(eq(setting.name, "trailKeyed")).get() !== undefined;

/** @throws where the trail has no mark that it is keyed: nothing is ever hashed or sealed anew by itself */
export function demandKeyed(store: Store): void {
  if (isKeyed(store)) return;
  throw new StoreFault(
    `The audit trail in ${store.folder} has no mark that its hashes are keyed: it is of a version before that, or somebody took the mark out. Compare the newest backup. Where it really is an old store: npm run key-trail hashes and seals everything as it stands now, and says so in the trail.`,
  );
}

/**
 * The trail of an older version had hashes without a key: it is hashed anew once, and everything is sealed as it stands.
 * Only ever by command.
 */
export function keyTrail(store: Store, at: string): void {
  if (isKeyed(store)) return;
  store.transaction(() => {
    let previousHash = "";
    let previousId = 0;
    for (const entry of store.db.select().from(audit).orderBy(asc(audit.id)).all()) {
      const values = { ...entry, id: previousId + 1, previousHash };
      const hash = hashOf(store, values);
      store.db.update(audit).set({ id: values.id, previousHash, hash }).where(eq(audit.id, entry.id)).run();
      previousHash = hash;
      previousId = values.id;
    }
    store.db.insert(setting).values({ name: "trailKeyed", value: "1" }).run();
    if (previousId > 0)
      record(store, {
        at,
        userId: null,
        businessId: null,
        what: "began to key the audit trail and to seal what it vouches for",
        about: `${previousId} earlier entries`,
      });
  });
}
