/** Facts: appended at sign-off, never changed. A correction is a new row that points to the old one. */
import { dueKinds } from "@zesty/contract/dues";
import { sql } from "drizzle-orm";
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business, fund } from "./business.ts";
import { id, json } from "./columns.ts";
import { person } from "./people.ts";
import { pay, payRun } from "./runs.ts";

export const signedPay = sqliteTable(
  "signed_pay",
  {
    id: id(),
    payId: integer("pay_id")
      .notNull()
      .references(() => pay.id),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    payday: text("payday").notNull(),
    /** moved: only facts, what the pay is reported as put right afterwards; its input says how */
    kind: text("kind", { enum: ["pay", "reversal", "moved"] }).notNull(),
    /** a reversal points to the pay that it takes back */
    reversesId: integer("reverses_id"),
    input: json<unknown>("input").notNull(),
    /** the figures; of pays from before `workings` the workings too */
    snapshot: json<unknown>("snapshot").notNull(),
    payslip: json<unknown>("payslip").notNull(),
    ruleBookVersion: text("rule_book_version").notNull(),
    signedAt: text("signed_at").notNull(),
    /** deflated JSON: read only when somebody asks why */
    workings: blob("workings", { mode: "buffer" }),
  },
  (t) => [
    // Which pays a year has, without touching the table, whose rows are large.
    index("signed_pay_person").on(t.personId, t.payday, t.kind, t.payId, t.runId),
    index("signed_pay_newest").on(t.personId, t.id),
    index("signed_pay_run").on(t.runId),
    index("signed_pay_reverses").on(t.reversesId),
    index("signed_pay_pay").on(t.payId),
  ],
);

export const payFact = sqliteTable(
  "pay_fact",
  {
    signedPayId: integer("signed_pay_id")
      .notNull()
      .references(() => signedPay.id),
    personId: integer("person_id").notNull(),
    payday: text("payday").notNull(),
    code: text("code").notNull(),
    cents: integer("cents").notNull(),
  },
  // Covers every year-to-date sum without touching the table.
  (t) => [
    index("pay_fact_person").on(t.personId, t.payday, t.code, t.cents),
    index("pay_fact_signed").on(t.signedPayId),
    // An amount that somebody looks for is nearly always a net pay.
    index("pay_fact_net").on(t.cents).where(sql`code = 'net'`),
  ],
);

/** Kept total of facts, by payroll year: moved with every fact (store/factWriter.ts), derived anew by `verify`. */
export const yearSum = sqliteTable(
  "year_sum",
  {
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** first day of the payroll year */
    yearStart: text("year_start").notNull(),
    code: text("code").notNull(),
    cents: integer("cents").notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.yearStart, t.code] })],
);

/** Kept total of leave entries, moved by a trigger with every entry; derived anew by `verify`. */
export const leaveBalance = sqliteTable(
  "leave_balance",
  {
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    kind: text("kind").notNull(),
    amountE4: integer("amount_e4").notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.kind] })],
);

export const leaveEntry = sqliteTable(
  "leave_entry",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    kind: text("kind").notNull(),
    date: text("date").notNull(),
    /** in the unit of the kind: hours in Australia, weeks or days in New Zealand */
    amountE4: integer("hours_e4").notNull(),
    why: text("why", {
      enum: ["opening", "accrued", "granted", "lapsed", "taken", "adjusted", "reversed"],
    }).notNull(),
    signedPayId: integer("signed_pay_id").references(() => signedPay.id),
    /** why somebody adjusted it */
    reason: text("reason"),
  },
  (t) => [
    index("leave_entry_person").on(t.personId, t.kind, t.date, t.amountE4),
    index("leave_entry_signed").on(t.signedPayId),
  ],
);

