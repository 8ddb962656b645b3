/** Leave through the use cases: asked, answered, on the record, in the pay, ahead of its period, and what it is worth. */
import type { AskLeave } from "@zesty/contract/leave";
import { balanceOn } from "@zesty/core/leave/forecast";
import { afterEach, describe, expect, it } from "vitest";
import { readJournal } from "../books/readBooks.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { plainTerms, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { saveDays } from "../time/days.ts";
import { answerForHolidays } from "../time/holidayAnswers.ts";
import { adjustBalance, cashOut } from "./changeBalance.ts";
import { findRequest, leaveHistory, readLeave } from "./readLeave.ts";
import { answerRequest, askForLeave } from "./requests.ts";
import { postWorth, readWorth, worthCsv } from "./worth.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = (at = 0) => world.personIds[at] ?? 0;
const ask = (first: string, last = first, change: Partial<AskLeave> = {}) =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind: "annual", first, last, hoursADay: null, inAdvance: false, note: null },
    ...change,
  }).id;
const answer = (id: number, said: "approved" | "declined" | "withdrawn", belowNought = false) =>
  answerRequest(world.context, world.actor, world.businessId, id, {
    ...{ answer: said, comment: null, belowNought },
    was: findRequest(world.context, world.businessId, id)?.state as "waiting",
  });
const given = (...asked: Parameters<typeof ask>) => {
  const id = ask(...asked);
  answer(id, "approved");
  return id;
};
const leave = (from = "2026-06-22", to = "2026-08-31") =>
  readLeave(world.context, world.actor, world.businessId, from, to);
const answerAs = (id: number, said: "approved" | "declined") =>
  answerRequest(world.context, world.actor, world.businessId, id, { answer: said, comment: null, belowNought: false });
const history = () => leaveHistory(world.context, world.actor, world.businessId, who());
const person = (at = 0) => leave().people.find((each) => each.personId === who(at));
const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const view = (runId: number) => readRun(world.context, world.actor, runId);
const plenty = (kind = "annual") =>
  adjustBalance(world.context, world.actor, who(), {
    ...{ kind, date: "2026-06-01", amount: "60", reason: "carried over from the old system" },
  });
/** "Ordinary 30.4, Annual leave 7.6": what stands in the row of the first person */
const shown = (runId: number) =>
  view(runId)
    .rows[0]?.lines.map((line) => {
      const name = view(runId).elements.find((each) => each.id === line.elementId)?.name;
      return `${name} ${line.amount ?? (line.units === undefined ? line.hours : `${line.units}/${line.hours}`)}`;
    })
    .sort()
    .join(", ");
/** The row changed, without what was cashed out into it where `lines` says so. */
function emptied(runId: number, { lines, ...change }: { included?: boolean; lines?: [] }): void {
  const { version, rows } = view(runId);
  const kept = rows[0]?.lines.filter((line) => !line.detail?.cashOut && line.amount === undefined);
  saveRows(world.context, world.actor, runId, {
    version,
    rows: [{ payId: rows[0]?.payId ?? 0, ...change, ...(lines && { lines: kept ?? [] }) }],
  });
}
function sign(runId: number): number {
  for (const row of view(runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: row.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
  return runId;
}
const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return (error as Error).message;
  }
  return "taken";
};

describe("a request", () => {
  it("is answered once: who has not seen the first answer is told of it, and changes nothing", () => {
    world = smallWorld(1);
    const id = ask("2026-06-23");
    answerAs(id, "declined");
    expect(() => answerAs(id, "approved")).toThrow("Kim Example has declined this request meanwhile.");
    expect(findRequest(world.context, world.businessId, id)?.state).toBe("declined");
    answer(id, "approved");
    expect(findRequest(world.context, world.businessId, id)?.state).toBe("approved");
  });
  it.each([null, "2"])("is not made twice by two taps, hours of each day: %s", (hoursADay) => {
    world = smallWorld(1);
    ask("2026-06-23", "2026-06-23", { hoursADay });
    const again = () => ask("2026-06-23", "2026-06-23", { hoursADay: hoursADay && "2.00" });
    expect(again).toThrow("This is asked for already, and waits for its answer.");
    if (hoursADay) ask("2026-06-23", "2026-06-23", { hoursADay: "1" });
  });
});

