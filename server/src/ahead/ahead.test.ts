/** The year ahead against runs that are really opened and signed; the short way against every pay by itself; bad input. */
import type { AheadChange } from "@zesty/contract/ahead";
import { addDays } from "@zesty/core/calendar/dates";
import { afterEach, describe, expect, it } from "vitest";
import { raise } from "../afterwards/raise.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { ProblemError } from "../ground/problem.ts";
import { askForLeave } from "../leave/requests.ts";
import { readWorth } from "../leave/worth.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { atOnce } from "../store/steps.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, terms, type } from "../testing/timeMakers.ts";
import { adopt } from "./adopt.ts";
import { aheadCsv } from "./aheadCsv.ts";
import type { Forecast } from "./aheadPay.ts";
import { forecastSteps } from "./forecast.ts";
import { keep, listKept, takeOut } from "./kept.ts";
import { aheadSteps } from "./view.ts";

let world: SmallWorld;
afterEach(() => world.end());

const change = (part: Partial<AheadChange>): AheadChange => ({
  ...{ kind: "rates", from: "2026-08-10", people: [], by: "percent", value: "3.5", weekly: "", on: true },
  ...part,
});
const span = { from: "2026-07-01", to: "2027-06-27" };
const ahead = (changes: AheadChange[] = [], everyPay = false, base: Forecast | null = null, to = span.to): Forecast =>
  atOnce(forecastSteps(world.context, world.actor, world.businessId, { ...span, to }, changes, base, everyPay));
const view = (changes: AheadChange[] = [], against: number | null = null) =>
  atOnce(aheadSteps(world.context, world.actor, world.businessId, { changes, against }));
const cents = (text: string) => Math.round(Number(text.replaceAll(",", "")) * 100);

/** Signed pays of runs that are really opened, one after the other. */
function reallyPaid(runs: number) {
  for (let at = 0; at < runs; at += 1) signRun(world, openUsual(world));
  return world.context.store.sqlite
    .prepare<[], { who: string; payday: string; figures: string; leave: number; owed: string }>(
      `SELECT CAST(s.person_id AS TEXT) AS who, s.payday AS payday, json_extract(s.snapshot, '$.figures') AS figures,
         (SELECT coalesce(SUM(hours_e4), 0) FROM leave_entry e WHERE e.signed_pay_id = s.id) AS leave,
         (SELECT coalesce(group_concat(amount_cents || ' by ' || due_date), '') FROM (SELECT * FROM due d
           WHERE d.run_id = s.run_id AND d.person_id = s.person_id AND d.amount_cents > 0 ORDER BY due_date, amount_cents)) AS owed
       FROM signed_pay s WHERE s.kind = 'pay' ORDER BY s.payday, s.person_id`,
    )
    .all()
    .map(({ figures, ...row }) => {
      const { gross, withheld, super: fund, net, cost } = JSON.parse(figures) as Record<string, string>;
      const money = [gross, withheld, fund, net, cost].map((text) => cents(text ?? "0"));
      return { ...row, money };
    });
}
const asPaid = ({ pays }: Forecast, until: string) =>
  pays
    .filter((each) => each.payday <= until)
    .map(({ who, payday, cents: own, dues, leave }) => ({
      ...{ who, payday, money: [own.gross, own.withheld, own.super, own.net, own.cost] },
      leave: leave.reduce((sum, each) => sum + each.e4, 0),
      // Withholding of a run is owed by nobody alone.
      owed: dues
        .filter((each) => each.kind !== "withholding" && each.cents > 0)
        .sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : a.cents - b.cents))
        .map((each) => `${each.cents} by ${each.due}`)
        .join(),
    }));

const countries = [
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
] as const;

