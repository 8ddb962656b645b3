/**
 * Usual pay by a level whose hours are for the record only: each day at the level, age and rate of its own. Rates of the
 * shipped retail agreement: level 1 $26.55, level 4 $28.12; of a junior of 17 years 60 %, of 18 years 70 %.
 */
import { afterEach, expect, it } from "vitest";
import { planBackPay } from "../afterwards/backPay.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const save = (...[section, values]: [Parameters<typeof saveSection>[3], object]) =>
  saveSection(world.context, world.actor, who(), section, values as never);
const level = (from: string, classification: string | null) => ({
  ...{ from, agreement: classification && "MA000004", classification, use: "record" as const },
  ...{ settings: {}, flags: {} },
});
const paidBy = (from: string, hourlyRate: string | null, salary: string | null = null) =>
  save("employment", {
    ...plainTerms(world, { from, hourlyRate, salary }),
    workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  });
const opened = () => {
  const { lines, figures, marks } = readRun(world.context, world.actor, openUsual(world)).rows[0] ?? {};
  return [
    lines?.map((line) => [line.hours ?? line.amount, line.rate]),
    figures?.gross,
    marks?.filter((mark) => mark.kind !== "note").map((mark) => mark.code),
  ];
};
const wednesday = "2026-06-24";

it.each<[string, string | null, () => void, unknown[], string]>([
  [
    "another level",
    null,
    () => save("time", level(wednesday, "4")),
    [
      ["15.2", "26.55"],
      ["22.8", undefined],
    ],
    "1044.70",
  ],
  [
    "a rate of one's own",
    null,
    () => {
      save("time", level(wednesday, null));
      paidBy(wednesday, "33");
    },
    [
      ["15.2", "26.55"],
      ["22.8", undefined],
    ],
    "1155.96",
  ],
  [
    "a salary",
    null,
    () => {
      paidBy(wednesday, null, "80000");
      save("usualPay", { from: wednesday, lines: [{ elementId: world.element("SAL"), amount: "1538.46" }] });
    },
    [
      ["15.2", "26.55"],
      ["923.08", undefined],
    ],
    "1326.64",
  ],
  [
    "the eighteenth birthday",
    "2008-06-24",
    () => undefined,
    [
      ["15.2", "15.93"],
      ["22.8", undefined],
    ],
    "665.99",
  ],
  ["no birthday in it", "2008-06-21", () => undefined, [["38", undefined]], "706.42"],
])("%s on a Wednesday", (_what, birthDate, change, lines, gross) => {
  world = smallWorld(1);
  if (birthDate) save("details", { ...readPerson(world.context, who()).details, birthDate, startDate: "2024-01-08" });
  paidBy("2024-01-08", null);
  save("time", level("2024-01-08", "1"));
  change();
  expect(opened()).toEqual([lines, gross, []]);
});

it("back pay of a level that changed within a signed-off week goes by the days of each", () => {
  world = smallWorld(1);
  paidBy("2020-01-06", null);
  save("time", level("2020-01-06", "1"));
  save("time", level(wednesday, "4"));
  signRun(world, openUsual(world));
  // Monday and Tuesday were level 4, too: 15.2 h at 1.57 more.
  const plan = planBackPay(world.context, world.actor, who(), { section: "time", values: level("2026-06-22", "4") });
  expect(plan.total).toBe("23.86");
});
