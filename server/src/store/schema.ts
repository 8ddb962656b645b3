/**
 * The tables. Money in cents, hours and rates in ten-thousandths (E4), dates as ISO text. Facts are appended: a
 * correction is a new row that points to the old one.
 */

export * from "./schema/bank.ts";
export * from "./schema/business.ts";
export * from "./schema/departures.ts";
export * from "./schema/dues.ts";
export * from "./schema/facts.ts";
export * from "./schema/figures.ts";
export * from "./schema/leave.ts";
export * from "./schema/lodging.ts";
export * from "./schema/outbox.ts";
export * from "./schema/people.ts";
export * from "./schema/peopleNz.ts";
export * from "./schema/practice.ts";
export * from "./schema/runs.ts";
export * from "./schema/staff.ts";
export * from "./schema/time.ts";
export * from "./schema/year.ts";
