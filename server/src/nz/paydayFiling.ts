/** Payday filing, New Zealand: the employment information of a whole payday, and the details of who starts or leaves. */

import type { FilingPlan } from "@zesty/contract/signOff";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { DelimitedFault } from "@zesty/core/formats/delimited";
import { employeeDetails, employeeDetailsFile } from "@zesty/core/nz/documents/employeeDetails";
import {
  employmentInformation,
  employmentInformationFile,
  type FiledPay,
  filingDueDate,
  payableCents,
} from "@zesty/core/nz/documents/employmentInformation";
import { isIrd } from "@zesty/core/nz/irdNumber";
import { centsText } from "@zesty/core/quantity/units";
import { and, desc, eq, inArray, ne, notInArray } from "drizzle-orm";
import { keepDocument, sha256 } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import { messageIdOf } from "../ground/messageId.ts";
import { cannot } from "../ground/problem.ts";
import { agentOn } from "../lodging/lodging.ts";
import { employmentsOn } from "../people/employmentOn.ts";
import type { Prepared } from "../row/prepared.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { runName } from "../signOff/runDocuments.ts";
import { places } from "../store/crypt.ts";
import { outbox, payRun } from "../store/schema.ts";
import { detailsOf, noticeLeft } from "./detailsToTell.ts";
import { nzOf } from "./rows.ts";

/** Pays of a prepared run as they are filed; particulars as on record now. */
function filedPays(context: Context, { loaded, pays }: Prepared): FiledPay[] {
  const { run, cycle } = loaded;
  const nz = nzOf(loaded);
  const employmentOn = employmentsOn(context, run.businessId);
  return pays.flatMap(({ row, worked }): FiledPay[] => {
    if (worked.country !== "NZ") return [];
    const { person } = row.row;
    const code = nz.records.taxCode.get(person.id);
    const employed = employmentOn(person, run.kind === "departure" ? run.periodStart : run.periodEnd);
    const within = (date: string | null) =>
      date !== null && date >= run.periodStart && date <= run.periodEnd ? date : null;
    const support = row.row.context.country === "NZ" ? row.row.context.person.childSupport : undefined;
    return [
      {
        ird: code?.irdNumber ? context.store.crypt.open(code.irdNumber, places.irdNumber(person.id)) : null,
        name: `${person.givenName} ${person.familyName}`,
        taxCode: code?.irdNumber ? code.code : "ND",
        startDate: within(employed.startDate),
        endDate: run.kind === "departure" ? employed.endDate : within(employed.endDate),
        periodStart: run.periodStart,
        periodEnd: run.periodEnd,
        cycle: cycle.cycle as Cycle,
        adHoc: run.kind === "outsideCycle",
        worked,
        supportNotice: support ? noticeLeft(support.amount, row.row.context) : null,
        isCorrection: run.kind === "correction",
      },
    ];
  });
}

/** Filings of a payday that were made so far, newest first; what was taken back is none. */
export const filingsOf = (context: Context, businessId: number, payday: string) =>
  context.store.db
    .select({ outbox, runId: payRun.id })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, businessId),
        eq(outbox.channel, "employmentInformation"),
        eq(payRun.payday, payday),
        ne(outbox.state, "cancelled"),
      ),
    )
    .orderBy(desc(outbox.id))
    .all();

/** Other signed-off runs of the same payday: one filing holds them all. */
function othersOfPayday(context: Context, prepared: Prepared): Prepared[] {
  const { run } = prepared.loaded;
  return context.store.db
    .select({ id: payRun.id })
    .from(payRun)
    .where(
      and(
        eq(payRun.businessId, run.businessId),
        eq(payRun.payday, run.payday),
        ne(payRun.id, run.id),
        notInArray(payRun.state, ["open", "takenBack"]),
      ),
    )
    .orderBy(payRun.id)
    .all()
    .map(({ id }) => prepareAgain(context, id));
}

export function filingOf(context: Context, prepared: Prepared) {
  const { business: owner } = prepared;
  const runs = [...othersOfPayday(context, prepared), prepared].sort((a, b) => a.loaded.run.id - b.loaded.run.id);
  const made = filingsOf(context, owner.id, prepared.loaded.run.payday);
  // What was prepared and not yet released is replaced, not amended.
  const sent = made.filter((each) => each.outbox.state !== "prepared" && each.outbox.state !== "refused");
  return {
    amendment: sent.length === 0 ? 0 : Math.max(...sent.map((each) => each.outbox.amendment ?? 0)) + 1,
    replaced: made.filter((each) => each.outbox.state === "prepared").map((each) => each.outbox.id),
    information: employmentInformation({
      employerIrd: owner.ird ?? "",
      intermediaryIrd: agentOn(context, owner.id, prepared.loaded.run.payday)?.ird ?? null,
      payday: prepared.loaded.run.payday,
      final: runs.some((each) => each.loaded.run.finalReturn),
      contact: owner.contact,
      pays: runs.flatMap((each) => filedPays(context, each)),
    }),
  };
}

