/** Employees who sign in for themselves: whose account opens whose pages, and what they ask to have changed. */
import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { id } from "./columns.ts";
import { person } from "./people.ts";
import { user } from "./practice.ts";

/** An account opens the pages of a person; one who works in two businesses has two of these. */
export const staffLink = sqliteTable(
  "staff_link",
  {
    id: id(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    openedAt: text("opened_at").notNull(),
    endedAt: text("ended_at"),
  },
  (t) => [index("staff_link_user").on(t.userId), index("staff_link_person").on(t.personId)],
);

/** A change that a person asked for and that waits for a tick: a bank account. What it says is encrypted. */
export const staffChange = sqliteTable(
  "staff_change",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    section: text("section", { enum: ["bank"] }).notNull(),
    values: text("values").notNull(),
    /** what the bookkeeper reads: last digits only */
    words: text("words").notNull(),
    at: text("at").notNull(),
    state: text("state", { enum: ["waiting", "taken", "declined", "replaced"] }).notNull(),
    answeredBy: integer("answered_by").references(() => user.id),
    answeredAt: text("answered_at"),
  },
  (t) => [index("staff_change_person").on(t.personId, t.state)],
);
