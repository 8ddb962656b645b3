/** What counts as service: leave without pay as it was approved, as it was typed into runs, and weekly hours of before. */
import { afterEach, expect, it } from "vitest";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { addElement } from "../setup/elements.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { serviceRecord } from "./serviceRecord.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const absences = () => serviceRecord(world.context, who()).absences();
const ask = (kind: string, first: string, last: string, hoursADay: string | null = null) =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind, first, last, hoursADay, inAdvance: false, note: null, approve: { belowNought: true } },
  }).id;

it("leave that is no service counts by its days, until it is withdrawn; paid leave and part of a day do not", () => {
  world = smallWorld(1);
  const { context, actor, businessId } = world;
  const parental = ask("unpaidParental", "2023-01-02", "2024-01-01");
  ask("annual", "2024-02-01", "2024-02-02");
  ask("standDown", "2024-03-01", "2024-03-08");
  ask("unpaid", "2024-04-03", "2024-04-03", "2");
  ask("unpaid", "2024-05-01", "2024-05-10");
  expect(absences()).toEqual([
    { kind: "unpaidParental", from: "2023-01-02", days: 365 },
    { kind: "unpaid", from: "2024-05-01", days: 10 },
  ]);
  // Victoria counts the first 52 weeks of each.
  expect(readPerson(context, who()).longService).toMatchObject({ leftOut: 1, years: 6 });
  answerRequest(context, actor, businessId, parental, {
    answer: "withdrawn",
    comment: null,
    belowNought: false,
    was: "approved",
  });
  expect(absences()).toEqual([{ kind: "unpaid", from: "2024-05-01", days: 10 }]);
});

it("hours without pay in a signed-off pay are days of an agreed week, unless leave of those days was approved", () => {
  world = smallWorld(2);
  const { context, actor, businessId } = world;
  const none = { allowance: null, deduction: null, taxable: null, superable: null, account: null };
  const elementId = addElement(context, actor, businessId, {
    ...{ ...none, code: "LWOP", name: "Leave without pay", element: "leaveTaken", entry: "hours", leave: "unpaid" },
    percent: "100",
  });
  const sign = (hours: string) => {
    const runId = openUsual(world);
    const { rows, version } = readRun(context, actor, runId);
    const lines = [
      { elementId: world.element("ORD"), hours: String(38 - Number(hours)) },
      { elementId, hours },
    ];
    const payId = rows.find((each) => each.personId === who())?.payId ?? 0;
    saveRows(context, actor, runId, { version, rows: [{ payId, lines }] });
    return signRun(world, runId);
  };
  // 19 of 38 hours are three and a half days of seven.
  sign("19");
  const second = sign("38");
  const week = { kind: "unpaid", from: "2026-06-29", days: 7 };
  expect(absences()).toEqual([{ kind: "unpaid", from: "2026-06-22", days: 3 }, week]);
  const fresh = takeBack(context, actor, second, "Paid after all.");
  expect(absences()).toEqual([{ kind: "unpaid", from: "2026-06-22", days: 3 }]);
  signRun(world, fresh);
  // Approved leave stands in the pay too: it counts once, by its days.
  ask("unpaid", "2026-07-06", "2026-07-09");
  signRun(world, openUsual(world));
  expect(absences()).toEqual([
    { kind: "unpaid", from: "2026-07-06", days: 4 },
    { kind: "unpaid", from: "2026-06-22", days: 3 },
    week,
  ]);
});

it("weekly hours of before this program are put in as an employment from then", () => {
  world = smallWorld(1);
  const { context, actor, cycleId } = world;
  const employment = (from: string, weeklyHours: string) =>
    saveSection(context, actor, who(), "employment", {
      ...{ from, cycleId, basis: "part-time", classification: null, weeklyHours, hourlyRate: "25", minimumRate: null },
      ...{ placeId: null, costCentreId: null },
    });
  const hours = () => readPerson(context, who()).longService?.hoursAWeek;
  expect(hours()).toBe("38");
  employment("2020-01-06", "19");
  employment("2026-06-01", "38");
  // Victoria takes the better of 52 weeks, 260 weeks and all of the service: 31 days of 52 weeks at 38 h.
  expect(hours()).toBe("20.62");
});
