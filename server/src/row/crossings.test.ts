/**
 * Where features meet: each crossing with the figure that is due, worked out by hand beside it. Days are inconvenient on
 * purpose. Australia goes by the week from Monday 22 June 2026, New Zealand by the fortnight from 15 June.
 */
import type { Employment, UsualLine } from "@zesty/contract/people";
import { readDay } from "@zesty/core/hours/dayText";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Typed } from "@zesty/core/pay/strands";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { payBack, planBackPay } from "../afterwards/backPay.ts";
import { makeCorrection } from "../afterwards/correction.ts";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { openRun } from "../runs/openRun.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { addCentre } from "../setup/costs.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { debt, outbox, person } from "../store/schema.ts";
import { plainTerms, type SmallWorld, said, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { answerForHolidays } from "../time/holidayAnswers.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);
const employ = (change: Partial<Employment> & { from: string }) => save("employment", plainTerms(world, change));
const usual = (lines: UsualLine[], from = "2020-01-06") => save("usualPay", { from, lines });
const ord = (hours: string, more: Partial<SheetLine> = {}): UsualLine =>
  ({ elementId: world.element("ORD"), hours, ...more }) as UsualLine;
const row = (runId: number) => {
  const view = readRun(world.context, world.actor, runId);
  const found = view.rows.find((each) => each.personId === who());
  if (!found) throw new Error("The person has no row.");
  return { view, found, codeOf: (id: number) => view.elements.find((each) => each.id === id)?.code ?? "" };
};
/** "ORD 38" or "SAL $1500.00", in the order of the row; rates where a line has its own. */
const lines = (runId: number) => {
  const { found, codeOf } = row(runId);
  return found.lines.map(
    (line) =>
      `${codeOf(line.elementId)} ${line.amount === undefined ? (line.units ?? line.hours) : `$${line.amount}`}${line.rate === undefined ? "" : ` at ${line.rate}`}${line.costCentre ? ` in ${line.costCentre}` : ""}`,
  );
};
const gross = (runId: number) => row(runId).found.figures?.gross;
const amounts = (runId: number) => row(runId).found.figures?.lines.map((line) => `${line.code} ${line.amount}`);
const marks = (runId: number) => row(runId).found.marks;
const typeCells = (runId: number, ...typed: Typed[]) => {
  const { view, found } = row(runId);
  return saveRows(world.context, world.actor, runId, {
    version: view.version,
    rows: [
      {
        payId: found.payId,
        cells: typed.map((is) => ({
          elementId: is.line.elementId,
          ...(is.line.costCentre === undefined ? {} : { costCentre: is.line.costCentre }),
          was:
            found.typed.find(
              (each) => each.line.elementId === is.line.elementId && each.line.costCentre === is.line.costCentre,
            ) ?? null,
          is,
        })),
      },
    ],
  });
};
const typed = (line: SheetLine, source: Typed["source"] = "typed"): Typed => ({ source, line });
const elementNow = (runId: number, code: string): number =>
  row(runId).view.elements.find((each) => each.code === code)?.id ?? 0;
/** Days as they are typed in the week, approved. */
const days = (said: Record<string, string>) => {
  const all = Object.entries(said).map(([date, text]) => {
    const record = readDay(text, date, findBusiness(world.context, world.businessId).country);
    if (record && "fault" in record) throw new Error(record.fault);
    return { personId: who(), date, kind: "worked" as const, record };
  });
  saveDays(world.context, world.actor, world.businessId, { days: all });
  approveDays(world.context, world.actor, world.businessId, {
    days: all.map(({ personId, date }) => ({ personId, date })),
    approved: true,
  });
};
const open = (from: "usual" | "last" = "usual") =>
  openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from });
const sent = (runId: number) => {
  signRun(world, runId);
  world.context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, runId)).run();
  return runId;
};

