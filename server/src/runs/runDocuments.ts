/** The documents of a run that leave the house, made from prepared pays: payment file, pay event, journal. */
import { addDays } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { payEvent, payeeRecord } from "@zesty/core/lodgement/payEvent";
import { DirectEntryFault, directEntryFile } from "@zesty/core/payments/directEntry";
import { PaymentFault } from "@zesty/core/payments/paymentsNz";
import { sum } from "@zesty/core/quantity/decimal";
import { centsText, moneyText } from "@zesty/core/quantity/units";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import type { Actor, Context } from "../context.ts";
import { keepDocument } from "../documents/documents.ts";
import { payEventXml } from "../documents/payEventXml.ts";
import { creditTransferXml, paymentCsvNz } from "../documents/paymentFileNz.ts";
import { cannot } from "../http/problem.ts";
import { messageIdOf } from "../outbox/messageId.ts";
import { places } from "../store/crypt.ts";
import { type business, outbox } from "../store/schema.ts";
import { factSums } from "../store/sums.ts";
import { payeeFacts, payeeSources } from "./payees.ts";
import { isPaymentAu, isPaymentNz, type NetPayment, type Prepared } from "./prepared.ts";
import type { Run } from "./runRows.ts";

type Business = typeof business.$inferSelect;

export interface PaymentOf {
  payId: number;
  payment: NetPayment;
}

/** Keeps a payment file with its lines, and puts it into the outbox. Nothing to pay makes no file. */
export function writePaymentFile(
  context: Context,
  owner: Business,
  run: Run,
  payments: readonly PaymentOf[],
  state: "prepared" | "queued",
): void {
  if (payments.length === 0) return;
  const { db } = context.store;
  const messageId = messageIdOf(context, {
    bmsId: owner.bmsId,
    run,
    payId: null,
    channel: "paymentFile",
    says: payments,
  });
  const file = paymentFileOf(
    context,
    owner,
    run,
    payments.map((each) => each.payment),
    messageId,
  );
  const documentId = keepDocument(context, {
    runId: run.id,
    payId: null,
    kind: "paymentFile",
    fileName: paymentFileName(owner, run),
    mime: file.mime,
    bytes: file.bytes,
  });
  const { id: outboxId } = db
    .insert(outbox)
    .values({
      businessId: owner.id,
      runId: run.id,
      channel: "paymentFile",
      documentId,
      messageId,
      state,
      tries: 0,
      nextAt: 0,
    })
    .returning({ id: outbox.id })
    .get();
  const write = context.store.prepared<[number, number, number, number]>(
    "INSERT INTO payment (outbox_id, line, pay_id, cents, state) VALUES (?, ?, ?, ?, 'pending')",
  );
  payments.forEach((each, line) => {
    write.run(outboxId, line, each.payId, each.payment.cents);
  });
}

const extensions = { csv: "csv", pain001: "xml" } as const;
export const paymentFileName = (owner: Business, run: Run) =>
  `${runName(owner, run)}${owner.country === "AU" ? "" : "-payments"}.${owner.country === "AU" ? "aba" : extensions[owner.filing?.paymentFile ?? "csv"]}`;

