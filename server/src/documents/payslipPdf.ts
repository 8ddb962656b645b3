/** A payslip as PDF. */
import { slipLayout } from "@zesty/core/countries/slipLayout";
import type { PayslipLine, SlipTable } from "@zesty/core/documents/slip";
import type { Content, DynamicContent, TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { date, head, layout, money, page, pdfOf, quiet, right, shortDate } from "./pdfStyle.ts";
import type { Slip } from "./slip.ts";

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

/** Several payslips in one file, each on a page of its own. */
export const payslipsPdf = (slips: readonly Slip[]): Promise<Buffer> => {
  if (slips.length === 0) throw new Error("There is no payslip to print.");
  const content = slips.map(payslipDefinition).map((each): Content => ({ section: each.content, header: each.header }));
  return pdfOf({ ...page, info: { title: "Payslips" }, content });
};

/** Pages after the first say whose payslip they are of. */
function whoseItIs({ employee, payday }: Slip): DynamicContent {
  let first: number | undefined;
  return (at) => {
    first ??= at;
    if (at === first) return "";
    const text = `${employee.name}, payslip of ${date(payday)}, page ${at - first + 1}`;
    return { text, color: quiet, fontSize: 8.5, margin: [48, 24, 48, 0] };
  };
}

export function payslipDefinition(slip: Slip): TDocumentDefinitions {
  const shown = slipLayout(slip);
  const small = (label: string, value: string): Content => ({ text: [{ text: `${label}  `, color: quiet }, value] });
  const contributionWidths = shown.contributions.head.length === 4 ? ["*", 80, 70, 80] : ["*", 70, 80];
  const leaveWidths = shown.leave.head.length === 4 ? ["*", 46, 40, 50] : ["*", 50, 60];
  return {
    ...page,
    header: whoseItIs(slip),
    info: { title: `Payslip ${slip.employee.name} ${slip.payday}`, author: slip.employer.name },
    content: [
      {
        columns: [
          { text: slip.employer.name, bold: true, fontSize: 13 },
          { text: "Payslip", alignment: "right", fontSize: 13, color: quiet },
        ],
      },
      {
        text: [shown.registration, slip.employer.address].filter(Boolean).join(" · "),
        color: quiet,
        margin: [0, 0, 0, 16],
      },
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

export const payslipPdf = (slip: Slip): Promise<Buffer> => pdfOf(payslipDefinition(slip));