describe("leave and what it takes", () => {
  const salary = () => {
    world = smallWorld(1);
    employ({ from: "2020-01-06", hourlyRate: null, salary: "78000" });
    usual([{ elementId: world.element("SAL"), amount: "1500.00" } as UsualLine]);
  };
  // 4.5 ÷ 38 × 1,500 = 177.63.
  it.each([
    ["typed", (runId: number) => typeCells(runId, typed({ elementId: world.element("AL"), hours: "4.5" }))],
    ["by its day", (_runId: number) => days({ "2026-06-24": "al 4.5" })],
  ])("of a salary, %s: comes out of it", (_how, take) => {
    salary();
    const runId = open();
    take(runId);
    expect([amounts(runId), gross(runId)]).toEqual([["SAL 1322.37", "AL 177.63"], "1500.00"]);
  });
  it("of a salary, copied with the next run: the salary is whole again", () => {
    salary();
    const first = open();
    days({ "2026-06-24": "al" });
    expect(gross(first)).toBe("1500.00");
    signRun(world, first);
    expect(amounts(open("last"))).toEqual(["SAL 1500.00"]);
  });
  it("of hours, copied with a bonus: 25 h again, and the bonus is named and left", () => {
    world = smallWorld(1);
    employ({
      from: "2020-01-06",
      hourlyRate: "31",
      weeklyHours: "25",
      workPattern: ["5", "5", "5", "5", "5", "0", "0"],
    });
    usual([ord("25")]);
    const first = open();
    days({ "2026-06-24": "al" });
    typeCells(first, typed({ elementId: world.element("BONUS"), amount: "100" }));
    expect(lines(first)).toEqual(["ORD 20", "AL 5", "BONUS $100"]);
    signRun(world, first);
    const next = open("last");
    expect([lines(next), gross(next)]).toEqual([["ORD 25"], "775.00"]);
    expect(
      marks(next)
        .map((mark) => mark.text)
        .join(),
    ).toContain("$100. That belonged to it and was not copied");
  });
  it("for a week of which Friday is withdrawn: its hours are back", () => {
    world = smallWorld(1);
    const runId = open();
    days(Object.fromEntries(["22", "23", "24", "25", "26"].map((day) => [`2026-06-${day}`, "al"])));
    expect(lines(runId)).toEqual(["AL 38"]);
    days({ "2026-06-26": "off" });
    expect(lines(runId)).toEqual(["ORD 7.6", "AL 30.4"]);
  });
  it("for a whole month of salary: the month's pay, not the hours' worth", () => {
    world = smallWorld(1);
    world.context.store.sqlite
      .prepare("UPDATE pay_cycle SET cycle = 'monthly', first_period_start = '2026-07-01' WHERE id = ?")
      .run(world.cycleId);
    employ({
      from: "2020-01-06",
      hourlyRate: null,
      salary: "78000",
      workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    });
    usual([{ elementId: world.element("SAL"), amount: "6500.00" } as UsualLine]);
    const runId = open();
    const month = Array.from({ length: 31 }, (_, at) => `2026-07-${String(at + 1).padStart(2, "0")}`);
    days(
      Object.fromEntries(month.filter((day) => ![0, 6].includes(new Date(day).getUTCDay())).map((day) => [day, "al"])),
    );
    expect([lines(runId)[0]?.startsWith("AL 174.8"), gross(runId)]).toEqual([true, "6500.00"]);
  });
  it("typed hours stand when leave comes later, and a mark names both figures", () => {
    world = smallWorld(1);
    const runId = open();
    typeCells(runId, typed(ord("41") as SheetLine));
    days({ "2026-06-24": "al" });
    expect(lines(runId)).toEqual(["ORD 41", "AL 7.6"]);
    expect(marks(runId).find((mark) => mark.code === "typedOverMoved")?.text).toContain("30.4");
  });
});

describe("a hours sheet's rows of one person", () => {
  it("replace together: 25 h over two cost centres are 25 h", () => {
    world = smallWorld(1);
    addCentre(world.context, world.actor, world.businessId, { code: "FRONT", name: "Front" });
    addCentre(world.context, world.actor, world.businessId, { code: "KIT", name: "Kitchen" });
    employ({ from: "2020-01-06", hourlyRate: "31", weeklyHours: "25" });
    usual([ord("25")]);
    const runId = open();
    typeCells(
      runId,
      typed(ord("15", { costCentre: "FRONT" }) as SheetLine, "sheet"),
      typed(ord("10", { costCentre: "KIT" }) as SheetLine, "sheet"),
    );
    expect([lines(runId), gross(runId)]).toEqual([["ORD 15 in FRONT", "ORD 10 in KIT"], "775.00"]);
  });
});

