/** Changes of who lodges, and of a standing: each a new row, from a payday that is not signed off yet. */
import type { LodgingView, NewLodgingChannel, NewSender, NewStanding } from "@zesty/contract/lodging";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, desc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { lastSigned } from "../ground/lastSigned.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { lodgingChannel, lodgingSender, lodgingStanding, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { standingsOf } from "./lodging.ts";

export function readLodging(context: Context, actor: Actor, businessId: number): LodgingView {
  return {
    senders: context.store.db
      .select({
        id: lodgingSender.id,
        from: lodgingSender.from,
        agent: lodgingSender.agent,
        by: user.name,
        at: lodgingSender.at,
      })
      .from(lodgingSender)
      .innerJoin(user, eq(lodgingSender.userId, user.id))
      .where(eq(lodgingSender.businessId, businessId))
      .orderBy(desc(lodgingSender.from), desc(lodgingSender.id))
      .all(),
    standings: standingsOf(context, businessId).reverse(),
    channel: channelOf(context, businessId),
    mayChange: rightIn(context, actor, businessId) === "authorise",
  };
}

export const channelOf = ({ store: { db } }: Context, businessId: number): NewLodgingChannel | null =>
  db
    .select({
      holder: lodgingChannel.holder,
      expires: lodgingChannel.expires,
      softwareToldOn: lodgingChannel.softwareToldOn,
    })
    .from(lodgingChannel)
    .where(eq(lodgingChannel.businessId, businessId))
    .orderBy(desc(lodgingChannel.id))
    .limit(1)
    .get() ?? null;

export function saveChannel(context: Context, actor: Actor, businessId: number, wanted: NewLodgingChannel): void {
  context.store.transaction(() => {
    const at = context.clock.now();
    context.store.db
      .insert(lodgingChannel)
      .values({ businessId, ...wanted, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: "recorded the credential that lodges",
      about: `held by ${wanted.holder}, to ${wanted.expires}`,
    });
  });
}

function demandAhead(context: Context, businessId: number, from: string): void {
  const last = lastSigned(context, businessId);
  if (from > last) return;
  const text = `The payday of ${dateWords(last)} is signed off already. Choose a later first payday.`;
  throw cannot("signed-already", text, { errors: [{ path: "from", text }] });
}

export function saveSender(context: Context, actor: Actor, businessId: number, wanted: NewSender): void {
  context.store.transaction(() => {
    demandAhead(context, businessId, wanted.from);
    const at = context.clock.now();
    context.store.db
      .insert(lodgingSender)
      .values({ businessId, ...wanted, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: "set who lodges",
      about: `${wanted.agent?.name ?? "the employer"} from ${wanted.from}`,
    });
  });
}

/** The employer named the agent to the agency: the one fact of an agent that comes after its paydays. */
export function toldAgency(context: Context, actor: Actor, businessId: number, id: number, on: string): void {
  context.store.transaction(() => {
    const { db } = context.store;
    const found = db
      .select()
      .from(lodgingSender)
      .where(and(eq(lodgingSender.id, id), eq(lodgingSender.businessId, businessId)))
      .get();
    if (!found?.agent) throw notFound("agent");
    const { from, agent } = found;
    const at = context.clock.now();
    db.insert(lodgingSender)
      .values({ businessId, from, agent: { ...agent, nominatedOn: on }, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: "recorded that the agency was told of an agent",
      about: `${agent.name}, on ${on}`,
    });
  });
}

export function addStanding(context: Context, actor: Actor, businessId: number, wanted: NewStanding): void {
  context.store.transaction(() => {
    demandAhead(context, businessId, wanted.from);
    const refuse = (path: string, text: string) => cannot("standing", text, { errors: [{ path, text }] });
    if (wanted.kind === "deferred" && wanted.to === null)
      throw refuse("to", "Last payday is missing. The agency defers to a day: write the last payday before it.");
    if (wanted.kind === "deferred" && wanted.reference === "")
      throw refuse("reference", "The agency's reference is missing. It stands in its letter.");
    if (wanted.to !== null && wanted.to < wanted.from)
      throw refuse("to", "Last payday lies before the first. Write the later day there.");
    const other = standingsOf(context, businessId).find(
      (each) => (each.to === null || each.to >= wanted.from) && (wanted.to === null || each.from <= wanted.to),
    );
    if (other)
      throw refuse(
        "from",
        `From ${dateWords(other.from)} ${other.to === null ? "on" : `to ${dateWords(other.to)}`} the business is ${other.kind} already. End that first.`,
      );
    const at = context.clock.now();
    context.store.db
      .insert(lodgingStanding)
      .values({ businessId, ...wanted, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: wanted.kind === "deferred" ? "recorded a deferral of lodging" : "recorded an exemption from lodging",
      about: `from ${wanted.from}${wanted.to ? ` to ${wanted.to}` : ""}: ${wanted.reason}`,
    });
  });
}

/** Ends a standing with a payday: the paydays after it are lodged again. */
export function endStanding(context: Context, actor: Actor, businessId: number, id: number, on: string): void {
  context.store.transaction(() => {
    const found = standingsOf(context, businessId).find((each) => each.id === id);
    if (!found) throw notFound("standing");
    const refuse = (text: string) => cannot("standing", text, { errors: [{ path: "on", text }] });
    const under = lastSigned(context, businessId, found.to ?? undefined);
    if (on < found.from || (found.to !== null && on > found.to))
      throw refuse(`Last payday lies outside the time of this standing, which begins on ${dateWords(found.from)}.`);
    if (under >= found.from && on < under)
      throw refuse(`The payday of ${dateWords(under)} was signed off under it. End it with that day or later.`);
    const at = context.clock.now();
    context.store.db.update(lodgingStanding).set({ endedOn: on }).where(eq(lodgingStanding.id, id)).run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: found.kind === "deferred" ? "ended a deferral of lodging" : "ended an exemption from lodging",
      about: `with ${on}`,
    });
  });
}
