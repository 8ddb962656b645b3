/**
 * The tables. Money in cents, hours and rates in ten-thousandths (E4), dates as ISO text. Facts are appended: a
 * correction is a new row that points to the old one.
 */
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import type { SheetLine } from "@zesty/core/pay/payContext";
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";

const id = () => integer("id").primaryKey({ autoIncrement: true });
const flag = (name: string) => integer(name, { mode: "boolean" }).notNull();
const json = <T>(name: string) => text(name, { mode: "json" }).$type<T>();

// — the practice and its people —

export const practice = sqliteTable("practice", { id: id(), name: text("name").notNull() });

export const setting = sqliteTable("setting", { name: text("name").primaryKey(), value: text("value").notNull() });

export const user = sqliteTable("user", {
  id: id(),
  email: text("email").notNull().unique(),
  name: text("name").notNull(),
  passwordHash: text("password_hash").notNull(),
  /** sees and does everything in every business */
  lead: flag("lead"),
});

/** What a user may do in a business: see < prepare < authorise. */
export const userRight = sqliteTable(
  "user_right",
  {
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    right: text("right", { enum: ["see", "prepare", "authorise"] }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.businessId] })],
);

export const session = sqliteTable("session", {
  sid: text("sid").primaryKey(),
  data: text("data").notNull(),
  expiresAt: integer("expires_at").notNull(),
});

// — a business and its set-up —

export const business = sqliteTable("business", {
  id: id(),
  country: text("country", { enum: ["AU"] }).notNull(),
  name: text("name").notNull(),
  legalName: text("legal_name").notNull(),
  abn: text("abn").notNull(),
  branch: text("branch").notNull(),
  /** identifies this payroll to the tax agency, for life */
  bmsId: text("bms_id").notNull(),
  timeZone: text("time_zone").notNull(),
  state: text("state").notNull(),
  contact: json<{ name: string; phone: string; email: string }>("contact").notNull(),
  /** encrypted: { bsb, account } */
  bankAccount: text("bank_account"),
  bank: json<{ institution: string; userName: string; userId: string; balancing: boolean }>("bank").notNull(),
  postings: json<{
    wages: string;
    superExpense: string;
    withholdingPayable: string;
    superPayable: string;
    deductionsPayable: string;
    netPayClearing: string;
    bank: string;
  }>("postings").notNull(),
});

export const place = sqliteTable("place", {
  id: id(),
  businessId: integer("business_id")
    .notNull()
    .references(() => business.id),
  name: text("name").notNull(),
  state: text("state").notNull(),
});

export const costCentre = sqliteTable("cost_centre", {
  id: id(),
  businessId: integer("business_id")
    .notNull()
    .references(() => business.id),
  code: text("code").notNull(),
  name: text("name").notNull(),
});

export const ledgerAccount = sqliteTable(
  "ledger_account",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    code: text("code").notNull(),
    name: text("name").notNull(),
  },
  (t) => [uniqueIndex("ledger_account_code").on(t.businessId, t.code)],
);

export const payCycle = sqliteTable("pay_cycle", {
  id: id(),
  businessId: integer("business_id")
    .notNull()
    .references(() => business.id),
  name: text("name").notNull(),
  cycle: text("cycle").notNull(),
  firstPeriodStart: text("first_period_start").notNull(),
  /** payday is this many days after the period's last day */
  paydayOffset: integer("payday_offset").notNull(),
});

export const payElement = sqliteTable(
  "pay_element",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    code: text("code").notNull(),
    name: text("name").notNull(),
    element: text("element").notNull(),
    entry: text("entry", { enum: ["hours", "amount"] }).notNull(),
    percent: text("percent").notNull(),
    leave: text("leave"),
    allowance: text("allowance"),
    deduction: text("deduction"),
    taxable: integer("taxable", { mode: "boolean" }),
    superable: integer("superable", { mode: "boolean" }),
    account: text("account"),
    position: integer("position").notNull(),
  },
  (t) => [uniqueIndex("pay_element_code").on(t.businessId, t.code)],
);

export const fund = sqliteTable("fund", {
  id: id(),
  businessId: integer("business_id")
    .notNull()
    .references(() => business.id),
  name: text("name").notNull(),
  abn: text("abn").notNull(),
  usi: text("usi").notNull(),
});

// — people; what changes over time is dated, the newest `from` not after the date counts —

