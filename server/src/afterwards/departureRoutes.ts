/** A person's departure: planned, recorded, undone. */
import { employAgain, newDeparture } from "@zesty/contract/departures";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body } from "../http/handler.ts";
import { personRoute } from "../people/personRoute.ts";
import { businessOfPerson, readPerson } from "../people/readPeople.ts";
import { employAgainFrom, undoEmployAgain } from "./employAgain.ts";
import { planDeparture, recordDeparture } from "./recordDeparture.ts";
import { undoDeparture } from "./undoDeparture.ts";

export function departureRoutes(context: Context, router: Router): void {
  const onPerson = personRoute(context);
  router.post(
    "/people/:person/departure/plan",
    onPerson("prepare", (actor, personId, request) =>
      planDeparture(context, actor, personId, body(newDeparture, request)),
    ),
  );
  router.post(
    "/people/:person/departure",
    onPerson("prepare", (actor, personId, request) => {
      recordDeparture(context, actor, personId, body(newDeparture, request));
      return readPerson(context, personId);
    }),
  );
  router.post(
    "/people/:person/again",
    onPerson("prepare", (actor, personId, request) => {
      employAgainFrom(context, actor, personId, body(employAgain, request).from);
      context.factsChanged(businessOfPerson(context, personId), [personId]);
      return readPerson(context, personId);
    }),
  );
  router.delete(
    "/people/:person/again",
    onPerson("prepare", (actor, personId) => {
      undoEmployAgain(context, actor, personId);
      context.factsChanged(businessOfPerson(context, personId), [personId]);
      return readPerson(context, personId);
    }),
  );
  router.delete(
    "/people/:person/departure",
    onPerson("prepare", (actor, personId) => {
      undoDeparture(context, actor, personId);
      return readPerson(context, personId);
    }),
  );
}
