import { afterEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { smallWorldNz } from "../testing/smallWorld.ts";
import {
  approve,
  begin,
  employment,
  open,
  row,
  shown,
  signed,
  terms,
  type,
  varying,
  who,
  world,
} from "../testing/timeMakers.ts";
import { answerForHolidays } from "./holidayAnswers.ts";

afterEach(() => world.end());

describe("days in New Zealand", () => {
  it("pays New Zealand shifts, leave in days and days worked", () => {
    begin(smallWorldNz(1));
    saveSection(world.context, world.actor, who(), "time", terms("EX-KAYAK", null));
    const runId = open();
    // No holiday lies in the fortnight from 15 June 2026.
    type({ "2026-06-21": "9-13", "2026-06-22": "9-19 b30", "2026-06-23": "sick" });
    approve(["2026-06-21", "2026-06-22", "2026-06-23"]);
    expect(shown(runId)).toEqual(
      ["Ordinary 9", "Overtime 1½ 0.5", "Ordinary at 125 % 4", "Sick leave, days 8", "Days worked 2 u"].sort(
        (a, b) => shown(runId).indexOf(a) - shown(runId).indexOf(b),
      ),
    );
  });

  it("pays a holiday's overtime at the agreement's rate where that is more than time and a half", () => {
    begin(smallWorldNz(1));
    saveSection(world.context, world.actor, who(), "time", terms("EX-KAYAK", null));
    const first = open();
    type({ "2026-06-22": "9-17" });
    approve(["2026-06-22"]);
    signed(first);
    const runId = open();
    // Matariki: nine ordinary hours and two of overtime at time and a half, two more at double (s 50, the greater one).
    type({ "2026-07-10": "7-20" });
    approve(["2026-07-10"]);
    expect(shown(runId).sort()).toEqual([
      "Alternative day earned 1 u",
      "Days worked 1 u",
      "Worked on public holiday 11",
      "Worked on public holiday at 200 % 2",
    ]);
    // 11 × 30 × 1.5 + 2 × 30 × 2
    expect(row(runId).row.figures?.gross).toBe("615.00");
  });

  it("takes answers for public holidays onto the record: not worked, worked, and not a working day", () => {
    begin(smallWorldNz(3));
    const firstRun = open();
    for (const each of row(firstRun).view.rows)
      for (const mark of each.marks)
        if (mark.kind === "query")
          setTick(world.context, world.actor, firstRun, { payId: each.payId, key: mark.key, on: true });
    signOff(world.context, world.actor, firstRun, row(firstRun).view.version);
    const runId = open();
    const say = (at: number, works: boolean, why: string, worked: string | null = null) =>
      answerForHolidays(world.context, world.actor, world.businessId, {
        personId: who(at),
        answers: [{ date: "2026-07-10", works, why, worked }],
      });
    const at = (index: number) => {
      const view = readRun(world.context, world.actor, runId);
      const found = view.rows.find((each) => each.personId === who(index))!;
      const name = (id: number) => view.elements.find((each) => each.id === id)?.name;
      return {
        lines: found.lines
          .map(
            (line) =>
              `${name(line.elementId)} ${line.units === undefined ? line.hours : `${line.units}/${line.hours}`}`,
          )
          .sort(),
        codes: found.marks.map((mark) => mark.code),
        gross: found.figures?.gross,
      };
    };
    expect(at(0).codes).toContain("publicHolidayOpen");
    say(0, true, "Fridays are in the roster");
    expect(at(0)).toMatchObject({ lines: ["Ordinary 72", "Public holiday, days 1/8"], gross: "2400.00" });
    expect(at(0).codes).not.toContain("publicHolidayOpen");
    // The day would have had eight hours: they make way, six are paid at time and a half (72 × 30 + 6 × 45), and a day is earned.
    say(1, true, "Fridays are in the roster", "6");
    expect(at(1)).toMatchObject({
      lines: ["Alternative day earned 1/undefined", "Ordinary 72", "Worked on public holiday 6"],
      gross: "2430.00",
    });
    const inRow = () => {
      const found = readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who(1))?.context;
      return found?.country === "NZ" ? found.publicHolidays[0] : undefined;
    };
    expect(inRow()).toMatchObject({ works: true, reason: "Fridays are in the roster", unknown: false, worked: "6" });
    say(2, false, "Moved to Thursdays since June");
    expect(at(2).lines).toEqual(["Ordinary 80"]);
    expect(at(2).codes).not.toContain("publicHolidayOpen");
    // Changed one's mind: the lines go as they came.
    say(0, false, "Not a working day after all");
    expect(at(0)).toMatchObject({ lines: ["Ordinary 80"], gross: "2400.00" });
    expect(() =>
      answerForHolidays(world.context, world.actor, world.businessId, {
        personId: who(),
        answers: [{ date: "2026-07-09", works: true, why: "x", worked: null }],
      }),
    ).toThrow(/9 July 2026 is no public holiday where Alex works/);
  });

  it("asks the last four same weekdays of the record for who has no pattern", () => {
    begin(smallWorldNz(1));
    saveSection(world.context, world.actor, who(), "employment", employment({ basis: "part-time", hourlyRate: "30" }));
    saveSection(world.context, world.actor, who(), "holidays", { ...varying, from: "2026-06-01" });
    saveSection(world.context, world.actor, who(), "time", terms(null, null));
    const holiday = (runId: number) => {
      const context = row(runId).row.context;
      return context?.country === "NZ" ? context.publicHolidays[0] : undefined;
    };
    type({ "2026-06-19": "9-13", "2026-06-26": "9-13" });
    approve(["2026-06-19", "2026-06-26"]);
    const first = open();
    signed(first);
    const runId = open();
    expect(holiday(runId)).toMatchObject({ unknown: true, works: false });
    type({ "2026-06-12": "9-13", "2026-07-03": "9-13" });
    approve(["2026-07-03"]);
    expect(holiday(runId)).toMatchObject({
      unknown: false,
      works: true,
      reason: "4 of the last four Fridays were worked",
    });
  });
});
