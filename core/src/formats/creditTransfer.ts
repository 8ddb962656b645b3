/**
 * Customer credit transfer initiation of ISO 20022, pain.001.001.09, as a tree of elements in the order of the schema.
 * Accounts and clearing members are each country's own; what of it a bank takes is the bank's word.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { centsText } from "../quantity/units.ts";

/** Why a payment file cannot be written; names the field. */
export class PaymentFault extends Error {
  readonly field: string;
  constructor(field: string, reason: string) {
    super(reason);
    this.field = field;
  }
}

interface TransferParty {
  name: string;
  account: string;
  /** the bank and branch, six digits */
  member: string;
}

export interface TransferBatch {
  payday: IsoDate;
  currency: "AUD" | "NZD";
  /** how clearing members are named (external clearing system code list) */
  system: "AUBSB" | "NZNCC";
  /** salaries, taxes, or anything else (external purpose code list) */
  purpose: "SALA" | "TAXS" | "OTHR";
  payer: TransferParty;
  payments: readonly (TransferParty & { cents: number; text: string })[];
}

type Tree = { [name: string]: Tree | Tree[] | string };

/**
 * @param messageId unique for the file, at most 35 characters; @param madeAt instant without a zone suffix
 * @throws PaymentFault
 */
export function creditTransfer(batch: TransferBatch, messageId: string, madeAt: string): Tree {
  const { currency, payer, payments, purpose } = batch;
  demandPayments(payments);
  const sum = centsText(payments.reduce((total, each) => total + each.cents, 0));
  const count = String(payments.length);
  const id = messageId.replaceAll("-", "").slice(0, 35);
  const agent = ({ member }: TransferParty): Tree => ({
    FinInstnId: { ClrSysMmbId: { ClrSysId: { Cd: batch.system }, MmbId: member } },
  });
  const accountOf = ({ account }: TransferParty): Tree => ({ Id: { Othr: { Id: account } } });
  return {
    CstmrCdtTrfInitn: {
      GrpHdr: {
        ...{ MsgId: id, CreDtTm: madeAt, NbOfTxs: count, CtrlSum: sum },
        InitgPty: { Nm: payer.name },
      },
      PmtInf: {
        ...{ PmtInfId: `${id.slice(0, 30)}-1`, PmtMtd: "TRF", BtchBookg: "true", NbOfTxs: count, CtrlSum: sum },
        PmtTpInf: { CtgyPurp: { Cd: purpose } },
        ReqdExctnDt: { Dt: batch.payday },
        Dbtr: { Nm: payer.name },
        DbtrAcct: { ...accountOf(payer), Ccy: currency },
        DbtrAgt: agent(payer),
        ChrgBr: "SLEV",
        CdtTrfTxInf: payments.map((each, at) => ({
          PmtId: { EndToEndId: `${id.slice(0, 28)}-${at + 1}` },
          Amt: { InstdAmt: { "@Ccy": currency, "#": centsText(each.cents) } },
          CdtrAgt: agent(each),
          Cdtr: { Nm: each.name },
          CdtrAcct: accountOf(each),
          Purp: { Cd: purpose },
          RmtInf: { Ustrd: each.text },
        })),
      },
    },
  };
}

/** @throws PaymentFault where there is nothing to pay, or an amount that is none */
export function demandPayments(payments: readonly { name: string; cents: number }[]): void {
  if (payments.length === 0) throw new PaymentFault("payments", "There is nothing to pay in this file.");
  const none = payments.find((each) => each.cents <= 0);
  if (none) throw new PaymentFault("amount", `${none.name}: an amount must be above zero.`);
}
