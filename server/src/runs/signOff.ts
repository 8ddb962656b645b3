/**
 * Sign-off: one transaction that writes facts, leave entries, dues, journal, documents and the outbox. Either all of
 * it stands afterwards, or nothing does.
 */
import { dateWords } from "@zesty/core/calendar/dates";
import { figuresOf, workingsToKeep } from "@zesty/core/countries/countries";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { applyWaiting } from "../departures/finalLines.ts";
import { keepDocument } from "../documents/documents.ts";
import { journalCsv } from "../documents/journalCsv.ts";
import { cannot, conflict, ProblemError } from "../http/problem.ts";
import { messageIdOf } from "../outbox/messageId.ts";
import { record } from "../store/audit.ts";
import { factWriter } from "../store/factWriter.ts";
import { journal, pay, payRun } from "../store/schema.ts";
import { packWorkings } from "../store/workings.ts";
import { lockDays } from "../time/paidDays.ts";
import { demandYearOpen } from "../year/closed.ts";
import { accountNames, gatherLines } from "./journalLines.ts";
import { blockersOf } from "./plan.ts";
import type { DueEntry, Prepared } from "./prepared.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { runName, writePaymentFile } from "./runDocuments.ts";
import { demandOpen, demandVersion } from "./runInHand.ts";
import { findRun, type Run } from "./runRows.ts";

/** @param final pays of who left, with which their payroll year is made final */
export function signOff(
  context: Context,
  actor: Actor,
  runId: number,
  version: number,
  final: readonly number[] = [],
): void {
  demandNobodyWaits(context, runId);
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, version);
    demandYearOpen(context, run.businessId, run.payday);
    markFinal(context, run, final);
    const prepared = prepareSignOff(context, runId);
    demandClean(context, prepared);
    demandLeft(context, prepared, final);
    demandOtherEyes(actor, run, prepared);
    const signedAt = context.clock.now();
    writePays(context, prepared, signedAt);
    lockDays(
      context,
      run,
      prepared.pays.map(({ row }) => ({ payId: row.row.payId, personId: row.row.person.id })),
    );
    writeDues(context, prepared, prepared.runDues);
    writeJournal(context, prepared);
    writeOutgoing(context, actor, prepared);
    context.store.db
      .update(payRun)
      .set({
        state: "signedOff",
        totals: prepared.totals,
        version: run.version + 1,
        signedOffAt: signedAt,
        signedOffBy: actor.userId,
      })
      .where(eq(payRun.id, runId))
      .run();
    record(context.store, {
      at: signedAt,
      userId: actor.userId,
      businessId: run.businessId,
      what: `signed off run and declared its ${context.country(prepared.business.country).lodging.lodged}`,
      about: `${run.number}, payday ${run.payday}`,
    });
  });
  context.announce(runId);
}

/** Before the run is prepared: its pay event, made once more after a refusal, too, says that the year is final. */
function markFinal({ store: { db } }: Context, { id }: Run, final: readonly number[]): void {
  if (final.length === 0) return;
  db.update(pay)
    .set({ yearFinal: true })
    .where(and(eq(pay.runId, id), inArray(pay.id, [...final])))
    .run();
}

function demandLeft(context: Context, prepared: Prepared, final: readonly number[]): void {
  if (final.length === 0) return;
  const { leavers } = context.country(prepared.business.country).lodging;
  const left = leavers(context, prepared).map((each) => each.payId);
  if (final.some((payId) => !left.includes(payId)))
    throw cannot(
      "not-left",
      "A payroll year is made final with a pay only for who left, with the reason recorded. Open the run again.",
    );
}

function demandClean(context: Context, prepared: Prepared): void {
  const { blockers, openQueries } = blockersOf(prepared);
  const [first] = blockers;
  if (first)
    throw cannot(
      "stops-open",
      `${blockers.length === 1 ? "One stop" : `${blockers.length} stops`} must be mended first. ${first.name}: ${first.text}`,
      {
        errors: blockers.map((each) => ({ path: `pay.${each.payId}`, text: `${each.name}: ${each.text}` })),
      },
    );
  const { lodgesNothing } = context.country(prepared.business.country).lodging;
  if (prepared.pays.length === 0 && (!lodgesNothing || prepared.rows.length > 0))
    throw cannot("nobody-paid", "Nobody is in this run. Include at least one person.");
  if (openQueries > 0)
    throw cannot(
      "queries-open",
      `${openQueries === 1 ? "One query is" : `${openQueries} queries are`} not ticked yet. Look at each, and tick it or change the row.`,
    );
}

