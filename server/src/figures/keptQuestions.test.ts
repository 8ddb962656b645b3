/** Kept questions that come by mail: once a month, the span along with it, and only while their keeper may see them. */
import type { Question } from "@zesty/contract/figures";
import { afterEach, expect, it } from "vitest";
import type { Clock } from "../ground/clock.ts";
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import { letter } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { drop, keep, keptBy, mailKeptQuestions, mailMonthly } from "./keptQuestions.ts";

let world: SmallWorld;
afterEach(() => world.end());

const on = (day: string): Context => {
  const clock: Clock = { ...world.context.clock, now: () => `${day}T01:00:00.000Z`, today: () => day };
  return Object.assign(Object.create(world.context), { clock });
};
const asked = (change: Partial<Question> = {}): Question => ({
  ...{ what: "wages", businesses: [world.businessId], from: "2026-06", to: "2026-06", rows: "person", columns: null },
  ...change,
});
const letters = () =>
  world.context.store.db
    .select()
    .from(letter)
    .all()
    .filter((each) => each.about.startsWith("figures"))
    .map((each) => ({
      to: each.recipient,
      ...(JSON.parse(world.context.store.crypt.open(each.text ?? "", places.letter(each.id))) as {
        subject: string;
        text: string;
      }),
    }));

it.each([
  ["Australia", smallWorld, "All: 2394.00"],
  ["New Zealand", smallWorldNz, "All: 4800.00"],
] as const)("%s: last month's wages come on the first of each month, once", (_country, make, sum) => {
  world = make(2);
  signRun(world, openUsual(world));
  const july = on("2026-07-20");
  const { id } = keep(july, world.actor, { name: "Wages of last month", question: asked() });
  mailMonthly(july, world.actor, id, true);
  expect([mailKeptQuestions(july), keptBy(july, world.actor)[0]?.mailed]).toEqual([0, true]);
  expect([mailKeptQuestions(on("2026-08-01")), mailKeptQuestions(on("2026-08-31"))]).toEqual([1, 0]);
  const [first] = letters();
  expect(first).toMatchObject({ to: world.actor.email });
  expect(first?.subject).toContain("Wages of last month: ");
  expect([
    first?.text?.includes("July 2026"),
    first?.text?.includes("Sample0, Alex: "),
    first?.text?.includes(sum),
  ]).toEqual([true, true, true]);
  expect(mailKeptQuestions(on("2026-09-01"))).toBe(1);
  expect(letters()[1]?.text).toContain("Nothing in this span.");
  // Kept anew under its name it goes on from there; a span of twelve months stays one.
  const { id: anew } = keep(on("2026-09-02"), world.actor, {
    name: "Wages of last month",
    question: asked({ from: "2025-10", to: "2026-09", rows: "month" }),
  });
  expect([mailKeptQuestions(on("2026-09-03")), mailKeptQuestions(on("2026-10-01"))]).toEqual([0, 1]);
  expect(letters()[2]?.subject).toContain("Nov 2025 to Oct 2026");
  mailMonthly(on("2026-10-02"), world.actor, anew, false);
  expect(mailKeptQuestions(on("2026-11-01"))).toBe(0);
});

it("of one business it is that business's letter, of several nobody's", () => {
  world = smallWorld(1);
  signRun(world, openUsual(world));
  const july = on("2026-07-20");
  for (const businesses of [[world.businessId], [world.businessId, world.businessId]])
    mailMonthly(
      july,
      world.actor,
      keep(july, world.actor, { name: `${businesses.length}`, question: asked({ businesses }) }).id,
      true,
    );
  expect(mailKeptQuestions(on("2026-08-01"))).toBe(2);
  const kept = world.context.store.db
    .select()
    .from(letter)
    .all()
    .filter((each) => each.about.startsWith("figures"));
  expect(kept.map((each) => each.businessId)).toEqual([world.businessId, null]);
});

it("nothing goes to who may not see it any more, is gone, or took it out; another's is not found", () => {
  world = smallWorld(1);
  signRun(world, openUsual(world));
  const july = on("2026-07-20");
  const { id } = keep(july, world.actor, { name: "Mine", question: asked() });
  mailMonthly(july, world.actor, id, true);
  const { sqlite } = world.context.store;
  sqlite.exec(`UPDATE user SET lead = 0 WHERE id = ${world.actor.userId}`);
  expect(mailKeptQuestions(on("2026-08-01"))).toBe(0);
  sqlite.exec(`UPDATE user SET lead = 1, active = 0 WHERE id = ${world.actor.userId}`);
  expect(mailKeptQuestions(on("2026-08-01"))).toBe(0);
  sqlite.exec(`UPDATE user SET active = 1 WHERE id = ${world.actor.userId}`);
  expect(() => mailMonthly(july, { ...world.actor, userId: 999 }, id, false)).toThrow("There is no such question");
  expect(mailKeptQuestions(on("2026-08-01"))).toBe(1);
  drop(july, world.actor, id);
  expect(mailKeptQuestions(on("2026-09-01"))).toBe(0);
});
