/** Several new people at once: a file read, rows looked at, a first pay shown, all of them added. */
import { hoursSheetFile } from "@zesty/contract/hoursSheet";
import { peopleRows, peopleToTakeOut, personCells } from "@zesty/contract/peopleSheet";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { stringify } from "csv-stringify/sync";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandProof } from "../http/proof.ts";
import { peopleCsv } from "../people/peopleList.ts";
import { firstPayOf } from "./firstPay.ts";
import { peopleBook } from "./peopleBook.ts";
import { addPeople, planPeople, readPeopleFile } from "./peopleSheet.ts";
import { addedTogether, takeOutPeople } from "./takeOutPeople.ts";

export function peopleSheetRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const at = "/businesses/:business/people";
  router.post(
    `${at}/file`,
    onBusiness("prepare", (actor, businessId, request) =>
      readPeopleFile(context, actor, businessId, body(hoursSheetFile, request)),
    ),
  );
  router.post(
    `${at}/plan`,
    onBusiness("prepare", (_actor, businessId, request) =>
      planPeople(context, businessId, body(peopleRows, request).rows),
    ),
  );
  router.post(
    `${at}/first-pay`,
    onBusiness("prepare", (actor, businessId, request) =>
      firstPayOf(context, actor, businessId, body(personCells, request)),
    ),
  );
  router.post(
    `${at}/several`,
    onBusiness("prepare", (actor, businessId, request) => ({
      ids: addPeople(context, actor, businessId, body(peopleRows, request).rows),
    })),
  );
  router.get(
    `${at}/added`,
    onBusiness("see", (_actor, businessId) => addedTogether(context, businessId)),
  );
  router.post(
    `${at}/take-out`,
    onBusiness("prepare", (actor, businessId, request) => {
      takeOutPeople(context, actor, businessId, body(peopleToTakeOut, request).people);
      return addedTogether(context, businessId);
    }),
  );
  router.get(
    `${at}/sheet.csv`,
    onBusiness("see", (_actor, businessId, _request, response) => {
      const titles = peopleColumnsIn(findBusiness(context, businessId).country).map((each) => each.title);
      response
        .type("text/csv")
        .attachment("people.csv")
        .send(stringify([titles], { bom: true }));
    }),
  );
  router.get(
    `${at}/facts.xlsx`,
    onBusiness("see", async (actor, businessId, _request, response) => {
      const bytes = await peopleBook(context, actor, businessId);
      response.attachment(`people-${todayAt(context, businessId)}.xlsx`).send(bytes);
    }),
  );
  for (const [name, right] of [
    ["list", "see"],
    ["list-with-numbers", "prepare"],
  ] as const)
    router.get(
      `${at}/${name}.csv`,
      onBusiness(right, (actor, businessId, request, response) => {
        if (name === "list-with-numbers") demandProof(request);
        const csv = peopleCsv(context, actor, businessId, name === "list-with-numbers");
        response
          .type("text/csv")
          .attachment(`people-${todayAt(context, businessId)}.csv`)
          .send(csv);
      }),
    );
}