describe("leave asked for", () => {
  it("goes from asking over the approval into the run, out of the balance, and onto the record for good", () => {
    world = smallWorld(1);
    const runId = open();
    const id = ask("2026-06-25", "2026-06-29", { note: "the coast" });
    expect(leave().requests).toMatchObject([{ id, state: "waiting", askedBy: world.actor.name, note: "the coast" }]);
    expect(shown(runId)).toBe("Ordinary 38");
    answer(id, "approved");
    // Thursday and Friday of this period; Monday is of the next.
    expect(shown(runId)).toBe("Annual leave 15.2, Ordinary 22.8");
    expect(person()?.days.map((day) => [day.date, day.state])).toEqual([
      ["2026-06-25", "approved"],
      ["2026-06-26", "approved"],
      ["2026-06-29", "approved"],
    ]);
    sign(runId);
    expect(person()?.days.map((day) => day.state)).toEqual(["paid", "paid", "approved"]);
    expect(history().slice(0, 3)).toMatchObject([
      { kind: "personal", why: "accrued", date: "2026-06-28" },
      // 20 + 2.9231 − 15.2
      { kind: "annual", why: "accrued", date: "2026-06-28", amount: "2.9231", balance: "7.7231", runId },
      // Dated by the first of its days, not by the period's end.
      { kind: "annual", why: "taken", date: "2026-06-25", amount: "-15.2", balance: "4.8", runId },
    ]);
    expect(shown(open())).toBe("Annual leave 7.6, Ordinary 30.4");
  });

  it("forecasts the balance with accrual and what is recorded, from the first day that no pay has counted", () => {
    world = smallWorld(1);
    const standing = () => person()?.standings.annual ?? ({} as never);
    expect(standing()).toMatchObject({
      balance: "20",
      from: "2026-06-22",
      accruing: [{ from: "2026-06-22", perWeek: "2.9231" }],
      recorded: [],
    });
    given("2026-07-06");
    sign(open());
    expect(standing()).toMatchObject({ from: "2026-06-29", recorded: [{ date: "2026-07-06", amount: "7.6" }] });
    // 22.9231 + 2 × 2.9231 − 7.6
    expect(balanceOn(standing(), "2026-07-12").balance.toString()).toBe("21.1693");
  });

  it("is taken out again when it is withdrawn, but for days that a pay has taken", () => {
    world = smallWorld(1);
    plenty();
    const runId = open();
    const id = given("2026-06-25", "2026-06-30");
    sign(runId);
    const next = open();
    expect(shown(next)).toBe("Annual leave 15.2, Ordinary 22.8");
    expect(answer(id, "withdrawn").note).toBe("2 days were paid already and stay; the others are taken out.");
    expect(shown(next)).toBe("Ordinary 38");
    expect(person()?.days.map((day) => day.date)).toEqual(["2026-06-25", "2026-06-26"]);
    expect(refusal(() => answer(id, "withdrawn"))).toContain("withdrawn already");
    const other = given("2026-07-01");
    sign(next);
    expect(refusal(() => answer(other, "withdrawn"))).toContain("All of it is paid, on 9 July 2026");
    takeBack(world.context, world.actor, next, "too early");
    expect(answer(other, "withdrawn").note).toBeNull();
  });

  it("is refused with what is wrong and how to mend it", () => {
    world = smallWorld(2);
    plenty();
    given("2026-07-01", "2026-07-03");
    saveSection(world.context, world.actor, who(1), "employment", {
      ...{ from: "2026-06-01", cycleId: world.cycleId, basis: "casual" as const, classification: null },
      ...{ weeklyHours: "0", hourlyRate: "33", minimumRate: null, placeId: null, costCentreId: null },
    });
    const wanted: [() => unknown, RegExp][] = [
      [() => ask("2026-07-02", "2026-07-01"), /last day lies before the first/],
      [() => ask("2026-07-04", "2026-07-05"), /does not work between these days/],
      [() => ask("2026-07-02", "2026-07-06"), /approved leave 1 July 2026 to 3 July 2026 already/],
      [() => ask("2019-12-30"), /employed from 6 January 2020/],
      [() => ask("2026-07-06", "2030-07-06"), /At most 732 days/],
      [() => ask("2026-07-06", "2026-07-06", { hoursADay: "8" }), /7 July|6 July 2026 has 7.6 ordinary hours/],
      [() => ask("2026-07-06", "2026-07-06", { kind: "holidaying" }), /not a kind of leave/],
      [() => ask("2026-07-06", "2026-07-06", { personId: who(1) }), /Alex Sample1 is casual/],
      [() => ask("2026-07-06", "2026-07-06", { personId: 999 }), /no such person/],
      [() => answer(999, "approved"), /no such request/],
    ];
    for (const [work, sentence] of wanted) expect(refusal(work)).toMatch(sentence);
    expect(leave().requests).toHaveLength(1);
    // Hours and leave of the whole day exclude each other; a part of the day goes beside them.
    saveDays(world.context, world.actor, world.businessId, {
      days: [{ personId: who(), date: "2026-07-07", kind: "worked", record: { shifts: [], leave: [], hours: "5" } }],
    });
    const whole = ask("2026-07-07");
    expect(refusal(() => answer(whole, "approved"))).toMatch(/has hours recorded on 7 July 2026/);
    answer(whole, "declined");
    given("2026-07-07", "2026-07-07", { hoursADay: "2.6" });
    expect(person()?.days.at(-1)).toMatchObject({ date: "2026-07-07", hours: "2.6", state: "open" });
  });

  it("goes below nought only where that was agreed", () => {
    world = smallWorld(1);
    const id = ask("2026-07-06", "2026-07-10");
    expect(refusal(() => answer(id, "approved"))).toMatch(/would stand at -10.07 hours after 10 July 2026/);
    answer(id, "approved", true);
    expect(person()?.days).toHaveLength(5);
    // No balance is kept of compassionate leave.
    given("2026-07-13", "2026-07-14", { kind: "compassionate" });
  });

  it("is recorded as approved in one step, or not at all", () => {
    world = smallWorld(1);
    const record = (belowNought: boolean) => ask("2026-07-06", "2026-07-10", { approve: { belowNought } });
    expect(refusal(() => record(false))).toMatch(/would stand at -10.07 hours/);
    expect([leave().requests, person()?.days]).toEqual([[], []]);
    record(true);
    expect(leave().requests).toMatchObject([{ state: "approved", answeredBy: world.actor.name }]);
    expect(person()?.days).toHaveLength(5);
  });

  it("counts leave that was typed for the same days once", () => {
    world = smallWorld(1);
    const typed = { shifts: [], leave: [{ kind: "annual" }] };
    saveDays(world.context, world.actor, world.businessId, {
      days: ["2026-06-24", "2026-06-25"].map((date) => ({ personId: who(), date, kind: "worked", record: typed })),
    });
    // 20 and a little; 15.2 are asked for, and 30.4 would be too much.
    given("2026-06-24", "2026-06-25");
    expect(person()?.standings.annual?.recorded).toHaveLength(2);
  });

  it("is worked for the rest of the day by who is paid a usual week", () => {
    world = smallWorld(1);
    plenty("personal");
    const runId = open();
    given("2026-06-24", "2026-06-24", { kind: "personal", hoursADay: "3.8" });
    expect(shown(runId)).toBe("Ordinary 34.2, Personal leave 3.8");
  });
});

