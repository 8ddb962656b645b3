/** Sheets of hours and of shifts: out to be filled in, and back. */
import { hoursSheetFile, shiftSheetFile } from "@zesty/contract/hoursSheet";
import { create as contentDisposition } from "content-disposition";
import { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandTimeRight } from "../http/timeRights.ts";
import { runRoute } from "../runs/runRoute.ts";
import { hoursCsv, hoursWorkbook } from "../sheets/writeBook.ts";
import { sheetBack, sheetOut } from "./hoursSheet.ts";
import { shiftSheetBack } from "./shiftSheet.ts";

export function hoursSheetRoutes(context: Context): Router {
  const router = Router();
  const onRun = runRoute(context);
  const onBusiness = businessRoute(context);
  const sheetFile = (ending: "xlsx" | "csv", mime: string) =>
    router.get(
      `/runs/:run/hours-sheet.${ending}`,
      onRun("see", async (actor, runId, _request, response) => {
        const { out, fileName } = sheetOut(context, actor, runId);
        response.setHeader("Content-Disposition", contentDisposition(`${fileName}.${ending}`));
        response.type(mime).send(ending === "csv" ? hoursCsv(out) : await hoursWorkbook(out));
      }),
    );
  sheetFile("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");
  sheetFile("csv", "text/csv");
  router.post(
    "/runs/:run/hours-sheet",
    onRun("prepare", (actor, runId, request) => sheetBack(context, actor, runId, body(hoursSheetFile, request))),
  );
  router.post(
    "/businesses/:business/shift-sheet",
    onBusiness("hours", (actor, businessId, request) => {
      demandTimeRight(context, actor, businessId);
      return shiftSheetBack(context, actor, businessId, body(shiftSheetFile, request));
    }),
  );
  return router;
}
