/** Approved hours that lie outside the employment: never passed over, never taken for paid. */
import { readDay } from "@zesty/core/hours/dayText";
import { afterEach, expect, it } from "vitest";
import { planDeparture, recordDeparture } from "../afterwards/recordDeparture.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { openUsual, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;

function approved(country: "AU" | "NZ", use: string | null, dates: readonly string[]): number {
  world = country === "AU" ? smallWorld(1) : smallWorldNz(1);
  const { context, actor, businessId } = world;
  if (use !== null)
    saveSection(context, actor, who(), "time", {
      ...{ from: "2026-06-15", agreement: null, classification: null, use },
      ...{ settings: {}, flags: {}, averagingFrom: null },
    } as never);
  const days = dates.map((date) => ({
    personId: who(),
    date,
    kind: "worked" as const,
    record: readDay("8-16", date, country),
  }));
  saveDays(context, actor, businessId, { days } as never);
  approveDays(context, actor, businessId, { days, approved: true });
  return openUsual(world);
}
const stops = (runId: number) =>
  readRun(world.context, world.actor, runId).rows[0]?.marks.flatMap((mark) =>
    mark.kind === "stop" && /and not in this pay: /.test(mark.text) ? [mark.text] : [],
  ) ?? [];
const leaving = { lastDay: "2026-06-24", reason: "V", noticeWorked: true, misconduct: false, pay: "next" } as const;

const ways = (["AU", "NZ"] as const).flatMap((country) =>
  (["all", "exceptions", "record", null] as const).map((use) => [country, use] as const),
);
it.each(ways)(
  "%s, hours as %s: after the last day they stop the pay, and the plan says so beforehand",
  (country, use) => {
    const runId = approved(country, use, ["2026-06-23", "2026-06-25", "2026-06-26"]);
    expect(stops(runId)).toEqual([]);
    expect(planDeparture(world.context, world.actor, who(), leaving).notes).toContainEqual(
      expect.stringMatching(/^Hours are on record after the last day, 25 June 2026 to 26 June 2026\. Correct/),
    );
    recordDeparture(world.context, world.actor, who(), leaving);
    expect(stops(runId)).toEqual(
      use === "record"
        ? []
        : [
            expect.stringMatching(
              /^25 June 2026, 26 June 2026 are approved with hours .* the last day is 24 June 2026\./,
            ),
          ],
    );
  },
);
it.each(["AU", "NZ"] as const)(
  "%s: before the first day, in this period or an earlier one, they stop it, too",
  (country) => {
    const early = country === "AU" ? "2026-06-22" : "2026-06-15";
    const runId = approved(country, "all", [early, "2026-06-25"]);
    const { details } = readPerson(world.context, who());
    saveSection(world.context, world.actor, who(), "details", { ...details, startDate: "2026-06-23" });
    expect(stops(runId)).toEqual([
      expect.stringMatching(/is approved with hours .* the employment starts on 23 June 2026\./),
    ]);
  },
);
