/** What may have gone out since a backup: everything that receivers hold and the restored store does not know, and paydays. */
import { addDays } from "@zesty/core/calendar/dates";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { filesSince } from "../outside/bank.ts";
import { batchesSince } from "../outside/clearingHouse.ts";
import { filingsSince } from "../outside/inlandRevenue.ts";
import { eventsSince } from "../outside/taxAgency.ts";
import { neverOpened } from "../runs/openRun.ts";
import { business, outbox, payee, payRun } from "../store/schema.ts";
import type { OutboxRow } from "./channels.ts";
import type { ListedThing } from "./held.ts";
import { withSlips } from "./restoredSlips.ts";

/** A line that no receiver named. */
const nothing = { channel: null, receipt: null, knownAs: null, cents: null };

type Owner = typeof business.$inferSelect;
type Named = { receipt: string; knownAs: string; date: string; cents?: number };

/** Paydays are looked at from some days before the backup: a message of then may have gone out after it. */
const daysBefore = 7;
const daysAhead = 14;

/**
 * Asks every receiver what it holds since the backup.
 * @param found our own messages that their receiver was found to hold, by id
 * @returns null while one of them cannot be asked
 */
export async function listToConfirm(
  context: Context,
  madeAt: string,
  found: readonly number[],
): Promise<ListedThing[] | null> {
  const { db } = context.store;
  const list: ListedThing[] = [];
  for (const owner of db.select().from(business).where(isNull(business.play)).all()) {
    // The day of the business, where that is earlier: a demo's may lie months before the instant of the backup.
    const today = context.clock.today(owner.timeZone);
    const day = madeAt.slice(0, 10) < today ? madeAt.slice(0, 10) : today;
    const since = addDays(day, -daysBefore);
    const named = await namedOf(context, owner, since);
    if (named === null) return null;
    const known = new Set(
      db
        .select({ receipt: outbox.receipt })
        .from(outbox)
        .where(eq(outbox.businessId, owner.id))
        .all()
        .map((each) => each.receipt),
    );
    for (const [channel, things] of named)
      for (const { receipt, knownAs, date, cents } of things)
        if (!known.has(receipt))
          list.push({
            ...{ key: `${channel} ${owner.id} ${receipt}`, businessId: owner.id, channel, receipt, date },
            ...{ knownAs, cents: cents ?? null },
          });
    list.push(...paydaysOf(context, owner, since));
  }
  list.push({ key: "users", businessId: null, ...nothing, date: null });
  return withSlips(context, list, found);
}

async function namedOf(
  { store, settings: { services } }: Context,
  owner: Owner,
  since: string,
): Promise<[OutboxRow["channel"], Named[]][] | null> {
  const files = await filesSince(services.bank, owner.bmsId, since);
  const lodged =
    owner.ird === null
      ? await eventsSince(services.tax, { bmsId: owner.bmsId, payer: owner.abn }, since)
      : await filingsSince(services.revenue, owner.ird, since);
  // Only who pays by way of a clearing house asks it.
  const batches = paysByClearingHouse(store, owner.id) ? await batchesSince(services.super, owner.bmsId, since) : [];
  if (files === null || lodged === null || batches === null) return null;
  return [
    ["paymentFile", files],
    ["contributions", batches],
    [owner.ird === null ? "payEvent" : "employmentInformation", lodged],
  ];
}

const paysByClearingHouse = ({ db }: Context["store"], businessId: number): boolean =>
  db
    .select({ id: payee.id })
    .from(payee)
    .where(and(eq(payee.businessId, businessId), eq(payee.receiver, "clearingHouse")))
    .get() !== undefined;

/** Paydays that were open, or not opened yet, when the backup was made: they may have been paid since. */
function paydaysOf(context: Context, owner: Owner, since: string): ListedThing[] {
  const none = { businessId: owner.id, ...nothing };
  const open = context.store.db
    .select({ id: payRun.id, payday: payRun.payday })
    .from(payRun)
    .where(and(eq(payRun.businessId, owner.id), eq(payRun.state, "open")))
    .all();
  const until = addDays(context.clock.today(owner.timeZone), daysAhead);
  const days = new Set(open.map((each) => each.payday));
  return [
    ...open.map(({ id, payday }) => ({ ...none, key: `run ${id}`, date: payday })),
    ...neverOpened(context, owner.id, since, until)
      .filter((day) => !days.has(day))
      .map((day) => ({ ...none, key: `payday ${owner.id} ${day}`, date: day })),
  ];
}