export const due = sqliteTable(
  "due",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    kind: text("kind", { enum: dueKinds }).notNull(),
    personId: integer("person_id").references(() => person.id),
    fundId: integer("fund_id").references(() => fund.id),
    payday: text("payday").notNull(),
    dueDate: text("due_date").notNull(),
    /** whom a deduction is passed on to, by name; nothing where the kind says it */
    payee: text("payee").notNull().default(""),
    amountCents: integer("amount_cents").notNull(),
  },
  (t) => [
    index("due_business").on(t.businessId, t.dueDate),
    index("due_run").on(t.runId, t.personId, t.kind, t.amountCents),
  ],
);

export const journal = sqliteTable(
  "journal",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    /** null: not of a pay run, as the movement of leave */
    runId: integer("run_id").references(() => payRun.id),
    reference: text("reference").notNull(),
    kind: text("kind", { enum: ["run", "reversal", "settlement", "leave", "dues"] }).notNull(),
    date: text("date").notNull(),
    description: text("description").notNull(),
  },
  (t) => [
    index("journal_business").on(t.businessId, t.date),
    index("journal_run").on(t.runId),
    uniqueIndex("journal_reference").on(t.businessId, t.reference),
  ],
);

export const journalLine = sqliteTable(
  "journal_line",
  {
    id: id(),
    journalId: integer("journal_id")
      .notNull()
      .references(() => journal.id),
    account: text("account").notNull(),
    debitCents: integer("debit_cents").notNull(),
    creditCents: integer("credit_cents").notNull(),
    costCentre: text("cost_centre"),
    payId: integer("pay_id").references(() => pay.id),
    what: text("what").notNull(),
  },
  (t) => [index("journal_line_journal").on(t.journalId), index("journal_line_pay").on(t.payId)],
);

/** Kept total of a journal by account, moved by a trigger with every line; derived anew by `verify`. */
export const journalSum = sqliteTable(
  "journal_sum",
  {
    journalId: integer("journal_id")
      .notNull()
      .references(() => journal.id),
    account: text("account").notNull(),
    debitCents: integer("debit_cents").notNull(),
    creditCents: integer("credit_cents").notNull(),
  },
  (t) => [primaryKey({ columns: [t.journalId, t.account] })],
);

/** A span whose figures somebody laid side by side and agreed to, with the figures as they were. */
export const spanAgreed = sqliteTable(
  "span_agreed",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    from: text("from").notNull(),
    to: text("to").notNull(),
    figures: json<unknown>("figures").notNull(),
    note: text("note").notNull(),
    at: text("at").notNull(),
    userId: integer("user_id").notNull(),
  },
  (t) => [index("span_agreed_business").on(t.businessId, t.from)],
);

/** Every document as it was made or sent. */
export const document = sqliteTable(
  "document",
  {
    id: id(),
    /** null: not of a pay run */
    runId: integer("run_id").references(() => payRun.id),
    payId: integer("pay_id").references(() => pay.id),
    kind: text("kind", {
      enum: [
        "payEvent",
        "employmentInformation",
        "employeeDetails",
        "paymentFile",
        "payslip",
        "journal",
        "yearSummary",
        "contributions",
        "duesPayment",
      ],
    }).notNull(),
    fileName: text("file_name").notNull(),
    mime: text("mime").notNull(),
    /** encrypted: pay events hold tax numbers, payment files hold accounts */
    bytes: blob("bytes", { mode: "buffer" }).notNull(),
    sha256: text("sha256").notNull(),
    madeAt: text("made_at").notNull(),
  },
  (t) => [index("document_run").on(t.runId, t.kind)],
);

/** Which pays a raise from a past date was paid back for, and with which pay: so that none is paid back twice. */
export const backPay = sqliteTable(
  "back_pay",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** the pay as it was signed off */
    signedPayId: integer("signed_pay_id")
      .notNull()
      .references(() => signedPay.id),
    /** the pay that holds the difference */
    payId: integer("pay_id")
      .notNull()
      .references(() => pay.id),
    cents: integer("cents").notNull(),
  },
  (t) => [index("back_pay_signed").on(t.signedPayId), index("back_pay_pay").on(t.payId)],
);