/** People of several kinds, and facts that change within the weeks to come. */
function lively(make: (people: number) => SmallWorld): void {
  world = begin(make(6));
  const { context, actor, personIds } = world;
  const [salaried = 0, raised = 0, fewer = 0] = personIds;
  const save = (id: number, part: object) =>
    saveSection(context, actor, id, "employment", { ...plainTerms(world, part as never), ...part } as never);
  save(salaried, { from: "2020-01-06", salary: "78000", hourlyRate: null });
  save(raised, { from: "2026-07-15", hourlyRate: "36.2" });
  save(fewer, { from: "2026-08-03", weeklyHours: "22.8", basis: "part-time" });
  const birth = (at: number, day: string) =>
    context.store.sqlite.exec(`UPDATE person SET birth_date = '${day}' WHERE id = ${personIds[at]}`);
  // Eighteen, when super begins under thirty hours; sixty-five, when KiwiSaver ends.
  birth(3, "2008-07-15");
  save(personIds[3] ?? 0, { from: "2020-01-06", weeklyHours: "20", basis: "part-time" });
  birth(4, "1961-07-22");
  // Begins now, and has recorded the first days already.
  context.store.sqlite.exec(`UPDATE person SET start_date = '2026-06-22' WHERE id = ${personIds[5]}`);
  saveSection(context, actor, personIds[5] ?? 0, "time", terms(null, null, { use: "exceptions" }));
  type({ "2026-06-23": "9-17 b30", "2026-06-24": "9-14" }, personIds[5]);
  type({ "2026-07-08": "9-12" }, personIds[5]);
  approve(["2026-06-23", "2026-06-24", "2026-07-08"], true, personIds[5]);
  // Is on leave, and leaves: New Zealand's pay at the end goes by every pay since the anniversary.
  const leave = { personId: salaried, kind: "annual", first: "2026-07-06", last: "2026-07-07", inAdvance: false };
  askForLeave(context, actor, world.businessId, {
    ...{ ...leave, hoursADay: null, note: null, approve: { belowNought: true } },
  });
  recordDeparture(context, actor, salaried, {
    ...{ lastDay: "2026-07-24", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
  });
}

describe.each(countries)("%s: the year ahead", (_country, make) => {
  it("is what runs come to that are opened and signed", () => {
    lively(make);
    const forecast = ahead();
    const to = make === smallWorld ? "2026-07-30" : "2026-08-26";
    const { leaveCents } = ahead([], false, null, to);
    const paid = reallyPaid(5);
    expect(paid.at(-1)?.payday).toBe(to);
    // What New Zealand's leave moves stands in a ledger of its own, and is in what it is worth.
    const isMoved = make === smallWorld;
    expect(asPaid(forecast, to)).toEqual(paid.map((row) => ({ ...row, leave: isMoved ? row.leave : 0 })));
    expect(paid.length).toBeGreaterThanOrEqual(20);
    const { rows } = readWorth(world.context, world.businessId, "2026-07-01", to);
    const worth = rows.reduce((sum, { after }) => sum + after.cents, 0);
    expect([...leaveCents.values()].reduce((sum, each) => sum + each, 0)).toBe(worth);
  });
  it("comes out alike when every pay is worked out by itself, and nothing is kept of looking", () => {
    lively(make);
    // Of whom nothing is known but what is recorded: public holidays are paid all the same.
    saveSection(world.context, world.actor, world.personIds[4] ?? 0, "time", terms(null, null, { use: "all" }));
    const before = world.context.store.sqlite.prepare("SELECT COUNT(*) FROM pay_run").pluck().get();
    const changes = [change({}), change({ kind: "more", people: [world.personIds[0] ?? 0], value: "1", weekly: "19" })];
    const wholly = ahead(changes, true).pays;
    expect(ahead(changes).pays).toEqual(wholly);
    const plain = ahead();
    expect(ahead(changes, false, plain).pays).toEqual(wholly);
    const few = [
      change({ people: [world.personIds[1] ?? 0] }),
      change({ kind: "leaves", value: "", people: [world.personIds[2] ?? 0] }),
    ];
    expect(ahead(few, false, plain).pays).toEqual(ahead(few, true).pays);
    expect(ahead().pays.length).toBeGreaterThan(100);
    expect(world.context.store.sqlite.prepare("SELECT COUNT(*) FROM pay_run").pluck().get()).toBe(before);
    expect(world.context.store.sqlite.prepare("SELECT COUNT(*) FROM person").pluck().get()).toBe(6);
    // A departure into the open run is told to nobody either.
    openUsual(world);
    const told: unknown[] = [];
    world.context.announce = (runId) => told.push(runId);
    ahead([change({ kind: "leaves", value: "", from: "2026-07-03", people: [world.personIds[2] ?? 0] })]);
    expect(told).toEqual([]);
  });
  it("without a change is as it stands, with an open run too; one raise is the raise made", () => {
    lively(make);
    const runId = openUsual(world);
    const { rows, version } = readRun(world.context, world.actor, runId);
    const lines = [{ elementId: world.element("ORD"), hours: "11.5" }];
    saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[1]?.payId ?? 0, lines }] });
    const same = view([change({ on: false })]);
    expect(same.weeks.every(({ cash, cost }) => cash.now === cash.would && cost.now === cost.would)).toBe(true);
    expect(same.sums.every((each) => each.difference === "0.00")).toBe(true);
    const people = world.personIds.slice(1, 3);
    const would = ahead([change({ people })]);
    raise(world.context, world.actor, world.businessId, {
      ...{ from: "2026-08-10", by: "percent", value: "3.5", people, payBack: false },
    });
    expect(ahead().pays).toEqual(would.pays);
  });
});

