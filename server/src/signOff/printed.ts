import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { pay, person } from "../store/schema.ts";

/** Pays of a run whose payslips are printed, in the order of names. */
export const printedPays = ({ store: { db } }: Context, runId: number): number[] =>
  db
    .select({ id: pay.id })
    .from(pay)
    .innerJoin(person, eq(pay.personId, person.id))
    .where(and(eq(pay.runId, runId), eq(pay.included, true), eq(person.payslipBy, "print")))
    .orderBy(person.familyName, person.givenName)
    .all()
    .map((row) => row.id);
