/** Bytes of payment files that both countries have: rows as CSV, and the credit transfer of ISO 20022 as XML. */
import { creditTransfer, type TransferBatch } from "@zesty/core/formats/creditTransfer";
import { stringify } from "csv-stringify/sync";
import { xmlOf } from "./xml.ts";

export interface PaymentBytes {
  mime: string;
  ending: string;
  bytes: Buffer;
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
