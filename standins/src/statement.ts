/** The bank's statement of a business's account: files that it booked, what came back, and what is nobody's concern here. */
import type { World } from "./world.ts";

interface Entry {
  id: string;
  date: string;
  cents: number;
  text: string;
}

/** Everyday lines that have nothing to do with payroll, the same each month. */
const everyday: [day: string, cents: number, text: string][] = [
  ["03", 1_284_050, "TAKINGS WEEK"],
  ["09", -41_260, "CARD GROVE CITRUS SUPPLIES"],
  ["17", 1_193_775, "TAKINGS WEEK"],
  ["23", -18_900, "DIRECT DEBIT TIDEWAY POWER"],
];

function entriesOf({ db }: World, business: string, from: string, to: string): Entry[] {
  const files = db
    .prepare(
      "SELECT id, process_date AS date, credit, reference FROM bank_file WHERE business = ? AND state = 'SETTLED' AND process_date BETWEEN ? AND ? ORDER BY id",
    )
    .all(business, from, to) as { id: string; date: string; credit: number }[];
  const entries = files.flatMap((file): Entry[] => {
    const back = db
      .prepare(
        "SELECT line, cents, title, reference FROM bank_line WHERE file = ? AND state = 'RETURNED' ORDER BY line",
      )
      .all(file.id) as { line: number; cents: number; title: string; reference: string }[];
    return [
      { id: file.id, date: file.date, cents: -file.credit, text: `PAYMENT FILE ${file.id}` },
      ...back.map((line) => ({
        ...{ id: `${file.id}-${line.line}`, date: file.date, cents: line.cents },
        text: `RETURNED ${line.title} ${line.reference}`,
      })),
    ];
  });
  for (let month = from.slice(0, 7); month <= to.slice(0, 7); month = next(month))
    for (const [day, cents, text] of everyday) {
      const date = `${month}-${day}`;
      if (date >= from && date <= to) entries.push({ id: `X${date.replaceAll("-", "")}`, date, cents, text });
    }
  return entries.sort((a, b) => (a.date + a.id < b.date + b.id ? -1 : 1));
}

const next = (month: string): string => {
  const [year = 0, number = 0] = month.split("-").map(Number);
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, "0")}`;
};
const money = (cents: number): string => (cents / 100).toFixed(2);
const xml = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** @param account as the business writes it; the bank says it back */
export function statementText(
  world: World,
  of: { business: string; account: string; from: string; to: string; format: string },
): { type: string; text: string } {
  const entries = entriesOf(world, of.business, of.from, of.to);
  const opening = 5_000_000;
  const closing = entries.reduce((sum, each) => sum + each.cents, opening);
  if (of.format === "csv")
    return {
      type: "text/csv",
      text: [
        "Date,Amount,Description,Reference",
        ...entries.map((each) => `${dayFirst(each.date)},${money(each.cents)},"${each.text}",${each.id}`),
      ].join("\r\n"),
    };
  if (of.format === "ofx")
    return {
      type: "application/x-ofx",
      text: `OFXHEADER:100\nDATA:OFXSGML\nVERSION:102\n\n<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>AUD<BANKACCTFROM><BANKID>990<ACCTID>${of.account}<ACCTTYPE>CHECKING</BANKACCTFROM><BANKTRANLIST><DTSTART>${of.from.replaceAll("-", "")}<DTEND>${of.to.replaceAll("-", "")}${entries
        .map(
          (each) =>
            `\n<STMTTRN><TRNTYPE>${each.cents < 0 ? "DEBIT" : "CREDIT"}<DTPOSTED>${each.date.replaceAll("-", "")}120000<TRNAMT>${money(each.cents)}<FITID>${each.id}<NAME>${xml(each.text.slice(0, 32))}<MEMO>${xml(each.text)}</STMTTRN>`,
        )
        .join(
          "",
        )}</BANKTRANLIST><LEDGERBAL><BALAMT>${money(closing)}<DTASOF>${of.to.replaceAll("-", "")}</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>`,
    };
  const amount = (cents: number) =>
    `<Amt Ccy="AUD">${money(Math.abs(cents))}</Amt><CdtDbtInd>${cents < 0 ? "DBIT" : "CRDT"}</CdtDbtInd>`;
  const balance = (code: string, cents: number, on: string) =>
    `<Bal><Tp><CdOrPrtry><Cd>${code}</Cd></CdOrPrtry></Tp>${amount(cents)}<Dt><Dt>${on}</Dt></Dt></Bal>`;
  return {
    type: "application/xml",
    text: `<?xml version="1.0" encoding="UTF-8"?>
<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.02"><BkToCstmrStmt><GrpHdr><MsgId>S-1</MsgId><CreDtTm>${world.now()}</CreDtTm></GrpHdr><Stmt><Id>S-${of.to}</Id><Acct><Id><Othr><Id>${of.account}</Id></Othr></Id></Acct>${balance("OPBD", opening, of.from)}${balance("CLBD", closing, of.to)}${entries
      .map(
        (each) =>
          `\n<Ntry>${amount(each.cents)}<Sts>BOOK</Sts><BookgDt><Dt>${each.date}</Dt></BookgDt><AcctSvcrRef>${each.id}</AcctSvcrRef><NtryDtls><TxDtls><RmtInf><Ustrd>${xml(each.text)}</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>`,
      )
      .join("")}</Stmt></BkToCstmrStmt></Document>`,
  };
}
const dayFirst = (date: string): string => date.split("-").reverse().join("/");
