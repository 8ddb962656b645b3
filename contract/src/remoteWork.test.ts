/**
 * Work from afar, shifts that the client cancelled, training, and a public holiday worked for a day in lieu: what each is
 * paid beside everything that it meets. Figures of the community award: by hand from its rules (from memory, 80 %).
 */
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { type DayRecord, dayText, readDay } from "@zesty/core/hours/dayText";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { describe, expect, it } from "vitest";
import { readAgreementRules, shipped } from "./agreementRules.ts";

const rulesOf = (code: string): AgreementRules => {
  const found = shipped().find((each) => each.code === code);
  if (!found) throw new Error(code);
  return found;
};
const community = rulesOf("MA000100");
// Monday 2 March 2026.
const monday = "2026-03-02";
const days = (typed: Record<number, string>, country: "AU" | "NZ" = "AU"): Record<string, DayRecord> =>
  Object.fromEntries(
    Object.entries(typed).map(([at, text]) => {
      const date = addDays(monday, Number(at));
      const read = readDay(text, date, country);
      if (read === null || "fault" in read) throw new Error(`${text}: ${read?.fault}`);
      expect(dayText(read, country)).toBe(text.replaceAll("-", "–"));
      return [date, read];
    }),
  );
const pay = (typed: Record<number, string>, change: Partial<PersonTime> = {}) => {
  const found = personHours(
    {
      ...{ country: "AU", rules: community, person: { basis: "partTime", classification: "2.1" } },
      ...{
        settings: { stream: "disability" },
        timeZone: "Australia/Melbourne",
        holidays: [],
        pattern: null,
        use: "all",
      },
      ...{ employedFrom: "2020-01-01", employedTo: null, days: days(typed), ...change },
    } as PersonTime,
    Array.from({ length: 7 }, (_, day) => addDays(monday, day)),
  );
  expect(found.faults).toEqual([]);
  return {
    lines: found.lines.map(({ date, percent, minutes, overtime }) => [
      date.slice(8),
      `${percent.toString()} × ${minutes}${overtime ? " overtime" : ""}`,
    ]),
    why: found.lines.flatMap((each) => each.why).join("; "),
    extras: found.extras.map((each) => `${each.code} ${each.units.toString()}`),
    marks: found.marks.map((each) => each.code),
    inLieu: found.pieces.reduce((sum, each) => sum + (each.inLieu ? each.minutes : 0), 0),
    plain: found.plain,
  };
};

describe("work from afar", () => {
  it.each<[string, Record<number, string>, string[][]]>([
    // The reference's own example.
    ["on call, at night", { 1: "22-6 standby, 23:10-23:25 remote" }, [["03", "150 × 60 overtime"]]],
    ["on call, by day", { 1: "8-20 standby, 10-10:15 remote" }, [["03", "100 × 30"]]],
    ["on call, by day, 40 minutes", { 1: "8-20 standby, 10-10:40 remote" }, [["03", "100 × 45"]]],
    ["not on call, by day", { 1: "10-10:15 remote" }, [["03", "100 × 60"]]],
    ["on a Saturday", { 5: "10-11:05 remote" }, [["07", "150 × 75"]]],
    ["each contact apart", { 1: "8-20 standby, 10-10:10 remote, 11-11:20 remote" }, [["03", "100 × 60"]]],
  ])("%s", (_what, typed, lines) => {
    const found = pay(typed);
    // Time made up is a line of its own.
    const sums = new Map<string, number>();
    for (const [day, text] of found.lines) {
      const [percent, minutes, overtime = ""] = (text ?? "").split(/ × | /);
      const key = `${day} ${percent} ${overtime}`;
      sums.set(key, (sums.get(key) ?? 0) + Number(minutes));
    }
    expect(
      [...sums].map(([key, minutes]) => {
        const [day, percent, overtime] = key.split(" ");
        return [day, `${percent} × ${minutes}${overtime ? ` ${overtime}` : ""}`];
      }),
    ).toEqual(lines);
    expect(found.marks).not.toContain("markUnpriced");
    expect(found.why).toContain("from afar");
  });

  it("makes no broken shift of a day, no short night, and no least engagement", () => {
    const without = pay({ 0: "9-17 b30", 1: "7-15 b30" }, { person: { basis: "fullTime", classification: "2.1" } });
    const beside = pay(
      { 0: "9-17 b30, 21-21:30 remote", 1: "0-0:20 remote, 7-15 b30" },
      { person: { basis: "fullTime", classification: "2.1" } },
    );
    expect(beside.extras).toEqual(without.extras);
    expect(beside.marks.filter((each) => each === "shortRest")).toEqual([]);
    expect(beside.lines).toEqual(expect.arrayContaining(without.lines));
  });

  it("of an agreement without a rule for it is other work, and asked", () => {
    const found = pay({ 1: "10-10:15 remote" }, { rules: rulesOf("MA000004"), settings: {} });
    expect([found.marks.includes("markUnpriced"), found.lines]).toEqual([
      true,
      [
        ["03", "100 × 15"],
        ["03", "100 × 165"],
      ],
    ]);
  });
});