export const person = sqliteTable(
  "person",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    payrollId: text("payroll_id").notNull(),
    familyName: text("family_name").notNull(),
    givenName: text("given_name").notNull(),
    birthDate: text("birth_date").notNull(),
    email: text("email"),
    phone: text("phone"),
    address: json<{ line1: string; suburb: string; state: string; postcode: string }>("address"),
    startDate: text("start_date").notNull(),
    endDate: text("end_date"),
    payslipMessage: text("payslip_message"),
    privateNotes: text("private_notes"),
  },
  (t) => [uniqueIndex("person_payroll_id").on(t.businessId, t.payrollId)],
);

const dated = () => ({
  id: id(),
  personId: integer("person_id")
    .notNull()
    .references(() => person.id),
  from: text("from").notNull(),
});

export const employmentTerms = sqliteTable(
  "employment_terms",
  {
    ...dated(),
    cycleId: integer("cycle_id")
      .notNull()
      .references(() => payCycle.id),
    basis: text("basis").notNull(),
    classification: text("classification"),
    weeklyHoursE4: integer("weekly_hours_e4").notNull(),
    hourlyRateE4: integer("hourly_rate_e4"),
    minimumRateE4: integer("minimum_rate_e4"),
    placeId: integer("place_id").references(() => place.id),
    costCentreId: integer("cost_centre_id").references(() => costCentre.id),
  },
  (t) => [index("employment_terms_person").on(t.personId, t.from)],
);

export const taxDeclaration = sqliteTable(
  "tax_declaration",
  {
    ...dated(),
    /** encrypted */
    fileNumber: text("file_number"),
    numberStatus: text("number_status", { enum: ["given", "pending", "none"] }).notNull(),
    pendingSince: text("pending_since"),
    residency: text("residency").notNull(),
    taxFreeThreshold: flag("tax_free_threshold"),
    studyLoan: flag("study_loan"),
    medicare: text("medicare").notNull(),
    medicareDependants: integer("medicare_dependants"),
    offsetsPerYearCents: integer("offsets_per_year_cents"),
    extraPerPayCents: integer("extra_per_pay_cents"),
  },
  (t) => [index("tax_declaration_person").on(t.personId, t.from)],
);

export const superChoice = sqliteTable(
  "super_choice",
  {
    ...dated(),
    fundId: integer("fund_id").references(() => fund.id),
    memberNumber: text("member_number"),
    guarantee: flag("guarantee"),
    agreedPercent: text("agreed_percent"),
  },
  (t) => [index("super_choice_person").on(t.personId, t.from)],
);

export const bankSplit = sqliteTable(
  "bank_split",
  {
    ...dated(),
    /** encrypted list of { bsb, account, title, kind, value } */
    parts: text("parts").notNull(),
    count: integer("count").notNull(),
  },
  (t) => [index("bank_split_person").on(t.personId, t.from)],
);

export const leaveTerms = sqliteTable(
  "leave_terms",
  {
    ...dated(),
    entitlements: json<LeaveEntitlement[]>("entitlements").notNull(),
  },
  (t) => [index("leave_terms_person").on(t.personId, t.from)],
);

export const usualPay = sqliteTable(
  "usual_pay",
  {
    ...dated(),
    lines: json<SheetLine[]>("lines").notNull(),
  },
  (t) => [index("usual_pay_person").on(t.personId, t.from)],
);

// — open runs: may be changed until signed off —

export const payRun = sqliteTable(
  "pay_run",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    cycleId: integer("cycle_id")
      .notNull()
      .references(() => payCycle.id),
    number: integer("number").notNull(),
    periodStart: text("period_start").notNull(),
    periodEnd: text("period_end").notNull(),
    payday: text("payday").notNull(),
    accountingDate: text("accounting_date").notNull(),
    state: text("state", { enum: ["open", "signedOff", "sent", "settled", "takenBack"] }).notNull(),
    /** raised with every change of an open run: two people cannot overwrite each other */
    version: integer("version").notNull(),
    /** counts for the desk: people, rows without hours, stops, queries not ticked */
    summary: json<{ people: number; withoutHours: number; stops: number; openQueries: number }>("summary").notNull(),
    /** totals of the worked run, cents; for the difference from last time */
    totals: json<Record<string, number>>("totals").notNull(),
    signedOffAt: text("signed_off_at"),
    signedOffBy: integer("signed_off_by").references(() => user.id),
  },
  (t) => [uniqueIndex("pay_run_number").on(t.businessId, t.number), index("pay_run_cycle").on(t.cycleId, t.payday)],
);

