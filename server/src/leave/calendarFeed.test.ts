/** The calendar that others subscribe to. */
import { addDays } from "@zesty/core/calendar/dates";
import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { calendarText, endFeed, feedText, makeFeed } from "./calendarFeed.ts";
import { adjustBalance } from "./changeBalance.ts";
import { readLeave } from "./readLeave.ts";
import { answerRequest, askForLeave } from "./requests.ts";

describe("the calendar", () => {
  let world: SmallWorld;
  const personId = () => world.personIds[0] ?? 0;
  const ask = (first: string, last: string, kind = "annual", hoursADay: string | null = null) =>
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: personId(), kind, first, last, hoursADay, inAdvance: false, note: null },
    }).id;
  const given = (...asked: Parameters<typeof ask>) =>
    answerRequest(world.context, world.actor, world.businessId, ask(...asked), {
      ...{ answer: "approved" as const, comment: null, belowNought: false },
    });
  /** Read by an independent reader of RFC 5545. */
  const events = (text: string) =>
    new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents("vevent")
      .map((each) => new ICAL.Event(each))
      .map(
        (each) =>
          `${each.startDate.toString()} to ${addDays(each.endDate.toString().slice(0, 10), -1)} ${each.summary}`,
      );
  it("tells who is away and never of what, weekends bridged, with the public holidays of the place", () => {
    world = smallWorld(2);
    given("2026-07-02", "2026-07-07", "familyViolence");
    const opening = { kind: "personal", date: "2026-06-01", amount: "60", reason: "carried over from the old system" };
    adjustBalance(world.context, world.actor, personId(), opening);
    given("2026-07-09", "2026-07-09", "personal", "2");
    ask("2026-07-13", "2026-07-13");
    const { path } = makeFeed(world.context, world.actor, world.businessId);
    const found = events(feedText(world.context, path.split("/").at(-1) ?? ""));
    expect(found.filter((each) => each.includes("away"))).toEqual([
      "2026-07-02 to 2026-07-07 Alex S. away",
      "2026-07-09 to 2026-07-09 Alex S. away, 2 h",
    ]);
    expect(found).toContain("2026-11-03 to 2026-11-03 Melbourne Cup");
    expect(calendarText(world.context, world.businessId)).not.toMatch(/violence|personal/i);
    makeFeed(world.context, world.actor, world.businessId);
    expect(() => feedText(world.context, path.split("/").at(-1) ?? "")).toThrow("no such calendar");
    endFeed(world.context, world.actor, world.businessId);
    expect(readLeave(world.context, world.actor, world.businessId, "2026-06-22", "2026-08-31").feed).toBe(false);
    void world.end();
  });
});
