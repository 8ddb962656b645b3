/**
 * W3 and W4 of the activity statement: no pay event tells them, so they are written in by hand, with what they are.
 * Set by: activity statement labels W3 (other amounts withheld) and W4 (withheld where no ABN was quoted). From memory.
 */
import type { StatementByHand, StatementGiven, StatementPeriod } from "@zesty/contract/au/statements";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { and, eq, gte } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { statementByHand, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** What holds by period: the newest of each. */
export function statementsByHand({ store }: Context, businessId: number, from: string): Map<string, StatementByHand> {
  const rows = store.db
    .select({
      periodStart: statementByHand.periodStart,
      w3: statementByHand.w3Cents,
      w4: statementByHand.w4Cents,
      note: statementByHand.note,
      by: user.name,
      at: statementByHand.at,
    })
    .from(statementByHand)
    .innerJoin(user, eq(statementByHand.userId, user.id))
    .where(and(eq(statementByHand.businessId, businessId), gte(statementByHand.periodStart, from)))
    .orderBy(statementByHand.id)
    .all();
  return new Map(rows.map(({ periodStart, ...given }) => [periodStart, given]));
}

/** @param periods those of the business: nothing is written into another span */
export function writeByHand(
  context: Context,
  actor: Actor,
  businessId: number,
  periods: readonly Pick<StatementPeriod, "from" | "name">[],
  given: StatementGiven,
): void {
  const period = periods.find((each) => each.from === given.from);
  if (!period) throw cannot("no-period", "No statement of this business begins on that day. Load the page again.");
  const [w3, w4] = [centsOf(given.w3), centsOf(given.w4)];
  if (w3 + w4 > 0 && given.note.length < 3) {
    const text = "Say what it was withheld from: whoever lodges the statement reads it.";
    throw cannot("no-note", text, { errors: [{ path: "note", text }] });
  }
  const at = context.clock.now();
  context.store.transaction(() => {
    context.store.db
      .insert(statementByHand)
      .values({
        businessId,
        periodStart: given.from,
        w3Cents: w3,
        w4Cents: w4,
        note: given.note,
        userId: actor.userId,
        at,
      })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId, what: "wrote into an activity statement by hand" },
      about: `${period.name}: W3 ${centsText(w3)}, W4 ${centsText(w4)}${given.note ? `, ${given.note}` : ""}`,
    });
  });
}
