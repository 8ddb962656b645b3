/** Leave at a per cent of the rate, where the agreement says so of the person's basis: cleaners who work part time (60 % sure: asked). */
import { afterEach, expect, it } from "vitest";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import { approve, begin, employment, open, shown, terms, type, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

it.each([
  ["part-time", true, "Annual leave 4 at 36.225"],
  ["part-time", false, "Annual leave 4"],
  ["full-time", true, "Annual leave 4"],
] as const)("a %s cleaner, leave with the 15 %% more: %s", (basis, partTimeLeave, line) => {
  begin(smallWorld(1));
  const own = { basis, weeklyHours: "20", hourlyRate: "31.5", workPattern: ["4", "4", "4", "4", "4", "0", "0"] };
  saveSection(world.context, world.actor, who(), "employment", employment(own));
  saveSection(world.context, world.actor, who(), "time", terms("MA000022", "1", { use: "exceptions" }));
  saveAgreementFacts(world.context, world.actor, world.businessId, "MA000022", {
    ...{ from: "2026-06-01", settings: { partTimeLeave }, source: "Agreed" },
    rates: { classifications: { "1": "26" }, allowances: {} },
  });
  const runId = open();
  type({ "2026-06-23": "al" });
  approve(["2026-06-23"]);
  expect(shown(runId)).toContain(line);
});
