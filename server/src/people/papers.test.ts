/** Papers of people on a real store: on the person's page and the desk, given once, and who of the house decides how many. */
import { afterEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { givePapers, papersOfBusiness } from "./papers.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = (at = 0) => world.personIds[at] ?? 0;
/** Casual since a day; the day of the world is 1 July 2026. */
function casualSince(from: string, at = 0): void {
  saveSection(world.context, world.actor, who(at), "details", {
    ...readPerson(world.context, who(at)).details,
    startDate: from,
  } as never);
  saveSection(world.context, world.actor, who(at), "employment", {
    ...{ from, cycleId: world.cycleId, basis: "casual", classification: null, weeklyHours: "0", hourlyRate: "31.5" },
    ...{ minimumRate: null, placeId: null, costCentreId: null },
  } as never);
}
const onDesk = () =>
  readDesk(world.context, world.actor)
    .toDo.filter((each) => each.link.endsWith("#papers"))
    .map(({ date, words, late }) => `${date} ${words}${late ? ", late" : ""}`)
    .sort();
const give = (code: string, on: string, givenOn = "2026-07-01") =>
  givePapers(world.context, world.actor, world.businessId, { papers: [{ personId: who(), code, on }], givenOn });

describe("papers", () => {
  it("stand on the desk until they are given, once; a right that begins stands there until its day", () => {
    world = smallWorld(2);
    casualSince("2026-06-10");
    expect(onDesk()).toEqual(["2026-06-10 Alex Sample0 is owed 2 papers"]);
    give("information", "2026-06-10");
    expect(() => give("information", "2026-06-10")).toThrow("Alex Sample0 was given it on 1 July 2026 already.");
    expect(() => give("casualInformation", "2026-06-10", "2026-07-02")).toThrow("That day has not come yet");
    expect(() => give("casualInformation", "2026-06-11")).toThrow("No such paper is owed on that day");
    expect(onDesk()).toEqual(["2026-06-10 Alex Sample0 is owed the Casual Employment Information Statement"]);
    expect(readPerson(world.context, who()).papers[0]).toMatchObject({ code: "information", givenOn: "2026-07-01" });
  });
  it("a small employer's casual may ask after twelve months, a larger one's after six", () => {
    world = smallWorld(15);
    casualSince("2026-01-12");
    const choice = () => readPerson(world.context, who()).papers.find((each) => each.code === "casualChoice");
    expect(choice()).toMatchObject({ on: "2026-07-12" });
    expect(onDesk()).toEqual([
      "2026-07-12 Alex Sample0 is owed the Casual Employment Information Statement",
      "2026-07-12 Alex Sample0: may ask in writing to become permanent; an answer is owed within 21 days",
    ]);
    expect(() => give("casualChoice", "2026-07-12")).toThrow("No such paper is owed");
  });
  it.each(["AU", "NZ"] as const)(
    "of %s: the end of a fixed term and of a probation are known a month before",
    (country) => {
      world = country === "AU" ? smallWorld(1) : smallWorldNz(1);
      saveSection(world.context, world.actor, who(), "contract", {
        ...{ fixedUntil: "2026-07-31", signedOn: null, renewed: 0, probationUntil: "2026-07-20" },
      });
      expect(onDesk()).toEqual([
        expect.stringMatching(/^2026-07-20 Alex Sample0: the (trial or )?probation ends$/),
        expect.stringMatching(/^2026-07-31 Alex Sample0: the fixed term ends/),
      ]);
      saveSection(world.context, world.actor, who(), "contract", {
        ...{ fixedUntil: null, signedOn: null, renewed: 0, probationUntil: null },
      });
      expect(onDesk()).toEqual([]);
    },
  );
  it("of several people are one line, and given by one press, all of them or none", () => {
    world = smallWorld(4);
    for (const at of [0, 1, 2]) casualSince("2026-06-25", at);
    const lines = () => readDesk(world.context, world.actor).toDo.filter((each) => each.link === "/people/papers");
    expect(lines().map((each) => [each.words, each.late])).toEqual([["3 people are owed papers", false]]);
    const papers = papersOfBusiness(world.context, world.businessId).map(({ personId, code, on }) => ({
      personId,
      code,
      on,
    }));
    const all = (more: typeof papers) =>
      givePapers(world.context, world.actor, world.businessId, { papers: [...papers, ...more], givenOn: "2026-06-26" });
    expect(() => all([{ personId: who(3), code: "information", on: "2026-06-25" }])).toThrow("No such paper is owed");
    expect(lines()).toHaveLength(1);
    expect(all([])).toEqual({ given: 6 });
    expect(lines()).toEqual([]);
  });
  it("are none of who has been here for long, of a contractor, and of another country", () => {
    world = smallWorld(1);
    expect(onDesk()).toEqual([]);
    const nz = smallWorldNz(1);
    expect(readPerson(nz.context, nz.personIds[0] ?? 0).papers).toEqual([]);
    return nz.end();
  });
});
