/** A business and its set-up. */
import type { Row } from "@zesty/core/rulebook/ruleBook";
import { index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { flag, id, json } from "./columns.ts";

export const business = sqliteTable("business", {
  id: id(),
  country: text("country", { enum: ["AU", "NZ"] }).notNull(),
  name: text("name").notNull(),
  legalName: text("legal_name").notNull(),
  /** Australian business number; empty in New Zealand */
  /** Australia: the ABN, or the withholding payer number of a payer without one; empty elsewhere */
  abn: text("abn").notNull(),
  /** IRD number of the employer, nine digits; New Zealand only */
  ird: text("ird"),
  branch: text("branch").notNull(),
  /** identifies this payroll to the tax agency, for life */
  bmsId: text("bms_id").notNull(),
  timeZone: text("time_zone").notNull(),
  state: text("state").notNull(),
  contact: json<{ name: string; phone: string; email: string; address?: string | undefined }>("contact").notNull(),
  /** encrypted: { bsb, account }; in New Zealand the account holds bank and branch */
  bankAccount: text("bank_account"),
  /** New Zealand: above $500,000 of PAYE and ESCT a year, and the kind of payment file that the bank takes */
  filing: json<{ large: boolean; paymentFile: "csv" | "pain001" }>("filing"),
  /** Australia: withheld to $25,000 a year is small (quarterly), above $1 million large (within days) */
  withholder: text("withholder", { enum: ["small", "medium", "large"] })
    .notNull()
    .default("medium"),
  /** dues of before are not followed: the store is older than the following of them; null: all are */
  duesFrom: text("dues_from"),
  /** the user who keeps it, or null: a filter of the desk, no right */
  keeperId: integer("keeper_id"),
  /** made to play in, with made-up people: nothing of it leaves the house; put away it is seen no more */
  play: text("play", { enum: ["open", "putAway"] }),
  /** whoever prepared a run does not authorise it */
  fourEyes: flag("four_eyes").default(false),
  /** no run is signed off before somebody who was asked said yes to its figures */
  yesFirst: flag("yes_first").default(false),
  /** Australia: what the bank knows the business by, and the kind of payment file that it takes (Direct Entry where nothing is said) */
  bank: json<{
    institution: string;
    userName: string;
    userId: string;
    balancing: boolean;
    file?: "directEntry" | "csv" | "pain001";
  }>("bank").notNull(),
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

export const place = sqliteTable(
  "place",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    name: text("name").notNull(),
    state: text("state").notNull(),
    /** part of the State with public holidays of its own, or "elsewhere"; null: nobody said */
    district: text("district"),
    /** days of its own, as they were typed */
    days: text("days").notNull().default(""),
    retired: flag("retired").default(false),
  },
  (t) => [index("place_business").on(t.businessId)],
);

export const costCentre = sqliteTable(
  "cost_centre",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    code: text("code").notNull(),
    name: text("name").notNull(),
    retired: flag("retired").default(false),
  },
  (t) => [index("cost_centre_business").on(t.businessId)],
);

export const ledgerAccount = sqliteTable(
  "ledger_account",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    code: text("code").notNull(),
    name: text("name").notNull(),
    retired: flag("retired").default(false),
  },
  (t) => [uniqueIndex("ledger_account_code").on(t.businessId, t.code)],
);