describe("terms that change within a period", () => {
  it("said before the start date count from it", () => {
    world = smallWorld(1);
    world.context.store.db.update(person).set({ startDate: "2026-07-06" }).where(eq(person.id, who())).run();
    world.context.store.sqlite
      .prepare(`UPDATE employment_terms SET "from" = '2026-07-06', hourly_rate_e4 = 300000`)
      .run();
    world.context.store.sqlite.prepare(`UPDATE usual_pay SET "from" = '2026-07-06'`).run();
    employ({ from: "2026-07-01", hourlyRate: "35", weeklyHours: "40" });
    world.context.store.sqlite.prepare("UPDATE pay_cycle SET first_period_start = '2026-07-06'").run();
    // 40 × 35: the usual hours go with the agreed ones.
    expect(gross(open())).toBe("1400.00");
  });
  it("in a rate: each part at the rate of its days, and one undivided line where nothing changed", () => {
    world = smallWorld(1);
    employ({ from: "2026-06-25", hourlyRate: "40" });
    const runId = open();
    // Three days at 31.50, two at 40.
    expect([lines(runId), gross(runId)]).toEqual([["ORD 22.8 at 31.5", "ORD 15.2"], "1326.20"]);
  });
  it("in hours and week (New Zealand): 40 + 32 h of a fortnight with usual pay of 80, then 64", () => {
    world = smallWorldNz(1);
    signRun(world, open());
    employ({
      from: "2026-07-06",
      hourlyRate: "30",
      weeklyHours: "32",
      workPattern: ["8", "8", "8", "8", "0", "0", "0"],
    });
    usual([ord("64")], "2026-07-06");
    expect(gross(open())).toBe("2160.00");
  });
  it("sick before a raise is paid at the rate of its day (New Zealand)", () => {
    world = smallWorldNz(1);
    signRun(world, open());
    employ({ from: "2026-07-06", hourlyRate: "36", weeklyHours: "40" });
    const runId = open();
    days({ "2026-06-30": "sick" });
    expect(amounts(runId)?.find((each) => each.startsWith("SICK"))).toBe("SICK 240.00");
  });
  it("from level 4 to level 1 on Thursday: three days at one, two at the other", () => {
    world = smallWorld(1);
    const week = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
    employ({ from: "2020-01-06", hourlyRate: null, workPattern: week });
    const level = (from: string, classification: string) =>
      save("time", {
        ...{ from, agreement: "MA000004", classification, use: "exceptions", settings: {}, flags: {} },
        averagingFrom: null,
      });
    level("2020-01-06", "4");
    level("2026-06-25", "1");
    expect(gross(open())).toBe("1044.70");
  });
  it("from casual to part-time on Thursday, four shifts of six hours: 12 h with the loading, 12 h without", () => {
    world = smallWorld(1);
    employ({ from: "2020-01-06", hourlyRate: null, basis: "casual", weeklyHours: "0" });
    usual([]);
    save("time", {
      ...{ from: "2020-01-06", agreement: "MA000004", classification: "1", use: "all", settings: {}, flags: {} },
      averagingFrom: null,
    });
    employ({
      ...{ from: "2026-06-25", hourlyRate: null, basis: "part-time", weeklyHours: "24" },
      workPattern: ["6", "6", "0", "6", "6", "0", "0"],
    });
    const runId = open();
    days({ "2026-06-22": "9-15", "2026-06-23": "9-15", "2026-06-25": "9-15", "2026-06-26": "9-15" });
    // 12 × 26.55 × 1.25 + 12 × 26.55
    expect(gross(runId)).toBe("716.85");
  });
});

