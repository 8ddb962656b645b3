/** A day told after its pay was signed off: the pay is corrected by it, and the record follows what is signed and taken back. */
import { type NewCorrection, newCorrection } from "@zesty/contract/corrections";
import { check } from "@zesty/contract/fields";
import { readDay } from "@zesty/core/hours/dayText";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { ProblemError } from "../ground/problem.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { undoActOf } from "../row/acts.ts";
import { saveRows } from "../runs/saveRows.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { act, pay } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { endWhole } from "../testing/endWhole.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, employment, open, row, signed, terms, type, who, world } from "../testing/timeMakers.ts";
import { payBack } from "./backPay.ts";
import { makeCorrection, planCorrection } from "./correction.ts";
import { lookOver } from "./lookOver.ts";
import { readCorrectable } from "./readCorrectable.ts";

afterEach(() => endWhole(world));

const date = "2026-06-23";
const paid = () => row(runId).row.payId;
let runId: number;
const day = (text: string, on = date) => ({ date: on, record: readDay(text, on, "AU") as never });
const wanted = (days: NewCorrection["days"], into: NewCorrection["into"] = "own"): NewCorrection => ({
  ...{ payId: paid(), lines: [], days, into },
});
const correct = (text: string, into: NewCorrection["into"] = "own") =>
  makeCorrection(world.context, world.actor, wanted([day(text)], into));
const plan = (...days: ReturnType<typeof day>[]) => planCorrection(world.context, world.actor, wanted(days));
const onRecord = () => {
  const known = readCorrectable(world.context, paid()).days?.find((each) => each.date === date)?.record ?? null;
  return known?.leave[0]?.kind ?? known?.shifts[0]?.start.slice(11) ?? (known ? "off" : "nothing");
};
const balance = () =>
  Number(readPerson(world.context, who()).leave.balances.find((each) => each.kind === "personal")?.hours ?? 0);

function usual(people = 1) {
  begin(smallWorld(people));
  saveSection(world.context, world.actor, who(), "employment", {
    ...employment({ basis: "full-time", weeklyHours: "38", hourlyRate: "40" }),
    workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  } as never);
  saveSection(world.context, world.actor, who(), "time", terms("MA000002", "2.1", { use: "exceptions" }));
  saveSection(world.context, world.actor, who(), "usualPay", { from: "2026-06-01", lines: [] } as never);
}

