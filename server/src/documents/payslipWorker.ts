/** Runs in a worker thread: embedding fonts takes a tenth of a second a page, which must not stop the server. */
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import { payslipPdf, payslipsPdf } from "./payslipPdf.ts";
import type { Slip } from "./slip.ts";
import { timeRecordPdf } from "./timeRecordPdf.ts";
import type { TimeRecordSheet } from "./timeRecordSheet.ts";
import { yearSummaryPdf } from "./yearSummaryPdf.ts";

export type Printed = Slip | Slip[] | YearSummary | TimeRecordSheet;

function pdfFor(made: Printed): Promise<Buffer> {
  if (Array.isArray(made)) return payslipsPdf(made);
  if (!("kind" in made)) return payslipPdf(made);
  return made.kind === "yearSummary" ? yearSummaryPdf(made) : timeRecordPdf(made as TimeRecordSheet);
}

export default async (made: Printed): Promise<Uint8Array> => new Uint8Array(await pdfFor(made));
