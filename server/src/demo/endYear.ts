/** A payroll year of a story closed, and one opened again for a late amendment. */
import { setTimeout as wait } from "node:timers/promises";
import { addMonths } from "@zesty/core/calendar/dates";
import { and, eq } from "drizzle-orm";
import type { Application } from "../app/application.ts";
import type { Actor } from "../ground/context.ts";
import { acceptEsct, esctRates } from "../nz/esctRates.ts";
import { sendAgain } from "../outbox/sendRun.ts";
import { payRun } from "../store/schema.ts";
import { closeYear, tickLine } from "../year/close.ts";
import { readYearAndEnding } from "../year/ending.ts";
import type { Made } from "./makeBusiness.ts";
import type { YearEvent } from "./story.ts";

export async function endYear(
  { context, outbox }: Application,
  actor: Actor,
  { businessId }: Made,
  { from, amend }: YearEvent,
): Promise<void> {
  const close = (closed: boolean, reason: string | null = null) =>
    closeYear(context, actor, businessId, { from, closed, reason });
  if (amend) {
    close(false, amend.reason);
    const run = context.store.db
      .select({ id: payRun.id })
      .from(payRun)
      .where(and(eq(payRun.businessId, businessId), eq(payRun.payday, amend.payday)))
      .get();
    sendAgain(context, actor, run?.id ?? 0, "employmentInformation");
    await outbox.drain();
    // A backup is named by its second.
    await wait(1000);
  }
  const newYear = addMonths(from, 12);
  const { rows } = esctRates(context, businessId, newYear);
  const people = rows.filter((row) => row.fixed === null).map((row) => row.personId);
  if (people.length > 0) acceptEsct(context, actor, businessId, { from: newYear, people });
  for (const { item, done } of readYearAndEnding(context, actor, businessId, from).ending.checks)
    if (!done) tickLine(context, actor, businessId, { from, item, ticked: true });
  close(true);
}
