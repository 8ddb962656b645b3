/**
 * Whoever lost a way in since a backup does not get it back by restoring it: what the replaced store says of users counts
 * on, where it can still be read. It only ever takes away, but for a password that its owner changed.
 */
import { existsSync } from "node:fs";
import Database from "better-sqlite3";

interface UserRow {
  email: string;
  password_hash: string;
  active: number;
  lead: number;
  second_factor: string | null;
  last_step: number;
}

export interface KeptOut {
  /** the replaced store could not be read: users are those of the backup */
  unread: boolean;
  closed: number;
  passwords: number;
}

/** @param fresh the restored database, not yet in use @param replaced the file that it takes the place of */
export function keepOut(fresh: Database.Database, replaced: string): KeptOut {
  const told: KeptOut = { unread: true, closed: 0, passwords: 0 };
  if (!existsSync(replaced)) return told;
  try {
    const before = new Database(replaced, { readonly: true });
    try {
      const of = before.prepare<[string], UserRow>("SELECT * FROM user WHERE email = ?");
      const rights = before.prepare<[string], { businessId: number; right: string }>(
        `SELECT r.business_id AS businessId, r.right AS right FROM user_right r JOIN user u ON u.id = r.user_id
         WHERE u.email = ?`,
      );
      const users = fresh.prepare<[], UserRow & { id: number }>("SELECT * FROM user").all();
      fresh.transaction(() => {
        for (const user of users) {
          const now = of.get(user.email);
          if (!now) continue;
          if (now.active < user.active) told.closed += 1;
          if (now.password_hash !== user.password_hash) told.passwords += 1;
          fresh
            .prepare(
              "UPDATE user SET active = ?, lead = ?, password_hash = ?, second_factor = ?, last_step = ? WHERE id = ?",
            )
            .run(
              Math.min(now.active, user.active),
              Math.min(now.lead, user.lead),
              ...[now.password_hash, now.second_factor, now.last_step, user.id],
            );
          const held = rights.all(user.email).map((each) => `${each.businessId} ${each.right}`);
          for (const own of fresh
            .prepare<[number], { businessId: number; right: string }>(
              "SELECT business_id AS businessId, right AS right FROM user_right WHERE user_id = ?",
            )
            .all(user.id))
            if (!held.includes(`${own.businessId} ${own.right}`))
              fresh
                .prepare("DELETE FROM user_right WHERE user_id = ? AND business_id = ?")
                .run(user.id, own.businessId);
        }
      })();
      told.unread = false;
    } finally {
      before.close();
    }
  } catch {
    // Damaged, or of another schema: then a person looks users through.
  }
  return told;
}
