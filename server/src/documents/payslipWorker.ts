/** Runs in a worker thread: embedding fonts takes a tenth of a second a page, which must not stop the server. */
import type { OwnerPage } from "@zesty/contract/ownerPage";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import { answerPdf, type PrintedAnswer } from "./answerPdf.ts";
import { ownerPagePdf } from "./ownerPagePdf.ts";
import { payslipPdf, payslipsPdf } from "./payslipPdf.ts";
import type { Slip } from "./slip.ts";
import { timeRecordPdf } from "./timeRecordPdf.ts";
import type { TimeRecordSheet } from "./timeRecordSheet.ts";
import { yearSummaryPdf } from "./yearSummaryPdf.ts";

export type Printed = Slip | Slip[] | YearSummary | TimeRecordSheet | PrintedAnswer | OwnerPage;

function pdfFor(made: Printed): Promise<Buffer> {
  if (Array.isArray(made)) return payslipsPdf(made);
  if (!("kind" in made)) return payslipPdf(made);
  if (made.kind === "ownerPage") return ownerPagePdf(made as OwnerPage);
  if (made.kind === "answer") return answerPdf(made as PrintedAnswer);
  return made.kind === "yearSummary" ? yearSummaryPdf(made) : timeRecordPdf(made as TimeRecordSheet);
}

export default async (made: Printed): Promise<Uint8Array> => new Uint8Array(await pdfFor(made));