describe("what would be otherwise", () => {
  it.each([
    ["fewer hours cost less", { kind: "hours", value: "19" }, (more: number) => more < 0],
    ["one more costs more", { kind: "more", value: "2" }, (more: number) => more > 0],
    ["who leaves costs no more", { kind: "leaves", value: "" }, (more: number) => more < 0],
    ["super at another rate", { kind: "contribution", value: "13", people: [] }, (more: number) => more > 0],
    ["a raise in dollars", { kind: "rates", by: "hourly", value: "2" }, (more: number) => more > 0],
    ["a cut", { kind: "rates", value: "-10" }, (more: number) => more < 0],
  ] as const)("%s", (_words, part, isSo) => {
    world = smallWorld(3);
    const { changes, sums, people, weeks } = view([
      change({ people: [world.personIds[0] ?? 0], ...part } as Partial<AheadChange>),
    ]);
    expect(isSo(cents(changes[0]?.more ?? "0"))).toBe(true);
    expect(changes[0]?.notes).toEqual(part.kind === "leaves" ? ["Taken as a resignation with its notice worked."] : []);
    const cost = sums.find((each) => each.title === "Cost to the business");
    expect(cost?.difference).toBe(changes[0]?.more);
    expect(people.reduce((sum, each) => sum + cents(each.cost.would), 0)).toBe(cents(cost?.would ?? ""));
    expect(weeks.reduce((sum, each) => sum + cents(each.cost.would), 0)).toBe(cents(cost?.would ?? ""));
  });
  it("super by another per cent is that per cent, from its day on", () => {
    world = smallWorld(1);
    const { pays } = ahead([change({ kind: "contribution", value: "20", from: "2026-10-01" })]);
    const [before, after] = [
      pays.find((each) => each.payday < "2026-10-01"),
      pays.find((each) => each.payday > "2026-10-01"),
    ];
    expect([before?.cents.super, after?.cents.super]).toEqual([14364, 23940]);
  });
  it("an unknown year goes on and is said; so is a payday more than usual", () => {
    world = smallWorld(1);
    const { notes, paydays } = view();
    expect(paydays).toBeGreaterThanOrEqual(52);
    expect(notes.join(" ")).toMatch(/Known until \d+ \w+ 202\d, and taken to go on as they are/);
  });
  it("who has no usual pay works as of late; of whom nothing is known it is said", () => {
    world = smallWorld(2);
    const [first = 0] = world.personIds;
    for (const id of world.personIds)
      saveSection(world.context, world.actor, id, "usualPay", { from: "2026-06-01", lines: [] });
    for (let at = 0; at < 2; at += 1) {
      const runId = openUsual(world);
      const { rows, version } = readRun(world.context, world.actor, runId);
      const payId = rows.find((each) => each.personId === first)?.payId ?? 0;
      const out = rows.find((each) => each.personId !== first)?.payId ?? 0;
      const lines = [{ elementId: world.element("ORD"), hours: at === 0 ? "20" : "25" }];
      saveRows(world.context, world.actor, runId, {
        version,
        rows: [
          { payId, lines },
          { payId: out, included: false },
        ] as never,
      });
      signRun(world, runId);
    }
    const found = view();
    const pay = ahead().pays.findLast((each) => each.who === String(first));
    expect(pay?.cents.gross).toBe(Math.round(22.5 * 3150));
    const more = change({ kind: "hours", value: "30", people: [first] });
    const later = ahead([more]).pays.filter((each) => each.who === String(first) && each.payday > "2026-09-01");
    expect(new Set(later.map((each) => each.cents.gross))).toEqual(new Set([30 * 3150]));
    expect(view([more]).changes[0]?.notes).toEqual([
      "Alex Sample0 has no usual pay: here the hours of late are taken as so many; pays follow what is worked.",
    ]);
    expect(found.notes.at(-1)).toBe("Nothing is foreseen for Alex Sample1: no usual pay, and no hours of late.");
  });
  it("hours are of no effect where usual pay was typed otherwise, and that is said", () => {
    world = smallWorld(2);
    const [first = 0] = world.personIds;
    const lines = [{ elementId: world.element("ORD"), hours: "30" }];
    saveSection(world.context, world.actor, first, "usualPay", { from: "2026-06-01", lines });
    const { changes } = view([change({ kind: "hours", value: "19", people: world.personIds })]);
    expect(changes[0]?.notes).toEqual([
      "Alex Sample0 is paid usual pay that was typed otherwise than agreed: it stays as it is until it is changed.",
    ]);
  });
  it("an order with a total is taken until then and no longer", () => {
    world = smallWorldNz(1);
    const [id = 0] = world.personIds;
    const order = { kind: "fine", name: "Made-up fine", amount: "100.00", total: "350.00", served: "2026-06-01" };
    saveSection(world.context, world.actor, id, "orders" as never, { from: "2026-06-01", orders: [order] } as never);
    const orders = ahead()
      .pays.flatMap((each) => each.dues)
      .filter((each) => each.kind === "order" && each.cents > 0)
      .map((each) => each.cents);
    expect(orders).toEqual([10000, 10000, 10000, 5000]);
  });
  it("a payday that is signed and still to come stands in it, whatever would be otherwise", () => {
    world = smallWorld(2);
    const cost = (changes: AheadChange[] = []) => cents(view(changes).sums[0]?.would ?? "0");
    const [plain, raised] = [cost(), cost([change({})])];
    signRun(world, openUsual(world));
    expect([cost(), cost([change({})])]).toEqual([plain, raised]);
    expect(view().people.map((each) => each.pays.now)).toEqual([52, 52]);
  });
  it("cash holds net pays and each due on its day", () => {
    world = smallWorld(2);
    const { weeks, sums } = view();
    const sum = (title: string) => cents(sums.find((each) => each.title === title)?.now ?? "0");
    const cash = weeks.reduce((all, each) => all + cents(each.cash.now), 0);
    const { pays } = ahead();
    const later = pays.flatMap((each) => each.dues).filter((due) => due.due >= addDays(weeks.at(-1)?.from ?? "", 7));
    expect(cash + later.reduce((all, due) => all + due.cents, 0)).toBe(
      sum("Paid to people") + sum("Tax taken out") + sum("Super"),
    );
  });
});

