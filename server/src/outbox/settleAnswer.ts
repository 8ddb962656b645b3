import { and, eq, lt } from "drizzle-orm";
import type { Context } from "../context.ts";
import type { Outcome } from "../outside/outcome.ts";
import { record } from "../store/audit.ts";
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
import type { OutboxRow } from "./channels.ts";
import { peopleByRevenueKey } from "./revenueKeys.ts";
import { isVain } from "./vain.ts";

export const channelWords: Record<OutboxRow["channel"], string> = {
  payEvent: "pay event",
  employmentInformation: "employment information",
  employeeDetails: "employee details",
  paymentFile: "payment file",
  payslip: "payslip",
  yearSummary: "year summary",
};

const done = ["accepted", "acceptedWithWarnings", "partial"];
type Settled = Extract<Outcome, { kind: "final" | "refused" }>;

/** @param outcome null when the row was only acknowledged: then just the run's state is looked at */
export function settleAnswer(context: Context, row: OutboxRow, outcome: Settled | null): void {
  context.store.transaction(() => {
    if (outcome) {
      const state = outcome.kind === "refused" ? "refused" : outcome.state;
      context.store.db.update(outbox).set({ state, detail: outcome.detail }).where(eq(outbox.id, row.id)).run();
      if (["payEvent", "employmentInformation", "employeeDetails"].includes(row.channel))
        keepItems(context, row, outcome);
      if (row.channel === "paymentFile" && outcome.kind === "final") keepPayments(context, row, outcome);
      if (row.replacesId !== null && done.includes(state))
        context.store.db.update(outbox).set({ state: "replaced" }).where(eq(outbox.id, row.replacesId)).run();
    }
    if (row.runId !== null) moveRun(context, row.runId);
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

/** What a newer event says of a person replaces what older ones said. */
function keepItems(context: Context, row: OutboxRow, outcome: Settled): void {
  const { db } = context.store;
  const within = new Map(peopleIn(context, row).map((each) => [each.payrollId, each.id]));
  for (const [key, id] of peopleByRevenueKey(context, [...within.values()])) within.set(key, id);
  if (outcome.kind === "final" && outcome.state !== "rejected")
    for (const personId of within.values())
      db.update(answerItem)
        .set({ open: false })
        .where(
          and(
            eq(answerItem.businessId, row.businessId),
            eq(answerItem.personId, personId),
            lt(answerItem.outboxId, row.id),
          ),
        )
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
    if (line.state === "paid") paidCents += known.cents;
    else {
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

/** signed off → sent (everything arrived) → settled (the money moved). */
function moveRun(context: Context, runId: number): void {
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
    (row) => done.includes(row.state) || (row.channel === "paymentFile" && row.state === "acknowledged"),
  );
  const moved = rows.every((row) => row.channel !== "paymentFile" || done.includes(row.state));
  const state = arrived ? (moved ? "settled" : "sent") : "signedOff";
  if (state !== run.state) db.update(payRun).set({ state }).where(eq(payRun.id, runId)).run();
}
