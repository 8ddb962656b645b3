/**
 * Who lodges for a business from a payday on, and when it lodges later or not at all: rows are added, the newest counts.
 * And what the agency tells the employer.
 */
import type { Agent, NewStanding } from "@zesty/contract/lodging";
import type { NoticeKind } from "@zesty/contract/nz/notices";
import { index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { id, json } from "./columns.ts";
import { person } from "./people.ts";
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

/** The newest row counts: a credential that is renewed is a new one. */
export const lodgingChannel = sqliteTable(
  "lodging_channel",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    holder: text("holder").notNull(),
    expires: text("expires").notNull(),
    softwareToldOn: text("software_told_on"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("lodging_channel_business").on(t.businessId, t.id)],
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

/** What Inland Revenue told an employer about its people: looked at, then applied or left with a reason. */
export const agencyNotice = sqliteTable(
  "agency_notice",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** the agency's own; of one that was typed, one of ours */
    number: text("number").notNull(),
    kind: text("kind").$type<NoticeKind>().notNull(),
    value: text("value").notNull(),
    from: text("from").notNull(),
    /** null: nobody here has that number */
    personId: integer("person_id").references(() => person.id),
    /** last digits of the number that it names */
    shown: text("shown").notNull(),
    receivedAt: text("received_at").notNull(),
    applied: integer("applied", { mode: "boolean" }),
    reason: text("reason"),
    answeredBy: integer("answered_by").references(() => user.id),
  },
  (t) => [uniqueIndex("agency_notice_number").on(t.businessId, t.number)],
);