describe("who is paid by a level", () => {
  const level = (change: Partial<Employment> = {}, use = "exceptions") => {
    world = smallWorld(1);
    employ({
      ...{ from: "2020-01-06", hourlyRate: null, workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] },
      ...change,
    });
    save("time", {
      ...{ from: "2020-01-06", agreement: "MA000004", classification: "1", use, settings: {}, flags: {} },
      averagingFrom: null,
    });
  };
  it("and whose hours are typed, in the cycle or outside it, is paid at it", () => {
    level({}, "all");
    const runId = open();
    typeCells(runId, typed(ord("10") as SheetLine));
    expect(gross(runId)).toBe("265.50");
    const outside = openOutsideCycle(world.context, world.actor, world.businessId, {
      ...{ cycleId: world.cycleId, periodStart: "2026-06-22", payday: "2026-07-02", reason: "forgotten" },
      personIds: [who()],
    });
    typeCells(outside, typed(ord("4") as SheetLine));
    expect(gross(outside)).toBe("106.20");
  });
  it("and leaves is paid leave with the agreement's loading, notice and redundancy at it", () => {
    level();
    recordDeparture(world.context, world.actor, who(), {
      ...{
        lastDay: "2026-06-26",
        reason: "R",
        noticeWorked: false,
        misconduct: false,
        pay: "next",
        smallEmployer: false,
      },
    });
    const runId = row(openRunId()).view.id;
    // 20 h and this pay's 2.9231 h × 26.55 × 1.175; 4 weeks and 11 weeks × 38 × 26.55.
    expect(amounts(runId)).toEqual(["ORD 1008.90", "UNUSED-AL 715.11", "NOTICE 4035.60", "REDUND 11097.90"]);
  });
  it("and is a junior, by pattern, without a shift: the rate of the age", () => {
    level();
    world.context.store.db.update(person).set({ birthDate: "2009-01-15" }).where(eq(person.id, who())).run();
    // 38 × 15.93 (60 % of 26.55)
    expect(gross(open())).toBe("605.34");
  });
  it("and is on unpaid parental leave over a public holiday is not paid the holiday", () => {
    level();
    world.context.store.sqlite.prepare("UPDATE pay_cycle SET first_period_start = '2026-06-08'").run();
    const runId = open();
    days(Object.fromEntries(["08", "09", "10", "11", "12"].map((day) => [`2026-06-${day}`, "unpaidparental"])));
    expect(gross(runId) ?? "0.00").toBe("0.00");
  });
});

const openRunId = (): number =>
  world.context.store.prepared<[], { id: number }>("SELECT id FROM pay_run WHERE state = 'open'").get()?.id ?? 0;

describe("a public holiday (New Zealand)", () => {
  const answer = (works: boolean, worked: string | null) =>
    answerForHolidays(world.context, world.actor, world.businessId, {
      personId: who(),
      answers: [{ date: "2026-07-10", works, why: "Said so", worked }],
    });
  const second = () => {
    signRun(world, open());
    return open();
  };
  it("that is no working day, 5 h worked: nothing makes way", () => {
    world = smallWorldNz(1);
    employ({
      from: "2020-01-06",
      hourlyRate: "30",
      weeklyHours: "32",
      workPattern: ["8", "8", "8", "8", "0", "0", "0"],
    });
    usual([ord("64")]);
    const runId = second();
    answer(false, "5");
    expect([lines(runId), gross(runId)]).toEqual([["ORD 64", "PHW 5"], "2145.00"]);
  });
  it("that is a working day, 10 h worked of 7.6: the day's hours make way", () => {
    world = smallWorldNz(1);
    employ({
      from: "2020-01-06",
      hourlyRate: "33.8",
      weeklyHours: "38",
      workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
    });
    usual([ord("76")]);
    const runId = second();
    answer(true, "10");
    // 68.4 × 33.80 + 10 × 33.80 × 1.5
    expect(gross(runId)).toBe("2818.92");
  });
  it("in a week of holidays of who is paid an amount without a rate: the fortnight's pay", () => {
    world = smallWorldNz(1);
    employ({
      from: "2020-01-06",
      hourlyRate: null,
      weeklyHours: "40",
      workPattern: ["8", "8", "8", "8", "8", "0", "0"],
    });
    usual([{ elementId: world.element("SAL"), amount: "2800.00" } as UsualLine]);
    const runId = open();
    days(Object.fromEntries(["22", "23", "24", "25", "26"].map((day) => [`2026-06-${day}`, "al"])));
    expect([amounts(runId), gross(runId)]).toEqual([["SAL 1400.00", "AL 1400.00"], "2800.00"]);
  });
});

