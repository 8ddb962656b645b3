/** Bytes of payment files that both countries have: rows as CSV, and the credit transfer of ISO 20022 as XML. */
import { creditTransfer, type TransferBatch } from "@zesty/core/formats/creditTransfer";
import { stringify } from "csv-stringify/sync";
import type { Context } from "../ground/context.ts";
import { sha256 } from "./documents.ts";
import { xmlOf } from "./xml.ts";

export interface PaymentBytes {
  mime: string;
  ending: string;
  bytes: Buffer;
}

/** More than anybody pays alike on one day. */
const mostAlike = 50;

/**
 * A bank takes the same bytes once, whatever they are for: a file that equals one which left, or is going to, says in
 * words which payment it is.
 * @param make the file, with what tells it apart at the end of a word; nothing at first
 */
export function toldApart<Made extends { bytes: Buffer }>(
  { store }: Context,
  of: { businessId: number; channel: "paymentFile" | "duesPayment"; number: number },
  make: (apart: string) => Made,
): Made {
  const alike = store.prepared<[number, string, string], { id: number }>(
    `SELECT o.id AS id FROM outbox o JOIN document d ON d.id = o.document_id
     WHERE o.business_id = ? AND o.channel = ? AND d.sha256 = ? AND o.state NOT IN ('cancelled', 'refused', 'rejected')`,
  );
  const isAlike = ({ bytes }: Made) => alike.get(of.businessId, of.channel, sha256(bytes)) !== undefined;
  let made = make("");
  for (let time = 1; time < mostAlike && isAlike(made); time += 1)
    made = make(time === 1 ? ` ${of.number}` : ` ${of.number}.${time}`);
  return made;
}

export const csvEnding = "-payments.csv";
export const xmlEnding = "-payments.xml";

export const paymentCsv = (rows: string[][]): PaymentBytes => ({
  ...{ mime: "text/csv", ending: csvEnding },
  bytes: Buffer.from(stringify(rows, { record_delimiter: "windows" })),
});

const namespace = "urn:iso:std:iso:20022:tech:xsd:pain.001.001.09";

/** @param day on which the file is made */
export const creditTransferXml = (batch: TransferBatch, messageId: string, day: string): PaymentBytes => {
  const tree = creditTransfer(batch, messageId, `${day}T00:00:00`);
  return {
    ...{ mime: "application/xml", ending: xmlEnding },
    bytes: Buffer.from(xmlOf({ Document: { "@xmlns": namespace, ...tree } }).trimEnd()),
  };
};
