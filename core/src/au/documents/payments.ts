/**
 * Payments in Australia for a bank that takes no Direct Entry file of its customers: a plain CSV of our own layout, and the
 * credit transfer of ISO 20022. The same payments come out as in the Direct Entry file (directEntry.ts).
 */
import type { IsoDate } from "../../calendar/dates.ts";
import { demandPayments, PaymentFault, type TransferBatch } from "../../formats/creditTransfer.ts";
import { foldText } from "../../formats/fold.ts";
import { centsText } from "../../quantity/units.ts";
import { isAccountNumber, isBsb } from "../bankAccount.ts";
import type { DirectEntryPayment } from "./directEntry.ts";

export interface PaymentFileAu {
  payday: IsoDate;
  purpose: TransferBatch["purpose"];
  payer: { name: string; bsb: string; account: string };
  payments: readonly Omit<DirectEntryPayment, "isNew">[];
}

export const paymentColumnsAu = ["payment_date", "payee_name", "bsb", "account", "amount", "reference"] as const;

/** @returns BSB with its hyphen, and the account as digits. @throws PaymentFault */
function accountOf(whose: string, bsb: string, account: string): { bsb: string; account: string } {
  const plain = account.replace(/[-\s]/g, "");
  if (!isBsb(bsb)) throw new PaymentFault("bsb", `BSB “${bsb}” of ${whose} does not have six digits.`);
  if (!isAccountNumber(plain))
    throw new PaymentFault("account", `Account “${account}” of ${whose} is not one to nine digits.`);
  const digits = bsb.replace(/\D/g, "");
  return { bsb: `${digits.slice(0, 3)}-${digits.slice(3)}`, account: plain };
}

/** Rows of the CSV, heading first. @throws PaymentFault */
export function paymentRowsAu({ payday, payments }: PaymentFileAu): string[][] {
  demandPayments(payments.map(({ title, cents }) => ({ name: title, cents })));
  return [
    [...paymentColumnsAu],
    ...payments.map(({ title, cents, reference, ...each }) => {
      const { bsb, account } = accountOf(title, each.bsb, each.account);
      return [payday, foldText(title).slice(0, 32), bsb, account, centsText(cents), foldText(reference).slice(0, 18)];
    }),
  ];
}

/** The same as a credit transfer. @throws PaymentFault */
export function transferAu({ payday, purpose, payer, payments }: PaymentFileAu): TransferBatch {
  const party = (name: string, of: { bsb: string; account: string }) => {
    const { bsb, account } = accountOf(name, of.bsb, of.account);
    return { name, account, member: bsb.replace("-", "") };
  };
  return {
    ...{ payday, currency: "AUD", system: "AUBSB", purpose },
    payer: party(payer.name, payer),
    payments: payments.map(({ title, cents, reference, ...each }) => ({
      ...{ ...party(title, each), cents },
      text: reference,
    })),
  };
}
