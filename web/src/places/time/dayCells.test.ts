/** Cells of the week as text: what was understood, and what is copied from before. */
import type { WeekDay, WeekPerson, WeekView } from "@zesty/contract/time";
import { addDays } from "@zesty/core/calendar/dates";
import { type DayRecord, dayText, leaveWordsTyped, readDay } from "@zesty/core/hours/dayText";
import { describe, expect, it } from "vitest";
import { beginsDay, copiedFrom, heading, readCell, spelled } from "./dayCells.ts";
import { dayAt, dayKey, withDays } from "./typedDays.ts";

const recorded = (date: string, text: string): WeekDay => ({
  ...{ worked: readDay(text, date, "AU") as DayRecord, planned: null, state: "open", payday: null },
});
const person = (days: Record<string, string>) =>
  ({
    personId: 7,
    days: Object.fromEntries(Object.entries(days).map(([date, text]) => [date, recorded(date, text)])),
  }) as unknown as WeekPerson;
const viewOf = (country: "AU" | "NZ", ...people: WeekPerson[]) => ({ country, people }) as unknown as WeekView;
const period = (first: string, days: number) => Array.from({ length: days }, (_, at) => addDays(first, at));

describe("a day as it is typed", () => {
  it.each<["AU" | "NZ", string, string]>([
    ["AU", "9-17:30 b30", "09:00 to 17:30, 30 min unpaid, 8 h."],
    ["AU", "20-1", "20:00 to 01:00 of the next day, 5 h."],
    ["AU", "7.6", "7.6 h without their times."],
    ["AU", "off", "Off: nothing worked."],
    ["AU", "al", "Annual leave for the day."],
    ["AU", "8-12, al", "08:00 to 12:00, 4 h; annual leave for what is left of the day."],
    ["AU", "al, pl", "Two kinds of leave share this day: say the hours of one, as pl 3.8."],
    ["AU", "sick 3.8, 8-11:48", "08:00 to 11:48, 3.8 h; personal and carer's leave, 3.8 h."],
    ["AU", "til 2", "Time in lieu, 2 h."],
    [
      "AU",
      "7-9 cancelled, 23:10-23:25 remote",
      "07:00 to 09:00, 2 h, cancelled by the client; 23:10 to 23:25, 0.25 h, from afar.",
    ],
    ["AU", "20-21 recall, al", "20:00 to 21:00, 1 h, called back; annual leave for the day."],
    ["AU", "6-14 150@6.10 as 4", "06:00 to 14:00, 8 h, 150 pieces at $6.10, in level 4."],
    ["NZ", "al", "Annual holidays for the day."],
  ])("%s: %s is read as: %s", (country, text, words) => {
    const read = readCell(text, person({}), "2026-06-23", viewOf(country));
    expect(read && "fault" in read ? read.fault : read && spelled(read, viewOf(country))).toBe(words);
  });
  it("= is the day as it was planned, and says where there is no plan", () => {
    const planned = readDay("9-12", "2026-06-23", "AU");
    const day = { ...recorded("2026-06-23", "off"), planned };
    const one = { ...person({}), days: { "2026-06-23": day } } as WeekPerson;
    expect(readCell("=", one, "2026-06-23", viewOf("AU"))).toEqual(planned);
    expect(readCell("=", one, "2026-06-24", viewOf("AU"))).toEqual({ fault: "Nothing is planned for that day." });
  });
});

it.each(["AU", "NZ"] as const)(
  "every word of leave begins a day, %s, but one that begins with the key of the ways",
  (country) => {
    const words = leaveWordsTyped[country].map(([word]) => word);
    expect(words.filter((word) => !beginsDay(word[0] ?? "", country))).toEqual(country === "AU" ? ["govparental"] : []);
    for (const key of ["7", "=", "-", "o"]) expect(beginsDay(key, country)).toBe(true);
    for (const key of ["g", "?", "x", " "]) expect(beginsDay(key, country)).toBe(false);
  },
);

describe("the period before", () => {
  const copied = (days: Record<string, string>, dates: string[]) =>
    copiedFrom([person(days)], dates, "worked").map(({ date, record }) => `${heading(date)} ${dayText(record, "AU")}`);
  it.each<[string, string[], Record<string, string>, string[]]>([
    ["a week", period("2026-06-22", 7), { "2026-06-16": "9-13" }, ["Tue 23 9–13"]],
    [
      "what does not come again",
      period("2026-06-22", 7),
      { "2026-06-15": "7-9 cancelled, 20-21 recall", "2026-06-16": "9-13 lieu training", "2026-06-17": "20-21 remote" },
      ["Mon 22 7–9", "Tue 23 9–13 training"],
    ],
    [
      "a fortnight",
      period("2026-06-22", 14),
      { "2026-06-20": "10-16", "2026-06-09": "7" },
      ["Tue 23 7", "Sat 4 10–16"],
    ],
    // Thirty and thirty-one days before are other weekdays: Saturday's shift stays on a Saturday.
    ["a month of thirty days", period("2026-06-01", 30), { "2026-05-09": "10-16" }, ["Sat 13 10–16"]],
    ["a month of thirty-one", period("2026-07-01", 31), { "2026-06-06": "10-16" }, ["Sat 11 10–16"]],
    ["half a month", period("2026-06-16", 15), { "2026-05-30": "10-16" }, ["Sat 20 10–16"]],
    ["what stands there already", period("2026-06-22", 7), { "2026-06-16": "9-13", "2026-06-23": "off" }, []],
    ["leave, which was taken once", period("2026-06-22", 7), { "2026-06-16": "al" }, []],
  ])("%s", (_what, dates, days, found) => expect(copied(days, dates)).toEqual(found));
});

describe("days laid over the week", () => {
  const day = "2026-06-23";
  const key = dayKey({ personId: 7, date: day, kind: "worked" });
  const over = (state: WeekDay["state"]) => {
    const one = { ...person({ [day]: "9-13" }) };
    one.days = { [day]: { ...(one.days[day] as WeekDay), state } };
    const view = viewOf("AU", one);
    const is = readDay("9-14", day, "AU") as DayRecord;
    return { view, laid: withDays(view, { [key]: { was: null, is, step: 1 } }).people[0]?.days[day] };
  };
  it("shows what is typed; an approved day waits again; the answer of the server stays as it was", () => {
    expect(dayAt(key)).toEqual({ personId: 7, date: day, kind: "worked" });
    expect(over("approved").laid?.state).toBe("changed");
    const { view, laid } = over("open");
    expect([laid?.state, dayText(laid?.worked ?? null, "AU")]).toEqual(["open", "9–14"]);
    expect(dayText(view.people[0]?.days[day]?.worked ?? null, "AU")).toBe("9–13");
    expect(withDays(view, {})).toBe(view);
  });
});
