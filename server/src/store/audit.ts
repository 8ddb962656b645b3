/** The audit trail: who did what when, as a hash chain. */
import { createHash } from "node:crypto";
import { asc, desc } from "drizzle-orm";
import type { Store } from "./open.ts";
import { audit } from "./schema.ts";

export interface AuditEntry {
  at: string;
  userId: number | null;
  businessId: number | null;
  /** what was done, in words: "signed off run" */
  what: string;
  /** to what, without any secret */
  about: string;
}

const hashOf = (entry: AuditEntry, previousHash: string): string =>
  createHash("sha256")
    .update(JSON.stringify([previousHash, entry.at, entry.userId, entry.businessId, entry.what, entry.about]))
    .digest("hex");

export function record(store: Store, entry: AuditEntry): void {
  store.transaction(() => {
    const last = store.db.select({ hash: audit.hash }).from(audit).orderBy(desc(audit.id)).limit(1).get();
    const previousHash = last?.hash ?? "";
    store.db
      .insert(audit)
      .values({ ...entry, previousHash, hash: hashOf(entry, previousHash) })
      .run();
  });
}

/** The id of the first entry that does not fit the chain, or null when the whole trail is whole. */
export function brokenAt(store: Store): number | null {
  let previous = "";
  for (const entry of store.db.select().from(audit).orderBy(asc(audit.id)).all()) {
    if (entry.previousHash !== previous || entry.hash !== hashOf(entry, previous)) return entry.id;
    previous = entry.hash;
  }
  return null;
}
