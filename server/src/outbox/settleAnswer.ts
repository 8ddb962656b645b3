import { isTaken } from "@zesty/contract/outboxStates";
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import type { LineOutcome, Outcome } from "../outside/outcome.ts";
import { faultyRuns } from "../row/segments.ts";
import {
  answerItem,
  business,
  journal,
  journalLine,
  outbox,
  pay,
  payment,
  payRun,
  person,
  yearEvent,
  yearEventPerson,
} from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { OutboxRow } from "./channels.ts";
import { moreChannel } from "./moreChannels.ts";
import { isVain } from "./replacementNotTaken.ts";
import { peopleByRevenueKey } from "./revenueKeys.ts";

export const channelWords: Record<OutboxRow["channel"], string> = {
  payEvent: "pay event",
  employmentInformation: "employment information",
  employeeDetails: "employee details",
  paymentFile: "payment file",
  payslip: "payslip",
  yearSummary: "year summary",
  contributions: "contributions file",
  duesPayment: "payment file of dues",
};

type Settled = Extract<Outcome, { kind: "final" | "refused" }>;

/** @param outcome null when the row was only acknowledged: then just the run's state is looked at */
export function settleAnswer(context: Context, row: OutboxRow, outcome: Settled | null): void {
  context.store.transaction(() => {
    const closed: number[] = [];
    if (outcome) {
      const state = outcome.kind === "refused" ? "refused" : outcome.state;
      context.store.db
        .update(outbox)
        .set({ state, detail: outcome.detail, odd: false })
        .where(eq(outbox.id, row.id))
        .run();
      if (["payEvent", "employmentInformation", "employeeDetails"].includes(row.channel))
        closed.push(...keepItems(context, row, outcome));
      if (row.channel === "paymentFile" && outcome.kind === "final") keepPayments(context, row, outcome);
      if (row.channel === "payslip" && row.payId !== null) keepDelivery(context, row, row.payId, outcome);
      moreChannel(context, row.channel)?.settled(row, outcome);
      if (row.replacesId !== null && isTaken(state))
        context.store.db.update(outbox).set({ state: "replaced" }).where(eq(outbox.id, row.replacesId)).run();
    }
    if (!outcome) moreChannel(context, row.channel)?.settled(row, null);
    // An answer may close what stood open of other runs: they move, too.
    for (const runId of new Set([...(row.runId === null ? [] : [row.runId]), ...closed])) moveRun(context, runId);
    if (outcome)
      record(context.store, {
        at: context.clock.now(),
        userId: null,
        businessId: row.businessId,
        what: `answer to ${channelWords[row.channel]}: ${outcome.kind === "refused" ? "refused" : outcome.state}`,
        about: `message ${row.messageId}`,
      });
  });
}

/** Every payment of a file as paid: where a person says that the file was, and no line of an answer does. */
export const allPaid = ({ store: { db } }: Context, outboxId: number): LineOutcome[] =>
  db
    .select({ line: payment.line })
    .from(payment)
    .where(eq(payment.outboxId, outboxId))
    .all()
    .map(({ line }) => ({ line, state: "paid", reason: "" }));

/** Who a report is about: who is paid by its run, or whose year it tells. */
function peopleIn({ store: { db } }: Context, row: OutboxRow): { payrollId: string; id: number }[] {
  const who = { payrollId: person.payrollId, id: person.id };
  return row.runId === null
    ? db
        .select(who)
        .from(yearEvent)
        .innerJoin(yearEventPerson, eq(yearEventPerson.yearEventId, yearEvent.id))
        .innerJoin(person, eq(yearEventPerson.personId, person.id))
        .where(eq(yearEvent.outboxId, row.id))
        .all()
    : db
        .select(who)
        .from(pay)
        .innerJoin(person, eq(pay.personId, person.id))
        .where(and(eq(pay.runId, row.runId), eq(pay.included, true)))
        .all();
}

/**
 * Messages that this one says again of a person: events of the same payroll year, which each tell the year to date; filings
 * of the same payday; details before details. What came back from the bank is none of theirs. An event that waited since
 * sign-off tells what is of earlier paydays, whenever that was made.
 */
