/** Sessions in the same SQLite file: revoked on the server, one file to back up. */
import { eq, lt } from "drizzle-orm";
import { type SessionData, Store as SessionStore } from "express-session";
import type { Store } from "../store/open.ts";
import { session } from "../store/schema.ts";

const life = 12 * 60 * 60 * 1000;

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
    const values = { sid, data: JSON.stringify(data), expiresAt: Date.now() + life };
    this.own.db.insert(session).values(values).onConflictDoUpdate({ target: session.sid, set: values }).run();
    done?.();
  }
  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.own.db.delete(session).where(eq(session.sid, sid)).run();
    this.own.db.delete(session).where(lt(session.expiresAt, Date.now())).run();
    done?.();
  }
}
