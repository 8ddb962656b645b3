/** Statements of the bank, and which of their lines is which payment of ours. Appended; a match that was wrong is ended. */
import type { CsvColumns } from "@zesty/contract/bankStatements";
import { index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { id, json } from "./columns.ts";
import { duePayment } from "./dues.ts";
import { outbox } from "./outbox.ts";

const ofBusiness = () =>
  integer("business_id")
    .notNull()
    .references(() => business.id);

export const bankStatement = sqliteTable(
  "bank_statement",
  {
    id: id(),
    businessId: ofBusiness(),
    name: text("name").notNull(),
    from: text("from").notNull(),
    to: text("to").notNull(),
    closingCents: integer("closing_cents"),
    /** of a CSV, so that the next one needs no asking */
    columns: json<CsvColumns>("columns"),
    at: text("at").notNull(),
    userId: integer("user_id"),
  },
  (t) => [index("bank_statement_business").on(t.businessId)],
);

export const bankLine = sqliteTable(
  "bank_line",
  {
    id: id(),
    businessId: ofBusiness(),
    statementId: integer("statement_id")
      .notNull()
      .references(() => bankStatement.id),
    /** the bank's own number of it, or what tells it from others: never taken twice */
    key: text("key").notNull(),
    date: text("date").notNull(),
    cents: integer("cents").notNull(),
    text: text("text").notNull(),
  },
  (t) => [uniqueIndex("bank_line_key").on(t.businessId, t.key), index("bank_line_date").on(t.businessId, t.date)],
);

export const bankMatch = sqliteTable(
  "bank_match",
  {
    id: id(),
    businessId: ofBusiness(),
    lineId: integer("line_id")
      .notNull()
      .references(() => bankLine.id),
    /** a payment file of a run, or a payment of dues; neither: nothing of payroll's */
    outboxId: integer("outbox_id").references(() => outbox.id),
    duePaymentId: integer("due_payment_id").references(() => duePayment.id),
    /** the line of that file; null: the whole of it */
    part: integer("part"),
    how: text("how", { enum: ["whole", "part", "return", "notOurs"] }).notNull(),
    reason: text("reason").notNull().default(""),
    at: text("at").notNull(),
    /** null: found by itself */
    userId: integer("user_id"),
    endedAt: text("ended_at"),
  },
  (t) => [index("bank_match_business").on(t.businessId), index("bank_match_line").on(t.lineId)],
);
