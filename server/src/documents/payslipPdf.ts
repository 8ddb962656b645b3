/** A payslip as PDF, in the type of the product; the fonts ship with the application. */
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type { PayslipLine } from "@zesty/core/payslips/payslip";
import { type SlipTable, slipLayout } from "@zesty/core/payslips/slipLayout";
import pdfmake from "pdfmake";
import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import type { Slip } from "../runs/prepared.ts";
import { shareFont } from "./sharedFonts.ts";

const virtualFiles = (pdfmake as unknown as { virtualfs: { writeFileSync(name: string, bytes: Buffer): void } })
  .virtualfs;
const fontFolder = dirname(createRequire(import.meta.url).resolve("@expo-google-fonts/source-sans-3/package.json"));
const font = (weight: string): string => {
  const name = `${weight}.shared`;
  virtualFiles.writeFileSync(name, shareFont(join(fontFolder, weight, `SourceSans3_${weight}.ttf`)));
  return name;
};
pdfmake.setFonts({
  Source: {
    normal: font("400Regular"),
    bold: font("600SemiBold"),
    italics: font("400Regular_Italic"),
    bolditalics: font("600SemiBold_Italic"),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(() => false);

const ink = "#1F2A20";
const quiet = "#5A6657";
const rule = "#D9D5C2";

const dateWords = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
const date = (iso: string) => dateWords.format(new Date(`${iso}T00:00:00Z`));
const shortWords = new Intl.DateTimeFormat("en-AU", {
  day: "numeric",
  month: "short",
  year: "numeric",
  timeZone: "UTC",
});
const shortDate = (iso: string) => shortWords.format(new Date(`${iso}T00:00:00Z`));
const grouped = new Intl.NumberFormat("en-AU", { minimumFractionDigits: 2, maximumFractionDigits: 2 });
/** Money text is exact; grouping is done on its whole part only. */
const money = (text: string) => {
  const [whole = "0", cents = "00"] = text.replace("-", "").split(".");
  return `${text.startsWith("-") ? "−" : ""}${grouped.format(Number(whole)).slice(0, -3)}.${cents}`;
};

const right = (text: string, more: object = {}): TableCell => ({ text, alignment: "right", ...more });
const head = (text: string, alignment: "left" | "right" = "left"): TableCell => ({
  text,
  color: quiet,
  fontSize: 8.5,
  alignment,
});

const layout = {
  hLineWidth: (at: number, node: { table: { body: unknown[] } }) =>
    at === 0 || at === node.table.body.length ? 0 : 0.5,
  vLineWidth: () => 0,
  hLineColor: () => rule,
  paddingLeft: () => 0,
  paddingRight: () => 0,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

const gap = { width: 12, text: "" };

function lineTable(title: string, lines: readonly PayslipLine[], total?: [string, string, string]): Content[] {
  if (lines.length === 0) return [];
  const body: TableCell[][] = [
    [
      head(title),
      head("Hours", "right"),
      head("Rate", "right"),
      head("This pay", "right"),
      head("Year to date", "right"),
    ],
    ...lines.map((line) => [
      line.name,
      right(line.hours ?? ""),
      right(line.rate === null ? "" : money(Number(line.rate).toFixed(line.rate.split(".")[1]?.length === 4 ? 4 : 2))),
      right(money(line.amount)),
      right(money(line.yearToDate), { color: quiet }),
    ]),
  ];
  if (total)
    body.push([
      { text: total[0], bold: true },
      "",
      "",
      right(money(total[1]), { bold: true }),
      right(money(total[2]), { color: quiet }),
    ]);
  return [{ table: { headerRows: 1, widths: ["*", 50, 60, 70, 80], body }, layout, margin: [0, 0, 0, 14] }];
}

const shownCell = (text: string, at: number, table: SlipTable): string =>
  table.money.includes(at) ? money(text) : table.dates.includes(at) ? shortDate(text) : text;

function slipTable(table: SlipTable, widths: (string | number)[]): Content {
  return {
    table: {
      headerRows: 1,
      widths,
      body: [
        table.head.map((text, at) => head(text, at === 0 ? "left" : "right")),
        ...table.rows.map((row) => row.map((text, at) => (at === 0 ? text : right(shownCell(text, at, table))))),
      ],
    },
    layout,
  };
}

export function payslipDefinition(slip: Slip): TDocumentDefinitions {
  const shown = slipLayout(slip);
  const small = (label: string, value: string): Content => ({ text: [{ text: `${label}  `, color: quiet }, value] });
  const contributionWidths = shown.contributions.head.length === 4 ? ["*", 80, 70, 80] : ["*", 70, 80];
  const leaveWidths = shown.leave.head.length === 4 ? ["*", 55, 50, 60] : ["*", 50, 60];
  return {
    pageSize: "A4",
    pageMargins: [48, 44, 48, 44],
    defaultStyle: { font: "Source", fontSize: 10, color: ink, lineHeight: 1.15, fontFeatures: ["tnum"] },
    info: { title: `Payslip ${slip.employee.name} ${slip.payday}`, author: slip.employer.name },
    content: [
      {
        columns: [
          { text: slip.employer.name, bold: true, fontSize: 13 },
          { text: "Payslip", alignment: "right", fontSize: 13, color: quiet },
        ],
      },
      { text: shown.registration, color: quiet, margin: [0, 0, 0, 16] },
      {
        columns: [
          [
            { text: slip.employee.name, bold: true, fontSize: 12 },
            small("Payroll ID", slip.employee.payrollId),
            slip.employee.classification ? small("Classification", slip.employee.classification) : "",
            "annualRate" in slip.employee && slip.employee.annualRate
              ? small("Annual rate", `$${money(slip.employee.annualRate)}`)
              : "",
            ...shown.facts.map(([label, value]) => small(label, value)),
          ],
          gap,
          [
            small("Period", `${date(slip.period.start)} to ${date(slip.period.end)}`),
            small("Date of payment", date(slip.payday)),
          ],
        ],
        margin: [0, 0, 0, 18],
      },
      {
        table: {
          widths: ["*", "*", "*"],
          body: [
            [head("Gross"), head(shown.taxTitle), head("Net pay")],
            [
              { text: `$${money(slip.gross)}`, fontSize: 15 },
              { text: `$${money(slip.withheld)}`, fontSize: 15 },
              { text: `$${money(slip.net)}`, fontSize: 15, bold: true },
            ],
          ],
        },
        layout: { ...layout, hLineWidth: () => 0 },
        margin: [0, 0, 0, 18],
      },
      ...lineTable("Earnings", slip.earnings, ["Gross", slip.gross, slip.yearToDate.gross]),
      ...lineTable("Reimbursements", slip.reimbursements),
      ...lineTable("Tax and deductions", shown.deductions, ["Net pay", slip.net, slip.yearToDate.net]),
      ...(shown.contributions.rows.length === 0
        ? []
        : [{ ...(slipTable(shown.contributions, contributionWidths) as object), margin: [0, 0, 0, 14] } as Content]),
      {
        columns: [
          shown.leave.rows.length === 0 ? "" : slipTable(shown.leave, leaveWidths),
          gap,
          slip.paidTo.length === 0
            ? ""
            : {
                table: {
                  headerRows: 1,
                  widths: ["*", 70],
                  body: [
                    [head("Paid to"), head("Amount", "right")],
                    ...slip.paidTo.map((each) => [`${each.title}, account ${each.account}`, right(money(each.amount))]),
                  ],
                },
                layout,
              },
        ],
      },
      ...(slip.message ? [{ text: slip.message, margin: [0, 18, 0, 0], italics: true } satisfies Content] : []),
    ],
  };
}

export const payslipPdf = (slip: Slip): Promise<Buffer> =>
  pdfmake.createPdf(payslipDefinition(slip)).getBuffer() as Promise<Buffer>;
