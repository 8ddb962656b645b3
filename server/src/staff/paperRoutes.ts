/** Papers of one's own: payslips with what became of their super, why a figure is what it is, year summaries. */
import { isDate } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import type { Router } from "express";
import { keptPayslip } from "../documents/documents.ts";
import { renderPayslip, renderYearSummary } from "../documents/renderPayslip.ts";
import { slipOf } from "../documents/slip.ts";
import { contributionsOf } from "../dues/readPeople.ts";
import type { Actor, Context } from "../ground/context.ts";
import { notFound } from "../ground/problem.ts";
import { idOf } from "../http/handler.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { keptWorking } from "../runs/readRun.ts";
import { record } from "../store/trail.ts";
import { summaryFile, yearSummary } from "../year/summary.ts";
import type { Own } from "./ownPage.ts";
import { sentPayslips } from "./readStaff.ts";
import { slipWorking } from "./slipWorking.ts";

export function paperRoutes(context: Context, router: Router, own: Own): void {
  const slipAt = (personId: number, payId: number) => {
    const found = sentPayslips(context, personId).find((each) => each.payId === payId);
    if (!found) throw notFound("payslip");
    return found;
  };
  /** Every view of figures is on the trail. */
  const looked = (actor: Actor, personId: number, what: string, about: string) =>
    void record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: businessOfPerson(context, personId),
      what,
      about,
    });

  router.get(
    "/staff/:person/payslips/:pay",
    own((actor, personId, request) => {
      const found = slipAt(personId, idOf(request, "pay"));
      looked(actor, personId, "looked at the own payslip", found.payday);
      return slipOf(context, found);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/contributions",
    own((_actor, personId, request) => {
      const { payday } = slipAt(personId, idOf(request, "pay"));
      return contributionsOf(context, personId, payday, payday);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/why/:figure",
    own((_actor, personId, request) => {
      const found = slipAt(personId, idOf(request, "pay"));
      const figure = String(request.params.figure);
      // Those that the page shows: what is set aside on top is not the person's, and a line by itself may not be the slip's.
      if (!["gross", "withheld", "net"].includes(figure)) throw notFound("figure");
      const working = keptWorking(context, found.runId, found.payId, figure);
      return slipWorking(context, businessOfPerson(context, personId), slipOf(context, found), working);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/payslip.pdf",
    own(async (actor, personId, request, response) => {
      const found = slipAt(personId, idOf(request, "pay"));
      looked(actor, personId, "took the own payslip", found.payday);
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(`payslip-${found.payday}.pdf`, { type: "inline" }));
      response.send(keptPayslip(context, found.runId, found.payId) ?? (await renderPayslip(slipOf(context, found))));
    }),
  );
  router.get(
    "/staff/:person/years/:from/summary.pdf",
    own(async (actor, personId, request, response) => {
      const from = String(request.params.from);
      if (!isDate(from)) throw notFound("year summary");
      const summary = yearSummary(context, actor, personId, from);
      looked(actor, personId, "took the own year summary", summary.year);
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(summaryFile(summary), { type: "inline" }));
      response.send(await renderYearSummary(summary));
    }),
  );
}
