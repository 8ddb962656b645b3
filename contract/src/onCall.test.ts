/**
 * Being on call beside everything that it meets: no hour of it is paid as work, a call is a shift of its own within it,
 * and nothing is left out in silence (common form of the modern awards: an amount for the time; from memory).
 */
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { type DayRecord, hasWork, minutesOf, readDay } from "@zesty/core/hours/dayText";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { describe, expect, it } from "vitest";
import { shipped } from "./agreementRules.ts";

const rulesOf = (code: string): AgreementRules | null => shipped().find((each) => each.code === code) ?? null;
// Monday 2 March 2026.
const monday = "2026-03-02";
const days = (typed: Record<number, string>): Record<string, DayRecord> =>
  Object.fromEntries(
    Object.entries(typed).map(([at, text]) => {
      const date = addDays(monday, Number(at));
      const read = readDay(text, date, "AU");
      if (read === null || "fault" in read) throw new Error(text);
      return [date, read];
    }),
  );
const pay = (rules: AgreementRules | null, typed: Record<number, string>, change: Partial<PersonTime> = {}) => {
  const found = personHours(
    {
      ...{ country: "AU", rules, person: { basis: "fullTime", classification: "S1" }, settings: {} },
      ...{ timeZone: "Australia/Melbourne", holidays: [], pattern: null, use: "all" },
      ...{ employedFrom: "2020-01-01", employedTo: null, days: days(typed), ...change },
    } as PersonTime,
    Array.from({ length: 7 }, (_, day) => addDays(monday, day)),
  );
  return {
    minutes: [...found.pieces, ...found.plain].reduce((sum, each) => sum + each.minutes, 0),
    lines: found.lines,
    extras: Object.fromEntries(found.extras.map((each) => [each.code, each.units.toString()])),
    marks: found.marks.map((each) => each.code),
    faults: found.faults.map((each) => each.text),
  };
};

describe("with an agreement that gives an amount for it", () => {
  // Health and support: an amount for each time on call; dollars come from the pay guide.
  const rules = rulesOf("MA000027");
  it.each<[string, Record<number, string>, number, string]>([
    ["alone", { 0: "18-22 standby" }, 0, "1"],
    ["after a day's work", { 0: "9-17 b30, 18-22 standby" }, 450, "1"],
    ["called within it: only the call is work", { 0: "18-23 standby, 20-21 recall" }, 60, "1"],
    ["on three nights", { 0: "18-22 standby", 2: "18-22 standby", 4: "18-22 standby" }, 0, "3"],
    ["over midnight", { 0: "18-6 standby" }, 0, "1"],
  ])("%s", (_what, typed, minutes, units) => {
    const found = pay(rules, typed);
    expect([found.faults, found.marks.includes("markUnpriced")]).toEqual([[], false]);
    // A recall is made up to its least paid time.
    if (!JSON.stringify(typed).includes("recall")) expect(found.minutes).toBe(minutes);
    else expect(found.minutes).toBeGreaterThanOrEqual(minutes);
    expect(Object.values(found.extras)).toContain(units);
  });
  it("fills no ordinary day or week, and starts no overtime", () => {
    const week = Object.fromEntries([0, 1, 2, 3, 4].map((day) => [day, "9-17 b24"]));
    const called = Object.fromEntries([0, 1, 2, 3, 4].map((day) => [day, "9-17 b24, 17-23 standby"]));
    expect(pay(rules, called).lines).toEqual(pay(rules, week).lines);
  });
});

it.each([["MA000004"], ["MA000119"]])("an agreement without a rule for it pays nothing, and asks: %s", (code) => {
  const found = pay(rulesOf(code), { 0: "18-22 standby" });
  expect([found.minutes, found.marks]).toEqual([0, expect.arrayContaining(["markUnpriced"])]);
});

