/**
 * Payments to people in New Zealand: a neutral CSV for any bank, in our own layout, and the credit transfer of ISO 20022
 * as data. Accounts as BB-bbbb-AAAAAAA-SSS; particulars, code and reference of twelve characters each.
 */
import type { IsoDate } from "../../calendar/dates.ts";
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

/** Why a file cannot be written; names the field. */
export class PaymentFault extends Error {
  readonly field: string;
  constructor(field: string, reason: string) {
    super(reason);
    this.field = field;
  }
}

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
  if (file.payments.length === 0) throw new PaymentFault("payments", "There is nothing to pay in this file.");
  return [
    [...paymentColumns],
    ...file.payments.map((each) => {
      if (each.cents <= 0) throw new PaymentFault("amount", `${each.title}: an amount must be above zero.`);
      return [
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
      ];
    }),
  ];
}

type Tree = { [name: string]: Tree | Tree[] | string };

/** `NZNCC`: bank and branch, six digits (ISO 20022 external clearing system code list). */
const agent = (account: string): Tree => {
  const parts = accountPartsNz(account);
  return {
    FinInstnId: {
      ClrSysMmbId: { ClrSysId: { Cd: "NZNCC" }, MmbId: `${parts?.bank ?? ""}${parts?.branch ?? ""}` },
    },
  };
};

/**
 * Customer credit transfer initiation pain.001.001.09 as a tree of elements, in the order of the schema.
 * @param messageId unique for the file, at most 35 characters; @param madeAt instant without a zone suffix
 */
export function creditTransfer(file: PaymentFileNz, messageId: string, madeAt: string): Tree {
  const from = accountOf(file.payer.account, file.payer.name);
  if (file.payments.length === 0) throw new PaymentFault("payments", "There is nothing to pay in this file.");
  const sum = centsText(file.payments.reduce((total, each) => total + each.cents, 0));
  const count = String(file.payments.length);
  // Salaries, or taxes (ISO 20022 external purpose code list).
  const purpose = file.about === undefined ? "SALA" : "TAXS";
  const id = messageId.replaceAll("-", "").slice(0, 35);
  return {
    CstmrCdtTrfInitn: {
      GrpHdr: {
        MsgId: id,
        CreDtTm: madeAt,
        NbOfTxs: count,
        CtrlSum: sum,
        InitgPty: { Nm: file.payer.name },
      },
      PmtInf: {
        PmtInfId: `${id.slice(0, 30)}-1`,
        PmtMtd: "TRF",
        BtchBookg: "true",
        NbOfTxs: count,
        CtrlSum: sum,
        PmtTpInf: { CtgyPurp: { Cd: purpose } },
        ReqdExctnDt: { Dt: file.payday },
        Dbtr: { Nm: file.payer.name },
        DbtrAcct: { Id: { Othr: { Id: from } }, Ccy: "NZD" },
        DbtrAgt: agent(from),
        ChrgBr: "SLEV",
        CdtTrfTxInf: file.payments.map((each, at) => {
          const to = accountOf(each.account, each.title);
          return {
            PmtId: { EndToEndId: `${id.slice(0, 28)}-${at + 1}` },
            Amt: { InstdAmt: { "@Ccy": "NZD", "#": centsText(each.cents) } },
            CdtrAgt: agent(to),
            Cdtr: { Nm: each.title },
            CdtrAcct: { Id: { Othr: { Id: to } } },
            Purp: { Cd: purpose },
            RmtInf: {
              Ustrd: [each.particulars, each.code, each.reference].map((text) => statementText(text)).join("/"),
            },
          };
        }),
      },
    },
  };
}
