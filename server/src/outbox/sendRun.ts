/** Releases what a signed-off run has prepared, and makes a refused document again once its cause is mended. */

import type { BankPart } from "@zesty/contract/bank";
import { isTaken } from "@zesty/contract/outboxStates";
import type { AnswerItem, Channel, OutboxRow, SendView } from "@zesty/contract/sending";
import { and, desc, eq, inArray } from "drizzle-orm";
import { readDocument } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { segmentsOf } from "../row/segments.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { printedPays } from "../signOff/printed.ts";
import { makePaymentFile } from "../signOff/runDocuments.ts";
import { lastThree, places } from "../store/crypt.ts";
import { datedRecords } from "../store/dated.ts";
import { answerItem, document, outbox, pay, payment, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { isToldByHand } from "./byHand.ts";
import { replaceable } from "./replaceEvent.ts";
import { moveRun } from "./settleAnswer.ts";

export function sendRun(context: Context, actor: Actor, runId: number, channels: readonly Channel[]): void {
  const run = findRun(context, runId);
  if (run.state === "open") throw conflict("not-signed-off", "Sign the run off before anything is sent.");
  if (run.state === "takenBack") throw conflict("taken-back", "This run was taken back. Nothing of it is sent.");
  context.store.transaction(() => {
    const { lodging } = context.country(findBusiness(context, run.businessId).country);
    if (channels.some((channel) => lodging.again[channel])) lodging.beforeSending(context, actor, run);
    const released = context.store.db
      .update(outbox)
      .set({ state: "queued", nextAt: 0 })
      .where(and(eq(outbox.runId, runId), eq(outbox.state, "prepared"), inArray(outbox.channel, [...channels])))
      .run();
    if (released.changes > 0)
      record(context.store, {
        at: context.clock.now(),
        userId: actor.userId,
        businessId: run.businessId,
        what: `sent ${channels.join(", ")}`,
        about: `run ${run.number}, ${released.changes} messages`,
      });
  });
  context.wakeOutbox();
  context.announce(runId);
}

/** The newest message of a run on a channel. */
export const newestOf = ({ store: { db } }: Context, runId: number, channel: Channel) =>
  db
    .select()
    .from(outbox)
    .where(and(eq(outbox.runId, runId), eq(outbox.channel, channel)))
    .orderBy(desc(outbox.id))
    .limit(1)
    .get();

/** A refused pay event or file is made anew under a new number; an unknown one never is. */
export function sendAgain(context: Context, actor: Actor, runId: number, channel: Channel): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const run = findRun(context, runId);
    if (channel !== "payslip" && channel !== "paymentFile") demandYearOpen(context, run.businessId, run.payday);
    const last = newestOf(context, runId, channel);
    if (channel === "payslip") {
      sendSlipsAgain(context, runId);
    } else {
      const returned = channel === "paymentFile" && last?.state === "partial";
      const { again, amendable } = context.country(findBusiness(context, run.businessId).country).lodging;
      const amends = amendable.includes(channel) && last !== undefined && isTaken(last.state);
      if (!last || (last.state !== "refused" && last.state !== "rejected" && !returned && !amends))
        throw cannot(
          "not-refused",
          "Only what was refused can be made again. We are still asking about the rest; nothing is sent twice.",
        );
      if (last.replacesId !== null)
        throw cannot("replace-again", "The event that went out before stands. Replace it again, as a whole.");
      const prepared = prepareAgain(context, runId);
      const make = again[channel];
      if (make) make(context, actor, prepared);
      else makePaymentFile(context, prepared.business, run, prepared.unpaid(last.id), "prepared")();
      moveRun(context, runId);
      // The new message takes the place of this one whole: what was said of it is said no more. What came back stays.
      if (channel !== "paymentFile")
        db.update(answerItem).set({ open: false }).where(eq(answerItem.outboxId, last.id)).run();
    }
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `made ${channel} again`,
      about: `run ${run.number}`,
    });
  });
  context.wakeOutbox();
}

/** Payslips that were refused go again to the address on record now. */
function sendSlipsAgain(context: Context, runId: number): void {
  const { db } = context.store;
  const rows = db
    .select({ outbox, email: person.email })
    .from(outbox)
    .innerJoin(pay, eq(outbox.payId, pay.id))
    .innerJoin(person, eq(pay.personId, person.id))
    .where(and(eq(outbox.runId, runId), eq(outbox.channel, "payslip"), eq(outbox.state, "refused")))
    .all();
  for (const row of rows)
    db.update(outbox)
      .set({ state: "queued", recipient: row.email, tries: 0, nextAt: 0 })
      .where(eq(outbox.id, row.outbox.id))
      .run();
}

/** Hours after which a lodgement without a result is asked after by telephone (from memory of the agency's guidance). */
const overdueHours = 72;

