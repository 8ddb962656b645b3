/**
 * After a restore the outbox is held: what went out since the backup is not in this store. Everything that might have
 * gone out is asked of its receiver first; what is found there counts as sent, the rest stays as it was. What the backup
 * knows nothing of stands in a list that a person goes through (restored.ts).
 */
import type { Confirm } from "@zesty/contract/restored";
import { and, asc, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { RawAnswer } from "../outside/outcome.ts";
import { places } from "../store/crypt.ts";
import type { KeptOut } from "../store/keepOut.ts";
import type { Store } from "../store/open.ts";
import { outbox, outboxAnswer, setting } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { Courier, OutboxRow } from "./channels.ts";

const name = "outboxHeld";

export interface Held {
  /** when the restored backup was made */
  backupOf: string;
  /** ids of messages that were asked after, and which of them the receiver had */
  asked: number[];
  found: number[];
  /** the store was restored from a backup: a person goes through the list first */
  restored?: true;
  users?: KeptOut;
  /** what may have gone out since the backup; missing while receivers have not told */
  list?: ListedThing[];
  decided?: Record<string, Pick<Confirm, "as" | "reason">>;
}

/** A payday, or a message that a receiver holds, that this store knows nothing of. */
export interface ListedThing {
  key: string;
  businessId: number | null;
  channel: OutboxRow["channel"] | null;
  receipt: string | null;
  /** by what its receiver tells it from others: a fingerprint, a submission ID */
  knownAs: string | null;
  date: string | null;
  cents: number | null;
}

export function heldState(store: Store): Held | null {
  const row = store.db.select().from(setting).where(eq(setting.name, name)).get();
  return row ? (JSON.parse(row.value) as Held) : null;
}
export const isHeld = (store: Store): boolean => heldState(store) !== null;

export function keepHeld(store: Store, held: Held): void {
  store.db
    .insert(setting)
    .values({ name, value: JSON.stringify(held) })
    .onConflictDoUpdate({ target: setting.name, set: { value: JSON.stringify(held) } })
    .run();
}

/** @returns how many messages were asked after; 0 when nothing is left to ask or a receiver does not answer */
export async function askAfterRestore(
  context: Context,
  courierOf: Record<OutboxRow["channel"], Courier>,
  list: (madeAt: string, found: readonly number[]) => Promise<ListedThing[] | null>,
): Promise<number> {
  const { store } = context;
  const held = heldState(store);
  if (!held || held.list) return 0;
  const open = store.db
    .select()
    .from(outbox)
    .where(
      and(
        inArray(outbox.state, ["prepared", "queued", "sending", "unknown"]),
        inArray(outbox.channel, ["payEvent", "employmentInformation", "paymentFile"]),
      ),
    )
    .orderBy(asc(outbox.id))
    .all()
    .filter((row) => !held.asked.includes(row.id));
  let asked = 0;
  for (const row of open) {
    const keep = (answer: RawAnswer) => {
      const body = store.crypt.seal(answer.body, places.answer(row.id));
      store.db
        .insert(outboxAnswer)
        .values({ outboxId: row.id, at: context.clock.now(), status: answer.status, body })
        .run();
    };
    const outcome = await courierOf[row.channel].find(row, keep);
    if (outcome.kind !== "acknowledged" && outcome.kind !== "notThere") return 0;
    asked += 1;
    held.asked.push(row.id);
    store.transaction(() => {
      if (outcome.kind === "acknowledged") {
        held.found.push(row.id);
        store.db
          .update(outbox)
          .set({ state: "acknowledged", receipt: outcome.receipt, detail: outcome.detail, tries: 0, nextAt: 0 })
          .where(eq(outbox.id, row.id))
          .run();
      }
      keepHeld(store, held);
    });
    context.announce(row.runId);
  }
  if (held.restored) {
    const found = await list(held.backupOf, held.found);
    // Nobody but a person lets anything out after a restore.
    if (found !== null) keepHeld(store, { ...held, list: found });
    return asked;
  }
  release(context, null, `${held.asked.length} messages asked after, ${held.found.length} had arrived before`);
  return asked;
}

export function release(context: Context, userId: number | null, about: string): void {
  const { store } = context;
  store.transaction(() => {
    store.db.delete(setting).where(eq(setting.name, name)).run();
    record(store, { at: context.clock.now(), userId, businessId: null, what: "released the outbox", about });
  });
}