describe("leave paid in advance", () => {
  it("is paid with the pay before it, once, and the usual hours of its own period stand back", () => {
    world = smallWorld(1);
    plenty();
    const runId = open();
    // Asked from Wednesday 8 July on: the next payday, Thursday 9 July, comes after it begins.
    given("2026-07-08", "2026-07-10", { inAdvance: true });
    expect(shown(runId)).toBe("Annual leave 22.8, Ordinary 38");
    expect(
      view(runId)
        .rows[0]?.marks.map((mark) => mark.text)
        .join(),
    ).toContain("paid in advance");
    sign(runId);
    expect(shown(sign(open()))).toBe("Ordinary 38");
    const third = open();
    expect(shown(third)).toBe("Annual leave 0, Ordinary 15.2");
    sign(third);
    expect(view(third).rows[0]?.figures?.gross).toBe("478.80");
    const taken = history().filter((each) => each.why === "taken");
    expect(taken.map((each) => [each.amount, each.runId])).toEqual([["-22.8", runId]]);
    // The days hang on the pay that paid them, not on the one of their own period.
    takeBack(world.context, world.actor, third, "planned anew");
    expect(person()?.days.map((day) => day.state)).toEqual(["paid", "paid", "paid"]);
    expect(unbalanced(world.context.store)).toEqual([]);
  });

  it("is not cut by a public holiday of the period that it is paid with", () => {
    world = smallWorldNz(1);
    sign(open());
    const runId = open();
    answerForHolidays(world.context, world.actor, world.businessId, {
      personId: who(),
      answers: [{ date: "2026-07-10", works: true, why: "Fridays are in the roster", worked: null }],
    });
    given("2026-07-13", "2026-07-17", { inAdvance: true });
    expect(shown(runId)).toBe("Annual holidays, weeks 1/40, Ordinary 72, Public holiday, days 1/8");
    // Ten days as usual, and a week at the average: (65,000 × 351 ÷ 364 + 2,400) ÷ 52 = 1,251.51.
    expect(view(runId).rows[0]?.figures?.gross).toBe("3651.51");
  });

  it.each<[string, () => SmallWorld, object, string, string]>([
    ["Australia, by the hour", () => smallWorld(1), {}, "Annual leave 15.2", "478.80"],
    ["Australia, a salary", () => smallWorld(1), { hourlyRate: null, salary: "62244" }, "Annual leave 15.2", "478.80"],
    // A week of 38 h at $31.50, and two of five days at the average: (65,000 × 351 ÷ 364 + 3,144) ÷ 52 = 1,265.82.
    ["New Zealand, by the hour", () => smallWorldNz(1), {}, "Annual holidays, weeks 0.4/15.2, Ordinary 38", "1703.33"],
  ])("of a week of which some days were paid ahead pays the others: %s", (_what, make, rate, lines, gross) => {
    world = make();
    plenty();
    saveSection(world.context, world.actor, who(), "employment", plainTerms(world, { from: "2020-01-06", ...rate }));
    if ("salary" in rate)
      saveSection(world.context, world.actor, who(), "usualPay", {
        ...{ from: "2020-01-06", lines: [{ elementId: world.element("SAL"), amount: "1197.00" }] },
      });
    const first = open();
    given("2026-07-01", "2026-07-03", { inAdvance: true });
    sign(first);
    given("2026-06-29", "2026-06-30");
    const second = open();
    expect([shown(second), view(second).rows[0]?.figures?.gross]).toEqual([lines, gross]);
    sign(second);
    const taken = history().filter((each) => each.why === "taken");
    expect(taken.map((each) => each.runId).sort()).toEqual([first, second]);
  });

  it("goes by hours for who is paid by an agreement", () => {
    world = smallWorld(1);
    saveSection(world.context, world.actor, who(), "time", {
      ...{ from: "2026-06-01", agreement: null, classification: null, use: "exceptions" as const },
      ...{ settings: {}, flags: {} },
    });
    const runId = open();
    given("2026-06-29", "2026-06-30", { inAdvance: true });
    expect(shown(runId)).toBe("Annual leave 15.2, Ordinary 38");
    sign(runId);
    expect(shown(open())).toBe("Ordinary 22.8");
  });
});

