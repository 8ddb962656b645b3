/**
 * A day that is told after its week was paid, by hand. Retail, level 1, $26.55, full-time, from the published pay guide of
 * July 2025 as remembered: beyond 38 h a week overtime is 150 % for three hours of a day, then 200 %; Saturday is 125 %.
 */
import { decimal } from "@zesty/core/quantity/decimal";
import { afterEach, expect, it } from "vitest";
import { lookOver } from "../afterwards/lookOver.ts";
import { saveSection } from "../people/savePerson.ts";
import { atOnce } from "../store/steps.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import { approve, begin, employment, open, row, signed, terms, type, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const eight = "9-17:30 b30";
const accrued = () =>
  world.context.store.sqlite
    .prepare("SELECT SUM(hours_e4) / 10000.0 FROM leave_entry WHERE kind = 'annual' AND why = 'accrued'")
    .pluck()
    .get() as number;

it.each<[string, Record<string, string>, string, string | null, number, string?]>([
  // Wednesday is paid as ordinary. With it Friday ends in two hours of overtime, 2 × 0.5 × 26.55, and Saturday is all of
  // it: (3 × 1.5 + 3 × 2 − 6 × 1.25) × 26.55. Leave arises on 38 h of the week, which the days paid before had.
  [
    "of a week that was full without it",
    { "2026-06-22": eight, "2026-06-23": eight, "2026-06-25": eight, "2026-06-26": eight, "2026-06-27": "9-15" },
    "212.40",
    "24 June 2026 is paid late. With it, $106.20 more is due for 26 June 2026 and 27 June 2026, paid already.",
    38,
  ],
  // 40 h: two of them overtime on Friday. Leave arises on the six that make the week 38 h.
  [
    "that fills its week",
    { "2026-06-22": eight, "2026-06-23": eight, "2026-06-25": eight, "2026-06-26": eight },
    "212.40",
    "24 June 2026 is paid late. With it, $26.55 more is due for 26 June 2026, paid already.",
    38,
  ],
  ["of a short week", { "2026-06-22": eight, "2026-06-23": eight, "2026-06-25": eight }, "212.40", null, 32],
  // It takes nothing of what leave arises on, neither here nor in the week that it is paid with.
  [
    "without pay, of a week that was full",
    { "2026-06-22": eight, "2026-06-23": eight, "2026-06-25": eight, "2026-06-26": eight, "2026-06-27": "9-15" },
    ...(["0.00", null, 38, "unpaid"] as const),
  ],
  ["after all that was paid", { "2026-06-22": eight, "2026-06-23": eight }, "212.40", null, 24],
])("a day %s", (_what, days, paid, told, hours, day = eight) => {
  begin(smallWorld(1));
  const week = ["8", "8", "8", "8", "6", "0", "0"];
  const full = { basis: "full-time" as const, weeklyHours: "38", workPattern: week, from: "2020-01-06" };
  saveSection(world.context, world.actor, who(), "employment", employment(full));
  saveSection(world.context, world.actor, who(), "time", terms("MA000004", "1", { from: "2020-01-06" }));
  saveSection(world.context, world.actor, who(), "usualPay", { from: "2020-01-06", lines: [] });
  type(days);
  approve(Object.keys(days));
  const before = accrued();
  signed(open());
  // A full week of its own beside the late day: its hours are not cut for the other week's.
  const next = Object.fromEntries([29, 30].map((day) => [`2026-06-${day}`, eight]));
  const own = { ...next, "2026-07-01": eight, "2026-07-02": eight, "2026-07-03": "9-15" };
  type({ "2026-06-24": day, ...own });
  approve(["2026-06-24", ...Object.keys(own)]);
  const runId = open();
  const { figures, marks } = row(runId).row;
  expect(
    decimal(figures?.gross ?? "0")
      .minus(decimal("38").times("26.55"))
      .toFixed(2),
  ).toBe(paid);
  const late = marks.filter((mark) => mark.text.includes("paid late"));
  expect(late.map((mark) => mark.text)).toEqual(
    told ? [`${told} Look past pays over and pay the difference; or tick.`] : [],
  );
  // What is told is what past pays looked over find, before the sign-off as after it.
  const looked = () =>
    atOnce(lookOver(world.context, world.businessId, { from: "2026-06-01", to: "2026-07-31", people: null })).pays.map(
      (each) => each.difference,
    );
  const owed = told ? [/\$([\d.]+)/.exec(told)?.[1]] : [];
  expect(looked()).toEqual(owed);
  signed(runId);
  expect(looked()).toEqual(owed);
  // Four weeks of 52 a year.
  expect(accrued() - before).toBeCloseTo(((hours + 38) * 4) / 52, 2);
});
