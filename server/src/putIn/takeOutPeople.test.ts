/** People taken out: nothing of them is left but what the trail says, and nobody goes of whom anything left the house. */
import { isTfn } from "@zesty/core/au/taxFileNumber";
import { isIrd } from "@zesty/core/nz/irdNumber";
import { afterEach, expect, it } from "vitest";
import { askForLeave } from "../leave/requests.ts";
import { listPeople } from "../people/readPeople.ts";
import { addToRun } from "../runs/addToRun.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { rekeyTrail } from "../store/rekey.ts";
import { audit, staffLink } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz, validFrom } from "../testing/smallWorld.ts";
import { approve, begin, type as typeDays } from "../testing/timeMakers.ts";
import { addPeople } from "./peopleSheet.ts";
import { addedTogether, takeOutPeople } from "./takeOutPeople.ts";

let world: SmallWorld;
afterEach(() => world.end());

/** Every table as it stands, but for what tells of the doing itself: the trail, and how often a run was changed by whom. */
function everything(): Record<string, unknown[]> {
  const { sqlite } = world.context.store;
  const tables = sqlite
    .prepare<[], { name: string }>("SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table'")
    .all();
  const apart = ["audit", "seal", "setting", "sqlite_sequence", "sqlite_schema"];
  return Object.fromEntries(
    tables
      .filter(({ name }) => !apart.includes(name) && !name.startsWith("find_words_"))
      .map(({ name }) => [
        name,
        (sqlite.prepare(`SELECT * FROM "${name}"`).all() as object[]).map((each) =>
          name === "pay_run" ? { ...each, version: 0, preparers: "" } : each,
        ),
      ]),
  );
}
const numbersAu = validFrom(200_000_000, 2, isTfn);
const numbersNz = validFrom(60_000_000, 2, isIrd);
const row = (at: number) => ({
  ...{
    givenName: "Ada",
    familyName: `Wrong${at}`,
    birthDate: "3/2/1991",
    startDate: "22 jun 2026",
    basis: "full-time",
  },
  ...{ weeklyHours: "38", hourlyRate: "31.50" },
});
const out = (ids: number[], business = world.businessId) => takeOutPeople(world.context, world.actor, business, ids);

it.each([
  [
    "Australia",
    () => smallWorld(2),
    (at: number) => ({ ...row(at), fileNumber: numbersAu[at] ?? "", annualLeave: "12" }),
  ],
  ["New Zealand", () => smallWorldNz(2), (at: number) => ({ ...row(at), irdNumber: numbersNz[at] ?? "" })],
] as const)("all that was said of them goes again: %s", (_country, make, of) => {
  world = make();
  const { context, actor, businessId } = begin(world);
  const runId = openUsual(world);
  const before = everything();
  const ids = addPeople(context, actor, businessId, [of(0), of(1)]);
  const [first = 0, second = 0] = ids;
  typeDays({ "2026-06-23": "7.5" }, first);
  approve(["2026-06-23"], true, first);
  askForLeave(context, actor, businessId, {
    ...{ personId: second, kind: "annual", first: "2026-06-25", last: "2026-06-25", hoursADay: null, inAdvance: true },
    ...{ note: null, approve: { belowNought: true } },
  });
  addToRun(context, actor, runId, [first, second]);
  for (const { payId, marks } of readRun(context, actor, runId).rows)
    for (const { key, kind } of marks) if (kind === "query") setTick(context, actor, runId, { payId, key, on: true });
  expect(addedTogether(context, businessId)).toMatchObject([
    {
      people: [
        { name: "Ada Wrong0", stays: null },
        { name: "Ada Wrong1", stays: null },
      ],
    },
    {},
    {},
  ]);
  out(ids);
  expect(everything()).toEqual(before);
  expect(verify(context.store).broken).toEqual([]);
  expect(listPeople(context, businessId)).toHaveLength(2);
  expect(() => out(ids)).toThrow(/no such person/);
  // The list put right comes in again, by the same numbers, and the run pays them.
  const again = addPeople(context, actor, businessId, [of(0), of(1)]);
  expect(again).toHaveLength(2);
  rekeyTrail(context.store);
  expect(verify(context.store).broken).toEqual([]);
});

it("nobody goes where one was paid, signs in, or is somebody else's", async () => {
  world = smallWorld(2);
  const { context, personIds } = begin(world);
  const [paid = 0, other = 0] = personIds;
  signRun(world, openUsual(world));
  expect(() => out([paid])).toThrow(/Nobody was taken out: Alex Sample0 has been paid\./);
  const [late = 0] = addPeople(context, world.actor, world.businessId, [row(0)]);
  expect(() => out([late, other])).toThrow(/Alex Sample1 has been paid/);
  expect(listPeople(context, world.businessId)).toHaveLength(3);
  const { db } = context.store;
  db.insert(staffLink).values({ userId: world.actor.userId, personId: late, openedAt: "2026-07-01T00:00:00Z" }).run();
  expect(() => out([late])).toThrow(/Ada Wrong0 signs in on the staff pages/);
  db.update(staffLink).set({ endedAt: "2026-07-01T00:01:00Z" }).run();
  expect(() => out([late], world.businessId + 1)).toThrow(/no such/);
  out([late]);
  expect(addedTogether(context, world.businessId)).toEqual([]);
});

it("is no sign-off of what a colleague has seen, and the trail names everybody", () => {
  world = smallWorld(1);
  const { context, actor, businessId } = begin(world);
  const ids = addPeople(context, actor, businessId, [row(0), row(1)]);
  const runId = openUsual(world);
  const seen = readRun(context, actor, runId).version;
  out(ids);
  expect(readRun(context, actor, runId).rows).toHaveLength(1);
  expect(() => signOff(context, actor, runId, seen)).toThrow(/changed/);
  const entry = context.store.db.select().from(audit).all().at(-1);
  expect([entry?.what, entry?.about, entry?.change]).toEqual([
    ...["took out people", "2 people"],
    { before: ["Ada Wrong0 (E1)", "Ada Wrong1 (E2)"], after: null },
  ]);
});

it("a row that goes beside the program is still found, with or without a word about it", () => {
  world = smallWorld(1);
  const { context } = begin(world);
  const { sqlite } = context.store;
  const [id = 0] = addPeople(context, world.actor, world.businessId, [{ ...row(0), annualLeave: "12" }]);
  sqlite.prepare("UPDATE seal SET gone = 'x' WHERE kind = 'leave'").run();
  expect(verify(context.store).broken).not.toEqual([]);
  sqlite.prepare("DELETE FROM leave_entry WHERE person_id = ?").run(id);
  const words = verify(context.store).broken.map((each) => each.words);
  expect(words).toContainEqual(expect.stringMatching(/^Leave entry \d+ was deleted after it was sealed/));
});