describe("undone, the row is as it was", () => {
  const asBefore = (runId: () => number, act: () => void, undo: () => void) => {
    const before = lines(runId());
    act();
    undo();
    expect(lines(runId())).toEqual(before);
  };
  it.each(["2026-06-23", "2026-06-25", "2026-06-26"])("a departure on %s", (lastDay) => {
    world = smallWorld(1);
    const runId = open();
    const leave = (pay: "next" | "now") =>
      recordDeparture(world.context, world.actor, who(), {
        ...{ lastDay, reason: "V", noticeWorked: true, misconduct: false, pay, payday: "2026-07-01" },
      });
    for (const pay of ["next", "now"] as const)
      asBefore(
        () => runId,
        () => leave(pay),
        () => undoDeparture(world.context, world.actor, who()),
      );
    expect(gross(runId)).toBe("1197.00");
  });
  it("a correction with a plan of recovery, discarded: nothing is taken", () => {
    world = smallWorld(1);
    const first = sent(open());
    const own = makeCorrection(world.context, world.actor, {
      ...{ payId: row(first).found.payId, lines: [ord("36") as SheetLine], into: "own", recoverPerPay: "25.00" },
    });
    discardRun(world.context, world.actor, own);
    expect(lines(open())).toEqual(["ORD 38"]);
  });
  it("two overpayments are two debts, and each is taken until it is paid back", () => {
    world = smallWorld(1);
    const first = sent(open());
    const owe = (hours: string) =>
      sent(
        makeCorrection(world.context, world.actor, {
          ...{ payId: row(first).found.payId, lines: [ord(hours) as SheetLine], into: "own", recoverPerPay: "25.00" },
        }),
      );
    owe("36");
    owe("35");
    expect(world.context.store.db.select().from(debt).all()).toHaveLength(2);
    const next = open();
    expect(lines(next)).toEqual(["ORD 38", "OVERPAID $25.00", "OVERPAID $25.00"]);
    // Of the second, 21.50 is all that is owed.
    expect(row(next).found.figures?.afterTax).toBe("46.50");
    let runId = next;
    const [one, two] = world.context.store.db.select().from(debt).all();
    const total = (one?.totalCents ?? 0) + (two?.totalCents ?? 0);
    let taken = 0;
    for (let pays = 0; pays < 8; pays += 1) {
      taken += Math.round(Number(row(runId).found.figures?.afterTax ?? 0) * 100);
      signRun(world, runId);
      runId = open();
    }
    expect([taken, row(runId).found.figures?.afterTax]).toEqual([total, "0.00"]);
  });
  it("a raise with back pay: no line; and back pay that was taken out by hand is owed again", () => {
    world = smallWorld(1);
    signRun(world, open());
    const terms = plainTerms(world, { from: "2026-06-25", hourlyRate: "33" });
    const { runId } = payBack(world.context, world.actor, who(), said(terms));
    expect(lines(runId)).toEqual(["ORD 38", "BACKPAY $22.80"]);
    const notch = readLineOfTime(world.context, who())
      .lanes.find((each) => each.section === "employment")
      ?.notches.at(-1);
    undoChange(world.context, world.actor, who(), "employment", notch?.id ?? 0);
    expect(lines(runId)).toEqual(["ORD 38"]);
    payBack(world.context, world.actor, who(), said(terms));
    typeCells(runId, typed({ elementId: elementNow(runId, "BACKPAY"), amount: "0" }));
    expect(lines(runId)).toEqual(["ORD 38"]);
    signRun(world, runId);
    expect(planBackPay(world.context, world.actor, who(), said(terms)).total).toBe("22.80");
  });
  it("taken back, and signed again: the same lines, typed ones and acts with them", () => {
    world = smallWorld(1);
    const first = sent(open());
    const runId = open();
    typeCells(runId, typed(ord("40") as SheetLine));
    days({ "2026-07-01": "al" });
    makeCorrection(world.context, world.actor, {
      ...{ payId: row(first).found.payId, lines: [ord("39") as SheetLine], into: "next" },
    });
    const before = lines(runId);
    expect(before).toEqual(["ORD 40", "AL 7.6", "ORD 1 at 31.5"]);
    signRun(world, runId);
    expect(lines(takeBack(world.context, world.actor, runId, "once more"))).toEqual(before);
  });
});

describe("approved time that usual pay does not hold", () => {
  const hours = (text: string) =>
    days(Object.fromEntries(["22", "23", "24", "25", "26"].map((day) => [`2026-06-${day}`, text])));
  it("stops, names the days, and is never said to be paid", () => {
    world = smallWorld(1);
    const runId = open();
    hours("9");
    expect(marks(runId).find((mark) => mark.kind === "stop")?.text).toContain("5 days, 22 June 2026 to 26 June 2026");
    expect(() => signRun(world, runId)).toThrow(/must be mended first/);
  });
  it("is paid once somebody says that hours are paid as recorded, or kept once they are for the record only", () => {
    world = smallWorld(1);
    const runId = open();
    hours("9");
    const say = (use: string) =>
      save("time", {
        ...{ from: "2020-01-06", agreement: null, classification: null, use, settings: {}, flags: {} },
        averagingFrom: null,
      });
    say("record");
    expect([gross(runId), marks(runId).some((mark) => mark.kind === "stop")]).toEqual(["1197.00", false]);
    say("all");
    expect(gross(runId)).toBe("1417.50");
  });
});
