/** A person's line of time: read, undone, and back pay of a raise from the past. */
import { undoNotch } from "@zesty/contract/lineOfTime";
import { employment } from "@zesty/contract/people";
import { timeTerms } from "@zesty/contract/time";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import type { Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { body } from "../http/handler.ts";
import { demandSeen } from "../http/seen.ts";
import { personRoute } from "../people/personRoute.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { sectionStamp } from "../people/sectionStamps.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { type Change, payBack, planBackPay } from "./backPay.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";
import { personArchive } from "./personArchive.ts";

export function lineRoutes(context: Context, router: Router): void {
  const onPerson = personRoute(context);
  /** Open runs take a change of a person up. */
  const refreshed = (personId: number) => {
    const businessId = businessOfPerson(context, personId);
    context.store.transaction(() => refreshTimeInRuns(context, businessId, [personId]));
    refreshOpenRuns(context, businessId);
  };
  router.get(
    "/people/:person/line",
    onPerson("see", (_actor, personId) => readLineOfTime(context, personId)),
  );
  router.get(
    "/people/:person/archive.zip",
    // Kinds of leave stand in it by name: who only looks on does not learn them.
    onPerson("prepare", async (actor, personId, request, response) => {
      const { from, to } = request.query;
      const { name, bytes } = await personArchive(context, actor, personId, {
        from: typeof from === "string" && from !== "" ? from : undefined,
        to: typeof to === "string" && to !== "" ? to : undefined,
      });
      response.setHeader("Content-Disposition", contentDisposition(name));
      response.type("application/zip").send(bytes);
    }),
  );
  router.post(
    "/people/:person/line/undo",
    onPerson("prepare", (actor, personId, request) => {
      const { section, notch } = body(undoNotch, request);
      undoChange(context, actor, personId, section, notch);
      refreshed(personId);
      return readLineOfTime(context, personId);
    }),
  );
  router.post(
    "/people/:person/back-pay/:section/plan",
    onPerson("prepare", (actor, personId, request) => planBackPay(context, actor, personId, changeOf(request))),
  );
  router.post(
    "/people/:person/back-pay/:section",
    onPerson("prepare", (actor, personId, request) => {
      const change = changeOf(request);
      demandSeen(request, () => sectionStamp(context, personId, change.section));
      const done = payBack(context, actor, personId, change);
      refreshed(personId);
      return done;
    }),
  );
}

/** What would be said of the employment or the agreement, from a day in the past. */
function changeOf(request: Request): Change {
  const { section } = request.params;
  if (section !== "employment" && section !== "time") throw notFound("section");
  const values = section === "time" ? body(timeTerms, request) : body(employment, request);
  if (values.from === undefined) {
    const text = "From is missing: since when does it count?";
    throw cannot("from-missing", text, { errors: [{ path: "from", text }] });
  }
  return { section, values: { ...values, from: values.from } } as Change;
}