describe("balances", () => {
  it("are adjusted with a reason, cashed out into the open run, and told back", () => {
    world = smallWorld(1);
    adjustBalance(world.context, world.actor, who(), {
      ...{ kind: "annual", date: "2026-06-01", amount: "170", reason: "a fortnight was booked twice" },
    });
    expect(history().find((each) => each.why === "adjusted")).toMatchObject({
      ...{ amount: "170", reason: "a fortnight was booked twice", runId: null },
    });
    expect(
      refusal(() => adjustBalance(world.context, world.actor, who(), { ...adjusted, kind: "compassionate" })),
    ).toMatch(/No balance is kept/);
    expect(refusal(() => adjustBalance(world.context, world.actor, who(), { ...adjusted, amount: "0" }))).toMatch(
      /Nought changes nothing/,
    );
    expect(refusal(() => cashOut(world.context, world.actor, who(), { kind: "annual", amount: "20" }))).toMatch(
      /no open run/,
    );
    const runId = open();
    cashOut(world.context, world.actor, who(), { kind: "annual", amount: "20" });
    expect(shown(runId)).toBe("Annual leave cashed out 20, Ordinary 38");
    expect(view(runId).rows[0]?.marks.map((mark) => mark.code)).toContain("cashOutAgreed");
    // Once more is once; another amount may be added or put right, and nobody but the bookkeeper knows which.
    cashOut(world.context, world.actor, who(), { kind: "annual", amount: "20.0" });
    expect(refusal(() => cashOut(world.context, world.actor, who(), { kind: "annual", amount: "60" }))).toBe(
      `Run ${view(runId).number} cashes out 20 h already. Change it in the row of ${person()?.name}.`,
    );
    expect(shown(runId)).toBe("Annual leave cashed out 20, Ordinary 38");
    emptied(runId, { included: false });
    expect(refusal(() => cashOut(world.context, world.actor, who(), { kind: "annual", amount: "60" }))).toMatch(
      /is left out of run \d+\. Bring .* into it again first/,
    );
    emptied(runId, { included: true, lines: [] });
    cashOut(world.context, world.actor, who(), { kind: "annual", amount: "60" });
    expect(view(runId).rows[0]?.marks.map((mark) => mark.code)).toContain("cashOutTooMuch");
    // Leave that is taken does not go under the element of what is paid out.
    given("2026-06-24");
    expect(shown(runId)).toBe("Annual leave 7.6, Annual leave cashed out 60, Ordinary 30.4");
  });
  const adjusted = { kind: "annual", date: "2026-06-01", amount: "5", reason: "a slip" };

  it("are cashed out and worth the level's rate where no other is agreed, and nothing is said where none is known", () => {
    world = smallWorld(2);
    const pattern = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
    const employed = {
      ...{ from: "2020-01-06", cycleId: world.cycleId, basis: "full-time" as const, classification: null },
      ...{ weeklyHours: "38", hourlyRate: null, minimumRate: null, placeId: null, costCentreId: null },
      workPattern: pattern,
    };
    const byLevel = { agreement: "MA000004", use: "exceptions" as const, settings: {}, flags: {} };
    for (const [at, classification] of ["1", "8"].entries()) {
      saveSection(world.context, world.actor, who(at), "employment", employed);
      saveSection(world.context, world.actor, who(at), "time", { from: "2026-01-01", ...byLevel, classification });
    }
    plenty();
    plenty("annual");
    const runId = open();
    cashOut(world.context, world.actor, who(), { kind: "annual", amount: "10" });
    const line = view(runId).rows[0]?.lines.find((each) => each.detail?.cashOut);
    // 26.55 is the first level's hour from July 2025; the eighth level's is not known.
    // With the award's loading, as if it had been taken: 26.55 × 1.175.
    expect(line).toMatchObject({ hours: "10", rate: "31.19625" });
    expect(refusal(() => cashOut(world.context, world.actor, who(1), { kind: "annual", amount: "1" }))).toMatch(
      /No hourly rate of Alex Sample1 is known/,
    );
    const worth = readWorth(world.context, world.businessId, "2026-07-01", "2026-07-01");
    expect(worth.rows.map((row) => row.after.cents)).toEqual([436748, 0]);
    expect(worth.unknown).toEqual([expect.stringMatching(/^No hourly rate of Alex Sample1 is known/)]);
    expect(refusal(() => postWorth(world.context, world.actor, world.businessId, "2026-07-01"))).toMatch(
      /Alex Sample1 .* Nothing was posted/,
    );
  });

  it("follow the law in New Zealand: entitlements to come, weeks and days", () => {
    world = smallWorldNz(1);
    const runId = open();
    given("2026-06-22", "2026-06-24", { kind: "sick" });
    given("2026-06-25", "2026-06-26");
    // Two of five days are 0.4 of a week.
    expect(shown(runId)).toBe("Annual holidays, weeks 0.4/16, Ordinary 40, Sick leave, days 3/24");
    const { sick, annual } = leave("2026-06-22", "2027-03-31").people[0]?.standings ?? {};
    expect(annual?.grants).toEqual([{ date: "2027-01-06", amount: "4", keeps: null }]);
    // 12 − 3 stay, nothing lapses beyond ten, and ten arise on 6 July.
    expect(sick && balanceOn(sick, "2026-07-06").balance.toString()).toBe("19");
    cashOut(world.context, world.actor, who(), { kind: "annual", amount: "1" });
    expect(shown(runId)).toContain("Holidays cashed up, weeks 1");
  });
});

