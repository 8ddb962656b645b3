/** What leaves the house, and what came back. */
import { outboxStates } from "@zesty/contract/outboxStates";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id } from "./columns.ts";
import { document } from "./facts.ts";
import { pay, payRun } from "./runs.ts";

export const outbox = sqliteTable(
  "outbox",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** null: not of a pay run, as the event that makes a year final */
    runId: integer("run_id").references(() => payRun.id),
    payId: integer("pay_id").references(() => pay.id),
    channel: text("channel", {
      enum: [
        "payEvent",
        "employmentInformation",
        "employeeDetails",
        "paymentFile",
        "payslip",
        "yearSummary",
        "contributions",
        "duesPayment",
      ],
    }).notNull(),
    documentId: integer("document_id").references(() => document.id),
    /** one for ever: idempotency key, submission ID or Message-ID */
    messageId: text("message_id").notNull().unique(),
    /** the message that this one replaces whole: it goes out under that one's number as submission ID */
    replacesId: integer("replaces_id"),
    recipient: text("recipient"),
    /** employment information: 0 for the first filing of a payday, then rising */
    amendment: integer("amendment"),
    state: text("state", {
      enum: outboxStates,
    }).notNull(),
    tries: integer("tries").notNull(),
    nextAt: integer("next_at").notNull(),
    receipt: text("receipt"),
    /** by what its receiver tells it from others, where that is not of these bytes: taken over after a restore */
    knownAs: text("known_as"),
    detail: text("detail"),
    /** the last answer made no sense, or came from something on the way: somebody has to look */
    odd: flag("odd").default(false),
  },
  (t) => [
    index("outbox_state").on(t.state, t.nextAt),
    index("outbox_run").on(t.runId),
    index("outbox_business").on(t.businessId, t.channel),
  ],
);

/** The lines of a payment file, in its order: whom each pays, and what the bank said of it. */
export const payment = sqliteTable(
  "payment",
  {
    outboxId: integer("outbox_id")
      .notNull()
      .references(() => outbox.id),
    line: integer("line").notNull(),
    payId: integer("pay_id")
      .notNull()
      .references(() => pay.id),
    cents: integer("cents").notNull(),
    state: text("state", { enum: ["pending", "paid", "returned"] }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.outboxId, t.line] }), index("payment_pay").on(t.payId, t.state, t.cents)],
);

/** Answers are stored whole before they are understood. */
export const outboxAnswer = sqliteTable(
  "outbox_answer",
  {
    id: id(),
    outboxId: integer("outbox_id")
      .notNull()
      .references(() => outbox.id),
    at: text("at").notNull(),
    status: integer("status").notNull(),
    body: text("body").notNull(),
  },
  (t) => [index("outbox_answer_outbox").on(t.outboxId)],
);

/** Letters that belong to no run: invitations, codes, questions. `text` is sealed, and empty once it was handed over. */
export const letter = sqliteTable(
  "letter",
  {
    id: id(),
    messageId: text("message_id").notNull(),
    businessId: integer("business_id").references(() => business.id),
    recipient: text("recipient").notNull(),
    by: text("by", { enum: ["mail", "text"] })
      .notNull()
      .default("mail"),
    about: text("about").notNull(),
    link: text("link"),
    at: text("at").notNull(),
    until: integer("until"),
    text: text("text"),
    state: text("state", { enum: ["queued", "handedOver", "refused"] }).notNull(),
    tries: integer("tries").notNull(),
    nextAt: integer("next_at").notNull(),
    detail: text("detail").notNull().default(""),
  },
  (t) => [index("letter_state").on(t.state, t.nextAt), index("letter_about").on(t.about)],
);

/** What a receiver said about one person or payment; open until a later answer takes it back. */
export const answerItem = sqliteTable(
  "answer_item",
  {
    id: id(),
    outboxId: integer("outbox_id")
      .notNull()
      .references(() => outbox.id),
    businessId: integer("business_id").notNull(),
    personId: integer("person_id"),
    severity: text("severity", { enum: ["error", "warning"] }).notNull(),
    code: text("code").notNull(),
    text: text("text").notNull(),
    open: flag("open"),
  },
  (t) => [
    index("answer_item_business").on(t.businessId, t.open),
    uniqueIndex("answer_item_once").on(t.outboxId, t.personId, t.code),
  ],
);