/** Where the business wants two pairs of eyes, whoever prepared the run does not authorise it. */
function demandOtherEyes(actor: Actor, run: Run, { business: owner }: Prepared): void {
  if (owner.fourEyes && run.preparers.includes(actor.userId))
    throw new ProblemError(
      403,
      "prepared-yourself",
      `${owner.name} wants two pairs of eyes: you changed or ticked rows of this run, so somebody else authorises it.`,
    );
}

/** A departure whose final lines could not be worked out when the run was opened (its tables were missing) gets them now. */
function demandNobodyWaits(context: Context, runId: number): void {
  const names = applyWaiting(context, runId);
  if (names.length > 0)
    throw conflict(
      "final-pay-added",
      `The final pay of ${names.join(", ")} was not in the run yet. Open the run again: its lines are added, look at them before signing off.`,
      `/run/${runId}`,
    );
}

/** Pays with their facts, leave and dues: statements prepared once, because there are many rows. */
function writePays(context: Context, prepared: Prepared, signedAt: string): void {
  const { store } = context;
  const { run } = prepared.loaded;
  const writePay = store.prepared<(string | number | Buffer)[], { id: number }>(
    `INSERT INTO signed_pay (pay_id, run_id, person_id, payday, kind, input, snapshot, payslip, rule_book_version,
       signed_at, workings) VALUES (?, ?, ?, ?, 'pay', ?, ?, ?, ?, ?, ?) RETURNING id`,
  );
  const writeLeave = store.prepared<[number, string, string, number, string, number]>(
    "INSERT INTO leave_entry (person_id, kind, date, hours_e4, why, signed_pay_id) VALUES (?, ?, ?, ?, ?, ?)",
  );
  const writeFacts = factWriter(store, prepared.business.country);
  for (const each of prepared.pays) {
    const { payId, person } = each.row.row;
    const signed = writePay.get(
      payId,
      run.id,
      person.id,
      run.payday,
      JSON.stringify(each.row.input),
      JSON.stringify({ figures: figuresOf(each.worked) }),
      JSON.stringify(each.slip),
      context.rules.version,
      signedAt,
      packWorkings(workingsToKeep(each.worked)),
    );
    const signedPayId = signed?.id ?? 0;
    writeFacts({ signedPayId, personId: person.id, payday: run.payday }, each.facts);
    for (const { kind, date, amountE4, why } of each.leave)
      writeLeave.run(person.id, kind, date, amountE4, why, signedPayId);
    writeDues(context, prepared, each.dues);
  }
}

function writeDues(context: Context, { loaded: { run }, business }: Prepared, dues: readonly DueEntry[]): void {
  const write = context.store.prepared<[number, number, string, number | null, number | null, string, string, number]>(
    `INSERT INTO due (business_id, run_id, kind, person_id, fund_id, payday, due_date, amount_cents)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const each of dues)
    if (each.cents !== 0)
      write.run(business.id, run.id, each.kind, each.personId, each.fundId, run.payday, each.due, each.cents);
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

function writeOutgoing(context: Context, actor: Actor, prepared: Prepared): void {
  const { run } = prepared.loaded;
  const owner = prepared.business;
  context.country(owner.country).lodging.write(context, actor, prepared);
  writePaymentFile(
    context,
    owner,
    run,
    prepared.pays.flatMap((each) => each.payments.map((payment) => ({ payId: each.row.row.payId, payment }))),
    "prepared",
  );
  const slips = prepared.pays.filter((each) => each.row.row.person.email);
  const write = context.store.prepared<[number, number, number, string, string | null]>(
    `INSERT INTO outbox (business_id, run_id, channel, pay_id, message_id, recipient, state, tries, next_at)
     VALUES (?, ?, 'payslip', ?, ?, ?, 'prepared', 0, 0)`,
  );
  for (const each of slips) {
    const { payId, person } = each.row.row;
    const messageId = messageIdOf(context, { bmsId: owner.bmsId, run, payId, channel: "payslip", says: each.slip });
    write.run(owner.id, run.id, payId, messageId, person.email);
  }
}
