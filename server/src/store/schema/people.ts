/** People. What changes over time is dated: the newest `from` not after the date counts. */
import type { Emergency, Qualification } from "@zesty/contract/besidePay";
import type { ContractDates } from "@zesty/core/calendar/contractDays";
import type { RosterWeeks } from "@zesty/core/calendar/rosterWeeks";
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import type { SheetLine } from "@zesty/core/pay/row";
import { blob, index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business, costCentre, fund, payCycle, place, topUpScheme } from "./business.ts";
import { flag, id, json } from "./columns.ts";

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
    payslipBy: text("payslip_by", { enum: ["mail", "page", "print"] })
      .notNull()
      .default("mail"),
    privateNotes: text("private_notes"),
    emergency: json<Emergency>("emergency"),
    qualifications: json<Qualification[]>("qualifications"),
    contract: json<ContractDates>("contract"),
    /** by id of the business's own field */
    ownFacts: json<Record<string, string>>("own_facts"),
    /** the same moment for all who were added together; null for people of before */
    addedAt: text("added_at"),
  },
  (t) => [uniqueIndex("person_payroll_id").on(t.businessId, t.payrollId)],
);

/** Looked at before it is kept: see `people/photo.ts`. */
export const personPhoto = sqliteTable("person_photo", {
  personId: integer("person_id")
    .primaryKey()
    .references(() => person.id),
  type: text("type").notNull(),
  picture: blob("picture", { mode: "buffer" }).notNull(),
  at: text("at").notNull(),
});

export const dated = () => ({
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
    /** per cents over several cost centres, in place of the one */
    costSplit: json<{ costCentreId: number; percent: string }[]>("cost_split"),
    /** yearly salary; the hourly rate follows from it */
    salaryCents: integer("salary_cents"),
    /** ordinary hours of each weekday, Monday first; an even five-day week where nobody has said */
    workPattern: json<string[]>("work_pattern"),
    /** a roster of several weeks that repeats, in place of the one week */
    roster: json<RosterWeeks>("roster"),
    /** ledger account of the wages, in place of the business's */
    wagesAccount: text("wages_account"),
    /** per cents of set-aside costs, in place of the business's */
    ownCosts: json<{ code: string; percent: string }[]>("own_costs"),
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
    /** reported as something else than salary and wages */
    income: text("income", { enum: ["CHP", "IAA", "FEI"] }),
    /** of a type of income that names one; and whether the employer is registered for working holiday makers */
    homeCountry: text("home_country"),
    employerRegistered: flag("employer_registered").default(true),
    /** a downward variation granted by the tax office: withheld at this per cent of taxable earnings */
    variationPercent: text("variation_percent"),
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
    /** an agreement asks for super whatever the age and hours */
    anyAge: flag("any_age").default(false),
    /** shares of the contributions that go to other funds; the rest goes to the fund above */
    shares: json<{ fundId: number; memberNumber: string; percent: string }[]>("shares"),
    /** how the fund came about; null where nobody has said */
    how: text("how", { enum: ["chosen", "stapled", "default"] }),
    /** when the tax office was asked for the stapled fund */
    askedOn: text("asked_on"),
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
    /** per cent of loading on annual leave, taken or paid out */
    loadingPercent: text("loading_percent"),
    /** from when service counts, where an earlier employer's was taken over; null: the start date */
    countsFrom: text("counts_from"),
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

/** Who is topped up to a scheme's guaranteed amount, from which period on. */
export const topUpEnrolment = sqliteTable(
  "top_up_enrolment",
  {
    id: id(),
    schemeId: integer("scheme_id")
      .notNull()
      .references(() => topUpScheme.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    from: text("from").notNull(),
    to: text("to"),
  },
  (t) => [index("top_up_enrolment_person").on(t.personId)],
);

/** Taxable values of fringe benefits, by fringe benefits year; the newest row of a year counts. */
export const fringeBenefit = sqliteTable(
  "fringe_benefit",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** 31 March of the year */
    yearEnd: text("year_end").notNull(),
    taxableCents: integer("taxable_cents").notNull(),
    /** exempt under section 57A */
    exemptCents: integer("exempt_cents").notNull(),
  },
  (t) => [index("fringe_benefit_person").on(t.personId, t.yearEnd)],
);

/**
 * Year-to-date from before this program, by payroll year. Carried: reported on with ours; closed: the earlier system
 * reported it for good, and it only counts where the law looks at the year.
 */
export const openingYear = sqliteTable(
  "opening_year",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** first day of the payroll year */
    yearStart: text("year_start").notNull(),
    carried: flag("carried"),
    /** cents by code of year-to-date */
    sums: json<Record<string, number>>("sums").notNull(),
    /** the key that the earlier system reported under; a pay event names it once, in the first of the person */
    previousBmsId: text("previous_bms_id"),
    previousPayrollId: text("previous_payroll_id"),
    recordedAt: text("recorded_at").notNull(),
  },
  (t) => [index("opening_year_person").on(t.personId, t.yearStart)],
);

/** Papers that were handed over, each for the day on which it was owed. Appended. */
export const paperGiven = sqliteTable(
  "paper_given",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    code: text("code").notNull(),
    /** the day on which it was owed */
    on: text("on").notNull(),
    givenOn: text("given_on").notNull(),
    userId: integer("user_id").notNull(),
    at: text("at").notNull(),
  },
  (t) => [uniqueIndex("paper_given_once").on(t.personId, t.code, t.on)],
);