function supersededBy({ store }: Context, row: OutboxRow): { id: number; runId: number | null }[] {
  const dateOf =
    "COALESCE((SELECT payday FROM pay_run WHERE id = o.run_id), (SELECT date FROM year_event WHERE outbox_id = o.id))";
  const rows = store
    .prepared<[number, string, number, number], { id: number; runId: number | null; date: string }>(
      `SELECT o.id AS id, o.run_id AS runId, ${dateOf} AS date FROM outbox o
       WHERE o.business_id = ? AND o.channel = ?
         AND (o.id = ? OR o.id IN (SELECT outbox_id FROM answer_item WHERE business_id = ? AND open = 1))`,
    )
    .all(row.businessId, row.channel, row.id, row.businessId);
  const date = rows.find((each) => each.id === row.id)?.date;
  const isEvent = row.channel === "payEvent";
  const about = (day: string | undefined) =>
    row.channel === "employmentInformation" ? day : isEvent && day ? payrollYearAu(day).from : null;
  return rows.filter(
    (each) =>
      each.id !== row.id &&
      about(each.date) === about(date) &&
      (each.id < row.id || (isEvent && date !== undefined && each.date < date)),
  );
}

/** What a newer message says of a person replaces what older ones said. @returns runs of which something was closed */
function keepItems(context: Context, row: OutboxRow, outcome: Settled): number[] {
  const { db } = context.store;
  const within = new Map(peopleIn(context, row).map((each) => [each.payrollId, each.id]));
  for (const [key, id] of peopleByRevenueKey(context, [...within.values()])) within.set(key, id);
  const replaced = outcome.kind === "final" && outcome.state !== "rejected" ? supersededBy(context, row) : [];
  const overtaken =
    outcome.kind === "final" && isTaken(outcome.state) ? overtakenIn(context, row, outcome) : new Map<string, string>();
  const said = [...within].flatMap(([payrollId, id]) => (overtaken.has(payrollId) ? [] : [id]));
  for (const { id } of replaced)
    db.update(answerItem)
      .set({ open: false })
      .where(and(eq(answerItem.outboxId, id), inArray(answerItem.personId, said)))
      .run();
  for (const item of outcome.items)
    db.insert(answerItem)
      .values({
        outboxId: row.id,
        businessId: row.businessId,
        personId: item.payrollId === null ? null : (within.get(item.payrollId) ?? null),
        severity: item.severity,
        code: item.code,
        text: item.text,
        open: true,
      })
      .onConflictDoNothing()
      .run();
  // What the agency took and does not go by stands open by name until a later message says it.
  for (const [payrollId, day] of overtaken)
    db.insert(answerItem)
      .values({
        ...{ outboxId: row.id, businessId: row.businessId, personId: within.get(payrollId) ?? null },
        ...{ severity: "error", code: "LATER", open: true },
        text: `The agency goes by the event of ${dateWords(day)}, a later payday that it took before. This pay counts there with the next event, or with an update on the Year page.`,
      })
      .onConflictDoNothing()
      .run();
  return replaced.flatMap((each) => each.runId ?? []);
}

/** Of whom the agency goes by a later message, by payroll ID with its day; who was refused in this one is told so. */
function overtakenIn(context: Context, row: OutboxRow, { items }: Settled): Map<string, string> {
  const { country } = findBusiness(context, row.businessId);
  const refused = new Set(items.flatMap((item) => (item.severity === "error" ? [item.payrollId] : [])));
  const found = context.country(country).lodging.overtaken(context, row);
  return new Map([...found].filter(([payrollId]) => !refused.has(payrollId)));
}

function keepPayments(context: Context, row: OutboxRow, outcome: Extract<Outcome, { kind: "final" }>): void {
  const { db } = context.store;
  let paidCents = 0;
  for (const line of outcome.lines ?? []) {
    const at = and(eq(payment.outboxId, row.id), eq(payment.line, line.line));
    const known = db.select().from(payment).where(at).get();
    // The balancing debit is the last line of the file and nobody's pay.
    if (!known) continue;
    db.update(payment).set({ state: line.state }).where(at).run();
    if (line.state === "paid") {
      paidCents += known.cents;
      closeReturned(context, known.payId);
    } else {
      const who = db.select({ personId: pay.personId }).from(pay).where(eq(pay.id, known.payId)).get();
      db.insert(answerItem)
        .values({
          outboxId: row.id,
          businessId: row.businessId,
          personId: who?.personId ?? null,
          severity: "error",
          code: "RETURNED",
          text: `The payment came back: ${line.reason || "no reason given"}.`,
          open: true,
        })
        .onConflictDoNothing()
        .run();
    }
  }
  if (paidCents > 0) writeSettlement(context, row, paidCents);
}