it("what an agreement of New Zealand gives above the law arises on the anniversary of the service that counts", () => {
  world = smallWorldNz(2);
  const terms = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
  saveSection(world.context, world.actor, who(), "holidays", {
    ...{ from: "2020-01-06", ...terms, annualWeeks: "5", sickDays: "12", countsFrom: "2019-09-14" },
  } as never);
  const below = (change: object) =>
    refusal(() =>
      saveSection(world.context, world.actor, who(1), "holidays", { from: "2020-01-06", ...terms, ...change } as never),
    );
  expect(below({ annualWeeks: "3" })).toMatch(/The law gives 4 weeks a year/);
  expect(below({ sickDays: "5" })).toMatch(/The law gives 10 days a year/);
  expect(below({ countsFrom: "2020-01-07" })).toMatch(/at the latest, 6 January 2020/);
  const grants = (at: number) => {
    const { annual, sick } =
      leave("2026-07-01", "2027-03-31").people.find((each) => each.personId === who(at))?.standings ?? {};
    return [annual, sick].map((each) => each?.grants.map(({ date, amount }) => `${date} ${amount}`));
  };
  expect(grants(0)).toEqual([["2026-09-14 5"], ["2027-03-14 12"]]);
  expect(grants(1)).toEqual([["2027-01-06 4"], ["2026-07-06 10"]]);
});

