/** The way to the first payday: worked out from facts, left and taken up again. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { business, person } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readFirstSteps } from "./firstSteps.ts";

let world: SmallWorld;
afterEach(() => world.end());
const steps = (id = world.businessId) => readFirstSteps(world.context, id);
const open = (id?: number) => steps(id).steps.flatMap((each) => (each.done || each.optional ? [] : [each.key]));
const onDesk = () =>
  readDesk(world.context, world.actor)
    .toDo.filter((each) => each.words.startsWith("To set up"))
    .map((each) => `${each.business}: ${each.words}`);

describe("the way to the first payday", () => {
  it("of a new business begins with what is missing of it, and stands on the desk", () => {
    world = smallWorld(1);
    const id = createBusiness(world.context, world.actor, {
      ...{ name: "Quince", legalName: "Quince Pty Ltd", abn: "51000000680", state: "SA", bank: null },
      timeZone: "Australia/Adelaide",
      contact: { name: "Bea", phone: "0300000008", email: "" },
      cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-07-06", paydayOffset: 3 },
    });
    expect(open(id)).toEqual(["business", "bank", "funds", "people", "usual", "details", "run"]);
    expect(steps(id).steps[0]).toMatchObject({ asks: "Who answers questions" });
    expect(onDesk()).toEqual(["Quince: To set up: the business"]);
    world.context.store.db
      .update(business)
      .set({ contact: { name: "Bea", phone: "0300000008", email: "b@example.org" } })
      .where(eq(business.id, id))
      .run();
    expect([steps(id).next, onDesk()]).toEqual(["bank", ["Quince: To set up: the account that pays"]]);
  });
  it.each([
    ["Australia", () => smallWorld(1)],
    ["New Zealand", () => smallWorldNz(1)],
  ])("ends with the first run, and is behind once one is signed off, in %s", (_country, made) => {
    world = made();
    expect([open(), steps().next, onDesk()]).toEqual([["run"], "run", []]);
    const runId = openUsual(world);
    expect(steps()).toMatchObject({ next: null, isOver: false });
    world.context.store.db.update(person).set({ address: null }).run();
    expect(steps().steps.find((each) => each.key === "details")?.asks).toContain("Home address");
    world.context.store.db
      .update(person)
      .set({ address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" } })
      .run();
    signRun(world, runId);
    expect(steps().isOver).toBe(true);
  });
});
