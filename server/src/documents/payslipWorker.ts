/** Runs in a worker thread: embedding fonts takes a tenth of a second a page, which must not stop the server. */
import type { YearSummary } from "@zesty/core/payslips/yearSummary";
import type { Slip } from "../runs/prepared.ts";
import { payslipPdf } from "./payslipPdf.ts";
import { yearSummaryPdf } from "./yearSummaryPdf.ts";

export default async (made: Slip | YearSummary): Promise<Uint8Array> =>
  new Uint8Array(
    await ("kind" in made && made.kind === "yearSummary" ? yearSummaryPdf(made) : payslipPdf(made as Slip)),
  );
