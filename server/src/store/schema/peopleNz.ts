/** What New Zealand law asks to be known of a person. Dated: the newest `from` not after the date counts. */
import type { Order } from "@zesty/core/nz/payOrders";
import type { ExtraLoan } from "@zesty/core/nz/studentLoan";
import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id, json } from "./columns.ts";
import { dated, person } from "./people.ts";
import { payRun } from "./runs.ts";

/** Tax code with its notices: IR330, tailored certificate, further student loan deductions. */
export const taxCode = sqliteTable(
  "tax_code",
  {
    ...dated(),
    /** encrypted */
    irdNumber: text("ird_number"),
    code: text("code").notNull(),
    specialRate: text("special_rate"),
    /** last day of a certificate */
    until: text("until"),
    slcir: json<ExtraLoan>("slcir"),
    slbor: json<ExtraLoan>("slbor"),
    lowerMinimum: flag("lower_minimum").default(false),
    /** per cent of the student loan deduction by a special deduction rate certificate */
    loanRate: text("loan_rate"),
  },
  (t) => [index("tax_code_person").on(t.personId, t.from)],
);

export const kiwiSaver = sqliteTable(
  "kiwi_saver",
  {
    ...dated(),
    status: text("status", { enum: ["member", "not-member", "opted-out", "suspended"] }).notNull(),
    /** how the person came to it: decides the opt-out window and the employee details */
    joined: text("joined", { enum: ["existing", "automatic", "optedIn"] }).notNull(),
    employeeRate: text("employee_rate"),
    employerRate: text("employer_rate"),
    /** per cent, where it is not worked out from last year */
    esctRate: text("esct_rate"),
    temporaryUntil: text("temporary_until"),
    suspendedUntil: text("suspended_until"),
    optOutDate: text("opt_out_date"),
    totalRemuneration: flag("total_remuneration").default(false),
    /** the employer contributes outside the ages of the law too */
    voluntaryEmployer: flag("voluntary_employer").default(false),
  },
  (t) => [index("kiwi_saver_person").on(t.personId, t.from)],
);

/** Child support and orders that have to be deducted. */
export const payOrders = sqliteTable(
  "pay_orders",
  {
    ...dated(),
    childSupport: json<{ amount: string; protectedPercent: string | null }>("child_support"),
    orders: json<(Order & { until?: string | undefined; total?: string | undefined })[]>("orders").notNull(),
  },
  (t) => [index("pay_orders_person").on(t.personId, t.from)],
);

/** How the Holidays Act applies to a person. */
export const holidayTerms = sqliteTable(
  "holiday_terms",
  {
    ...dated(),
    withPay: flag("with_pay"),
    varies: flag("varies"),
    agreedWeekCents: integer("agreed_week_cents"),
    /** first day of parental leave; null where everything until the day below is paid at the average */
    averageOnlyFrom: text("average_only_from"),
    averageOnlyUntil: text("average_only_until"),
    keepsAnniversary: flag("keeps_anniversary").default(false),
    /** what the agreement gives each year above the law, in weeks and days */
    annualWeeks: text("annual_weeks"),
    sickDays: text("sick_days"),
    /** the day from which service counts, where that is before the start */
    countsFrom: text("counts_from"),
    /** the day from which twelve months ran, where unpaid leave or a closedown before this program moved it */
    anniversaryFrom: text("anniversary_from"),
    /** the day on which sick leave arose last before this program, where that was by the hours test */
    sickFrom: text("sick_from"),
  },
  (t) => [index("holiday_terms_person").on(t.personId, t.from)],
);

/** Earnings of a time before this program: the averages of the Holidays Act need them. */
export const pastEarnings = sqliteTable(
  "past_earnings",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    start: text("start").notNull(),
    end: text("end").notNull(),
    grossCents: integer("gross_cents").notNull(),
    irregularCents: integer("irregular_cents").notNull(),
    days: text("days").notNull(),
    /** annual holidays in advance among them */
    advanceCents: integer("advance_cents").notNull().default(0),
  },
  (t) => [index("past_earnings_person").on(t.personId, t.end)],
);

/** Whom a closedown found, in which run it was paid, and the anniversary that runs from it. */
export const closedown = sqliteTable(
  "closedown",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    from: text("from").notNull(),
    to: text("to").notNull(),
    /** set for who was not yet entitled: the next twelve months run from it */
    anniversaryOn: text("anniversary_on"),
    recordedAt: text("recorded_at").notNull(),
    undoneAt: text("undone_at"),
  },
  (t) => [index("closedown_person").on(t.personId), index("closedown_run").on(t.runId)],
);