/** Lodgements of a run that were heard of long ago and have no result: they are asked after, and never made again. */
function overdueRows({ store, clock }: Context, runId: number): Set<number> {
  const since = new Date(Date.parse(clock.now()) - overdueHours * 3_600_000).toISOString();
  return new Set(
    store
      .prepared<[number, string], { id: number }>(
        `SELECT o.id AS id FROM outbox o JOIN outbox_answer a ON a.outbox_id = o.id
         WHERE o.run_id = ? AND o.state IN ('acknowledged', 'unknown')
           AND o.channel IN ('payEvent', 'employmentInformation', 'employeeDetails')
         GROUP BY o.id HAVING MIN(a.at) <= ?`,
      )
      .all(runId, since)
      .map((row) => row.id),
  );
}

/** What a file made after another one pays, and whether the account is the one that the money came back from. */
function furtherFile(
  context: Context,
  run: Run,
  owner: ReturnType<typeof findBusiness>,
  rows: readonly (typeof outbox.$inferSelect)[],
  row: typeof outbox.$inferSelect,
): Pick<OutboxRow, "pays"> {
  const before = rows.filter((each) => each.channel === "paymentFile" && each.id < row.id && each.documentId !== null);
  if (before.length === 0) return {};
  const { db, crypt } = context.store;
  const files = before.map((each) => readDocument(context, each.documentId ?? 0).bytes.toString("latin1"));
  const lines = db
    .select({ cents: payment.cents, personId: person.id, given: person.givenName, family: person.familyName })
    .from(payment)
    .innerJoin(pay, eq(payment.payId, pay.id))
    .innerJoin(person, eq(pay.personId, person.id))
    .where(eq(payment.outboxId, row.id))
    .all();
  const today = context.clock.today(owner.timeZone);
  const ids = lines.map((each) => each.personId);
  const { bank } = datedRecords(db, ids, today > run.payday ? today : run.payday);
  return {
    pays: lines.map(({ cents, personId, given, family }) => {
      const split = bank.get(personId);
      const parts = split ? (JSON.parse(crypt.open(split.parts, places.bankParts(personId))) as BankPart[]) : [];
      // A file may be written without the hyphens of an account.
      const same = parts.every(({ account }) =>
        files.some((file) => file.includes(account) || file.includes(account.replace(/[-\s]/g, ""))),
      );
      return {
        ...{ person: `${given} ${family}`, cents, sameAccount: same },
        to: parts.map((part) => lastThree(part.account)).join(", "),
      };
    }),
  };
}

export function sendView(context: Context, runId: number): SendView {
  const { db } = context.store;
  const run = findRun(context, runId);
  const owner = findBusiness(context, run.businessId);
  const names = new Map(
    db
      .select({ payId: pay.id, personId: person.id, given: person.givenName, family: person.familyName })
      .from(pay)
      .innerJoin(person, eq(pay.personId, person.id))
      .where(eq(pay.runId, runId))
      .all()
      .map((row) => [row.payId, row]),
  );
  const byPerson = new Map([...names.values()].map((row) => [row.personId, `${row.given} ${row.family}`]));
  const documents = db
    .select({ id: document.id, kind: document.kind, fileName: document.fileName, payId: document.payId })
    .from(document)
    .where(eq(document.runId, runId))
    .all();
  const fileNames = new Map(documents.map((each) => [each.id, each.fileName]));
  const rows = db.select().from(outbox).where(eq(outbox.runId, runId)).orderBy(outbox.id).all();
  const overdue = overdueRows(context, runId);
  const items = db
    .select()
    .from(answerItem)
    .where(
      inArray(
        answerItem.outboxId,
        rows.map((row) => row.id),
      ),
    )
    .all();
  return {
    state: run.state,
    segments: segmentsOf(context, run),
    toPrint: printedPays(context, runId).length,
    filing: context.country(owner.country).lodging.due(context, owner, run),
    replaceable: replaceable(context, run),
    rows: rows.map((row) => {
      const who = row.payId === null ? undefined : names.get(row.payId);
      return {
        id: row.id,
        channel: row.channel as Channel,
        state: row.state,
        payId: row.payId,
        person: who ? `${who.given} ${who.family}` : null,
        recipient: row.recipient,
        documentId: row.documentId,
        fileName: row.documentId === null ? null : (fileNames.get(row.documentId) ?? null),
        receipt: row.receipt,
        detail: row.detail,
        tries: row.tries,
        amendment: row.amendment,
        replaces: row.replacesId !== null,
        ...{ odd: row.odd, overdue: overdue.has(row.id), toldByHand: isToldByHand(row) },
        ...(row.state === "prepared" && row.channel === "paymentFile"
          ? furtherFile(context, run, owner, rows, row)
          : {}),
      };
    }),
    items: items.map(
      (item): AnswerItem => ({
        ...item,
        person: item.personId === null ? null : (byPerson.get(item.personId) ?? null),
      }),
    ),
    documents,
  };
}
