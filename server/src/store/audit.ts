/** The audit trail: who did what when, as a chain of keyed hashes that also vouches for the facts written with it. */
import { asc, desc, eq, gt } from "drizzle-orm";
import type { Store } from "./open.ts";
import { audit, seal, setting } from "./schema.ts";
import { type Broken, brokenSeals, type SealKind, sealed, sealNew } from "./seals.ts";

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

const hashOf = (store: Store, entry: Omit<Entry, "hash">): string =>
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

const lastEntry = (store: Store) => store.db.select().from(audit).orderBy(desc(audit.id)).limit(1).get();

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
export function verify(store: Store, after: Anchor = { entry: 0, hash: "" }): Verdict {
  const broken: Broken[] = [];
  let previous = after;
  let entries = 0;
  let seals = 0;
  for (const entry of store.db.select().from(audit).where(gt(audit.id, after.entry)).orderBy(asc(audit.id)).all()) {
    entries += 1;
    const say = (words: string) => broken.push({ kind: "audit", id: entry.id, words });
    if (entry.id !== previous.entry + 1 || entry.previousHash !== previous.hash)
      say(`Between entries ${previous.entry} and ${entry.id} of the audit trail something was taken out or put in.`);
    else if (entry.hash !== hashOf(store, entry)) say(`Entry ${entry.id} of the audit trail was changed.`);
    const made = store.db.select().from(seal).where(eq(seal.auditId, entry.id)).all();
    seals += made.length;
    const order = sealed.map((each) => each.kind);
    made.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind) || a.rowId - b.rowId);
    const vouched = made.length === 0 ? "" : store.crypt.mac(made.map((each) => each.mac).join(" "));
    if (vouched !== entry.seals)
      say(`The seals made with entry ${entry.id} of the audit trail are not those that it vouches for.`);
    previous = { entry: entry.id, hash: entry.hash };
  }
  for (const kind of sealed.map((each) => each.kind))
    broken.push(...brokenSeals(store, kind, { from: after.entry === 0 ? 0 : firstSealedAfter(store, kind, after) }));
  return { entries, seals, broken, anchor: previous };
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
  if (verdict.broken.length === 0) {
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

/** The trail of an older version had hashes without a key: it is hashed anew once, and everything is sealed. */
export function keyTrail(store: Store, at: string): void {
  if (store.db.select().from(setting).where(eq(setting.name, "trailKeyed")).get()) return;
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
