/** The clearing house's own reading of a contributions file: by position, every fault with its line, nothing guessed. */
import { parse } from "csv-parse/sync";
import type { Fault } from "./directEntryReader.ts";

interface Line {
  line: number;
  payrollId: string;
  memberNumber: string;
  reference: string;
  cents: number;
}

/** Columns by their letters in the layout, from nought. */
const at = { line: 0, usi: 18, payeeAddress: 20, reference: 22, paid: 24, memberNumber: 53, payrollId: 54 };
const amounts = [59, 60, 61, 62, 63, 64, 65, 66];
const width = 133;

export function readContributions(bytes: Buffer) {
  const faults: Fault[] = [];
  const fault = (line: number, text: string) => faults.push({ line, text });
  let rows: string[][] = [];
  try {
    rows = parse(bytes, { relax_column_count: true });
  } catch {
    fault(1, "SF-01: the file cannot be read as CSV with three heading lines.");
  }
  const [head = [], , names = [], ...body] = rows;
  if (head[0] !== "VERSION" || head[1] !== "1.0") fault(1, "SF-02: version not supported.");
  if (names.length !== width || names[59] !== "Superannuation Guarantee Amount")
    fault(3, "SF-03: a column is missing, moved or renamed.");
  const funds = new Map<string, string>();
  const paid = new Map<string, { stated: string; cents: number; line: number }>();
  const lines = body.map((cells, index): Line => {
    const number = index + 4;
    const cell = (column: number) => cells[column] ?? "";
    const given = amounts.map(cell).filter((text) => text !== "");
    if (cells.length !== width) fault(number, "SF-03: the line has the wrong number of cells.");
    if (given.length === 0 && cell(67) === "") fault(number, "SC-01: no amount and no registration.");
    if (given.some((text) => !/^\d+\.\d\d$/.test(text))) fault(number, "SC-02: negative amount although switched off.");
    if (cell(at.usi) === "" && cell(at.payeeAddress) === "")
      fault(number, "SP-04: self-managed fund without electronic service address.");
    if (cell(at.memberNumber) === "" && cell(67) === "")
      fault(number, "SM-05: new member, registration details missing.");
    const reference = cell(at.reference);
    if (reference === "" || reference.length > 18) fault(number, "SY-01: payment reference missing or too long.");
    const fund = `${cell(17)} ${cell(at.usi)}`;
    if ((funds.get(reference) ?? fund) !== fund) fault(number, "SY-01: payment reference used for two funds.");
    funds.set(reference, fund);
    const cents = given.reduce((sum, text) => sum + Math.round(Number(text) * 100), 0);
    const sum = paid.get(reference);
    if (sum) sum.cents += cents;
    else paid.set(reference, { stated: cell(at.paid), cents, line: number });
    return {
      ...{ line: Number(cell(at.line)), payrollId: cell(at.payrollId), memberNumber: cell(at.memberNumber) },
      ...{ reference, cents },
    };
  });
  for (const { stated, cents, line } of paid.values())
    if (stated !== (cents / 100).toFixed(2)) fault(line, "SY-02: payment amount differs from the sum of its rows.");
  return { fileId: head[5] ?? "", lines, faults };
}
