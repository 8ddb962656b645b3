/** What became of dues: payments to receivers, their parts, and what was heard of them; kept totals by due. */
import { dueKinds } from "@zesty/contract/dues";
import { sql } from "drizzle-orm";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business, fund } from "./business.ts";
import { id } from "./columns.ts";
import { outbox } from "./outbox.ts";

/** What a due is, beside its business: the same for every row of facts that adds to it. Nobody and no fund are nought. */
const dueKey = () => ({
  kind: text("kind", { enum: dueKinds }).notNull(),
  personId: integer("person_id").notNull(),
  fundId: integer("fund_id").notNull(),
  payday: text("payday").notNull(),
  dueDate: text("due_date").notNull(),
  /** whom a deduction is passed on to, by name; nothing where the kind says it */
  payee: text("payee").notNull().default(""),
});

/** Kept total by due, moved by triggers with each fact and each part of a payment; derived anew by `verify`. */
export const dueTotal = sqliteTable(
  "due_total",
  {
    businessId: integer("business_id").notNull(),
    ...dueKey(),
    /** the newest run that it comes from */
    runId: integer("run_id").notNull(),
    owedCents: integer("owed_cents").notNull().default(0),
    preparedCents: integer("prepared_cents").notNull().default(0),
    sentCents: integer("sent_cents").notNull().default(0),
    receivedCents: integer("received_cents").notNull().default(0),
    allocatedCents: integer("allocated_cents").notNull().default(0),
    returnedCents: integer("returned_cents").notNull().default(0),
  },
  (t) => [
    primaryKey({ columns: [t.businessId, t.dueDate, t.kind, t.personId, t.fundId, t.payday, t.payee] }),
    // What is not all there: some rows of many thousands.
    index("due_total_open").on(t.businessId, t.dueDate).where(sql`owed_cents <> received_cents + allocated_cents`),
  ],
);

/** Where dues of a kind are paid to; the newest row of a receiver counts. */
export const payee = sqliteTable(
  "payee",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** clearingHouse, taxOffice, inlandRevenue, orders, gifts */
    receiver: text("receiver").notNull(),
    name: text("name").notNull(),
    bsb: text("bsb").notNull(),
    account: text("account").notNull(),
    /** what the receiver knows the business by */
    reference: text("reference").notNull(),
    at: text("at").notNull(),
  },
  (t) => [index("payee_business").on(t.businessId, t.receiver)],
);

/** Dues that were paid together: one file at the bank, or by hand. */
export const duePayment = sqliteTable(
  "due_payment",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    number: integer("number").notNull(),
    /** the day on which the money leaves */
    date: text("date").notNull(),
    /** set off: no money moves, what was too much is taken off what was open */
    way: text("way", { enum: ["file", "byHand", "setOff"] }).notNull(),
    madeAt: text("made_at").notNull(),
    madeBy: integer("made_by"),
    /** null while a second person is waited for, or it was let go */
    releasedAt: text("released_at"),
    releasedBy: integer("released_by"),
    cancelledAt: text("cancelled_at"),
    /** the contributions file, which goes ahead of its money */
    dataOutboxId: integer("data_outbox_id").references(() => outbox.id),
    fileOutboxId: integer("file_outbox_id").references(() => outbox.id),
  },
  (t) => [
    uniqueIndex("due_payment_number").on(t.businessId, t.number),
    index("due_payment_file").on(t.fileOutboxId),
    index("due_payment_data").on(t.dataOutboxId),
  ],
);

/** What of a payment goes to one receiver, under one reference: one line of the bank's file. */
export const remittance = sqliteTable(
  "remittance",
  {
    id: id(),
    duePaymentId: integer("due_payment_id")
      .notNull()
      .references(() => duePayment.id),
    line: integer("line").notNull(),
    /** whom it is for: a fund, or a receiver by name */
    fundId: integer("fund_id").references(() => fund.id),
    receiver: text("receiver").notNull(),
    name: text("name").notNull(),
    /** account that the money goes to; empty where it was paid by hand */
    bsb: text("bsb").notNull(),
    account: text("account").notNull(),
    reference: text("reference").notNull(),
    cents: integer("cents").notNull(),
  },
  (t) => [uniqueIndex("remittance_payment").on(t.duePaymentId, t.line)],
);

export const remittanceStates = ["prepared", "sent", "received", "allocated", "returned", "cancelled"] as const;
export type RemittanceState = (typeof remittanceStates)[number];

/** Which due a payment pays, and where that money is now. */
export const remittancePart = sqliteTable(
  "remittance_part",
  {
    remittanceId: integer("remittance_id")
      .notNull()
      .references(() => remittance.id),
    /** place in the contributions file; of others, in the payment */
    line: integer("line").notNull(),
    businessId: integer("business_id").notNull(),
    ...dueKey(),
    cents: integer("cents").notNull(),
    state: text("state", { enum: remittanceStates }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.remittanceId, t.line] }),
    index("remittance_part_due").on(t.businessId, t.dueDate, t.kind, t.personId, t.fundId, t.payday, t.payee),
  ],
);

/** What was done or heard, with its day; `line` null: of the whole. Appended, never changed. */
export const remittanceEvent = sqliteTable(
  "remittance_event",
  {
    id: id(),
    remittanceId: integer("remittance_id")
      .notNull()
      .references(() => remittance.id),
    line: integer("line"),
    what: text("what", {
      enum: ["prepared", "released", "dataTaken", "sent", "left", "received", "allocated", "returned", "cancelled"],
    }).notNull(),
    on: text("on").notNull(),
    receipt: text("receipt").notNull().default(""),
    reason: text("reason").notNull().default(""),
    at: text("at").notNull(),
    userId: integer("user_id"),
  },
  (t) => [index("remittance_event_remittance").on(t.remittanceId)],
);
