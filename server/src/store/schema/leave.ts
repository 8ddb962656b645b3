/** Leave that is asked for and what was answered; addresses that calendars read. All appended. */
import { index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id } from "./columns.ts";
import { person } from "./people.ts";
import { user } from "./practice.ts";

export const leaveRequest = sqliteTable(
  "leave_request",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    kind: text("kind").notNull(),
    first: text("first").notNull(),
    last: text("last").notNull(),
    /** decimal text; null: the ordinary hours of each day */
    hoursADay: text("hours_a_day"),
    /** pay the days after the period with the pay before the leave */
    inAdvance: flag("in_advance"),
    note: text("note"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [
    index("leave_request_business").on(t.businessId, t.last),
    index("leave_request_person").on(t.personId, t.first),
  ],
);

export const leaveAnswers = ["approved", "declined", "withdrawn"] as const;

/** The newest row of a request counts; without one it waits. */
export const leaveAnswer = sqliteTable(
  "leave_answer",
  {
    id: id(),
    requestId: integer("request_id")
      .notNull()
      .references(() => leaveRequest.id),
    answer: text("answer", { enum: leaveAnswers }).notNull(),
    comment: text("comment"),
    /** it was agreed that the balance goes below nought */
    belowNought: flag("below_nought"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("leave_answer_request").on(t.requestId)],
);

/** Evidence and agreements of a request that are on file: a certificate, a summons. What they hold is not kept here. */
export const leavePaper = sqliteTable(
  "leave_paper",
  {
    id: id(),
    requestId: integer("request_id")
      .notNull()
      .references(() => leaveRequest.id),
    what: text("what").notNull(),
    on: text("on").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("leave_paper_request").on(t.requestId)],
);

/** A public holiday that a person and the employer agreed to keep on another day; one that was undone counts no more. */
export const holidaySwap = sqliteTable(
  "holiday_swap",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    original: text("original").notNull(),
    substitute: text("substitute").notNull(),
    /** of the holiday */
    name: text("name").notNull(),
    agreedOn: text("agreed_on").notNull(),
    /** how it was agreed: by letter, by the agreement's clause */
    how: text("how").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
    undoneAt: text("undone_at"),
  },
  (t) => [index("holiday_swap_person").on(t.personId)],
);

/** A secret address that calendars read without signing in; one that was ended reads nothing. */
export const calendarFeed = sqliteTable(
  "calendar_feed",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** hash of the secret: the address itself is shown once */
    hash: text("hash").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
    endedAt: text("ended_at"),
  },
  (t) => [uniqueIndex("calendar_feed_hash").on(t.hash)],
);