describe("a shift that the client cancelled", () => {
  it.each<[string, Record<number, string>, Record<number, string>]>([
    ["alone", { 3: "7-9 cancelled" }, { 3: "7-9" }],
    ["shorter than the least engagement", { 3: "7-8 cancelled" }, { 3: "7-8" }],
    ["on a Sunday", { 6: "7-9 cancelled" }, { 6: "7-9" }],
    ["beside another visit", { 3: "7-9, 12-14 cancelled" }, { 3: "7-9, 12-14" }],
    ["first of the day", { 3: "7-9 cancelled, 12-14" }, { 3: "7-9, 12-14" }],
  ])("%s is paid as it was rostered", (_what, typed, worked) => {
    const [found, would] = [pay(typed), pay(worked)];
    expect([found.lines, found.extras]).toEqual([would.lines, would.extras]);
    expect([found.marks.includes("cancelledShift"), found.why.includes("cancelled by the client")]).toEqual([
      true,
      true,
    ]);
  });
  it("is no work that one rests from, and none that is worked through a meal", () => {
    const late = { 0: "9-17 b30, 17:30-23 cancelled", 1: "7-15 b30" };
    const person = { basis: "fullTime", classification: "2.1" } as const;
    expect(pay(late, { person }).marks).not.toContain("shortRest");
    expect(pay({ 0: "9-16 cancelled" }).lines).toEqual([["02", "100 × 420"]]);
  });
  it("is asked about where the agreement, or its part, has no rule for it", () => {
    expect(pay({ 3: "7-9 cancelled" }, { settings: { stream: "crisis" } }).marks).toContain("markUnpriced");
    expect(pay({ 3: "7-9 cancelled" }).marks).not.toContain("markUnpriced");
  });
});

describe("what comes on top of a day leaves the day as it was", () => {
  const usual = {
    pattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    person: { basis: "fullTime", classification: "2.1" },
  } as const;
  it.each<[string, Partial<PersonTime>, string]>([
    ["called back, of who records exceptions", { use: "exceptions" }, "20-22 recall"],
    ["reached from afar, of who records exceptions", { use: "exceptions" }, "20-20:30 remote"],
    ["called while the usual hours would lie", { use: "exceptions" }, "7-8 recall"],
    ["on leave", { use: "all" }, "20-22 recall, al"],
    ["on a half day of leave, of who records exceptions", { use: "exceptions" }, "20-22 recall, al 3.8"],
  ])("%s", (_what, use, text) => {
    const hours = (typed: Record<number, string>) => {
      const time = {
        country: "AU",
        rules: community,
        settings: { stream: "disability" },
        timeZone: "Australia/Melbourne",
      };
      const span = { holidays: [], employedFrom: "2020-01-01", employedTo: null, days: days(typed) };
      const found = personHours({ ...time, ...span, ...usual, ...use } as PersonTime, [addDays(monday, 1)]);
      const own = found.pieces.filter((each) => each.clockless === "usual");
      return {
        leave: found.leave.map((each) => each.hours.toString()),
        usual: [...own, ...found.plain].reduce((sum, each) => sum + each.minutes, 0),
        rest: found.pieces.some((each) => each.clockless === undefined),
      };
    };
    const onTop = hours({ 1: text });
    const without = text.includes("al") && text.includes(", ") ? hours({ 1: text.split(", ")[1] ?? "" }) : hours({});
    expect(onTop).toEqual({ ...without, rest: true });
    expect(without.usual + Number(without.leave[0] ?? 0) * 60).toBe(456);
  });
});

