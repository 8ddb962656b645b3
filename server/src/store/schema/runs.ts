/** Runs that are open: they may be changed until signed off. */

import type { DayTold } from "@zesty/contract/corrections";
import { runStates } from "@zesty/contract/runStates";
import type { Extras, Overrides } from "@zesty/core/pay/input";
import type { OpenTime, SheetLine } from "@zesty/core/pay/row";
import type { Laid, Typed } from "@zesty/core/pay/strands";
import { sql } from "drizzle-orm";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business, payCycle, payElement } from "./business.ts";
import { flag, id, json } from "./columns.ts";
import { person } from "./people.ts";
import { user } from "./practice.ts";

/** What a run's counts and totals hold of one row: replaced, and the difference moved, when the row changes. */
export interface KeptRow {
  counts: RunCounts;
  totals: Record<string, number>;
}
export interface RunCounts {
  people: number;
  withoutHours: number;
  stops: number;
  openQueries: number;
}

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
    /** a cycle's period; or a run of its own for a departure or a correction, which no next period follows */
    kind: text("kind", { enum: ["cycle", "departure", "correction", "outsideCycle"] })
      .notNull()
      .default("cycle"),
    /** of a pay outside the cycle: why it is made */
    reason: text("reason"),
    periodStart: text("period_start").notNull(),
    periodEnd: text("period_end").notNull(),
    payday: text("payday").notNull(),
    accountingDate: text("accounting_date").notNull(),
    state: text("state", { enum: runStates }).notNull(),
    /** raised with every change of an open run: two people cannot overwrite each other */
    version: integer("version").notNull(),
    /** counts for the desk: people, rows without hours, stops, queries not ticked */
    summary: json<RunCounts>("summary").notNull(),
    /** totals of the worked run, cents; for the difference from last time */
    totals: json<Record<string, number>>("totals").notNull(),
    signedOffAt: text("signed_off_at"),
    signedOffBy: integer("signed_off_by").references(() => user.id),
    /** New Zealand: nobody is paid after this payday, and its filing says so */
    finalReturn: flag("final_return").default(false),
    /** who changed its rows or ticked its marks; where two pairs of eyes are wanted, they do not sign */
    preparers: json<number[]>("preparers").notNull().default([]),
  },
  (t) => [
    uniqueIndex("pay_run_number").on(t.businessId, t.number),
    index("pay_run_state").on(t.state),
    index("pay_run_cycle").on(t.cycleId, t.payday),
    index("pay_run_payday").on(t.businessId, t.payday),
  ],
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
    /** composed: only `row/keepComposed.ts` writes them, and sign-off freezes them */
    lines: json<SheetLine[]>("lines").notNull(),
    /** figures typed, brought or copied over what lies beneath; null in a row that an earlier version wrote */
    typed: json<Typed[]>("typed"),
    /** what lay beneath when the row was composed last */
    laid: json<Laid>("laid"),
    /** facts of the person changed since the row was composed: set by triggers */
    stale: flag("stale").default(false),
    /** what opening the row left to be asked: what happened once in the pay that it was copied from */
    note: text("note"),
    /** figures typed in place of the worked ones, and why */
    overrides: json<Overrides>("overrides"),
    /** in a correction run: the pay that this one corrects, and what its tax starts from */
    corrects: json<{ payId: number; payday: string; taxable: string; extras?: Extras | null }>("corrects"),
    /** what the record of time still asks of the row */
    openTime: json<OpenTime>("open_time"),
    /** raised with every change of the row: two people cannot overwrite each other in one row */
    version: integer("version").notNull().default(1),
    /** signed off as the last of the person's payroll year: its report says that the year is final */
    yearFinal: flag("year_final").default(false),
    /** the row as it was last worked out: what the run's counts and totals hold of it */
    kept: json<KeptRow>("kept"),
  },
  (t) => [
    uniqueIndex("pay_person").on(t.runId, t.personId),
    index("pay_of_person").on(t.personId),
    index("pay_stale").on(t.runId).where(sql`${t.stale}`),
    index("pay_left_out").on(t.runId).where(sql`not ${t.included}`),
  ],
);

