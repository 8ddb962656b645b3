/** An answer on paper: the question as its heading, the table with its totals, and what is to be known of it. */
import type { TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { head, layout, money, page, pdfOf, quiet, right } from "./pdfStyle.ts";

export interface PrintedAnswer {
  kind: "answer";
  title: string;
  head: string;
  columns: { title: string; unit: string }[];
  rows: { title: string; cells: (string | null)[] }[];
  totals: (string | null)[] | null;
  notes: string[];
  /** whose figures they are, and as of when */
  madeBy: string;
}

/** A page on its side holds more columns. */
const mostUpright = 5;

export function answerDefinition(answer: PrintedAnswer): TDocumentDefinitions {
  const { columns } = answer;
  const isText = (at: number) => columns[at]?.unit === "text" || columns[at]?.unit === "date";
  const small = columns.length > 9 ? 7 : columns.length > mostUpright ? 8 : 9.5;
  const cell = (text: string | null, at: number, more: object = {}): TableCell =>
    text === null
      ? ""
      : isText(at)
        ? { text, ...more }
        : right(columns[at]?.unit === "count" ? text : money(text), more);
  return {
    ...page,
    pageOrientation: columns.length > mostUpright ? "landscape" : "portrait",
    info: { title: answer.title, author: answer.madeBy },
    content: [
      { text: answer.title, bold: true, fontSize: 13, margin: [0, 0, 0, 12] },
      {
        fontSize: small,
        layout: { ...layout, paddingLeft: (at: number) => (at === 0 ? 0 : 14) },
        table: {
          headerRows: 1,
          widths: ["*", ...columns.map(() => "auto")],
          body: [
            [
              head(`${answer.head.charAt(0).toUpperCase()}${answer.head.slice(1)}`),
              ...columns.map(({ title }, at) => head(title, isText(at) ? "left" : "right")),
            ],
            ...answer.rows.map(({ title, cells }) => [title, ...cells.map((text, at) => cell(text, at))]),
            ...(answer.totals
              ? [[{ text: "All", bold: true }, ...answer.totals.map((text, at) => cell(text, at, { bold: true }))]]
              : []),
          ],
        },
      },
      ...answer.notes.map((text) => ({
        text,
        color: quiet,
        fontSize: 9,
        margin: [0, 8, 0, 0] as [number, number, number, number],
      })),
    ],
    footer: (at, of) => ({
      columns: [
        { text: answer.madeBy, color: quiet, fontSize: 8 },
        { text: `${at} of ${of}`, alignment: "right", color: quiet, fontSize: 8 },
      ],
      margin: [48, 8, 48, 0],
    }),
  };
}

export const answerPdf = (answer: PrintedAnswer): Promise<Buffer> => pdfOf(answerDefinition(answer));
