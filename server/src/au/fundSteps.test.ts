/** How a super fund came about: kept as it was said, asked after where the order of the steps was left out. */
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const save = (change: object) =>
  saveSection(world.context, world.actor, who(), "super", {
    ...{ from: "2026-06-01", memberNumber: "M1", guarantee: true, agreedPercent: null },
    fundId: readPerson(world.context, who()).super.fundId,
    ...change,
  } as never);
const shown = () => {
  const { super: own, missing } = readPerson(world.context, who());
  return [own.how, own.askedOn, missing.map((each) => each.text).filter((text) => text.includes("tapled"))];
};

describe("how the fund came about", () => {
  it.each([
    ["nobody has said", {}, [null, null, []]],
    ["chosen", { how: "chosen" }, ["chosen", null, []]],
    ["stapled, asked for", { how: "stapled", askedOn: "2026-06-03" }, ["stapled", "2026-06-03", []]],
    ["default after asking", { how: "default", askedOn: "2026-06-03" }, ["default", "2026-06-03", []]],
    ["default without asking", { how: "default" }, ["default", null, ["Stapled fund, not asked for"]]],
  ])("%s", (_what, change, wanted) => {
    world = smallWorld(1);
    save(change);
    expect(shown()).toEqual(wanted);
  });
});
