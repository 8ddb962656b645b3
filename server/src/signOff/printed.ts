import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { pay, person } from "../store/schema.ts";

/** Pays of a run, in the order of names. */
const paysBy = ({ store: { db } }: Context, runId: number, only?: "print"): number[] =>
  db
    .select({ id: pay.id })
    .from(pay)
    .innerJoin(person, eq(pay.personId, person.id))
    .where(and(eq(pay.runId, runId), eq(pay.included, true), only ? eq(person.payslipBy, only) : undefined))
    .orderBy(person.familyName, person.givenName)
    .all()
    .map((row) => row.id);

export const includedPays = (context: Context, runId: number): number[] => paysBy(context, runId);
/** Those whose payslips are printed. */
export const printedPays = (context: Context, runId: number): number[] => paysBy(context, runId, "print");
