/** How employments end, and begin again. */
import type { SheetLine } from "@zesty/core/pay/row";
import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";
import { flag, id, json } from "./columns.ts";
import { person } from "./people.ts";
import { pay, payRun } from "./runs.ts";

/** The end of an employment; undone by a mark on the row, never deleted. */
export const departure = sqliteTable(
  "departure",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    lastDay: text("last_day").notNull(),
    reason: text("reason").notNull(),
    noticeWorked: flag("notice_worked"),
    misconduct: flag("misconduct"),
    /** certified that the person can never work in such a job again: only then ill health is taxed at a flat rate */
    invalidity: flag("invalidity").default(false),
    /** fewer than fifteen people, as the bookkeeper counts them; counted here when null */
    smallEmployer: integer("small_employer", { mode: "boolean" }),
    /** the run that holds the final pay */
    runId: integer("run_id").references(() => payRun.id),
    payId: integer("pay_id").references(() => pay.id),
    /** of an earlier version: the lines that were added to that pay */
    lines: json<SheetLine[]>("lines").notNull(),
    /** the row of the cycle's run that is left out for a run of its own */
    leftOutPayId: integer("left_out_pay_id").references(() => pay.id),
    recordedAt: text("recorded_at").notNull(),
    undoneAt: text("undone_at"),
  },
  (t) => [index("departure_person").on(t.personId)],
);

/** Somebody who had left is employed again: another employment of the same person, under the same payroll ID. */
export const employedAgain = sqliteTable(
  "employed_again",
  {
    id: id(),
    personId: integer("person_id")
      .notNull()
      .references(() => person.id),
    /** first day of the employment that begins, and both days of the one before */
    from: text("from").notNull(),
    startedOn: text("started_on").notNull(),
    leftOn: text("left_on").notNull(),
    /** how the one before ended; null where it was brought along as ended */
    departureId: integer("departure_id").references(() => departure.id),
    /** balances that ended with it, in ten-thousandths of their unit */
    ended: json<Record<string, number>>("ended").notNull(),
    at: text("at").notNull(),
    undoneAt: text("undone_at"),
  },
  (t) => [index("employed_again_person").on(t.personId)],
);