describe("kept, and made so", () => {
  it("is kept by name, set beside another, and taken out", () => {
    world = smallWorld(2);
    const { context, actor, businessId } = world;
    keep(context, actor, businessId, { name: "All of them", changes: [change({ value: "5" })] });
    const { id } = keep(context, actor, businessId, { name: "All of them", changes: [change({})] });
    expect(listKept(context, businessId).map(({ name, by }) => [name, by])).toEqual([["All of them", actor.name]]);
    const beside = view([change({ value: "5" })], id);
    expect(beside.against).toBe("All of them");
    const [cost] = beside.sums;
    expect(cents(cost?.now ?? "")).toBe(cents(view([change({})]).sums[0]?.would ?? ""));
    expect(aheadCsv(beside).toString()).toContain("Rates of everybody rise by 5 % on 10 August 2026.");
    takeOut(context, businessId, id);
    expect(() => takeOut(context, businessId, id)).toThrow("There is no such what-if.");
  });
  it("all acts at once: the year ahead is then what it would have been", () => {
    world = smallWorld(3);
    const { context, actor, businessId, personIds } = world;
    const [first = 0, second = 0, third = 0] = personIds;
    const changes = [
      change({ people: [first] }),
      change({ kind: "hours", value: "19", people: [second], from: "2026-09-07" }),
    ];
    const would = ahead(changes);
    const elsewhere = [
      change({ kind: "more", people: [first], value: "1" }),
      change({ kind: "leaves", value: "", people: [second, third], from: "2026-10-04" }),
    ];
    const { done, rest } = adopt(context, actor, businessId, [...changes, ...elsewhere]);
    const to = ["/people/several", `/people/${second}#departure`, `/people/${third}#departure`];
    expect([done.length, rest.map((each) => each.to)]).toEqual([2, to]);
    expect(ahead().pays).toEqual(would.pays);
    // Alone, they say where they are done as well.
    expect(adopt(context, actor, businessId, elsewhere)).toMatchObject({ done: [], rest });
    // Somebody who leaves is in it until the last day, as soon as that is recorded.
    const gone = ahead([change({ kind: "leaves", value: "", people: [third], from: "2026-10-04" })]);
    recordDeparture(context, actor, third, {
      ...{ lastDay: "2026-10-04", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    expect(ahead().pays).toEqual(gone.pays);
  });
  it.each([
    [{ from: "2026-06-30" }, "is past"],
    [{ people: [999] }, "does not work here"],
    [{ value: "0" }, "A raise of nothing"],
    [{ value: "-100" }, "cannot fall by all"],
    [{ kind: "hours", value: "20" }, "Nobody is chosen"],
    [{ kind: "more", value: "1" }, "Choose one person"],
  ] as const)("%j is refused", (part, words) => {
    world = smallWorld(1);
    expect(() => view([change(part as Partial<AheadChange>)])).toThrow(words);
    expect(() => adopt(world.context, world.actor, world.businessId, [change(part as Partial<AheadChange>)])).toThrow();
  });
  it("what an act refuses stands at its sentence", () => {
    world = smallWorld(2);
    const [first = 0, second = 0] = world.personIds;
    recordDeparture(world.context, world.actor, second, {
      ...{ lastDay: "2026-12-04", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    const asked = () =>
      view([change({ people: [first] }), change({ kind: "leaves", value: "", people: [second], from: "2026-10-04" })]);
    expect(asked).toThrow(ProblemError);
    try {
      asked();
    } catch (error) {
      expect((error as ProblemError).problem.errors?.map((each) => each.path)).toEqual(["changes.1.value"]);
    }
  });
  it("a kept what-if whose day has passed is named, and what to do", () => {
    world = smallWorld(1);
    const { context, actor, businessId } = world;
    const { id } = keep(context, actor, businessId, { name: "Old", changes: [change({ from: "2026-06-01" })] });
    expect(() => view([change({})], id)).toThrow("“Old” does not hold any more. 1 June 2026 is past");
  });
  it("a raise that signed pays cover already says what is owed for them", () => {
    world = smallWorld(1);
    signRun(world, openUsual(world));
    signRun(world, openUsual(world));
    const { done } = adopt(world.context, world.actor, world.businessId, [change({ from: "2026-07-01", value: "10" })]);
    expect(done.join(" ")).toMatch(/is owed for them\. People, Look past pays over/);
  });
  it("somebody who has left is named", () => {
    world = smallWorld(1);
    world.context.store.sqlite.exec("UPDATE person SET end_date = '2026-07-20'");
    const part = change({ people: [world.personIds[0] ?? 0] });
    expect(() => view([part])).toThrow("Alex Sample0 has left by 10 August 2026");
  });
});
