/** What is asked for, as the leave page spells it out. */
import type { LeavePerson, LeaveRequestView } from "@zesty/contract/leave";
import { describe, expect, it } from "vitest";
import { askedFacts, kindsFor, readSpan } from "../../parts/leave/asked.ts";
import { awayByDay, stretchesOf } from "./away.ts";

const person: LeavePerson = {
  ...{ personId: 1, name: "Alex Sample", basis: "full-time", place: "Sampleton", costCentre: null },
  ...{ startDate: "2020-01-06", endDate: null },
  weeks: [
    {
      ...{ from: "2020-01-06", basis: "full-time", hourlyRate: "30" },
      pattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    },
  ],
  holidays: [{ date: "2026-07-06", name: "A day off for all" }],
  standings: {
    annual: {
      balance: "20",
      from: "2026-06-29",
      accruing: [{ from: "2026-06-29", perWeek: "2.8" }],
      without: [],
      grants: [],
      recorded: [],
    },
  },
  ledgerStamp: "1 1",
  days: ["2026-07-02", "2026-07-03", "2026-07-07"].map((date) => ({
    ...{ date, kind: "annual", hours: null, state: "approved" as const },
  })),
  held: [],
  canAnswer: true,
};
const request: LeaveRequestView = {
  ...{ id: 7, personId: 1, kind: "annual", first: "2026-07-09", last: "2026-07-14", hoursADay: null, inAdvance: false },
  ...{
    papers: [],
    note: null,
    askedBy: "Kim",
    askedOn: "2026-07-01",
    state: "waiting",
    comment: null,
    answeredBy: null,
    canAnswer: true,
  },
};
const view = { country: "AU" as const, today: "2026-07-01" };

describe("what is asked for", () => {
  it("is days, hours, money and the balance on both sides of it", () => {
    const facts = askedFacts(view, person, {
      kind: "annual",
      first: "2026-07-06",
      last: "2026-07-08",
      hoursADay: null,
    });
    expect(facts.days.map((day) => day.date)).toEqual(["2026-07-07", "2026-07-08"]);
    expect([facts.holidays.length, facts.amount.toString(), facts.money?.toString()]).toEqual([1, "15.2", "456"]);
    // 20 + 2.8 on Sunday 5 July; three more days accrue 1.2, and 15.2 are taken.
    expect([facts.before?.toString(), facts.after?.toString(), facts.noticeDays]).toEqual(["22.8", "8.8", 5]);
  });
  it.each<[string, string, boolean]>([
    ["2020-01-06", "casual", false],
    ["2026-07-13", "casual", true],
    ["2026-07-13", "part-time", true],
  ])("from %s on %s: annual leave is offered: %s", (from, basis, isOffered) => {
    const first = {
      ...(person.weeks[0] ?? ({} as never)),
      basis: from > "2026" && basis !== "casual" ? "casual" : "full-time",
    };
    const weeks = from > "2026" ? [first, { ...first, from, basis }] : [{ ...first, basis }];
    const kinds = kindsFor({ ...person, weeks }, { country: "AU", today: "2026-07-01" });
    expect(kinds.some((each) => each.code === "annual")).toBe(isOffered);
  });
  it.each([
    ["none agreed", ["annual"], false],
    ["agreed", ["annual", "dayOff"], true],
    ["balances that nobody shows", [], true],
  ])("a rostered day off, %s", (_what, known, isOffered) => {
    const standing = Object.values(person.standings)[0] ?? ({} as never);
    const standings = Object.fromEntries(known.map((kind) => [kind, standing]));
    const kinds = kindsFor({ ...person, standings }, { country: "AU", today: "2026-07-01" });
    expect(kinds.some((each) => each.code === "dayOff")).toBe(isOffered);
  });
  it("goes by the week and the rate of each day", () => {
    const short = {
      from: "2026-07-13",
      basis: "part-time",
      hourlyRate: "40",
      pattern: ["0", "6", "6", "6", "0", "0", "0"],
    };
    const changing = { ...person, weeks: [...person.weeks, short] };
    const asked = { kind: "annual", first: "2026-07-10", last: "2026-07-14", hoursADay: null };
    const facts = askedFacts(view, changing, asked);
    expect(facts.days.map((day) => day.date)).toEqual(["2026-07-10", "2026-07-14"]);
    // 7.6 × 30 + 6 × 40
    expect([facts.amount.toString(), facts.money?.toString()]).toEqual(["13.6", "468"]);
  });
  it.each([
    ["12/1-23/1", "2027-01-12", "2027-01-23"],
    ["6/7 to 10/7", "2026-07-06", "2026-07-10"],
    ["6/7-10", "2026-07-06", "2026-07-10"],
    ["28/12 – 3/1", "2026-12-28", "2027-01-03"],
    ["fri", "2026-07-03", "2026-07-03"],
    ["22-6", "2026-06-22", "2026-06-22"],
    ["2026-07-02", "2026-07-02", "2026-07-02"],
  ])("reads %s", (text, first, last) => expect(readSpan(text, "2026-07-01")).toEqual({ first, last }));
  it.each(["", "soon", "6/7-", "40/7-41/7"])("does not guess at “%s”", (text) =>
    expect(readSpan(text, "2026-07-01")).toBeNull(),
  );
});

describe("who is away", () => {
  it("is drawn as stretches over days off, what waits beside them", () =>
    expect(stretchesOf(person, [request]).map((each) => [each.first, each.last, each.state])).toEqual([
      ["2026-07-02", "2026-07-07", "approved"],
      ["2026-07-09", "2026-07-14", "waiting"],
    ]));
  it("is counted on working days only", () => {
    const away = awayByDay({ requests: [request] }, [person]);
    expect([...away.keys()]).toEqual([
      ...["2026-07-02", "2026-07-03", "2026-07-07", "2026-07-09", "2026-07-10", "2026-07-13", "2026-07-14"],
    ]);
  });
});
