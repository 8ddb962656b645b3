/** The page of an archive that a human reads: one file, no program, nothing fetched; printed as it stands. */
import type { TimeLane } from "@zesty/contract/lineOfTime";
import { dateWords, type IsoDate } from "@zesty/core/calendar/dates";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";

export interface KeptPay {
  runId: number;
  payId: number;
  payday: IsoDate;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  kind: string;
  snapshot: PaySnapshot;
}

export interface ArchivePage {
  business: { name: string; number: string };
  person: { name: string; payrollId: string; startDate: IsoDate; endDate: IsoDate | null };
  from: IsoDate;
  to: IsoDate;
  madeOn: IsoDate;
  pays: readonly KeptPay[];
  lanes: readonly TimeLane[];
  leave: readonly { date: IsoDate; kind: string; why: string; amount: string; reason: string }[];
  files: readonly string[];
}

const signs: Record<string, string> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&#39;" };
const plain = (text: string): string => text.replace(/[&<>"']/g, (sign) => signs[sign] ?? sign);
const cells = (tag: "td" | "th", texts: readonly string[], right = 99): string =>
  texts.map((text, at) => `<${tag}${at >= right ? ' class="n"' : ""}>${plain(text)}</${tag}>`).join("");
const table = (head: readonly string[], rows: readonly (readonly string[])[], right = 99): string =>
  `<table><thead><tr>${cells("th", head, right)}</tr></thead><tbody>${rows
    .map((row) => `<tr>${cells("td", row, right)}</tr>`)
    .join("")}</tbody></table>`;

const fileWords = (name: string): string =>
  name.startsWith("payslips-")
    ? "every payslip of the year, as it was given"
    : name.startsWith("time-record-")
      ? "the record of time, a row a day: shifts, breaks, leave, what each became"
      : ({
          "pays.csv": "every line of every pay",
          "leave.csv": "the ledger of leave, entry by entry",
          "terms.csv": "what was agreed, and each change with its day",
          "workings.json": "how gross, tax, net and contributions of each pay were worked out",
        }[name] ?? "");

const style = `body{font:15px/1.45 Georgia,serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#1d2620}
h1{font-size:1.6rem;margin:0}h2{font-size:1.15rem;margin:2rem 0 .4rem;border-bottom:1px solid #999}
table{border-collapse:collapse;width:100%;font-size:14px}th,td{text-align:left;padding:.15rem .5rem .15rem 0;border-bottom:1px solid #ddd;vertical-align:top}
.n{text-align:right;font-variant-numeric:tabular-nums}dt{float:left;width:11rem;color:#555}dd{margin:0 0 .2rem 11rem}`;

export function archivePage({ business, person, from, to, madeOn, pays, lanes, leave, files }: ArchivePage): string {
  const facts: [string, string][] = [
    ["Employer", `${business.name}${business.number ? `, ${business.number}` : ""}`],
    ["Payroll ID", person.payrollId],
    ["Employed", `from ${dateWords(person.startDate)}${person.endDate ? ` to ${dateWords(person.endDate)}` : ""}`],
    ["This archive", `${dateWords(from)} to ${dateWords(to)}, made on ${dateWords(madeOn)}`],
  ];
  const inAll = (name: "gross" | "withheld" | "net") =>
    dollars(sum(pays.map(({ snapshot }) => decimal(snapshot.figures[name]))));
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${plain(person.name)}</title><style>${style}</style></head><body>
<h1>${plain(person.name)}</h1>
<dl>${facts.map(([what, is]) => `<dt>${plain(what)}</dt><dd>${plain(is)}</dd>`).join("")}</dl>
<h2>What is beside this page</h2>
<ul>${files.map((name) => `<li><a href="${plain(encodeURI(name))}">${plain(name)}</a>: ${plain(fileWords(name))}</li>`).join("")}</ul>
<h2>What was agreed</h2>
${table(
  ["Part", "From", "What"],
  lanes.flatMap(({ title, notches }) => notches.map((notch) => [title, dateWords(notch.from), notch.words])),
)}
<h2>Pays</h2>
${table(
  ["Payday", "Period", "Hours", "Gross", "Tax", "Net"],
  [
    ...pays.map(({ payday, periodStart, periodEnd, kind, snapshot: { figures } }) => [
      dateWords(payday),
      `${dateWords(periodStart)} to ${dateWords(periodEnd)}${kind === "cycle" ? "" : ", outside the cycle"}`,
      decimal(figures.hours).toFixed(2),
      ...[figures.gross, figures.withheld, figures.net].map((text) => dollars(decimal(text))),
    ]),
    ["In all", "", "", inAll("gross"), inAll("withheld"), inAll("net")],
  ],
  2,
)}
<h2>Leave</h2>
${
  leave.length === 0
    ? "<p>No leave is on record in these days.</p>"
    : table(
        ["Day", "Leave", "What", "Amount", "Reason"],
        leave.map((each) => [dateWords(each.date), each.kind, each.why, each.amount, each.reason]),
      )
}
</body></html>
`;
}
