/** Kept sums of signed pays by month, made when figures are asked for; questions and what-ifs that somebody keeps. */

import type { AheadChange } from "@zesty/contract/ahead";
import type { Question } from "@zesty/contract/figures";
import { index, integer, primaryKey, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { id, json } from "./columns.ts";
import { user } from "./practice.ts";

/** One row a person, month, place, cost centre, part of the pay and code of it. Derived: made anew from signed pays. */
export const figureSum = sqliteTable(
  "figure_sum",
  {
    businessId: integer("business_id").notNull(),
    month: text("month").notNull(),
    personId: integer("person_id").notNull(),
    placeId: integer("place_id").notNull(),
    costCentre: text("cost_centre").notNull(),
    part: text("part").notNull(),
    code: text("code").notNull(),
    cents: integer("cents").notNull(),
    hoursE4: integer("hours_e4").notNull(),
  },
  (t) => [primaryKey({ columns: [t.businessId, t.month, t.personId, t.placeId, t.costCentre, t.part, t.code] })],
);

/** Up to which signed pay the sums hold. */
export const figureFold = sqliteTable("figure_fold", {
  id: id(),
  signedPayId: integer("signed_pay_id").notNull(),
});

export const keptQuestion = sqliteTable(
  "kept_question",
  {
    id: id(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    name: text("name").notNull(),
    question: json<Question>("question").notNull(),
    /** mailed each month to who keeps it: since which month, and so many months back its span begins and ends */
    mailed: json<{ since: string; back: [from: number, to: number] }>("mailed"),
  },
  (t) => [index("kept_question_user").on(t.userId)],
);

/** What would be otherwise, kept under a name for whoever works with the business. */
export const keptAhead = sqliteTable(
  "kept_ahead",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    name: text("name").notNull(),
    changes: json<AheadChange[]>("changes").notNull(),
  },
  (t) => [index("kept_ahead_business").on(t.businessId)],
);

/** To whom the owner's page goes by itself, from a payday on; ended by a day in place of being taken out. */
export const mailRule = sqliteTable(
  "mail_rule",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** in whose name it goes: without the right to authorise here it does not */
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    recipient: text("recipient").notNull(),
    /** the first payday of it */
    since: text("since").notNull(),
    endedAt: text("ended_at"),
  },
  (t) => [index("mail_rule_business").on(t.businessId)],
);
