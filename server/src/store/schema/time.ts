/**
 * The record of time: what was planned and worked each day, who approved it, which pay it went into; and the agreements
 * that price it. Days are appended: the newest row of a person, date and kind counts.
 */
import type { AgreementRules, SettingValue } from "@zesty/core/agreements/agreementRules";
import type { DayRecord } from "@zesty/core/hours/dayText";
import type { TimeUse } from "@zesty/core/hours/personHours";
import type { EnteredRates } from "@zesty/core/hours/pricing";
import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id, json } from "./columns.ts";
import { dated, person } from "./people.ts";
import { user } from "./practice.ts";
import { pay } from "./runs.ts";

/** By which agreement a person is paid, from a day on. */
export const timeTerms = sqliteTable(
  "time_terms",
  {
    ...dated(),
    /** code of an agreement's rules; null: every hour at the plain rate */
    agreement: text("agreement"),
    /** key of a classification of the agreement */
    classification: text("classification"),
    use: text("use").$type<TimeUse>().notNull(),
    settings: json<Record<string, SettingValue>>("settings").notNull(),
    flags: json<Record<string, boolean>>("flags").notNull(),
    /** how many people the person leads; null where nobody has said */
    leads: integer("leads"),
    averagingFrom: text("averaging_from"),
    /** exceptions only: the times of each weekday, Monday first, as the week is typed */
    usualTimes: json<string[]>("usual_times"),
    /** part-time: when more than the agreed hours are ordinary, each weekday, as it is typed */
    availability: json<string[]>("availability"),
  },
  (t) => [index("time_terms_person").on(t.personId, t.from)],
);

/** An agreement's rules of the business's own: loaded, or a copy that was changed. */
export const ownAgreementRules = sqliteTable(
  "own_rule_set",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    code: text("code").notNull(),
    validFrom: text("valid_from").notNull(),
    rules: json<AgreementRules>("rules").notNull(),
    /** code of the agreement's rules that it was copied from */
    origin: text("origin"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    recordedAt: text("recorded_at").notNull(),
  },
  (t) => [index("own_rule_set_business").on(t.businessId, t.code)],
);

/** What the business says of an agreement from a day on: settings of the workplace, and dollars it entered. */
export const agreementFacts = sqliteTable(
  "agreement_facts",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    agreement: text("agreement").notNull(),
    from: text("from").notNull(),
    settings: json<Record<string, SettingValue>>("settings").notNull(),
    rates: json<EnteredRates>("rates").notNull(),
    /** where the dollars come from: a pay guide and its edition */
    source: text("source"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    recordedAt: text("recorded_at").notNull(),
  },
  (t) => [index("agreement_facts_business").on(t.businessId, t.agreement, t.from)],
);

/** What headings of strangers' sheets mean at a business: said once, remembered. */
export const sheetColumn = sqliteTable(
  "sheet_column",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    heading: text("heading").notNull(),
    means: text("means").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("sheet_column_business").on(t.businessId)],
);

export const dayKinds = ["planned", "worked"] as const;
export type DayKind = (typeof dayKinds)[number];

export const timeDay = sqliteTable(
  "time_day",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    date: text("date").notNull(),
    kind: text("kind", { enum: dayKinds }).notNull(),
    /** null: taken out again, nothing is known of the day */
    record: json<DayRecord | null>("record"),
    /** typed in the week, brought by a file, or made from leave that was asked for */
    source: text("source").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("time_day_person").on(t.personId, t.date, t.kind)],
);

/** Approval of what a day said then: a day that changed afterwards asks for it anew. */
export const timeApproval = sqliteTable(
  "time_approval",
  {
    id: id(),
    dayId: integer("day_id")
      .notNull()
      .references(() => timeDay.id),
    approved: flag("approved"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("time_approval_day").on(t.dayId)],
);

/** A day that went into a signed-off pay; taken back by a row with the sign turned. */
export const timePaid = sqliteTable(
  "time_paid",
  {
    id: id(),
    dayId: integer("day_id")
      .notNull()
      .references(() => timeDay.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    date: text("date").notNull(),
    payId: integer("pay_id")
      .notNull()
      .references(() => pay.id),
    sign: integer("sign").notNull(),
  },
  (t) => [index("time_paid_person").on(t.personId, t.date), index("time_paid_pay").on(t.payId)],
);