describe("without an agreement", () => {
  it.each<[string, string, number, string[]]>([
    ["on call", "18-22 standby", 0, ["markUnpriced"]],
    ["work, then on call", "9-17 b30, 18-22 standby", 450, ["markUnpriced"]],
    ["a night at the workplace", "22-6 sleepover", 0, ["markUnpriced"]],
    ["work alone", "9-17 b30", 450, []],
  ])("%s", (_what, typed, minutes, marks) => {
    const found = pay(null, { 0: typed });
    expect([found.minutes, found.marks, found.faults]).toEqual([minutes, marks, []]);
  });
});

it("a day that was only on call is a day as ever, and its public holiday was not worked", () => {
  const usual = { use: "exceptions", pattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] } as const;
  const whole = pay(null, {}, usual).minutes;
  expect([whole, pay(null, { 0: "18-22 standby" }, usual).minutes]).toEqual([38 * 60, 38 * 60]);
  expect(pay(rulesOf("MA000027"), { 0: "18-22 standby" }, usual).minutes).toBe(38 * 60);
  const holidays = [{ date: monday, name: "Labour Day" }];
  expect(pay(null, { 0: "18-22 standby" }, { ...usual, use: "all", holidays }).minutes).toBe(456);
});

it("counts as no work wherever hours are added up", () => {
  const day = (text: string) => days({ 0: text })[monday] as DayRecord;
  expect([minutesOf(day("18-22 standby")), hasWork(day("18-22 standby"))]).toEqual([0, false]);
  expect([minutesOf(day("9-12, 18-22 standby")), hasWork(day("9-12, 18-22 standby"))]).toEqual([180, true]);
  expect(hasWork(day("off"))).toBe(false);
});

describe("what nothing has a price for is said, whatever the mark", () => {
  const typed = {
    ...{ dayoff: "9-13 dayoff", recall: "20-21 recall", standby: "18-22 standby", sleepover: "22-6 sleepover" },
    care: "7-7 care 8",
  };
  // By what the shipped rules hold, read apart from the reckoning; a night or a day of care without a rule stops.
  const priced: Record<string, (text: string) => boolean> = {
    dayoff: (text) => text.includes('"rosteredDayOff"'),
    recall: (text) => /"kind":"recall"/.test(text),
    standby: (text) => /"kind":"onCall"/.test(text),
    sleepover: (text) => text.includes('"sleepover":{'),
    care: (text) => text.includes('"careDay":{'),
  };
  const cases = [null, ...shipped()].flatMap((rules) =>
    Object.keys(typed).map((mark) => [rules?.title ?? "no agreement", mark, rules] as const),
  );
  it.each(cases)("%s: %s", (_title, mark, rules) => {
    const level = rules?.classifications[0]?.key ?? null;
    const found = pay(
      rules,
      { 0: typed[mark as keyof typeof typed] },
      { person: { basis: "fullTime", classification: level ?? undefined } as PersonTime["person"] },
    );
    const said = found.marks.includes("markUnpriced") || found.faults.length > 0;
    const isPriced = rules !== null && (priced[mark]?.(JSON.stringify(rules)) ?? false);
    if (!isPriced) expect([mark, said]).toEqual([mark, true]);
    else expect(found.marks).not.toContain("markUnpriced");
  });
});

it.each(["22-23 standby", "22:30-6 standby"])(
  "the rest before a new week is from work, not from being on call: %s",
  (call) => {
    // Clerks: ten hours off after overtime, else double time until they were had (from memory).
    const rules = rulesOf("MA000002");
    const person = { basis: "fullTime", classification: "1.1" } as PersonTime["person"];
    const week = { [-2]: "8-18", [-1]: "8-22" };
    const worked = (more: Record<number, string>) => pay(rules, { ...week, 0: "6-14", ...more }, { person });
    const plain = worked({});
    expect(plain.marks).toContain("shortRest");
    expect(worked({ [-1]: `8-22, ${call}` }).lines).toEqual(plain.lines);
  },
);
