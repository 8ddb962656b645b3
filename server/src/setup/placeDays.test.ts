/** A place's holidays reach hours that stand in an open run already, over HTTP as the page does it; and go again. */
import { expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { startServer } from "../testing/testServer.ts";
import { approve, casual, employment, open, shown, type, who, world } from "../testing/timeMakers.ts";
import { readBusiness } from "./readBusiness.ts";

it.each([
  ["who is said to work there", true],
  ["who has no place said, where there is one alone", false],
])("a day declared for a place reaches an open run, and goes again: %s", async (_whose, isSaid) => {
  casual();
  const [place] = readBusiness(world.context, world.businessId).places;
  const at = employment({ placeId: isSaid ? (place?.id ?? null) : null });
  saveSection(world.context, world.actor, who(), "employment", at);
  type({ "2026-06-24": "9-13" });
  approve(["2026-06-24"]);
  const runId = open();
  const server = await startServer(world);
  try {
    await server.add("lead", "lead");
    const say = (days: string) =>
      server.call("PUT", `/businesses/${world.businessId}/places/${place?.id}`, "lead", {
        ...{ name: place?.name, state: place?.state, district: null, days, retired: false },
      });
    const before = shown(runId);
    expect((await say("24/6/2026 Declared Day")).status).toBe(200);
    expect(shown(runId)).not.toEqual(before);
    expect(shown(runId).join()).toMatch(/2[25]0 %|225|250|holiday/i);
    expect((await say("")).status).toBe(200);
    expect(shown(runId)).toEqual(before);
  } finally {
    server.close();
    await world.end();
  }
});