describe("alternative holidays", () => {
  const held = () =>
    (leave("2026-06-22", "2026-08-31").people[0]?.held ?? []).map((each) => `${each.on} ${each.left} ${each.words}`);
  const worked = (date: string) =>
    answerForHolidays(world.context, world.actor, world.businessId, {
      personId: who(),
      answers: [{ date, works: true, why: "Fridays are in the roster", worked: "6" }],
    });

  const adjust = (date: string, amount: string, reason: string) =>
    adjustBalance(world.context, world.actor, who(), { kind: "alternative", date, amount, reason });

  it("stand on the holiday that was worked, go with the run that is taken back, the oldest taken first", () => {
    world = smallWorldNz(1);
    adjust("2026-02-06", "1", "brought along");
    const brought = held();
    expect(brought).toEqual(["2026-02-06 1 Waitangi Day"]);
    sign(open());
    const second = open();
    worked("2026-07-10");
    sign(second);
    expect(held()).toEqual([...brought, "2026-07-10 1 Matariki"]);
    const again = takeBack(world.context, world.actor, second, "hours were wrong");
    expect(held()).toEqual(brought);
    sign(again);
    expect(held()).toEqual([...brought, "2026-07-10 1 Matariki"]);
  });

  it("are exchanged for the agreed sum, as an extra pay, and asked about while they are young", () => {
    world = smallWorldNz(1);
    adjust("2026-02-04", "1", "on call on the anniversary day");
    adjust("2025-06-02", "1", "worked on the King's Birthday");
    const runId = open();
    const cash = (amount: string, agreed: string | null) =>
      cashOut(world.context, world.actor, who(), { kind: "alternative", amount, agreed });
    expect(refusal(() => cash("1", null))).toMatch(/the sum that was agreed/);
    cash("1", "260");
    expect(shown(runId)).toBe("Alternative days exchanged 260, Ordinary 80");
    const row = () => view(runId).rows[0];
    // 80 × 30 + 260; the sum is an extra pay.
    expect(row()?.figures?.gross).toBe("2660.00");
    expect(row()?.marks.map((mark) => mark.code)).toContain("exchangedAsked");
    expect(refusal(() => cash("1", "300"))).toMatch(/cashes out 1 already/);
    emptied(runId, { lines: [] });
    cash("2", "520");
    expect(row()?.marks.map((mark) => mark.code)).toContain("exchangedEarly");
    emptied(runId, { lines: [] });
    cash("1", "260");
    sign(runId);
    // The one of June 2025 was the oldest.
    expect(held()).toEqual(["2026-02-04 1 on call on the anniversary day"]);
  });
});

