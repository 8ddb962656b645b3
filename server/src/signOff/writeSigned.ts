/** Writes what sign-off made ready: called within its transaction. Statements are prepared once, because there are many rows. */
import { dateWords } from "@zesty/core/calendar/dates";
import { and, eq, inArray } from "drizzle-orm";
import { keepDocument } from "../documents/documents.ts";
import { journalCsv } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { accountNames, gatherLines } from "../ground/journalLines.ts";
import { tellDaysOf } from "../hours/daysTold.ts";
import { lockDays } from "../hours/paidDays.ts";
import type { DueEntry, Prepared, PreparedPay } from "../row/prepared.ts";
import { factWriter } from "../store/factWriter.ts";
import { journal, pay, payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { runName } from "./runDocuments.ts";

/** A pay with what is kept of it, as it is written. */
export interface ReadyPay {
  pay: PreparedPay;
  input: string;
  snapshot: string;
  slip: string;
  workings: Buffer;
  /** where the payslip goes, and under which number; null for who has no address */
  mail: { to: string; id: string } | null;
}

export interface ReadyRun {
  prepared: Prepared;
  pays: ReadyPay[];
  signedAt: string;
  /** keep what leaves the house and put it into the outbox */
  putOut: (() => void)[];
}

export function writeSigned(context: Context, actor: Actor, ready: ReadyRun, final: readonly number[]): void {
  const { prepared, pays, signedAt } = ready;
  const { run } = prepared.loaded;
  markFinal(context, run, final);
  writePays(context, ready);
  writeDues(context, prepared, prepared.runDues);
  writeJournal(context, prepared);
  for (const put of ready.putOut) put();
  writeMails(context, prepared, pays);
  context.store.db
    .update(payRun)
    .set({
      state: "signedOff",
      totals: prepared.totals,
      version: run.version + 1,
      signedOffAt: signedAt,
      signedOffBy: actor.userId,
    })
    .where(eq(payRun.id, run.id))
    .run();
  // The run is closed by now: only rows of other runs are composed anew for it.
  lockDays(
    context,
    run,
    prepared.pays.map(({ row }) => ({ payId: row.row.payId, personId: row.row.person.id })),
  );
  tellDaysOf(context, run.id, { userId: actor.userId, at: signedAt });
  record(context.store, {
    at: signedAt,
    userId: actor.userId,
    businessId: run.businessId,
    what: `signed off run and declared its ${context.country(prepared.business.country).lodging.lodged}`,
    about: `${run.number}, payday ${run.payday}`,
  });
}

/** An event of the run that is made once more after a refusal, too, says that the year is final. */
function markFinal({ store: { db } }: Context, { id }: Run, final: readonly number[]): void {
  if (final.length === 0) return;
  db.update(pay)
    .set({ yearFinal: true })
    .where(and(eq(pay.runId, id), inArray(pay.id, [...final])))
    .run();
}

function writePays(context: Context, { prepared, pays, signedAt }: ReadyRun): void {
  const { store } = context;
  const { run } = prepared.loaded;
  const writePay = store.prepared<(string | number | Buffer)[], { id: number }>(
    `INSERT INTO signed_pay (pay_id, run_id, person_id, payday, kind, input, snapshot, payslip, rule_book_version,
       signed_at, workings) VALUES (?, ?, ?, ?, 'pay', ?, ?, ?, ?, ?, ?) RETURNING id`,
  );
  const writeLeave = store.prepared<[number, string, string, number, string, number, string | null]>(
    "INSERT INTO leave_entry (person_id, kind, date, hours_e4, why, signed_pay_id, reason) VALUES (?, ?, ?, ?, ?, ?, ?)",
  );
  const writeFacts = factWriter(store, prepared.business.country);
  for (const { pay: each, input, snapshot, slip, workings } of pays) {
    const { payId, person } = each.row.row;
    const signed = writePay.get(
      ...[payId, run.id, person.id, run.payday, input, snapshot, slip],
      ...[context.rules.version, signedAt, workings],
    );
    const signedPayId = signed?.id ?? 0;
    writeFacts({ signedPayId, personId: person.id, payday: run.payday }, each.facts);
    for (const { kind, date, amountE4, why, reason } of each.leave)
      writeLeave.run(person.id, kind, date, amountE4, why, signedPayId, reason ?? null);
    writeDues(context, prepared, each.dues);
  }
}

function writeDues(context: Context, { loaded: { run }, business }: Prepared, dues: readonly DueEntry[]): void {
  const write = context.store.prepared<
    [number, number, string, number | null, number | null, string, string, string, number]
  >(
    `INSERT INTO due (business_id, run_id, kind, person_id, fund_id, payday, due_date, payee, amount_cents)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const each of dues)
    if (each.cents !== 0)
      write.run(
        ...([business.id, run.id, each.kind, each.personId, each.fundId] as const),
        ...([run.payday, each.due, each.payee ?? "", each.cents] as const),
      );
}

function writeJournal(context: Context, prepared: Prepared): void {
  if (prepared.journal.length === 0) return;
  const { db } = context.store;
  const { run } = prepared.loaded;
  const owner = prepared.business;
  const reference = `PR-${String(run.number).padStart(4, "0")}`;
  const description = `Wages ${dateWords(run.periodStart)} to ${dateWords(run.periodEnd)}`;
  const { id } = db
    .insert(journal)
    .values({ businessId: owner.id, runId: run.id, reference, kind: "run", date: run.accountingDate, description })
    .returning({ id: journal.id })
    .get();
  const write = context.store.prepared<[number, string, number, number, string | null, number | null, string]>(
    `INSERT INTO journal_line (journal_id, account, debit_cents, credit_cents, cost_centre, pay_id, what)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const line of prepared.journal)
    write.run(id, line.account, line.debitCents, line.creditCents, line.costCentre, line.payId, line.what);
  const lines = gatherLines(prepared.journal, accountNames(context, owner.id));
  keepDocument(context, {
    runId: run.id,
    payId: null,
    kind: "journal",
    fileName: `${runName(owner, run)}-journal.csv`,
    mime: "text/csv",
    bytes: journalCsv({ reference, date: run.accountingDate, description, lines }),
  });
}

function writeMails({ store }: Context, { loaded: { run }, business }: Prepared, pays: readonly ReadyPay[]): void {
  const write = store.prepared<[number, number, number, string, string]>(
    `INSERT INTO outbox (business_id, run_id, channel, pay_id, message_id, recipient, state, tries, next_at)
     VALUES (?, ?, 'payslip', ?, ?, ?, 'prepared', 0, 0)`,
  );
  for (const { pay: each, mail } of pays)
    if (mail) write.run(business.id, run.id, each.row.row.payId, mail.id, mail.to);
}
