/**
 * Payments to people in New Zealand: a neutral CSV for any bank, in our own layout, and the credit transfer of ISO 20022
 * as data. Accounts as BB-bbbb-AAAAAAA-SSS; particulars, code and reference of twelve characters each.
 */
import type { IsoDate } from "../../calendar/dates.ts";
import { demandPayments, PaymentFault, type TransferBatch } from "../../formats/creditTransfer.ts";
import { centsText } from "../../quantity/units.ts";
import { accountPartsNz, accountTextNz } from "../bankAccount.ts";

export interface PaymentNz {
  account: string;
  cents: number;
  title: string;
  particulars: string;
  code: string;
  reference: string;
}

export interface PaymentFileNz {
  payday: IsoDate;
  /** what the payer's own statement says of it; wages where it is left out */
  about?: string;
  payer: { name: string; account: string };
  payments: readonly PaymentNz[];
}

export const paymentColumns = [
  "payment_date",
  "payee_name",
  "account",
  "amount",
  "particulars",
  "code",
  "reference",
  "payer_particulars",
  "payer_code",
  "payer_reference",
] as const;

/** Letters, digits, blank and -./ only; marks over letters are dropped, and what is too long is cut. */
export const statementText = (text: string, length = 12): string =>
  text
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .replace(/[^A-Za-z0-9 ./-]/g, " ")
    .replace(/\s+/g, " ")
    .trim()
    .slice(0, length)
    .trim();

function accountOf(text: string, whose: string): string {
  if (!accountPartsNz(text))
    throw new PaymentFault("account", `The account of ${whose} is “${text}”; it is written as 01-0902-0068389-000.`);
  return accountTextNz(text);
}

/** Rows of the neutral CSV, heading first. @throws PaymentFault */
export function paymentRowsNz(file: PaymentFileNz): string[][] {
  demandPayments(file.payments.map(({ title, cents }) => ({ name: title, cents })));
  return [
    [...paymentColumns],
    ...file.payments.map((each) => [
      file.payday,
      statementText(each.title, 20),
      accountOf(each.account, each.title),
      centsText(each.cents),
      statementText(each.particulars),
      statementText(each.code),
      statementText(each.reference),
      file.about ?? "WAGES",
      statementText(file.payday.replaceAll("-", "")),
      statementText(each.title),
    ]),
  ];
}

/** Bank and branch. */
const memberOf = (account: string): string => {
  const parts = accountPartsNz(account);
  return `${parts?.bank ?? ""}${parts?.branch ?? ""}`;
};

/** The same as a credit transfer. @throws PaymentFault */
export function transferNz({ payday, about, payer, payments }: PaymentFileNz): TransferBatch {
  const party = (name: string, text: string) => {
    const account = accountOf(text, name);
    return { name, account, member: memberOf(account) };
  };
  return {
    ...{ payday, currency: "NZD", system: "NZNCC", purpose: about === undefined ? "SALA" : "TAXS" },
    payer: party(payer.name, payer.account),
    payments: payments.map(({ title, account, cents, particulars, code, reference }) => ({
      ...party(title, account),
      cents,
      text: [particulars, code, reference].map((text) => statementText(text)).join("/"),
    })),
  };
}
