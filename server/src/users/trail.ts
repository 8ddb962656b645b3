/** The audit trail, read page by page, searched, and exported. */
import type { AuditLine } from "@zesty/contract/session";
import { stringify } from "csv-stringify/sync";
import { and, desc, eq, like, lt, or } from "drizzle-orm";
import { plainCell } from "../documents/journalCsv.ts";
import type { Context } from "../ground/context.ts";
import { audit, business, user } from "../store/schema.ts";

export interface TrailQuery {
  /** words in what was done or to what */
  words: string;
  businessId: number | null;
  /** entries before this one; null for the newest */
  before: number | null;
}

const pageLength = 100;

export function readTrail(context: Context, query: TrailQuery, most = pageLength): AuditLine[] {
  const pattern = `%${query.words.replace(/[%_\\]/g, "\\$&")}%`;
  return context.store.db
    .select({ audit, user: user.name, business: business.name })
    .from(audit)
    .leftJoin(user, eq(audit.userId, user.id))
    .leftJoin(business, eq(audit.businessId, business.id))
    .where(
      and(
        query.before === null ? undefined : lt(audit.id, query.before),
        query.businessId === null ? undefined : eq(audit.businessId, query.businessId),
        query.words === ""
          ? undefined
          : or(like(audit.what, pattern), like(audit.about, pattern), like(user.name, pattern)),
      ),
    )
    .orderBy(desc(audit.id))
    .limit(most)
    .all()
    .map(({ audit: { id, at, what, about, change }, ...names }) => ({ id, at, what, about, change, ...names }));
}

/** All that a search finds, as CSV. */
export function trailCsv(context: Context, query: Omit<TrailQuery, "before">): Buffer {
  const rows = readTrail(context, { ...query, before: null }, 1_000_000).map((line) => [
    String(line.id),
    line.at,
    plainCell(line.user ?? ""),
    plainCell(line.business ?? ""),
    plainCell(line.what),
    plainCell(line.about),
    plainCell(line.change ? JSON.stringify(line.change) : ""),
  ]);
  const columns = ["entry", "at", "user", "business", "what", "about", "change"];
  return Buffer.from(stringify([columns, ...rows], { record_delimiter: "windows" }), "utf8");
}
