/** Reads payment files that are the same for both countries: the neutral CSV, and ISO 20022 credit transfers (pain.001). */
import { parse } from "csv-parse/sync";
import { XMLParser } from "fast-xml-parser";
import type { Entry, Fault } from "./directEntryReader.ts";

type PaymentEntry = Omit<Entry, "code">;
interface PaymentFile {
  processDate: string;
  userId: string;
  credit: number;
  entries: PaymentEntry[];
  faults: Fault[];
}

const wanted = ["payment_date", "payee_name", "account", "amount"];
/** In New Zealand bank and branch stand in the account; in Australia in the BSB beside it. */
const isAccount = ({ bsb, account }: PaymentEntry) =>
  bsb === "" ? /^\d{2}-\d{4}-\d{7,8}-\d{2,4}$/.test(account) : /^\d{3}-?\d{3}$/.test(bsb) && /^\d{1,9}$/.test(account);
const centsOf = (text: string): number => (/^\d+\.\d{2}$/.test(text) ? Number(text.replace(".", "")) : Number.NaN);

const file = (processDate: string, userId: string, entries: PaymentFile["entries"], faults: PaymentFile["faults"]) => ({
  processDate,
  userId,
  credit: entries.reduce((sum, entry) => sum + entry.cents, 0),
  entries,
  faults,
});

function checked(entries: PaymentFile["entries"], faults: PaymentFile["faults"]): void {
  entries.forEach((entry, at) => {
    if (!isAccount(entry)) faults.push({ line: at + 2, text: `The account ${entry.account} has not the right form.` });
    if (!(entry.cents > 0)) faults.push({ line: at + 2, text: "The amount is not above nought." });
  });
}

export function readPaymentCsv(bytes: Buffer): PaymentFile {
  const faults: PaymentFile["faults"] = [];
  let rows: Record<string, string>[] = [];
  try {
    rows = parse(bytes, { columns: true });
  } catch {
    faults.push({ line: 1, text: "The file is no CSV with a heading line." });
  }
  const missing = wanted.filter((name) => !(name in (rows[0] ?? {})));
  if (missing.length > 0) faults.push({ line: 1, text: `The columns ${missing.join(", ")} are missing.` });
  const entries = rows.map((row) => ({
    bsb: row.bsb ?? "",
    account: row.account ?? "",
    cents: centsOf(row.amount ?? ""),
    title: row.payee_name ?? "",
    reference: row.reference ?? "",
  }));
  checked(entries, faults);
  const dates = new Set(rows.map((row) => row.payment_date));
  if (dates.size > 1) faults.push({ line: 1, text: "One file is paid on one day." });
  return file([...dates][0] ?? "", "csv", entries, faults);
}

interface Transfer {
  Amt: { InstdAmt: { "#text": string } };
  Cdtr?: { Nm?: string };
  CdtrAgt?: { FinInstnId: { ClrSysMmbId: { ClrSysId: { Cd: string }; MmbId: string } } };
  CdtrAcct?: { Id: { Othr: { Id: string } } };
  RmtInf?: { Ustrd?: string };
}

const bsbOf = ({ CdtrAgt }: Transfer): string => {
  const { ClrSysId, MmbId } = CdtrAgt?.FinInstnId.ClrSysMmbId ?? { ClrSysId: { Cd: "" }, MmbId: "" };
  return ClrSysId.Cd === "AUBSB" ? MmbId : "";
};

export function readCreditTransfer(bytes: Buffer): PaymentFile {
  const faults: PaymentFile["faults"] = [];
  const tree = new XMLParser({ ignoreAttributes: false, parseTagValue: false, processEntities: false }).parse(
    bytes,
  ) as {
    Document?: {
      CstmrCdtTrfInitn?: {
        GrpHdr: { NbOfTxs: string; CtrlSum: string; InitgPty: { Nm: string } };
        PmtInf: { ReqdExctnDt: { Dt: string }; CdtTrfTxInf: Transfer | Transfer[] };
      };
    };
  };
  const body = tree.Document?.CstmrCdtTrfInitn;
  if (!body) return file("", "", [], [{ line: 1, text: "The document is no credit transfer." }]);
  const transfers = [body.PmtInf.CdtTrfTxInf].flat();
  const entries = transfers.map((each) => ({
    bsb: bsbOf(each),
    account: each.CdtrAcct?.Id.Othr.Id ?? "",
    cents: centsOf(each.Amt.InstdAmt["#text"]),
    title: each.Cdtr?.Nm ?? "",
    reference: each.RmtInf?.Ustrd ?? "",
  }));
  checked(entries, faults);
  const made = file(body.PmtInf.ReqdExctnDt.Dt, body.GrpHdr.InitgPty.Nm, entries, faults);
  if (Number(body.GrpHdr.NbOfTxs) !== entries.length)
    faults.push({ line: 1, text: "NbOfTxs is not the number of payments." });
  if (centsOf(body.GrpHdr.CtrlSum) !== made.credit)
    faults.push({ line: 1, text: "CtrlSum is not the sum of the payments." });
  return made;
}
