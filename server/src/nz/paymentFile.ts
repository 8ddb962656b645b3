/** The payment file of a New Zealand run: our neutral CSV, or the credit transfer of ISO 20022 as XML. */
import { creditTransfer, type PaymentFileNz, paymentRowsNz } from "@zesty/core/nz/documents/payments";
import { stringify } from "csv-stringify/sync";
import { xmlOf } from "../documents/xml.ts";

export const paymentCsvNz = (file: PaymentFileNz): Buffer =>
  Buffer.from(stringify(paymentRowsNz(file), { record_delimiter: "windows" }));

const namespace = "urn:iso:std:iso:20022:tech:xsd:pain.001.001.09";

export const creditTransferXml = (file: PaymentFileNz, messageId: string, madeAt: string): Buffer =>
  Buffer.from(xmlOf({ Document: { "@xmlns": namespace, ...creditTransfer(file, messageId, madeAt) } }).trimEnd());
