/** Levels other than the person's own: higher duties, apprentices; and the loading on leave against penalties. */

import { type DayRecord, dayText, movedDay, readDay } from "@zesty/core/hours/dayText";
import { higherPay } from "@zesty/core/hours/higherDuties";
import { leaveLoading } from "@zesty/core/hours/leaveLoading";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { levelRate, noRates } from "@zesty/core/hours/pricing";
import { decimal } from "@zesty/core/quantity/decimal";
import { describe, expect, it } from "vitest";
import { shipped } from "./agreementRules.ts";

const setOf = (code: string) => {
  const found = shipped().find((each) => each.code === code);
  if (!found) throw new Error(code);
  return found;
};
const thursday = "2026-09-10";
const typed = (text: string, date = thursday): DayRecord => {
  const day = readDay(text, date, "AU");
  if (!day || "fault" in day) throw new Error(day?.fault ?? "blank");
  return day;
};
const timeOf = (code: string, days: PersonTime["days"], change: Partial<PersonTime> = {}): PersonTime => ({
  ...{ country: "AU", rules: setOf(code), settings: {}, timeZone: "Australia/Melbourne", holidays: [], days },
  ...{ pattern: null, use: "all", employedFrom: "2020-01-01", employedTo: null },
  person: { basis: "fullTime", birthDate: "1990-01-01", flags: {} },
  ...change,
});
/** dollars that a day typed so adds over an own rate */
function added(code: string, text: string, own: string, rates = noRates) {
  const time = timeOf(code, { [thursday]: typed(text) });
  const { higher } = personHours(time, [thursday]);
  const found = higherPay(setOf(code), rates, higher, () => decimal(own));
  return [
    found.parts.reduce((sum, each) => sum.plus(each.exact), decimal(0)).toFixed(2),
    ...found.faults.map((each) => each.text),
  ];
}
const five = { classifications: { "5": "30.00" }, allowances: {} };

describe("higher duties", () => {
  // Hospitality, level 5 entered at $30.00 against $28.12: two hours or more make the whole day (cl 21, from memory).
  it.each<[string, string, string, string]>([
    ["MA000009", "9-17 b30 as 5", "28.12", "14.10"],
    ["MA000009", "9-17 b30 as 5 9-10", "28.12", "1.88"],
    ["MA000009", "9-17 b30 as 5 9-11", "28.12", "14.10"],
    // Retail: more than two hours.
    ["MA000004", "9-17 b30 as 5 9-11", "28.12", "3.76"],
    ["MA000004", "9-17 b30 as 5 9-11:01", "28.12", "14.10"],
    // The own rate is as high already.
    ["MA000009", "9-17 b30 as 5", "30.00", "0.00"],
    // The evening's per cent stands on the higher base: 3 h at 125 %.
    ["MA000004", "18-21 as 5", "28.00", "7.50"],
  ])("%s: %s over $%s adds $%s", (code, text, own, dollars) => expect(added(code, text, own, five)).toEqual([dollars]));
  it("says which levels there are, and whose rate is missing", () => {
    expect(added("MA000009", "9-17 as 9", "28")[1]).toMatch(/has no level “9”. Levels are I, 1, 2/);
    expect(added("MA000010", "9-17 as c6", "28")[1]).toMatch(/rate of C6.* is not known/);
  });
  it("is typed at the end of a shift, and written back", () => {
    expect(dayText(typed("9-17 b30 as C10"), "AU")).toBe("9–17 b30 as c10");
    expect(dayText(typed("9-5 as 4 1-3"), "AU")).toBe("9–17 as 4 13–15");
    const night = typed("22-6 as 4 2-4");
    expect(night.shifts[0]?.duties).toEqual({
      classification: "4",
      start: "2026-09-11T02:00",
      end: "2026-09-11T04:00",
    });
    expect(dayText(movedDay(night, thursday, "2026-09-12"), "AU")).toBe(dayText(night, "AU"));
    expect(movedDay(night, thursday, "2026-09-12").shifts[0]?.duties?.start).toBe("2026-09-13T02:00");
    for (const [text, why] of [
      ["9-17 as 4 18-19", /does not lie within the shift/],
      ["9-17 as 4 13-13", /no part of the shift/],
      ["9-17 as 4 13-", /After “as” stands the level/],
      ["9-17 as", /After “as” stands the level/],
    ] as const)
      expect(readDay(text, thursday, "AU")).toMatchObject({ fault: expect.stringMatching(why) });
  });
});

