/** Who lodges for a business, and its standing with the agency. */
import {
  endStanding as endSchema,
  newLodgingChannel,
  newStanding,
  toldAgency as toldSchema,
} from "@zesty/contract/lodging";
import type { Request, Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { addStanding, endStanding, readLodging, saveChannel, saveSender, toldAgency } from "./saveLodging.ts";

export function lodgingRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const lodgerOf = (businessId: number) => context.country(findBusiness(context, businessId).country).setUp.lodger;
  const change = (path: string, work: (actor: Actor, businessId: number, request: Request) => void) =>
    router.post(
      `/businesses/:business/${path}`,
      onBusiness("authorise", (actor, businessId, request) => {
        work(actor, businessId, request);
        return readLodging(context, actor, businessId);
      }),
    );
  const demandStandings = (businessId: number) => {
    if (!lodgerOf(businessId).standings) throw notFound("standing");
  };
  router.get(
    "/businesses/:business/lodging",
    onBusiness("see", (actor, businessId) => readLodging(context, actor, businessId)),
  );
  change("lodging/senders", (actor, businessId, request) =>
    saveSender(context, actor, businessId, body(lodgerOf(businessId).sender, request)),
  );
  change("lodging/senders/:sender/told", (actor, businessId, request) =>
    toldAgency(context, actor, businessId, idOf(request, "sender"), body(toldSchema, request).on),
  );
  change("lodging/channel", (actor, businessId, request) => {
    demandStandings(businessId);
    saveChannel(context, actor, businessId, body(newLodgingChannel, request));
  });
  change("lodging/standings", (actor, businessId, request) => {
    demandStandings(businessId);
    addStanding(context, actor, businessId, body(newStanding, request));
  });
  change("lodging/standings/:standing/end", (actor, businessId, request) => {
    demandStandings(businessId);
    endStanding(context, actor, businessId, idOf(request, "standing"), body(endSchema, request).on);
  });
}
