/** The record of time as PDF: for an inspector, or for the person to look at and sign. */
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { date, head, layout, page, pdfOf, quiet, right, shortDate } from "./pdfStyle.ts";
import type { RecordedDay, TimeRecordSheet } from "./timeRecordSheet.ts";

const weekday = new Intl.DateTimeFormat("en-AU", { weekday: "short", timeZone: "UTC" });
/** Hours as four decimals keep them, shown to two. */
const twoPlaces = (hours: string): string => (hours === "" ? "" : (Math.round(Number(hours) * 100) / 100).toString());
const total = (days: readonly RecordedDay[]): string =>
  twoPlaces(String(days.reduce((sum, day) => sum + Math.round(Number(day.worked || 0) * 10_000), 0) / 10_000));

export function timeRecordDefinition({ business, from, to, days }: TimeRecordSheet): TDocumentDefinitions {
  const people = [...new Set(days.map((day) => day.payrollId))].map((id) => days.filter((day) => day.payrollId === id));
  return {
    ...page,
    pageOrientation: "landscape",
    info: { title: `Record of time ${from} to ${to}`, author: business },
    content: people.flatMap((own, at): Content[] => [
      {
        columns: [
          { text: business, bold: true, fontSize: 13 },
          { text: `Record of time, ${date(from)} to ${date(to)}`, alignment: "right", color: quiet },
        ],
        ...(at === 0 ? {} : { pageBreak: "before" as const }),
      },
      { text: `${own[0]?.name ?? ""}, payroll ID ${own[0]?.payrollId ?? ""}`, bold: true, margin: [0, 10, 0, 6] },
      {
        fontSize: 9,
        layout,
        table: {
          headerRows: 1,
          widths: [62, 84, 84, 34, 70, "*", 64],
          body: [
            ["Day", "Shifts", "Breaks"]
              .map((text) => head(text))
              .concat([...[head("Hours", "right"), head("Leave"), head("What it became"), head("State, payday")]]),
            ...own.map((day) => [
              {
                text: `${weekday.format(new Date(`${day.date}T00:00:00Z`))} ${shortDate(day.date).replace(/ \d{4}$/, "")}`,
              },
              { text: day.shifts },
              { text: day.breaks },
              right(twoPlaces(day.worked)),
              { text: [day.holiday, day.leave].filter(Boolean).join("; ") },
              { text: day.became },
              { text: [day.state, day.paidOn && shortDate(day.paidOn)].filter(Boolean).join(", "), color: quiet },
            ]),
            [...[{ text: "In all", bold: true }, "", ""], right(total(own), { bold: true }), ...["", "", ""]],
          ],
        },
      },
      { text: "Seen by the person: ______________________________   on ______________", margin: [0, 18, 0, 0] },
    ]),
  };
}

export const timeRecordPdf = (sheet: TimeRecordSheet): Promise<Buffer> => pdfOf(timeRecordDefinition(sheet));