describe("apprentices", () => {
  it("are paid a share of the trade's level, to the cent, unless the business entered a rate", () => {
    const rules = setOf("MA000010");
    // 50 % of 28.12, 55 % of it.
    expect([levelRate(rules, "A1", noRates)?.toString(), levelRate(rules, "A1Y12", noRates)?.toString()]).toEqual([
      "14.06",
      "15.47",
    ]);
    const entered = { classifications: { C10: "29.00", A2: "18.10" }, allowances: {} };
    expect([levelRate(rules, "A1", entered)?.toString(), levelRate(rules, "A2", entered)?.toString()]).toEqual([
      "14.5",
      "18.1",
    ]);
  });
});

describe("the loading on annual leave", () => {
  const leave = [{ date: "2026-09-13", kind: "annual", hours: decimal("7.6") }];
  const sunday = { "2026-09-13": typed("9-17:06 b30", "2026-09-13").shifts };
  const loading = (
    code: string,
    change: Partial<PersonTime> = {},
    planned: Parameters<typeof leaveLoading>[3] = sunday,
    own: string | null = null,
  ) =>
    leaveLoading(timeOf(code, {}, change), leave, own, planned)
      ?.hours.toDecimalPlaces(4)
      .toString() ?? null;
  it("is 17.5 %, or the penalties of the planned shifts where the agreement compares and they are more", () => {
    expect(loading("MA000004")).toBe("3.8");
    expect(loading("MA000004", {}, {})).toBe("1.33");
    // Hospitality does not compare; clerks compare for shift workers alone.
    expect(loading("MA000009")).toBe("1.33");
    expect(loading("MA000002")).toBe("1.33");
    expect(loading("MA000002", { settings: { shiftworker: true } })).toBe("7.6");
  });
  it.each([
    // Retail, a Sunday of 7.6 h at 150 %: half of it adds half of 3.8; 17.5 % of 3.8 h is 0.665.
    ["half a Sunday", [["2026-09-13", "3.8"]], "1.9"],
    [
      "in two entries of the day",
      [
        ["2026-09-13", "3.8"],
        ["2026-09-13", "3.8"],
      ],
      "3.8",
    ],
    [
      "a Sunday and half a Monday without penalties",
      [
        ["2026-09-13", "7.6"],
        ["2026-09-14", "3.8"],
      ],
      "3.8",
    ],
    ["more than was planned", [["2026-09-13", "8"]], "3.8"],
    ["half a Monday alone: the per cent is more", [["2026-09-14", "3.8"]], "0.665"],
  ])("takes the penalties of what was taken: %s", (_what, taken, hours) => {
    const monday = { "2026-09-14": typed("9-17:06 b30", "2026-09-14").shifts };
    const of = taken.map(([date = "", length = ""]) => ({ date, kind: "annual", hours: decimal(length) }));
    const found = leaveLoading(timeOf("MA000004", {}), of, null, { ...sunday, ...monday });
    expect(found?.hours.toDecimalPlaces(4).toString()).toBe(hours);
  });
  it("is not for casuals, and a per cent agreed with the person comes first", () => {
    expect(loading("MA000009", { person: { basis: "casual", flags: {} } })).toBeNull();
    expect(loading("MA000009", {}, {}, "20")).toBe("1.52");
    expect(loading("MA000009", {}, {}, "0")).toBeNull();
    expect(loading("MA000009", { rules: null }, {}, "17.5")).toBe("1.33");
  });
});
