/** Lists and sheets of many: a thousand people, a payroll year of 300 people, what is missing in 500 businesses. */
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { listPeople, readPerson } from "../../people/readPeople.ts";
import { planPeople } from "../../putIn/peopleSheet.ts";
import { readinessLines } from "../../readiness/lines.ts";
import { atOnce } from "../../store/steps.ts";
import { smallWorld } from "../../testing/smallWorld.ts";
import { readYearAndEnding } from "../../year/ending.ts";
import { aged, businesses500, median } from "./serverBench.ts";

const newcomer: PersonCells = {
  ...{ givenName: "Ben", familyName: "Example", birthDate: "3/2/1991", startDate: "6/7/2026", basis: "full time" },
  ...{ weeklyHours: "38", salary: "82000" },
};

export function listsBench() {
  const many = smallWorld(1000);
  const { context, businessId, personIds } = many;
  const people1000 = median(() => listPeople(context, businessId), 5, 2);
  const personOf1000 = median(() => readPerson(context, personIds[500] ?? 0), 9, 2);
  const rows = Array.from({ length: 1000 }, (_, at) => ({ ...newcomer, givenName: `Ben${at}` }));
  const importOf1000 = median(() => planPeople(context, businessId, rows), 1, 0);
  void many.end();
  const { world } = aged(smallWorld(300), 52, 7);
  const year300 = median(() => readYearAndEnding(world.context, world.actor, world.businessId), 5, 1);
  void world.end();
  const practice = businesses500();
  const began = performance.now();
  atOnce(readinessLines(practice.context, practice.actor));
  const readinessFirst = performance.now() - began;
  const readiness500 = median(() => atOnce(readinessLines(practice.context, practice.actor)), 5, 1);
  void practice.end();
  return { people1000, personOf1000, importOf1000, year300, readinessFirst, readiness500 };
}
