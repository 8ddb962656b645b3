/** KiwiSaver said on one's own page: enrolled by the job, a member already, joining later, opting out between two days. */
import { addDays } from "@zesty/core/calendar/dates";
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readStaffPage } from "../staff/readStaff.ts";
import { changeOwn } from "../staff/staffChanges.ts";
import { kiwiSaver, person } from "../store/schema.ts";
import { type SmallWorld, smallWorldNz } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());
const today = "2026-07-01";
const who = () => world.personIds[0] ?? 0;
const say = (choice: string, employeeRate: string | null = "4") =>
  changeOwn(world.context, world.actor, who(), "kiwiSaver", { choice, employeeRate, signed: true });
const held = () => readPerson(world.context, who()).nz?.kiwiSaver;
const saving = () => readStaffPage(world.context, who()).saving;
/** Somebody of whom nothing is on record, started so many days ago. */
function newcomer(startedAgo: number, birthDate = "1990-02-03"): void {
  world = smallWorldNz(1);
  const { db } = world.context.store;
  db.delete(kiwiSaver).run();
  db.update(person)
    .set({ startDate: addDays(today, -startedAgo), birthDate })
    .run();
}

describe("somebody of whom nothing is on record", () => {
  it("is asked for it, and is enrolled by the job or a member already", async () => {
    newcomer(3);
    expect(readStaffPage(world.context, who()).wanted).toContainEqual(
      expect.objectContaining({ section: "kiwiSaver", text: "KiwiSaver status" }),
    );
    expect(saving()).toMatchObject({ choices: ["member", "join"], status: null, optOut: null, rate: "3.5" });
    await expect(say("optOut")).rejects.toThrow("Only a member may opt out.");
    await expect(say("join", "5")).rejects.toThrow("Own rate is one of 3.5, 4, 6, 8, 10 per cent.");
    await say("join", "4.00");
    expect(held()).toMatchObject({ status: "member", joined: "automatic", employeeRate: "4", from: today });
    expect(readStaffPage(world.context, who()).wanted.map((each) => each.section)).not.toContain("kiwiSaver");
  });
  it.each([
    ["1990-02-03", "join", "automatic"],
    ["1990-02-03", "member", "existing"],
    ["2009-07-15", "join", "optedIn"],
    ["1961-01-01", "join", "optedIn"],
  ])("born %s, %s: %s", async (birthDate, choice, joined) => {
    newcomer(0, birthDate);
    await say(choice);
    expect(held()?.joined).toBe(joined);
  });
});

describe("opting out", () => {
  // Days of the employment count from its first: the fifteenth is fourteen days after the start.
  it.each([
    [13, false],
    [14, true],
    [55, true],
    [56, false],
  ])("%i days after the start: %s", async (ago, open) => {
    newcomer(ago);
    await say("join");
    expect(saving()?.choices.includes("optOut")).toBe(open);
    if (!open) return void (await expect(say("optOut")).rejects.toThrow(/^Opting out is possible from/));
    await say("optOut", null);
    expect(held()).toMatchObject({ status: "opted-out", optOutDate: today, employeeRate: null });
    // Joining again is asking for it.
    expect(saving()?.choices).toEqual(["join"]);
    await say("join", "6");
    expect(held()).toMatchObject({ status: "member", joined: "optedIn", optOutDate: null });
    await expect(say("optOut")).rejects.toThrow(/enrolled by starting this job/);
  });
});

it("another rate leaves what the employer agreed; a rate granted for a time goes on, a suspension ends by itself", async () => {
  world = smallWorldNz(1);
  const facts = {
    ...({ status: "member", joined: "existing", employerRate: "5", esctRate: "30", totalRemuneration: true } as const),
    ...{ suspendedUntil: null, optOutDate: null, voluntaryEmployer: true, from: "2026-06-15" },
  };
  const save = (change: object) =>
    saveSection(world.context, world.actor, who(), "kiwiSaver", {
      ...facts,
      employeeRate: "3",
      temporaryUntil: null,
      ...change,
    });
  save({ temporaryUntil: "2026-12-31" });
  expect(saving()?.rates).toEqual(["3", "3.5", "4", "6", "8", "10"]);
  await say("member", "3");
  expect(held()).toMatchObject({ employeeRate: "3", temporaryUntil: "2026-12-31", employerRate: "5" });
  await say("member", "8");
  expect(held()).toMatchObject({
    ...{ employeeRate: "8", temporaryUntil: null, employerRate: "5", esctRate: "30" },
    ...{ totalRemuneration: true, voluntaryEmployer: true },
  });
  save({ from: today, status: "suspended", suspendedUntil: "2027-06-30", employeeRate: "4" });
  expect(saving()).toMatchObject({ choices: ["member"], status: "suspended", rate: "4" });
  save({ from: today, status: "suspended", suspendedUntil: "2027-06-30", employeeRate: "3" });
  expect(saving()).toMatchObject({ rates: ["3.5", "4", "6", "8", "10"], rate: "3.5" });
  await say("member", "4");
  expect(held()).toMatchObject({ status: "member", suspendedUntil: null });
  await expect(say("join")).rejects.toThrow("has changed meanwhile");
});