describe("who records exceptions only", () => {
  beforeEach(() => {
    usual();
    runId = open();
    signed(runId);
  });
  it.each([
    // 38 × 40 = 1,520. Sick: 7.6 h change their name. Unpaid: 304 less. 3 h of it: 120 less.
    ["sick", "0.00", "Ordinary -7.6000 −304.00; Personal leave 7.6000 304.00"],
    ["unpaid", "-304.00", "Ordinary -7.6000 −304.00"],
    ["unpaid 3", "-120.00", "Ordinary -3.0000 −120.00"],
    // 2.4 h above the 38 of the week: 2 h at 150 %, then 200 %: 0.4 × 80 + 2 × 60 = 152.
    ["10", "152.00", /^Overtime/],
  ])("%s: %s dollars", (text, gross, lines) => {
    const found = plan(day(text));
    expect(found.gross).toBe(gross);
    const said = found.lines
      .filter(({ amount }) => amount !== "0.00")
      .map(({ name, hours, amount }) => `${name} ${hours} ${amount.replace("-", "−")}`);
    expect(said.sort().join("; ")).toEqual(typeof lines === "string" ? lines : expect.stringMatching(lines));
    expect(onRecord()).toBe("nothing");
  });
  it("is on record with the sign-off, off it when the run is taken back, and on it again", () => {
    const had = balance();
    const first = correct("sick");
    expect(onRecord()).toBe("nothing");
    expect(readCorrectable(world.context, paid()).days?.find((each) => each.date === date)?.told).toMatchObject({
      leave: [{ kind: "personal" }],
    });
    signed(first);
    expect([onRecord(), balance()]).toEqual(["personal", had - 7.6]);
    const fresh = takeBack(world.context, world.actor, first, "Too early");
    expect([onRecord(), balance()]).toEqual(["nothing", had]);
    signed(fresh);
    expect([onRecord(), balance()]).toEqual(["personal", had - 7.6]);
    // Told otherwise once more: what it was paid by since is what it begins at.
    const second = correct("");
    signed(second);
    expect([onRecord(), balance()]).toEqual(["nothing", had]);
    const third = takeBack(world.context, world.actor, second, "It was sick leave after all");
    expect(onRecord()).toBe("personal");
    undoActOf(
      ...([world.context, world.actor, third] as const),
      world.context.store.db.select().from(act).where(eq(act.runId, third)).get()?.id ?? 0,
    );
    expect([onRecord(), balance()]).toEqual(["personal", had - 7.6]);
    // The first one taken back as well: as it was before either, though its day has been written anew meanwhile.
    takeBack(world.context, world.actor, fresh, "Not at all");
    expect([onRecord(), balance()]).toEqual(["nothing", had]);
  });
  it("undone before it is signed off nothing is on record, and of two days told one after the other the last form counts", () => {
    const id = correct("sick");
    const other = makeCorrection(world.context, world.actor, wanted([day("unpaid"), day("al", "2026-06-24")]));
    expect(other).toBe(id);
    const acts = () => world.context.store.db.select().from(act).all();
    expect(acts().filter((each) => each.undoneAt === null)).toHaveLength(1);
    undoActOf(world.context, world.actor, id, acts().at(-1)?.id ?? 0);
    expect(onRecord()).toBe("nothing");
    expect(readCorrectable(world.context, paid()).corrections).toEqual([]);
  });
  it("its own run cannot be taken back while the correction stands: it would be corrected twice", () => {
    const first = correct("sick");
    const back = (id: number) => takeBack(world.context, world.actor, id, "Once more");
    expect(() => back(runId)).toThrow(/corrects a pay of this one by its days/);
    signed(first);
    expect(() => back(runId)).toThrow(/corrects a pay of this one by its days/);
    const fresh = back(first);
    const [last] = world.context.store.db.select().from(act).where(eq(act.runId, fresh)).all();
    undoActOf(world.context, world.actor, fresh, last?.id ?? 0);
    const again = back(runId);
    type({ [date]: "sick" });
    approve([date]);
    expect(row(again).row.figures?.gross).toBe("1520.00");
  });
  it("left out of the next run it waits, and is on record with the run that pays it", () => {
    void endWhole(world);
    usual(2);
    runId = open();
    signed(runId);
    const next = correct("sick", "next");
    world.context.store.db
      .update(pay)
      .set({ included: false })
      .where(eq(pay.id, row(next).row.payId))
      .run();
    signed(next);
    expect(onRecord()).toBe("nothing");
    signed(open());
    expect(onRecord()).toBe("personal");
  });
  it("leave that was asked for is refused with the way there; once it is told it can be approved, and taken back in no silence", () => {
    const ask = () =>
      askForLeave(world.context, world.actor, world.businessId, {
        ...{ personId: who(), kind: "personal", first: date, last: date, hoursADay: null, note: null },
        ...{ inAdvance: false, approve: { belowNought: true } },
      });
    const refusal = () => {
      try {
        ask();
      } catch (error) {
        return (error as ProblemError).problem;
      }
      return undefined;
    };
    expect(refusal()).toMatchObject({
      code: "day-refused",
      mend: `/run/${runId}?pay=${paid()}&told=${encodeURIComponent(`${date} sick`)}`,
    });
    signed(correct("sick"));
    const before = balance();
    const { id } = ask();
    expect([onRecord(), balance()]).toEqual(["personal", before]);
    const back = { answer: "withdrawn" as const, comment: null, belowNought: false, was: "approved" as const };
    expect(() => answerRequest(world.context, world.actor, world.businessId, id, back)).toThrow(/^All of it is paid/);
  });
  it.each([
    [() => [day("sick", "2026-06-30")], /^30 June 2026 is no day of this pay/],
    [() => [{ date, record: { shifts: [], leave: [{ kind: "honeymoon" }] } }], /is not a kind of leave here/],
    [() => [day("")], /^Nothing differs by these days/],
  ])("refuses, and writes nothing", (days, text) => {
    expect(() => makeCorrection(world.context, world.actor, wanted(days() as never))).toThrow(text);
    expect(world.context.store.db.select().from(act).all()).toEqual([]);
  });
  it("corrected by its lines before, it is by its lines again", () => {
    signed(
      makeCorrection(world.context, world.actor, {
        ...{ payId: paid(), into: "own" },
        lines: [{ elementId: world.element("ORD"), hours: "30" }],
      }),
    );
    expect(readCorrectable(world.context, paid()).days).toBeNull();
    expect(() => correct("sick")).toThrow(/corrected by its lines before/);
  });
});