/** A payslip that could not be delivered stands by name, until it is: it is owed within a working day of the payday. */
function keepDelivery({ store: { db } }: Context, row: OutboxRow, payId: number, outcome: Settled): void {
  if (outcome.kind === "final") {
    db.update(answerItem).set({ open: false }).where(eq(answerItem.outboxId, row.id)).run();
    return;
  }
  const who = db.select({ personId: pay.personId }).from(pay).where(eq(pay.id, payId)).get();
  const said = { text: `The payslip was not delivered: ${outcome.detail || "no reason given"}.`, open: true };
  db.insert(answerItem)
    .values({
      ...{ outboxId: row.id, businessId: row.businessId, personId: who?.personId ?? null },
      ...{ severity: "error", code: "UNDELIVERED", ...said },
    })
    .onConflictDoUpdate({ target: [answerItem.outboxId, answerItem.personId, answerItem.code], set: said })
    .run();
}

/** A payment that came back stands open until all of that pay is paid: no other answer can close it. */
function closeReturned({ store }: Context, payId: number): void {
  store
    .prepared<[number, number, number, number, number]>(
      `UPDATE answer_item SET open = 0
       WHERE code = 'RETURNED' AND open = 1 AND person_id = (SELECT person_id FROM pay WHERE id = ?)
         AND outbox_id IN (SELECT outbox_id FROM payment WHERE pay_id = ?)
         AND (SELECT SUM(cents) FROM payment WHERE pay_id = ? AND state = 'paid') >=
           (SELECT SUM(cents) FROM payment WHERE pay_id = ? AND outbox_id =
             (SELECT MIN(outbox_id) FROM payment WHERE pay_id = ?))`,
    )
    .run(payId, payId, payId, payId, payId);
}

/** Net pay clearing against the bank, once a file. */
function writeSettlement(context: Context, row: OutboxRow, cents: number): void {
  const { db } = context.store;
  const owner = db.select().from(business).where(eq(business.id, row.businessId)).get();
  const run = db
    .select()
    .from(payRun)
    .where(eq(payRun.id, row.runId ?? 0))
    .get();
  if (!owner || !run) return;
  const reference = `ST-${String(run.number).padStart(4, "0")}-${row.id}`;
  const made = db
    .insert(journal)
    .values({
      businessId: owner.id,
      runId: run.id,
      reference,
      kind: "settlement",
      date: run.payday,
      description: `Net pay settled by the bank, ${row.receipt ?? ""}`,
    })
    .onConflictDoNothing()
    .returning({ id: journal.id })
    .get();
  if (!made) return;
  const line = { journalId: made.id, costCentre: null, payId: null };
  db.insert(journalLine)
    .values({ ...line, account: owner.postings.netPayClearing, debitCents: cents, creditCents: 0, what: "Net pay" })
    .run();
  db.insert(journalLine)
    .values({ ...line, account: owner.postings.bank, debitCents: 0, creditCents: cents, what: "Net pay" })
    .run();
}

/** signed off → sent (everything arrived) → settled (the money moved, and nothing of it stands open). */
export function moveRun(context: Context, runId: number): void {
  const { db } = context.store;
  const run = db.select().from(payRun).where(eq(payRun.id, runId)).get();
  if (!run || (run.state !== "signedOff" && run.state !== "sent")) return;
  // A document that was made again takes the place of the refused one.
  const newest = new Map<string, OutboxRow>();
  // What another run of the payday files in its place is no longer waited for.
  for (const row of db.select().from(outbox).where(eq(outbox.runId, runId)).orderBy(outbox.id).all())
    if (row.state !== "cancelled" && row.state !== "replaced" && !isVain(row))
      newest.set(`${row.channel} ${row.payId ?? ""}`, row);
  const rows = [...newest.values()];
  const arrived = rows.every(
    (row) => isTaken(row.state) || (row.channel === "paymentFile" && row.state === "acknowledged"),
  );
  const moved =
    rows.every((row) => row.channel !== "paymentFile" || isTaken(row.state)) &&
    !faultyRuns(context, [runId]).has(runId);
  const state = arrived ? (moved ? "settled" : "sent") : "signedOff";
  if (state !== run.state) db.update(payRun).set({ state }).where(eq(payRun.id, runId)).run();
}
