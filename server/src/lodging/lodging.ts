/** Who lodges for a business on a payday, and whether the payday is lodged at all. */
import type { Agent, StandingView } from "@zesty/contract/lodging";
import { dateWords } from "@zesty/core/calendar/dates";
import { authorityFault, type Lodged } from "@zesty/core/documents/authority";
import { and, asc, desc, eq, lte } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { business } from "../store/schema.ts";
import { lodgingSender, lodgingStanding } from "../store/schema.ts";

type Owner = Pick<typeof business.$inferSelect, "id" | "name" | "country">;

/** The agent that lodges a payday; null where the employer does. */
export function agentOn({ store: { db } }: Context, businessId: number, payday: string): Agent | null {
  const row = db
    .select({ agent: lodgingSender.agent })
    .from(lodgingSender)
    .where(and(eq(lodgingSender.businessId, businessId), lte(lodgingSender.from, payday)))
    .orderBy(desc(lodgingSender.from), desc(lodgingSender.id))
    .limit(1)
    .get();
  return row?.agent ?? null;
}

/** Deferrals and exemptions, each to the day that it truly lasts to. */
export const standingsOf = ({ store: { db } }: Context, businessId: number): StandingView[] =>
  db
    .select()
    .from(lodgingStanding)
    .where(eq(lodgingStanding.businessId, businessId))
    .orderBy(asc(lodgingStanding.from), asc(lodgingStanding.id))
    .all()
    .map(({ id, kind, from, to, reason, reference, endedOn }) => ({
      ...{ id, kind, from, reason, reference },
      to: endedOn ?? to,
    }));

/** The standing under which a payday is not lodged; null where it is, as usual. */
export const standingOn = (context: Context, businessId: number, payday: string): StandingView | null =>
  standingsOf(context, businessId).find((each) => each.from <= payday && (each.to === null || payday <= each.to)) ??
  null;

/** Why nothing can be lodged on a day: the agent has no authority for it. */
export function heldBecause(context: Context, owner: Owner, day: string, what: Lodged): string | null {
  const agent = agentOn(context, owner.id, day);
  const fault = agent && authorityFault(agent, day, what);
  if (!agent || !fault) return null;
  const why = {
    notYet: `its authority is signed on ${dateWords(agent.signedOn)}`,
    over: `its authority ended on ${dateWords(agent.to ?? day)}`,
    notCovered: `its authority does not cover ${what === "payday" ? "paydays" : "the payroll year"}`,
  }[fault];
  return `${agent.name} may not lodge for ${owner.name}: ${why}. Record a new authority in Set-up, or let the employer lodge.`;
}
