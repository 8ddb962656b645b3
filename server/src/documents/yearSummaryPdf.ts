/** A person's payroll year as PDF. */
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { date, head, layout, money, page, pdfOf, quiet, right } from "./pdfStyle.ts";

/** Dates among the facts are written out; what stands behind one stays as it is. */
const said = (value: string) => value.replace(/^\d{4}-\d{2}-\d{2}/, (iso) => date(iso));

export function yearSummaryDefinition({
  year,
  employer,
  employee,
  blocks,
  standing,
}: YearSummary): TDocumentDefinitions {
  return {
    ...page,
    info: { title: `Year summary ${employee.name} ${year}`, author: employer.name },
    content: [
      {
        columns: [
          { text: employer.name, bold: true, fontSize: 13 },
          {
            text: year.startsWith("year") ? `Summary of the ${year}` : `Year summary ${year}`,
            alignment: "right",
            fontSize: 13,
            color: quiet,
          },
        ],
      },
      {
        text: [employer.registration, employer.address].filter(Boolean).join(" · "),
        color: quiet,
        margin: [0, 0, 0, 16],
      },
      { text: employee.name, bold: true, fontSize: 12 },
      ...[["Payroll ID", employee.payrollId], ...employee.facts].map(
        ([label = "", value = ""]): Content => ({ text: [{ text: `${label}  `, color: quiet }, said(value)] }),
      ),
      { text: "", margin: [0, 0, 0, 14] },
      ...blocks.map(
        ({ title, rows, total }): Content => ({
          table: {
            widths: ["*", 100],
            body: [
              [head(title), head("", "right")],
              ...rows.map(([label, amount]) => [label, right(money(amount))]),
              ...(total ? [[{ text: total[0], bold: true }, right(money(total[1]), { bold: true })]] : []),
            ],
          },
          layout,
          margin: [0, 0, 0, 14],
        }),
      ),
      { text: standing, margin: [0, 6, 0, 0] },
      {
        text: "Made by the employer to compare with; not an official document.",
        color: quiet,
        fontSize: 9,
        margin: [0, 6, 0, 0],
      },
    ],
  };
}

export const yearSummaryPdf = (summary: YearSummary): Promise<Buffer> => pdfOf(yearSummaryDefinition(summary));
