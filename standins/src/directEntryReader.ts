/** The bank's own reading of a Direct Entry file: every fault with its line number, nothing guessed. */

export interface Fault {
  line: number;
  text: string;
}
export interface Entry {
  bsb: string;
  account: string;
  code: string;
  cents: number;
  title: string;
  reference: string;
}
export interface DirectEntry {
  processDate: string;
  userId: string;
  credit: number;
  entries: Entry[];
  faults: Fault[];
}

const charset = /^[A-Za-z0-9 +\-@$!%&()*./#=:;?,'[\]_^]*$/;
const codes = ["13", "50", "51", "52", "53", "54", "55", "56", "57"];

export function readDirectEntry(bytes: Buffer): DirectEntry {
  const faults: Fault[] = [];
  const fault = (line: number, text: string) => faults.push({ line, text });
  const text = bytes.toString("latin1");
  if (text.includes("\n") && !text.includes("\r\n")) fault(1, "Lines end with LF alone.");
  const lines = text.replace(/\r\n$/, "").split("\r\n");
  lines.forEach((line, at) => {
    if (line.length !== 120) fault(at + 1, `The record has ${line.length} characters instead of 120.`);
    if (!charset.test(line)) fault(at + 1, "The record holds a character that is not permitted.");
  });
  const [head = "", ...rest] = lines;
  const tail = rest.pop() ?? "";
  if (head[0] !== "0") fault(1, "The first record is not of type 0.");
  if (tail[0] !== "7") fault(lines.length, "The last record is not of type 7.");
  const blank = (line: string, at: number, from: number, to: number) => {
    if (line.slice(from - 1, to).trim() !== "") fault(at, `Columns ${from} to ${to} are not blank.`);
  };
  blank(head, 1, 2, 18);
  blank(head, 1, 24, 30);
  blank(head, 1, 81, 120);
  const ddmmyy = head.slice(74, 80);
  const processDate = `20${ddmmyy.slice(4)}-${ddmmyy.slice(2, 4)}-${ddmmyy.slice(0, 2)}`;
  if (Number.isNaN(Date.parse(processDate))) fault(1, "The date to be processed is not a date.");
  const entries = rest.map((line, at): Entry => {
    const number = at + 2;
    if (line[0] !== "1") fault(number, "The record is not of type 1.");
    const bsb = line.slice(1, 8);
    if (!/^\d{3}-\d{3}$/.test(bsb) || bsb === "000-000" || bsb === "999-999") fault(number, "The BSB is not valid.");
    const account = line.slice(8, 17);
    if (!/^ *[\d-]+$/.test(account) || !/[1-9]/.test(account)) fault(number, "The account number is not valid.");
    if (!" NWXY".includes(line[17] ?? "?")) fault(number, "The indicator is not valid.");
    const code = line.slice(18, 20);
    if (!codes.includes(code)) fault(number, "The transaction code is not valid.");
    const amount = line.slice(20, 30);
    if (!/^\d{10}$/.test(amount) || Number(amount) === 0) fault(number, "The amount is not a number above zero.");
    const title = line.slice(30, 62);
    if (title.trim() === "" || title.startsWith(" "))
      fault(number, "The title of the account is missing or not left-justified.");
    const reference = line.slice(62, 80);
    if (reference.startsWith(" ")) fault(number, "The lodgement reference starts with a blank.");
    if (!/^\d{3}-\d{3}$/.test(line.slice(80, 87))) fault(number, "The trace BSB is not valid.");
    if (line.slice(96, 112).trim() === "") fault(number, "The name of the remitter is missing.");
    if (line.slice(112, 120) !== "00000000" && !"WXY".includes(line[17] ?? " "))
      fault(number, "Withholding is stated without its indicator.");
    return {
      bsb,
      account: account.trim(),
      code,
      cents: Number(amount),
      title: title.trim(),
      reference: reference.trim(),
    };
  });
  const total = (test: (code: string) => boolean) =>
    entries.filter((each) => test(each.code)).reduce((a, b) => a + b.cents, 0);
  const credit = total((code) => code !== "13");
  const debit = total((code) => code === "13");
  const last = lines.length;
  if (tail.slice(1, 8) !== "999-999") fault(last, "The filler of record 7 is not 999-999.");
  blank(tail, last, 9, 20);
  if (Number(tail.slice(20, 30)) !== Math.abs(credit - debit)) fault(last, "The net total is wrong.");
  if (Number(tail.slice(30, 40)) !== credit) fault(last, "The credit total is wrong.");
  if (Number(tail.slice(40, 50)) !== debit) fault(last, "The debit total is wrong.");
  if (Number(tail.slice(74, 80)) !== entries.length) fault(last, "The count of records is wrong.");
  return { processDate, userId: head.slice(56, 62), credit, entries, faults };
}
