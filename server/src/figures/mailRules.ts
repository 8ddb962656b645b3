/** The owner's page by itself: mailed once for each payday that is settled, to whom somebody who may authorise said. */
import type { MailRule } from "@zesty/contract/ownerPage";
import { and, asc, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { mailRule, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { mailOwner } from "./ownerPage.ts";

/** A business tells so many. */
const mostRules = 10;

export const listMailRules = ({ store: { db } }: Context, businessId: number): MailRule[] =>
  db
    .select({ id: mailRule.id, to: mailRule.recipient, since: mailRule.since, by: user.name })
    .from(mailRule)
    .innerJoin(user, eq(mailRule.userId, user.id))
    .where(and(eq(mailRule.businessId, businessId), isNull(mailRule.endedAt)))
    .orderBy(asc(mailRule.recipient))
    .all();

/** From the payday after this one on: this one's page is on its way already. Said again it stands once. */
export function addMailRule(context: Context, actor: Actor, runId: number, to: string): void {
  const { businessId, payday } = findRun(context, runId);
  const known = listMailRules(context, businessId);
  if (known.some((each) => each.to.toLowerCase() === to.toLowerCase())) return;
  if (known.length >= mostRules)
    throw cannot("many-rules", `At most ${mostRules} addresses get the owner's page by themselves. End one first.`);
  const { store, clock } = context;
  store.transaction(() => {
    store.db.insert(mailRule).values({ businessId, userId: actor.userId, recipient: to, since: payday }).run();
    record(store, {
      ...{ at: clock.now(), userId: actor.userId, businessId, what: "had the owner's page mailed after each payday" },
      about: to,
    });
  });
}

export function endMailRule(context: Context, actor: Actor, businessId: number, id: number): void {
  const { store, clock } = context;
  const rule = listMailRules(context, businessId).find((each) => each.id === id);
  if (!rule) throw notFound("rule");
  store.transaction(() => {
    store.db.update(mailRule).set({ endedAt: clock.now() }).where(eq(mailRule.id, id)).run();
    record(store, {
      ...{ at: clock.now(), userId: actor.userId, businessId, what: "ended the mailing of the owner's page" },
      about: rule.to,
    });
  });
}

const aboutOf = (ruleId: number, runId: number): string => `owner's page of run ${runId} by rule ${ruleId}`;

/** @returns how many were mailed: each run of a cycle once to each, and none in the name of who may not authorise any more */
export function mailByRule(context: Context): number {
  const { store } = context;
  const waiting = store
    .prepared<[], { ruleId: number; runId: number; businessId: number; to: string; userId: number }>(
      `SELECT m.id AS ruleId, r.id AS runId, m.business_id AS businessId, m.recipient AS "to", m.user_id AS userId
       FROM mail_rule m JOIN pay_run r ON r.business_id = m.business_id
       WHERE m.ended_at IS NULL AND r.state = 'settled' AND r.kind = 'cycle' AND r.payday > m.since
         AND NOT EXISTS (SELECT 1 FROM letter l
           WHERE l.about = 'owner''s page of run ' || r.id || ' by rule ' || m.id)
       ORDER BY r.payday, r.id, m.id LIMIT 50`,
    )
    .all();
  let mailed = 0;
  for (const { ruleId, runId, businessId, to, userId } of waiting) {
    const actor = store.db.select().from(user).where(eq(user.id, userId)).get();
    if (!actor?.active) continue;
    const by: Actor = { userId, name: actor.name, email: actor.email, lead: actor.lead };
    if (rightIn(context, by, businessId) !== "authorise") continue;
    mailOwner(context, by, runId, to, aboutOf(ruleId, runId));
    mailed += 1;
  }
  return mailed;
}