/**
 * What somebody did that puts lines into a row: a correction, back pay. The lines are the act's own; undoing it is a mark
 * on it, and what they stood beside or over is there again, because nothing was overwritten.
 */
export const act = sqliteTable(
  "act",
  {
    id: id(),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    kind: text("kind", { enum: ["correction", "backPay", "levelBackPay", "lookOver"] }).notNull(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** the run whose row holds its lines; the fresh one after that was taken back */
    runId: integer("run_id").references(() => payRun.id),
    lines: json<SheetLine[]>("lines").notNull(),
    /** the pay that a correction is of */
    correctsPayId: integer("corrects_pay_id").references(() => pay.id),
    /** days of that pay as a correction says them; on record with the sign-off of its run */
    days: json<(DayTold & { dayId?: number })[]>("days"),
    /** the terms of employment that back pay came of, or those of the agreement */
    termsId: integer("terms_id"),
    /** what back pay owes for each signed pay, and how much of it super counts; leave by kind, in ten-thousandths of its unit */
    owed: json<{ signedPayId: number; cents: number; counted?: number; leave?: Record<string, number> }[]>("owed")
      .notNull()
      .default([]),
    userId: integer("user_id").references(() => user.id),
    at: text("at").notNull(),
    undoneAt: text("undone_at"),
  },
  (t) => [index("act_run").on(t.runId), index("act_person").on(t.personId)],
);

/** What a person owes back by pays to come, one a debt. It counts once the run of its act is signed off. */
export const debt = sqliteTable(
  "debt",
  {
    id: id(),
    actId: integer("act_id")
      .notNull()
      .references(() => act.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    elementId: integer("element_id")
      .notNull()
      .references(() => payElement.id),
    totalCents: integer("total_cents").notNull(),
    perPayCents: integer("per_pay_cents").notNull(),
    /** the first payday that takes of it */
    since: text("since").notNull(),
  },
  (t) => [index("debt_person").on(t.personId), index("debt_act").on(t.actId)],
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

/** A tick on a standing fact of a person: it lasts until the fact, and with it the key, changes. */
export const standingTick = sqliteTable(
  "standing_tick",
  {
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    key: text("key").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.key] })],
);

/** A yes that was asked for before sign-off; ended by the next asking, or taken back. */
export const approval = sqliteTable(
  "approval",
  {
    id: id(),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    approverId: integer("approver_id")
      .notNull()
      .references(() => user.id),
    askedById: integer("asked_by_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
    endedAt: text("ended_at"),
  },
  (t) => [index("approval_run").on(t.runId)],
);

/** What was said of it: a yes with the figures that were seen, a question, an answer. Nothing is taken back. */
export const approvalWord = sqliteTable(
  "approval_word",
  {
    id: id(),
    approvalId: integer("approval_id")
      .notNull()
      .references(() => approval.id),
    kind: text("kind", { enum: ["yes", "question", "answer"] }).notNull(),
    /** of which pay; it may be gone from the run by now */
    payId: integer("pay_id"),
    text: text("text").notNull(),
    /** the figures that a yes was said to */
    seen: text("seen"),
    answersId: integer("answers_id"),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("approval_word_approval").on(t.approvalId)],
);

/** The register of an earlier system's pays of a run's period, as it was pasted; the newest of a run counts. */
export const earlierRegister = sqliteTable(
  "earlier_register",
  {
    id: id(),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    text: text("text").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("earlier_register_run").on(t.runId)],
);

/** A person whose differences somebody looked at, with the reason why they stand; the newest word counts. */
export const earlierTick = sqliteTable(
  "earlier_tick",
  {
    id: id(),
    runId: integer("run_id")
      .notNull()
      .references(() => payRun.id),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** null: the tick was taken away */
    reason: text("reason"),
    /** the differences that it was said to */
    seen: text("seen").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    at: text("at").notNull(),
  },
  (t) => [index("earlier_tick_run").on(t.runId)],
);
