/**
 * Writer of the Australian Direct Entry payment file (BECS): records 0, 1 and 7 of 120 characters, CR LF.
 * Set by: the published Direct Entry layout; see docs/rules/sources.md. Pure: the same input gives the same bytes.
 */
import type { IsoDate } from "../../calendar/dates.ts";
import { PaymentFault } from "../../formats/creditTransfer.ts";
import { foldText } from "../../formats/fold.ts";

export interface DirectEntryPayment {
  bsb: string;
  account: string;
  cents: number;
  title: string;
  reference: string;
  /** account or name is new since it was last paid to */
  isNew: boolean;
}

export interface DirectEntryFile {
  institution: string;
  userName: string;
  userId: string;
  description: string;
  /** transaction code of the credits: 53 pay, 50 any other credit */
  code?: "53" | "50";
  processDate: IsoDate;
  trace: { bsb: string; account: string };
  remitter: string;
  /** some banks want a last debit over the whole sum on the payer's own account */
  balancing: boolean;
  payments: readonly DirectEntryPayment[];
}

const left = (text: string, length: number, field: string): string => {
  const folded = foldText(text);
  if (folded === "") throw new PaymentFault(field, `${field} has no character that a payment file can carry.`);
  // Names and references are shortened to their columns, never amounts.
  return folded.slice(0, length).padEnd(length, " ");
};

const zeroFilled = (value: number, length: number, field: string): string => {
  const text = String(value);
  if (!Number.isSafeInteger(value) || value < 0 || text.length > length)
    throw new PaymentFault(field, `${field} of ${value} does not fit into ${length} digits.`);
  return text.padStart(length, "0");
};

const bsbText = (bsb: string, field: string): string => {
  const digits = bsb.replace(/\D/g, "");
  if (digits.length !== 6) throw new PaymentFault(field, `BSB “${bsb}” does not have six digits.`);
  return `${digits.slice(0, 3)}-${digits.slice(3)}`;
};

const accountText = (account: string, field: string): string => {
  const plain = account.length > 9 ? account.replace(/[-\s]/g, "") : account;
  if (!/^[\d-]{1,9}$/.test(plain) || !/[1-9]/.test(plain))
    throw new PaymentFault(field, `Account “${account}” is not one to nine digits.`);
  return plain.padStart(9, " ");
};

/** @throws PaymentFault where a field does not fit; nothing is ever cut but names and references */
export function directEntryFile(file: DirectEntryFile): string {
  if (file.payments.length === 0) throw new PaymentFault("payments", "There is nothing to pay in this file.");
  const [year, month, day] = file.processDate.split("-") as [string, string, string];
  const trace = bsbText(file.trace.bsb, "own BSB") + accountText(file.trace.account, "own account");
  const remitter = left(file.remitter, 16, "remitter");
  const detail = (
    bsb: string,
    account: string,
    indicator: string,
    code: string,
    cents: number,
    title: string,
    reference: string,
  ) =>
    `1${bsb}${account}${indicator}${code}${zeroFilled(cents, 10, "amount")}${left(title, 32, "account title")}${left(reference, 18, "reference")}${trace}${remitter}00000000`;
  const records = [
    `0${" ".repeat(17)}01${left(file.institution, 3, "institution")}${" ".repeat(7)}${left(file.userName, 26, "user name")}${zeroFilled(Number(file.userId), 6, "user ID")}${left(file.description, 12, "description")}${day}${month}${year.slice(2)}${" ".repeat(40)}`,
  ];
  let credit = 0;
  for (const payment of file.payments) {
    if (payment.cents <= 0) throw new PaymentFault("amount", `${payment.title}: an amount must be above zero.`);
    credit += payment.cents;
    records.push(
      detail(
        bsbText(payment.bsb, `BSB of ${payment.title}`),
        accountText(payment.account, `account of ${payment.title}`),
        payment.isNew ? "N" : " ",
        file.code ?? "53",
        payment.cents,
        payment.title,
        payment.reference,
      ),
    );
  }
  const debit = file.balancing ? credit : 0;
  if (file.balancing)
    records.push(
      detail(
        bsbText(file.trace.bsb, "own BSB"),
        accountText(file.trace.account, "own account"),
        " ",
        "13",
        credit,
        file.userName,
        file.payments[0]?.reference ?? file.description,
      ),
    );
  records.push(
    `7999-999${" ".repeat(12)}${zeroFilled(credit - debit, 10, "net total")}${zeroFilled(credit, 10, "credit total")}${zeroFilled(debit, 10, "debit total")}${" ".repeat(24)}${zeroFilled(records.length - 1, 6, "record count")}${" ".repeat(40)}`,
  );
  const wrong = records.find((record) => record.length !== 120);
  if (wrong) throw new Error(`A record has ${wrong.length} characters: ${wrong}`);
  return `${records.join("\r\n")}\r\n`;
}
