/** Who lodges for a business from a payday on, and when it lodges later or not at all. Rows are added; the newest counts. */
import type { Agent, NewStanding } from "@zesty/contract/lodging";
import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { id, json } from "./columns.ts";
import { user } from "./practice.ts";

export const lodgingSender = sqliteTable(
  "lodging_sender",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    from: text("from").notNull(),
    /** null: the employer itself */
    agent: json<Agent>("agent"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("lodging_sender_business").on(t.businessId, t.from)],
);

export const lodgingStanding = sqliteTable(
  "lodging_standing",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    kind: text("kind").$type<NewStanding["kind"]>().notNull(),
    from: text("from").notNull(),
    to: text("to"),
    reason: text("reason").notNull(),
    reference: text("reference").notNull(),
    /** its last payday where it was ended before its time */
    endedOn: text("ended_on"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("lodging_standing_business").on(t.businessId, t.from)],
);