export const pay = sqliteTable(
  "pay",
  {
    id: id(),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    included: flag("included"),
    /** pays that this payment covers: taxed over so many periods */
    periods: integer("periods").notNull(),
    lines: json<SheetLine[]>("lines").notNull(),
    note: text("note"),
  },
  (t) => [uniqueIndex("pay_person").on(t.runId, t.personId)],
);

export const tick = sqliteTable(
  "tick",
  {
    payId: integer("pay_id")
      .notNull()
      .references(() => pay.id),
    key: text("key").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.payId, t.key] })],
);

// — facts: appended at sign-off, never changed —

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
    kind: text("kind", { enum: ["pay", "reversal"] }).notNull(),
    /** a reversal points to the pay that it takes back */
    reversesId: integer("reverses_id"),
    input: json<unknown>("input").notNull(),
    snapshot: json<unknown>("snapshot").notNull(),
    payslip: json<unknown>("payslip").notNull(),
    ruleBookVersion: text("rule_book_version").notNull(),
    signedAt: text("signed_at").notNull(),
  },
  (t) => [index("signed_pay_person").on(t.personId, t.payday), index("signed_pay_run").on(t.runId)],
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
  (t) => [index("pay_fact_person").on(t.personId, t.payday, t.code, t.cents)],
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
    hoursE4: integer("hours_e4").notNull(),
    why: text("why", { enum: ["opening", "accrued", "taken", "adjusted", "reversed"] }).notNull(),
    signedPayId: integer("signed_pay_id").references(() => signedPay.id),
  },
  (t) => [index("leave_entry_person").on(t.personId, t.kind, t.date, t.hoursE4)],
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
    kind: text("kind", { enum: ["super", "withholding"] }).notNull(),
    personId: integer("person_id").references(() => person.id),
    fundId: integer("fund_id").references(() => fund.id),
    payday: text("payday").notNull(),
    dueDate: text("due_date").notNull(),
    amountCents: integer("amount_cents").notNull(),
  },
  (t) => [index("due_business").on(t.businessId, t.dueDate), index("due_run").on(t.runId)],
);

export const journal = sqliteTable(
  "journal",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    reference: text("reference").notNull(),
    kind: text("kind", { enum: ["run", "reversal", "settlement"] }).notNull(),
    date: text("date").notNull(),
    description: text("description").notNull(),
  },
  (t) => [
    index("journal_business").on(t.businessId, t.date),
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

/** Every document as it was made or sent. */
export const document = sqliteTable(
  "document",
  {
    id: id(),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    payId: integer("pay_id").references(() => pay.id),
    kind: text("kind", { enum: ["payEvent", "paymentFile", "payslip", "journal"] }).notNull(),
    fileName: text("file_name").notNull(),
    mime: text("mime").notNull(),
    /** encrypted: pay events hold tax numbers, payment files hold accounts */
    bytes: blob("bytes", { mode: "buffer" }).notNull(),
    sha256: text("sha256").notNull(),
    madeAt: text("made_at").notNull(),
  },
  (t) => [index("document_run").on(t.runId, t.kind)],
);

// — what leaves the house —

export const outbox = sqliteTable(
  "outbox",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    payId: integer("pay_id").references(() => pay.id),
    channel: text("channel", { enum: ["payEvent", "paymentFile", "payslip"] }).notNull(),
    documentId: integer("document_id").references(() => document.id),
    /** one for ever: idempotency key, submission ID or Message-ID */
    messageId: text("message_id").notNull().unique(),
    recipient: text("recipient"),
    state: text("state", {
      enum: [
        "prepared",
        "queued",
        "sending",
        "unknown",
        "acknowledged",
        "accepted",
        "acceptedWithWarnings",
        "partial",
        "rejected",
        "refused",
        "cancelled",
      ],
    }).notNull(),
    tries: integer("tries").notNull(),
    nextAt: integer("next_at").notNull(),
    receipt: text("receipt"),
    detail: text("detail"),
  },
  (t) => [index("outbox_state").on(t.state, t.nextAt), index("outbox_run").on(t.runId)],
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
  (t) => [primaryKey({ columns: [t.outboxId, t.line] })],
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

/** The audit trail: each entry carries the hash of the one before. */
export const audit = sqliteTable("audit", {
  id: id(),
  at: text("at").notNull(),
  userId: integer("user_id"),
  businessId: integer("business_id"),
  what: text("what").notNull(),
  about: text("about").notNull(),
  previousHash: text("previous_hash").notNull(),
  hash: text("hash").notNull(),
});
