/** The practice, its users and sessions, and the audit trail. */
import { integer, primaryKey, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id } from "./columns.ts";

export const practice = sqliteTable("practice", { id: id(), name: text("name").notNull() });

export const setting = sqliteTable("setting", { name: text("name").primaryKey(), value: text("value").notNull() });

export const user = sqliteTable("user", {
  id: id(),
  email: text("email").notNull().unique(),
  name: text("name").notNull(),
  passwordHash: text("password_hash").notNull(),
  /** sees and does everything in every business */
  lead: flag("lead"),
});

/** What a user may do in a business: see < prepare < authorise. */
export const userRight = sqliteTable(
  "user_right",
  {
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    right: text("right", { enum: ["see", "prepare", "authorise"] }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.businessId] })],
);

export const session = sqliteTable("session", {
  sid: text("sid").primaryKey(),
  data: text("data").notNull(),
  expiresAt: integer("expires_at").notNull(),
});

/** The audit trail: each entry carries the hash of the one before. */
export const audit = sqliteTable("audit", {
  id: id(),
  at: text("at").notNull(),
  userId: integer("user_id"),
  businessId: integer("business_id"),
  what: text("what").notNull(),
  about: text("about").notNull(),
  previousHash: text("previous_hash").notNull(),
  hash: text("hash").notNull(),
});
