/** What of the outbox is due, by lane: in order where order counts, by its waits, hastened where those are void. */
import { and, asc, eq, gt, inArray, lte, notInArray, sql } from "drizzle-orm";
import type { Store } from "../store/open.ts";
import { letter, outbox } from "../store/schema.ts";
import type { OutboxRow } from "./channels.ts";
import { movedIn } from "./movedIn.ts";

export const live = ["queued", "unknown", "acknowledged"] as const;
/**
 * Pay events of a business go one at a time: the next waits while nobody knows whether the one before it arrived. So do
 * filings of one payday: the second amends the first, and overtaking it would be refused. Other paydays wait for nothing.
 * Set by: Single Touch Payroll, order of events; payday filing, amendment numbers; from memory.
 */
const notBehindAnother = sql`NOT (${outbox.channel} IN ('payEvent', 'employmentInformation')
  AND ${outbox.state} = 'queued' AND EXISTS (
  SELECT 1 FROM outbox earlier WHERE earlier.business_id = ${outbox.businessId} AND earlier.channel = ${outbox.channel}
    AND (earlier.channel = 'payEvent' OR (SELECT payday FROM pay_run WHERE id = earlier.run_id)
      = (SELECT payday FROM pay_run WHERE id = ${outbox.runId}))
    AND earlier.id < ${outbox.id} AND earlier.state IN ('queued', 'sending', 'unknown')))`;
const batch = 8;
export const soonMs = 15_000;

export type Channel = OutboxRow["channel"];
/** A lane a receiver: one that is slow holds up nobody but its own. */
export const lanes: readonly (readonly Channel[])[] = [
  ["payEvent"],
  ["employmentInformation", "employeeDetails"],
  ["paymentFile", "duesPayment"],
  ["contributions"],
  ["payslip", "yearSummary"],
  // Letters of no run, which have a table of their own.
  [],
];

export const dueIn = (store: Store, lane: readonly Channel[]): OutboxRow[] =>
  store.db
    .select()
    .from(outbox)
    .where(
      and(
        inArray(outbox.state, [...live]),
        lte(outbox.nextAt, Date.now()),
        inArray(outbox.channel, [...lane]),
        notInArray(outbox.businessId, movedIn(store)),
        notBehindAnother,
      ),
    )
    .orderBy(asc(outbox.nextAt), asc(outbox.id))
    .limit(batch)
    .all();

/** Nothing waits longer than until then. */
export function hasten({ db }: Store, soon: number): void {
  db.update(outbox)
    .set({ nextAt: soon })
    .where(and(inArray(outbox.state, [...live]), gt(outbox.nextAt, soon)))
    .run();
  db.update(letter)
    .set({ nextAt: soon })
    .where(and(eq(letter.state, "queued"), gt(letter.nextAt, soon)))
    .run();
}

/**
 * Waits are reckoned by the clock on the wall. Where that was set back they would last as much longer: what waits is
 * then tried soon.
 */
export function clockWatch(store: Store): () => void {
  let seen = { wall: Date.now(), steady: performance.now() };
  return () => {
    const now = { wall: Date.now(), steady: performance.now() };
    const drift = now.wall - seen.wall - (now.steady - seen.steady);
    seen = now;
    if (drift < -1000) hasten(store, now.wall + soonMs);
  };
}

/**
 * What was put off before a stop or a crash is tried soon after the start, whatever it waited for; tries that a crash
 * cut short do not lengthen the waits that come after it.
 */
export function askSoon(store: Store): void {
  store.db
    .update(outbox)
    .set({ tries: 0 })
    .where(inArray(outbox.state, [...live]))
    .run();
  hasten(store, Date.now() + soonMs);
}