it.each([
  ["fullTime", ["100 × 240", "150 × 60 overtime", "150 × 120 overtime"]],
  ["partTime", ["100 × 240", "150 × 60 overtime", "150 × 120 overtime"]],
  // A casual who is called has another engagement, at its least hours.
  ["casual", ["125 × 240", "150 × 60", "150 × 120"]],
] as const)("being called back on a short day is overtime, and made up to three hours of it: %s", (basis, lines) => {
  const found = pay(
    { 1: "9-13, 20-21 recall" },
    { rules: rulesOf("MA000004"), settings: {}, person: { basis, classification: "1" } },
  );
  const pieces = found.lines.map(([, text]) => text);
  expect(pieces).toEqual(lines);
});

it("training is other work, and its line says so", () => {
  const [found, would] = [pay({ 1: "9-12 training" }), pay({ 1: "9-12" })];
  expect([found.lines, found.why.includes("training"), found.marks]).toEqual([would.lines, true, would.marks]);
});

describe("a public holiday worked for a day in lieu", () => {
  const holidays = [{ date: "2026-03-03", name: "Fair Day" }];
  const read = readAgreementRules({ ...structuredClone(community), dayInLieu: [{}] });
  if ("errors" in read) throw new Error(JSON.stringify(read.errors));
  const agreed = { rules: read.value, holidays };
  it.each<[string, Record<number, string>, number]>([
    ["the whole day", { 1: "9-17 b30" }, 450],
    ["over midnight: the part that lies on it", { 0: "22-2" }, 120],
    ["a day that is none: nothing is added", { 2: "9-17 b30" }, 0],
  ])("%s", (_what, typed, minutes) => {
    const marked = Object.fromEntries(Object.entries(typed).map(([day, text]) => [day, `${text} lieu`]));
    const found = pay(marked, agreed);
    expect([found.lines, found.inLieu]).toEqual([pay(typed, { ...agreed, holidays: [] }).lines, minutes]);
    expect(found.marks.includes("noHolidayHere")).toBe(minutes === 0);
  });
  it("of an agreement that does not give it is a holiday as any other, and asked", () => {
    const found = pay({ 1: "9-17 b30 lieu" }, { holidays });
    expect([found.lines, found.inLieu, found.marks]).toEqual([
      [["03", "250 × 450"]],
      0,
      expect.arrayContaining(["markUnpriced"]),
    ]);
  });
  it("is none of New Zealand's, where the day follows from the holiday", () => {
    expect(readDay("9-17 lieu", monday, "NZ")).toEqual({ fault: expect.stringContaining("follows from the holiday") });
  });
});

it.each([
  [{ least: [{ onCall: true, minutes: 30 }], roundUpTo: 15 }, "remote.least"],
  [{ least: [], roundUpTo: 15 }, "remote.least"],
  [{ least: [{ minutes: 30 }], roundUpTo: 0 }, "remote.roundUpTo"],
])("rules of work from afar that do not hold together are refused: %j", (remote, path) => {
  const found = readAgreementRules({ ...structuredClone(community), remote });
  expect("errors" in found && found.errors.map((each) => each.path)).toContain(path);
});
