/** Days as they are typed in the week, written back and copied. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DayRecord, dayText, movedDay, readDay } from "./dayText.ts";
import { readShift, shiftText, wallAt, withShortBreak } from "./shiftText.ts";

describe("a day as it is typed", () => {
  const date = "2026-06-25";
  it.each<[string, "AU" | "NZ", string]>([
    ["9-17:30 b30", "AU", "9–17:30 b30"],
    ["9a 5p", "AU", "9–17"],
    ["9-5", "AU", "9–17"],
    ["17-2", "AU", "17–2"],
    ["22-6 b30", "AU", "22–6 b30"],
    ["0830-1700 b12-12:30", "AU", "8:30–17 b12–12:30"],
    ["7.6", "AU", "7.6"],
    ["7:30", "AU", "7.5"],
    ["off", "AU", "off"],
    ["AL", "AU", "al"],
    ["sick 3.8", "AU", "sick 3.8"],
    ["9-13, al 3.8", "AU", "9–13, al 3.8"],
    ["7-11, 15:30-19:30", "AU", "7–11, 15:30–19:30"],
    ["9-5 b30 p15:00-15:10", "AU", "9–17 b30 p15–15:10"],
    ["20-9a", "AU", "20–9a"],
    ["9-19 b30, bank", "AU", "9–19 b30, bank"],
    ["bank, 9-19", "AU", "9–19, bank"],
    ["8-17 o12-12:30", "AU", "8–17 o12–12:30"],
    ["9-5 p15:00-15:10", "AU", "9–17 p15–15:10"],
    ["9a-5p p15:00-15:10", "AU", "9–17 p15–15:10"],
    ["22-6 sleepover", "AU", "22–6 sleepover"],
    ["22-6 sleepover woken 2-2:45 woken 4-5", "AU", "22–6 sleepover woken 2–2:45 woken 4–5"],
    ["7-7 care 9", "AU", "7–7a care 9"],
    ["7-7a care", "AU", "7–7a care"],
    ["6-14:30 b30 150@6.10", "AU", "6–14:30 b30 150@6.10"],
    ["6-14:30 120 @ $6.10 30@7 b30", "AU", "6–14:30 b30 120@6.10 30@7"],
    ["20-21 recall", "AU", "20–21 recall"],
    ["defence", "AU", "defence"],
    ["sick", "NZ", "sick"],
    ["alt", "NZ", "alt"],
  ])("%s", (typed, country, text) => {
    const day = readDay(typed, date, country);
    expect(day && "fault" in day ? day.fault : dayText(day, country)).toBe(text);
    // What is written back is read as the same day.
    if (day && !("fault" in day)) expect(readDay(text, date, country)).toEqual(day);
  });
  it("every shift with breaks of every kind is written so that it is read back the same, over midnight too", () => {
    const wall = (minutes: number) => wallAt(date, minutes);
    const shift = fc
      .record({
        start: fc.integer({ min: 0, max: 1439 }),
        length: fc.integer({ min: 1, max: 1439 }),
        cuts: fc.uniqueArray(fc.integer({ min: 1, max: 1438 }), { maxLength: 6 }),
        kinds: fc.array(
          fc.constantFrom({ paid: true }, { paid: false }, { paid: false, mark: "onPremises" as const }),
          {
            minLength: 3,
            maxLength: 3,
          },
        ),
      })
      .map(({ start, length, cuts, kinds }) => {
        const inside = cuts.filter((cut) => cut < length).sort((one, other) => one - other);
        const breaks = kinds.flatMap((kind, at) => {
          const [from, to] = inside.slice(at * 2, at * 2 + 2);
          return to === undefined ? [] : [{ start: wall(start + (from ?? 0)), end: wall(start + to), ...kind }];
        });
        return { start: wall(start), end: wall(start + length), breaks };
      });
    fc.assert(
      fc.property(shift, (each) => {
        expect(readShift(shiftText(each).replaceAll("–", "-"), date)).toEqual(each);
      }),
    );
  });
  it.each([
    ["9-14:30 b12-12:30", "9–14:30 b30"],
    ["9-14:30 b12-12:30 p10:00-10:10", "9–14:30 b12–12:30 p10–10:10"],
    ["9-14:30 p10:00-10:10", "9–14:30 p10–10:10"],
    ["9-14:30", "9–14:30"],
  ])("%s in short", (typed, text) => {
    const day = readDay(typed, date, "AU") as DayRecord;
    expect(dayText({ ...day, shifts: day.shifts.map(withShortBreak) }, "AU")).toBe(text);
  });
  it.each([
    "9-17 b1",
    "25-26",
    "21-21",
    "hello",
    "al x",
    "7, 8",
    "9-5 b600",
    "sick 30",
    "99",
    "22-6 woken",
    "9-17 recall 3",
  ])("refuses %s", (typed) => {
    expect(readDay(typed, date, "AU")).toHaveProperty("fault");
  });
  it("knows nothing of a blank", () => expect(readDay("  ", date, "AU")).toBeNull());
  it("banks overtime where awards know of it", () =>
    expect(readDay("9-19, bank", date, "NZ")).toEqual({ fault: expect.stringContaining("Australian awards") }));
  it("takes along what can be repeated, and leaves behind what was of its day alone", () => {
    const day: DayRecord = {
      shifts: [
        {
          ...{ start: "2026-06-25T22:00", end: "2026-06-26T02:00", breaks: [] },
          pieces: [{ units: "150", rate: "6.10" }],
        },
      ],
      leave: [{ kind: "annual", hours: "3.8", request: 7 }],
      otherwise: { works: true, why: "Thursdays are in the roster" },
      note: "late",
      bank: true,
    };
    expect(movedDay(day, date, "2026-07-02")).toEqual({
      shifts: [{ start: "2026-07-02T22:00", end: "2026-07-03T02:00", breaks: [] }],
      leave: [{ kind: "annual", hours: "3.8" }],
      note: "late",
      bank: true,
    });
  });
});
