/**
 * Sign-off: one transaction that writes facts, leave entries, dues, journal, documents and the outbox. Either all of
 * it stands afterwards, or nothing does.
 */
import { dateWords } from "@zesty/core/calendar/dates";
import { snapshotOf } from "@zesty/core/pay/either";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { applyWaiting } from "../departures/finalLines.ts";
import { keepDocument } from "../documents/documents.ts";
import { journalCsv } from "../documents/journalCsv.ts";
import { writeDetails, writeFiling } from "../filings/paydayFiling.ts";
import { cannot, conflict, ProblemError } from "../http/problem.ts";
import { messageIdOf } from "../outbox/messageId.ts";
import { record } from "../store/audit.ts";
import { due, journal, journalLine, leaveEntry, outbox, payFact, payRun, signedPay } from "../store/schema.ts";
import { accountNames, gatherLines } from "./journalLines.ts";
import { blockersOf } from "./plan.ts";
import type { DueEntry, Prepared, PreparedPay } from "./prepared.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { reported, runName, writePayEvent, writePaymentFile } from "./runDocuments.ts";
import { demandOpen, demandVersion } from "./runInHand.ts";
import { findRun, type Run } from "./runRows.ts";

export function signOff(context: Context, actor: Actor, runId: number, version: number): void {
  demandNobodyWaits(context, runId);
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, version);
    const prepared = prepareSignOff(context, runId);
    demandClean(prepared);
    demandOtherEyes(actor, run, prepared);
    const signedAt = context.clock.now();
    for (const each of prepared.pays) writePay(context, prepared, each, signedAt);
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
      what: `signed off run and declared its ${prepared.business.country === "NZ" ? "payday filing" : "pay event"}`,
      about: `${run.number}, payday ${run.payday}`,
    });
  });
  context.announce(runId);
}

function demandClean(prepared: Prepared): void {
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
  // In New Zealand a payday with nobody paid can be signed off: it is filed as a nil return.
  if (prepared.pays.length === 0 && (prepared.business.country === "AU" || prepared.rows.length > 0))
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

function writePay(context: Context, { loaded, business }: Prepared, each: PreparedPay, signedAt: string): void {
  const { db } = context.store;
  const { run } = loaded;
  const { payId, person } = each.row.row;
  const { id: signedPayId } = db
    .insert(signedPay)
    .values({
      payId,
      runId: run.id,
      personId: person.id,
      payday: run.payday,
      kind: "pay",
      input: each.row.input,
      snapshot: snapshotOf(each.worked),
      payslip: each.slip,
      ruleBookVersion: context.rules.version,
      signedAt,
    })
    .returning({ id: signedPay.id })
    .get();
  if (each.facts.length > 0)
    db.insert(payFact)
      .values(each.facts.map((fact) => ({ ...fact, signedPayId, personId: person.id, payday: run.payday })))
      .run();
  for (const move of each.leave)
    db.insert(leaveEntry)
      .values({ ...move, personId: person.id, signedPayId })
      .run();
  writeDues(context, { loaded, business }, each.dues);
}

function writeDues(
  context: Context,
  { loaded, business }: Pick<Prepared, "loaded" | "business">,
  dues: DueEntry[],
): void {
  for (const each of dues)
    if (each.cents !== 0)
      context.store.db
        .insert(due)
        .values({
          businessId: business.id,
          runId: loaded.run.id,
          kind: each.kind,
          personId: each.personId,
          fundId: each.fundId,
          payday: loaded.run.payday,
          dueDate: each.due,
          amountCents: each.cents,
        })
        .run();
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
  for (let at = 0; at < prepared.journal.length; at += 500)
    db.insert(journalLine)
      .values(prepared.journal.slice(at, at + 500).map((line) => ({ ...line, journalId: id })))
      .run();
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
  const { db } = context.store;
  const { run } = prepared.loaded;
  const owner = prepared.business;
  const waiting = { businessId: owner.id, runId: run.id, state: "prepared", tries: 0, nextAt: 0 } as const;
  if (owner.country === "NZ") {
    writeDetails(context, prepared, "prepared");
    writeFiling(context, prepared, "prepared");
  } else if (reported(prepared).length > 0) {
    writePayEvent(context, actor, prepared, { state: "prepared", suffix: "" });
  }
  writePaymentFile(
    context,
    owner,
    run,
    prepared.pays.flatMap((each) => each.payments.map((payment) => ({ payId: each.row.row.payId, payment }))),
    "prepared",
  );
  const slips = prepared.pays.filter((each) => each.row.row.person.email);
  for (const each of slips)
    db.insert(outbox)
      .values({
        ...waiting,
        channel: "payslip",
        payId: each.row.row.payId,
        messageId: messageIdOf(context, {
          bmsId: owner.bmsId,
          run,
          payId: each.row.row.payId,
          channel: "payslip",
          says: each.slip,
        }),
        recipient: each.row.row.person.email,
      })
      .run();
}
