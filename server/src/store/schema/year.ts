/** The payroll year's end: what was declared of whom, who was left out, what was ticked by hand, and when it was closed. */
import { index, integer, primaryKey, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id, json } from "./columns.ts";
import { outbox } from "./outbox.ts";
import { person } from "./people.ts";
import { user } from "./practice.ts";

/** An update event: the whole year of some people, sent when nobody is paid, with the declaration that it went out under. */
export const yearEvent = sqliteTable(
  "year_event",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** first day of the payroll year */
    yearStart: text("year_start").notNull(),
    outboxId: integer("outbox_id")
      .notNull()
      .references(() => outbox.id),
    /** the day in the year that the event is dated by */
    date: text("date").notNull(),
    /** true: the year of these people is final; false: it is open again */
    final: flag("final"),
    /** why it was opened again, or mended */
    reason: text("reason"),
    /** the text that was declared */
    words: text("words").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("year_event_business").on(t.businessId, t.yearStart), index("year_event_outbox").on(t.outboxId)],
);

export const yearEventPerson = sqliteTable(
  "year_event_person",
  {
    yearEventId: integer("year_event_id")
      .notNull()
      .references(() => yearEvent.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
  },
  (t) => [primaryKey({ columns: [t.yearEventId, t.personId] }), index("year_event_person_person").on(t.personId)],
);

/** Who is not finalised with the others, and why; no reason: taken in again. The newest row counts. */
export const yearLeftOut = sqliteTable(
  "year_left_out",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    yearStart: text("year_start").notNull(),
    reason: text("reason"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("year_left_out_person").on(t.personId, t.yearStart)],
);

/** What the program cannot prove, ticked by somebody who looked at it. The newest row of an item counts. */
export const yearTick = sqliteTable(
  "year_tick",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    yearStart: text("year_start").notNull(),
    item: text("item").notNull(),
    ticked: flag("ticked"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("year_tick_business").on(t.businessId, t.yearStart)],
);

/** A year closed, or opened again with a reason. The newest row counts. */
export const yearClose = sqliteTable(
  "year_close",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    yearStart: text("year_start").notNull(),
    closed: flag("closed"),
    reason: text("reason"),
    /** name of the backup that was made with it */
    backup: text("backup"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("year_close_business").on(t.businessId, t.yearStart)],
);

/** What was paid to contractors in a year, as the books gave it: the newest list of a year holds. */
export const contractorList = sqliteTable(
  "contractor_list",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    yearStart: text("year_start").notNull(),
    rows: json<{ name: string; abn: string | null; gross: string; gst: string; tax: string }[]>("rows").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("contractor_list_business").on(t.businessId, t.yearStart)],
);

/** What somebody writes into the activity statement beside wages: the newest row of a period holds. */
export const statementByHand = sqliteTable(
  "statement_by_hand",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    periodStart: text("period_start").notNull(),
    /** withheld from what is neither wages nor a payment without an ABN */
    w3Cents: integer("w3_cents").notNull(),
    /** withheld where no ABN was quoted */
    w4Cents: integer("w4_cents").notNull(),
    note: text("note").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("statement_by_hand_business").on(t.businessId, t.periodStart)],
);

/** What the books, funds and agency say of a year: the newest row of an account or receiver holds. */
export const outsideFigure = sqliteTable(
  "outside_figure",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    yearStart: text("year_start").notNull(),
    kind: text("kind", { enum: ["account", "payee"] }).notNull(),
    key: text("key").notNull(),
    /** null: not compared any more */
    cents: integer("cents"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("outside_figure_business").on(t.businessId, t.yearStart)],
);