function paymentFileOf(
  context: Context,
  owner: Business,
  run: Run,
  payments: readonly NetPayment[],
  messageId: string,
): { mime: string; bytes: Buffer } {
  if (!owner.bankAccount)
    throw cannot("no-business-account", `${owner.name} has no bank account to pay from. Add it in Set-up.`, {
      mend: "/set-up",
    });
  const from = JSON.parse(context.store.crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as {
    bsb: string;
    account: string;
  };
  try {
    if (owner.country === "NZ") {
      const file = {
        payday: run.payday,
        payer: { name: owner.legalName, account: from.account },
        payments: payments.filter(isPaymentNz),
      };
      return owner.filing?.paymentFile === "pain001"
        ? {
            mime: "application/xml",
            bytes: creditTransferXml(file, messageId, `${context.clock.today(owner.timeZone)}T00:00:00`),
          }
        : { mime: "text/csv", bytes: paymentCsvNz(file) };
    }
    const text = directEntryFile({
      institution: owner.bank.institution,
      userName: owner.bank.userName,
      userId: owner.bank.userId,
      description: "WAGES",
      processDate: run.payday,
      trace: from,
      remitter: owner.name,
      balancing: owner.bank.balancing,
      payments: payments.filter(isPaymentAu),
    });
    return { mime: "text/plain", bytes: Buffer.from(text, "latin1") };
  } catch (error) {
    if (!(error instanceof DirectEntryFault || error instanceof PaymentFault)) throw error;
    throw cannot(
      "payment-file",
      `The payment file cannot be written: ${error.message} Mend it on the person's page or in Set-up.`,
    );
  }
}

/** W1 leaves out what is sacrificed and what is tax-free (activity statement); W2 is what was withheld. */
export const payerTotals = (prepared: Pick<Prepared, "pays">) => ({
  w1: moneyText(
    sum(
      prepared.pays.map(({ worked }) =>
        worked.country === "AU"
          ? worked.gross.value.minus(worked.deductions.beforeTax.value).minus(worked.lumpSums.D?.value ?? "0")
          : worked.gross.value,
      ),
    ),
  ),
  w2: moneyText(sum(prepared.pays.map((each) => each.worked.withheld.value))),
});

/** Child support taken in the run, by the way that it was ordered; null where there was none. */
const childSupportOf = ({ pays }: Pick<Prepared, "pays">) => {
  const taken = (code: string) => {
    const cents = pays
      .flatMap((each) => each.facts)
      .reduce((sum, each) => sum + (each.code === code ? each.cents : 0), 0);
    return cents === 0 ? null : centsText(cents);
  };
  return { garnishee: taken("report:deduction:G"), deduction: taken("report:deduction:D") };
};

/** Who stands in the pay event: a contractor paid super only is no employee and does not. */
export const reported = (prepared: Prepared) =>
  prepared.pays.filter((each) => each.row.row.context.person.basis !== "contractor");

/** The pay event of a prepared run, kept as a document and put into the outbox. */
export function writePayEvent(
  context: Context,
  actor: Actor,
  prepared: Prepared,
  { state, suffix }: { state: "prepared" | "queued"; suffix: string },
): void {
  const { business: owner, loaded } = prepared;
  const { run } = loaded;
  const rules = context.rules.row(superGuaranteeRules, run.payday).figures;
  const reportedYear = throughTheYear(context, prepared);
  const sources = payeeSources(context, run);
  const says = {
    payDate: run.payday,
    payer: { bmsId: owner.bmsId, abn: owner.abn, branch: owner.branch, name: owner.legalName, contact: owner.contact },
    ...payerTotals(prepared),
    childSupport: childSupportOf(prepared),
    payees: reported(prepared).map((each) => {
      const { person, context: known } = each.row.row;
      if (known.country !== "AU") throw new Error("A pay event is made for Australian pays only.");
      const facts = payeeFacts(context, sources, {
        person,
        known: known.person,
        tax: loaded.records.tax.get(person.id),
        period: { start: run.periodStart, end: run.periodEnd },
        final: each.row.row.yearFinal,
        yearToDate: reportedYear(each),
      });
      return payeeRecord(facts, rules.base === "qualifying earnings");
    }),
  };
  const messageId = messageIdOf(context, { bmsId: owner.bmsId, run, payId: null, channel: "payEvent", says });
  const documentId = keepDocument(context, {
    runId: run.id,
    payId: null,
    kind: "payEvent",
    fileName: `${runName(owner, run)}-pay-event${suffix}.xml`,
    mime: "application/xml",
    bytes: payEventXml(
      payEvent({
        submissionId: messageId,
        runAt: context.clock.now(),
        declaration: { declarer: actor.email, date: context.clock.today(owner.timeZone), accepted: true },
        ...says,
      }),
    ),
  });
  context.store.db
    .insert(outbox)
    .values({
      businessId: owner.id,
      runId: run.id,
      channel: "payEvent",
      documentId,
      messageId,
      state,
      tries: 0,
      nextAt: 0,
    })
    .run();
}

export const nameInFiles = (owner: Business) =>
  owner.name
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase();
export const runName = (owner: Business, run: Run) => `${nameInFiles(owner)}-${run.payday}-run-${run.number}`;

/**
 * Year-to-date as a pay event reports it: with paydays of the year that come later and are signed off already. An event
 * made again, or one for an earlier payday, would else take the reported year back.
 */
function throughTheYear({ store }: Context, { loaded: { run, rows } }: Prepared) {
  const later = factSums(
    store,
    rows.map((row) => row.person.id),
    addDays(run.payday, 1),
    payrollYearOf("AU", run.payday).to,
  );
  return ({ row, yearAfter }: Prepared["pays"][number]): Map<string, number> => {
    const sums = new Map(yearAfter);
    for (const [code, cents] of later.get(row.row.person.id) ?? []) sums.set(code, (sums.get(code) ?? 0) + cents);
    return sums;
  };
}
