/** Hours on record as the least wage asks for them: whose, which days, what of a night, and when nobody knows them. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { recordedHours } from "./recordedHours.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(2);
});
afterEach(() => world.end());

const period = { periodStart: "2026-06-22", periodEnd: "2026-06-28" };
const all = { approved: false, nights: false };
const hours = (of = all, run: object = {}, at = 0) =>
  recordedHours(world.context, world.personIds, { ...period, businessId: world.businessId, ...run })(
    world.personIds[at] ?? 0,
    of,
  );
const put = (date: string, record: object, isApproved = false) => {
  const { context, actor, businessId, personIds } = world;
  const personId = personIds[0] ?? 0;
  saveDays(context, actor, businessId, {
    days: [{ personId, date, kind: "worked", record: { shifts: [], leave: [], ...record } }],
  } as never);
  if (isApproved) approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
};
const shift = (date: string, from: string, to: string, more: object = {}) => ({
  shifts: [{ start: `${date}T${from}`, end: `${date}T${to}`, ...more }],
});

describe("hours on record", () => {
  it("are those of the period and the person, the newest word for each day", () => {
    expect(hours()).toBeNull();
    put("2026-06-21", { hours: "5" });
    put("2026-06-22", { hours: "7" });
    put("2026-06-22", { hours: "7.6" });
    put("2026-06-28", shift("2026-06-28", "09:00", "12:30"));
    put("2026-06-29", { hours: "5" });
    expect([hours(), hours(all, {}, 1)]).toEqual(["11.1", null]);
    put("2026-06-22", {});
    expect(hours()).toBe("3.5");
  });
  it("are approved ones of who is paid by the record; a changed day waits again", () => {
    put("2026-06-22", { hours: "7.6" }, true);
    put("2026-06-23", { hours: "8" });
    expect([hours(), hours({ ...all, approved: true })]).toEqual(["15.6", "7.6"]);
    put("2026-06-22", { hours: "9" });
    expect(hours({ ...all, approved: true })).toBeNull();
  });
  it("count a night as a whole where the law does, and time on call never", () => {
    const night = { shifts: [{ start: "2026-06-22T22:00", end: "2026-06-23T06:00", marks: ["sleepover"] }] };
    put("2026-06-22", night);
    put("2026-06-24", shift("2026-06-24", "18:00", "22:00", { marks: ["standby"] }));
    expect([hours(), hours({ ...all, nights: true })]).toEqual([null, "8"]);
  });
  it("are not known while some of them are banked, or where the run does not pay a period", () => {
    put("2026-06-22", { hours: "7.6" });
    for (const kind of ["correction", "departure", "outsideCycle"]) expect(hours(all, { kind })).toBeNull();
    expect(hours(all, { kind: "cycle" })).toBe("7.6");
    put("2026-06-23", { ...shift("2026-06-23", "09:00", "19:00"), bank: true });
    expect(hours()).toBeNull();
  });
});
