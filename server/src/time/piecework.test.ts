/**
 * Piecework by the worked example of a casual picker: an hour at 100.00, 125 with the loading; a bin at 6.10 (rules of horticulture
 * since 28 April 2022, from memory).
 */
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { leaveBalances } from "../store/sums.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import { begin, employment, open, put, row, shown, signed, terms, texts, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const shift = (pieces: string) => `6-14:30 b30 ${pieces}`;
function picker(basis: "casual" | "full-time" = "casual", agreement: string | null = "MA000028") {
  begin(smallWorld(1));
  const week =
    basis === "casual" ? {} : { weeklyHours: "38", workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] };
  saveSection(world.context, world.actor, who(), "employment", employment({ basis, hourlyRate: "100", ...week }));
  saveSection(world.context, world.actor, who(), "time", terms(agreement, agreement && "2"));
}

it("each day is made up to its hours, and no good day is set off against it", () => {
  picker();
  const runId = open();
  put({ "2026-06-22": shift("180@6.10"), "2026-06-23": shift("150@6.10"), "2026-06-24": shift("200@6.10") });
  // 1,098, 915 + 85 and 1,220.
  expect(shown(runId)).toEqual(["Piecework $3318.00"]);
  expect(row(runId).row.figures?.gross).toBe("3318.00");
  expect(row(runId).row.lines[0]?.time?.why).toEqual([
    "Mon 22 180 × $6.10 in 8 h",
    "Tue 23 150 × $6.10 in 8 h",
    "Tue 23 made up by $85.00 to the day's hours at $100.00 × 125 %",
    "Wed 24 200 × $6.10 in 8 h",
  ]);
  expect(texts(runId).join()).toContain("Piecework of Tue 23 came to less than its hours");
});
it("stands beside hours of other days, whose limits it does not fill", () => {
  picker("full-time");
  const runId = open();
  const days = ["22", "23", "24", "25", "26"].map((day) => [`2026-06-${day}`, shift("300@6.10 10@7")]);
  put({ ...Object.fromEntries(days), "2026-06-22": "6-14:30 b30, 14:30-17:30 50@6.10", "2026-06-26": "6-14:30 b30" });
  // 305.00 in three hours, and three days of 1,900.00; Monday's and Friday's eight hours are ordinary time.
  expect(shown(runId)).toEqual(["Ordinary 16", "Piecework $6005.00"]);
  expect(row(runId).row.lines[1]).toMatchObject({ hours: "27", amount: "6005.00" });
  signed(runId);
  // 38 of the 43 hours: a week has no more that leave accrues on.
  expect(leaveBalances(world.context.store, [who()]).get(who())?.get("annual")).toBe(20_0000 + 2_9231);
});
it.each([
  [null, /no agreement says what piecework pays at least/],
  ["MA000004", /has no piecework/],
])("of an agreement that has none, %s, it stops", (agreement, said) => {
  picker("casual", agreement);
  const runId = open();
  put({ "2026-06-22": shift("180@6.10") });
  expect(texts(runId).join()).toMatch(said);
});