export const payCycle = sqliteTable(
  "pay_cycle",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    name: text("name").notNull(),
    cycle: text("cycle").notNull(),
    firstPeriodStart: text("first_period_start").notNull(),
    /** payday is this many days after the period's last day */
    paydayOffset: integer("payday_offset").notNull(),
    /** what becomes of a payday on which no bank works: asked in the run, or moved by itself */
    closedDays: text("closed_days", { enum: ["ask", "before", "after"] })
      .notNull()
      .default("ask"),
    retired: flag("retired").default(false),
  },
  (t) => [index("pay_cycle_business").on(t.businessId)],
);

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
    entry: text("entry", { enum: ["hours", "amount", "days", "weeks", "units"] }).notNull(),
    percent: text("percent").notNull(),
    /** dollars of a unit, where it is typed as units: kilometres, meals */
    unitRate: text("unit_rate"),
    leave: text("leave"),
    allowance: text("allowance"),
    deduction: text("deduction"),
    taxable: integer("taxable", { mode: "boolean" }),
    superable: integer("superable", { mode: "boolean" }),
    /** which kind of other allowance (code OD): G1, H1, ND, T1, U1, V1 or the code of a scheme */
    detail: text("detail"),
    /** New Zealand: counts in gross earnings of the Holidays Act; part of an ordinary week */
    holidayGross: integer("holiday_gross", { mode: "boolean" }),
    regular: integer("regular", { mode: "boolean" }),
    account: text("account"),
    /** deductions: who is paid, by name or name and number; stands on payslips */
    paidTo: text("paid_to"),
    /** not offered any more; what uses it goes on */
    retired: flag("retired").default(false),
    position: integer("position").notNull(),
  },
  (t) => [uniqueIndex("pay_element_code").on(t.businessId, t.code)],
);

export const fund = sqliteTable(
  "fund",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    name: text("name").notNull(),
    abn: text("abn").notNull(),
    /** empty for a self-managed fund */
    usi: text("usi").notNull(),
    kind: text("kind", { enum: ["apra", "selfManaged"] })
      .notNull()
      .default("apra"),
    /** of a self-managed fund */
    serviceAddress: text("service_address"),
    bsb: text("bsb"),
    account: text("account"),
    employerNumber: text("employer_number"),
    isDefault: flag("is_default").default(false),
    retired: flag("retired").default(false),
  },
  (t) => [index("fund_business").on(t.businessId)],
);

/**
 * A cost that the employer sets aside on each pay, dated: the newest row of a code counts. Nought per cent ends it.
 */
export const employerCost = sqliteTable(
  "employer_cost",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    from: text("from").notNull(),
    code: text("code").notNull(),
    name: text("name").notNull(),
    percent: text("percent").notNull(),
    of: text("of", { enum: ["gross", "grossAndSuper"] }).notNull(),
    /** who works there alone, as a class of workers' compensation; null: everybody */
    placeId: integer("place_id").references(() => place.id),
    expense: text("expense").notNull(),
    payable: text("payable").notNull(),
  },
  (t) => [index("employer_cost_business").on(t.businessId, t.from)],
);

/** A scheme under which pays are topped up to a guaranteed amount, reported under a pay element of its own. */
export const topUpScheme = sqliteTable("top_up_scheme", {
  id: id(),
  businessId: integer("business_id")
    .notNull()
    .references(() => business.id),
  elementId: integer("element_id")
    .notNull()
    .references(() => payElement.id),
  /** guaranteed for each pay of this cycle; other cycles get their share by weeks */
  amountCents: integer("amount_cents").notNull(),
  cycle: text("cycle").notNull(),
  from: text("from").notNull(),
  to: text("to"),
});

/** Rows of the rule book that the practice loaded; a newer row for the same days is taken before an older one. */
export const loadedRow = sqliteTable("loaded_row", {
  id: id(),
  tableName: text("table_name").notNull(),
  from: text("from").notNull(),
  to: text("to").notNull(),
  row: json<Row<unknown>>("row").notNull(),
  loadedAt: text("loaded_at").notNull(),
  loadedBy: text("loaded_by").notNull(),
  /** set when it is taken out of force again */
  withdrawnAt: text("withdrawn_at"),
});

/** A fact of people that the business keeps for itself; what it holds stands with each person. */
export const ownField = sqliteTable(
  "own_field",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    name: text("name").notNull(),
    kind: text("kind", { enum: ["text", "number", "date", "choice"] }).notNull(),
    choices: json<string[]>("choices").notNull(),
    retired: flag("retired").default(false),
  },
  (t) => [index("own_field_business").on(t.businessId)],
);
