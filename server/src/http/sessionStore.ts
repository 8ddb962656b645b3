/** Sessions in the same SQLite file: revoked on the server, one file to back up. */
import { eq, lt } from "drizzle-orm";
import { type SessionData, Store as SessionStore } from "express-session";
import type { Store } from "../store/open.ts";
import { session } from "../store/schema.ts";

/** A session ends after twelve hours, and after three without a request. */
const life = 12 * 60 * 60 * 1000;
const idle = 3 * 60 * 60 * 1000;
/** "Seen" is written once a minute at most. */
const seenEvery = 60_000;

export class SqliteSessionStore extends SessionStore {
  private readonly own: Store;
  constructor(own: Store) {
    super();
    this.own = own;
  }
  override get(sid: string, done: (error: unknown, data?: SessionData | null) => void): void {
    const row = this.own.db.select().from(session).where(eq(session.sid, sid)).get();
    done(null, row && row.expiresAt > Date.now() ? (JSON.parse(row.data) as SessionData) : null);
  }
  override set(sid: string, data: SessionData, done?: (error?: unknown) => void): void {
    const now = Date.now();
    const beganAt = data.beganAt ?? now;
    const values = {
      sid,
      data: JSON.stringify(data),
      userId: data.userId ?? null,
      from: data.from ?? "",
      beganAt,
      seenAt: now,
      expiresAt: Math.min(beganAt + life, now + idle),
    };
    this.own.db.insert(session).values(values).onConflictDoUpdate({ target: session.sid, set: values }).run();
    done?.();
  }
  override touch(sid: string, data: SessionData, done?: () => void): void {
    const now = Date.now();
    const row = this.own.db.select().from(session).where(eq(session.sid, sid)).get();
    if (row && now - row.seenAt > seenEvery)
      this.own.db
        .update(session)
        .set({ seenAt: now, expiresAt: Math.min((data.beganAt ?? row.beganAt) + life, now + idle) })
        .where(eq(session.sid, sid))
        .run();
    done?.();
  }
  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.own.db.delete(session).where(eq(session.sid, sid)).run();
    this.own.db.delete(session).where(lt(session.expiresAt, Date.now())).run();
    done?.();
  }
}