/** What the filing will hold, and what Inland Revenue would refuse. */
export function filingPlan(context: Context, prepared: Prepared): FilingPlan {
  const { amendment, information } = filingOf(context, prepared);
  const details = detailsOf(context, prepared);
  const { payday } = prepared.loaded.run;
  const due = filingDueDate(payday);
  const money = (cents: string | undefined) => centsText(Number(cents ?? 0));
  const { business: owner } = prepared;
  const faults = [
    ...(owner.ird && isIrd(owner.ird) ? [] : ["The business has no IRD number: add it in Set-up."]),
    ...details
      .filter((each) => !each.address.line1 || !each.address.town || !each.address.postcode)
      .map((each) => `${each.givenName} ${each.familyName}: the home address is missing, and the details need it.`),
  ];
  return {
    payday,
    due,
    late: context.clock.today(owner.timeZone) > due,
    amendment,
    nil: information.lines.length === 0,
    final: information.header.final_return === "Y",
    lines: information.lines.map((line) => ({
      name: line.employee_name ?? "",
      taxCode: line.tax_code ?? "",
      gross: money(line.gross),
      paye: money(line.paye),
      kiwiSaver: centsText(Number(line.ks_deduction) + Number(line.ks_employer) + Number(line.esct)),
      studentLoan: centsText(Number(line.student_loan) + Number(line.slcir) + Number(line.slbor)),
    })),
    payable: centsText(payableCents(information.lines)),
    details: details.map((each) => ({ name: `${each.givenName} ${each.familyName}`, change: each.change })),
    faults,
  };
}

/** The bytes of a payday's filing, with which it is told apart from one that waits. */
export const filingBytes = ({ information }: ReturnType<typeof filingOf>): Buffer =>
  Buffer.from(clean(() => employmentInformationFile(information)));

const clean = <T>(make: () => T): T => {
  try {
    return make();
  } catch (error) {
    if (!(error instanceof DelimitedFault)) throw error;
    throw cannot("filing", `The filing cannot be written: ${error.message} Mend it on the person's page or in Set-up.`);
  }
};

/**
 * Makes the filing of a payday. What it returns keeps it and puts it into the outbox; an earlier one that was not released
 * yet is replaced.
 */
export function makeFiling(context: Context, prepared: Prepared, state: "prepared" | "queued"): () => void {
  const { db } = context.store;
  const { run } = prepared.loaded;
  const owner = prepared.business;
  const made = filingOf(context, prepared);
  const { amendment, replaced } = made;
  const name = `${runName(owner, run)}-employment-information${amendment === 0 ? "" : `-${amendment}`}.csv`;
  const bytes = filingBytes(made);
  return () => {
    if (replaced.length > 0)
      db.update(outbox)
        .set({ state: "cancelled", detail: `Goes with the filing of run ${run.number}, which is of the same payday.` })
        .where(inArray(outbox.id, replaced))
        .run();
    putOut(context, prepared, "employmentInformation", name, bytes, state, amendment);
  };
}

/** The bytes of what is told of who starts, leaves or changed; null where nothing is. */
export function detailsBytes(context: Context, prepared: Prepared): Buffer | null {
  const people = detailsOf(context, prepared);
  if (people.length === 0) return null;
  const owner = prepared.business;
  const intermediary = agentOn(context, owner.id, prepared.loaded.run.payday)?.ird ?? null;
  return Buffer.from(clean(() => employeeDetailsFile(employeeDetails(owner.ird ?? "", people, intermediary))));
}

/** Makes the details of who starts, leaves or changed. What it returns keeps them and puts them into the outbox. */
export function makeDetails(context: Context, prepared: Prepared, state: "prepared" | "queued"): () => void {
  const bytes = detailsBytes(context, prepared);
  if (bytes === null) return () => {};
  const name = `${runName(prepared.business, prepared.loaded.run)}-employee-details.csv`;
  return () => putOut(context, prepared, "employeeDetails", name, bytes, state, null);
}

function putOut(
  context: Context,
  { loaded: { run }, business: owner }: Prepared,
  kind: "employmentInformation" | "employeeDetails",
  fileName: string,
  bytes: Buffer,
  state: "prepared" | "queued",
  amendment: number | null,
): void {
  const documentId = keepDocument(context, { runId: run.id, payId: null, kind, fileName, mime: "text/csv", bytes });
  context.store.db
    .insert(outbox)
    .values({
      businessId: owner.id,
      runId: run.id,
      channel: kind,
      documentId,
      messageId: messageIdOf(context, {
        bmsId: owner.bmsId,
        run,
        payId: null,
        channel: kind,
        says: JSON.stringify([amendment, sha256(bytes)]),
      }),
      state,
      tries: 0,
      nextAt: 0,
      amendment,
    })
    .run();
}