describe("what leave is worth", () => {
  it("is the balance at the rate with its loading, moved between two days, and posted once", () => {
    world = smallWorld(2);
    sign(open());
    const worth = () => readWorth(world.context, world.businessId, "2026-06-21", "2026-07-02");
    // 22.9231 h × 31.50 = 722.08; each of the two.
    expect(worth().rows.map((row) => [row.kind, row.before.cents, row.after.cents, row.after.why])).toEqual([
      ["annual", 63000, 72208, "22.9231 h × $31.5"],
      ["annual", 63000, 72208, "22.9231 h × $31.5"],
    ]);
    const { id } = postWorth(world.context, world.actor, world.businessId, "2026-06-21");
    expect(readJournal(world.context, id).entries).toMatchObject([
      { account: "6300", debitCents: 126000 },
      { account: "2500", creditCents: 126000 },
    ]);
    expect(refusal(() => postWorth(world.context, world.actor, world.businessId, "2026-06-21"))).toMatch(
      /nothing moved/,
    );
    expect(worth().posting.map((line) => line.debitCents - line.creditCents)).toEqual([18416, -18416]);
    postWorth(world.context, world.actor, world.businessId, "2026-07-02");
    expect(worth()).toMatchObject({ posting: [], posted: { reference: "LEAVE-2026-07-02" } });
    expect(refusal(() => postWorth(world.context, world.actor, world.businessId, "2026-06-30"))).toMatch(
      /A later posting stands/,
    );
    expect(worthCsv(world.context, world.businessId, "2026-06-21", "2026-07-02").toString()).toContain(
      "Alex Sample0,Annual leave,hours,20,630.00,22.9231,722.08,92.08",
    );
    expect(unbalanced(world.context.store)).toEqual([]);
  });
  it("in New Zealand is the entitled weeks and the per cent since they arose", () => {
    world = smallWorldNz(1);
    const [annual] = readWorth(world.context, world.businessId, "2026-06-14", "2026-06-14").rows;
    // Weeks at the greater of 1,200 and 65,000 ÷ 52 = 1,250; then 8 % of 27,500 × … since 6 January and the weeks.
    expect(annual).toMatchObject({
      kind: "annual",
      after: { amount: "3", why: expect.stringMatching(/^3750\.00 \+/) },
    });
  });
});