it("a day that was left unapproved stands in the form, and is paid by it", () => {
  usual();
  type({ [date]: "10" });
  runId = open();
  signed(runId);
  const told = readCorrectable(world.context, paid()).days?.find((each) => each.date === date);
  expect(told).toMatchObject({ record: null, told: { hours: "10" } });
  expect(plan(day("10")).gross).toBe("152.00");
});

it("hours that somebody typed over the record stand", () => {
  usual();
  runId = open();
  const { view } = row(runId);
  saveRows(world.context, world.actor, runId, {
    version: view.version,
    rows: [{ payId: paid(), lines: [{ elementId: world.element("ORD"), hours: "30" }] }],
  });
  signed(runId);
  expect(() => plan(day("off"))).toThrow(/Nothing differs by these days/);
});

describe("by all that holds now", () => {
  const asNow = () => ({ payId: paid(), asNow: true as const, into: "own" as const });
  const rate = (hourlyRate: string) => ({
    ...employment({ basis: "full-time", weeklyHours: "38", hourlyRate, from: "2026-06-22" }),
    workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  });
  const looked = () =>
    atOnce(lookOver(world.context, world.businessId, { from: "2026-01-01", to: "2026-12-31", people: null })).pays.map(
      ({ difference, fault }) => fault ?? difference,
    );
  beforeEach(() => {
    usual();
    runId = open();
    signed(runId);
  });
  it("a rate that was too high is taken back, once, and what past pays show with it", () => {
    expect(() => planCorrection(world.context, world.actor, asNow())).toThrow(/^Nothing differs/);
    saveSection(world.context, world.actor, who(), "employment", rate("38") as never);
    expect(looked()).toEqual(["-76.00"]);
    expect(planCorrection(world.context, world.actor, asNow())).toMatchObject({ gross: "-76.00" });
    const before = readPerson(world.context, who()).leave.balances;
    signed(makeCorrection(world.context, world.actor, asNow()));
    expect(looked()).toEqual([]);
    expect(readPerson(world.context, who()).leave.balances).toEqual(before);
    expect(() => planCorrection(world.context, world.actor, asNow())).toThrow(/^Nothing differs/);
  });
  it("is refused beside back pay, which stands in no line of the pay", () => {
    const change = { section: "employment" as const, values: rate("42") as never };
    signed(payBack(world.context, world.actor, who(), change).runId);
    expect(() => planCorrection(world.context, world.actor, asNow())).toThrow(/paid back for this pay since/);
  });
  it.each([
    [{}, "Say the lines as they should have been, or the days."],
    [{ lines: [], asNow: true }, "Say it by lines or by days, not by both."],
    [{ days: [] }, /^No day is said otherwise/],
  ])("%o is refused", (said, text) => {
    const found = check(newCorrection, { payId: 1, into: "own", ...said });
    const [error] = "errors" in found ? found.errors : [];
    expect(error?.text).toEqual(typeof text === "string" ? text : expect.stringMatching(text));
  });
});

it("New Zealand: a day of sick leave of a salary is paid as it was, and taken", () => {
  begin(smallWorldNz(1));
  saveSection(world.context, world.actor, who(), "employment", {
    ...employment({ basis: "full-time", weeklyHours: "40", salary: "83200.00" }),
    workPattern: ["8", "8", "8", "8", "8", "0", "0"],
  } as never);
  saveSection(world.context, world.actor, who(), "usualPay", {
    ...{ from: "2026-06-01", lines: [{ elementId: world.element("SAL"), amount: "3200.00" }] },
  } as never);
  runId = open();
  signed(runId);
  const said = wanted([{ date, record: readDay("sick", date, "NZ") as never }]);
  const found = planCorrection(world.context, world.actor, said);
  expect(found).toMatchObject({ gross: "0.00", net: "0.00" });
  expect(found.lines.map(({ amount }) => amount).sort()).toEqual(["-320.00", "320.00"]);
  signed(makeCorrection(world.context, world.actor, said));
  const slips = world.context.store.sqlite.prepare("SELECT payslip FROM signed_pay ORDER BY id").pluck().all();
  expect(String(slips.at(-1))).toMatch(/, 1 day(?: at relevant daily pay)?, correction of 1 July 2026/);
});
