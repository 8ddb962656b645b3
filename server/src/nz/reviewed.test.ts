/** Pays of New Zealand that went wrong in silence where two rules met, each with its figure (law from memory). */
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { addElement } from "../setup/elements.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { recordClosedown } from "./closedown.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const open = (lines?: { code: string; hours?: string; amount?: string; units?: string }[]) => {
  const runId = openUsual(world);
  if (lines) {
    const { version, rows } = readRun(world.context, world.actor, runId);
    const typed = lines.map(({ code, ...rest }) => ({ elementId: world.element(code), ...rest }));
    saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines: typed }] });
  }
  return runId;
};
const row = (runId: number) => readRun(world.context, world.actor, runId).rows[0];
const figures = (runId: number) => row(runId)?.figures;
const marks = (runId: number) => row(runId)?.marks.map((mark) => mark.code) ?? [];
const saver = {
  ...{
    from: "2025-04-01",
    status: "member" as const,
    joined: "existing" as const,
    employeeRate: "3.5",
    employerRate: null,
  },
  ...{ esctRate: "30", temporaryUntil: null, suspendedUntil: null, optOutDate: null, totalRemuneration: false },
};

describe("the first pays after a move", () => {
  it.each([
    [
      "a bonus",
      [
        { code: "ORD", hours: "80" },
        { code: "BONUS", amount: "5000.00" },
      ],
      "2050.28",
    ],
    [
      "a week cashed up",
      [
        { code: "ORD", hours: "80" },
        { code: "CASHUP", units: "1" },
      ],
      "859.65",
    ],
  ])("tax %s by the four weeks that are on record from before (s RD 17)", (_what, lines, paye) => {
    world = smallWorldNz(1);
    const runId = open(lines);
    expect(figures(runId)?.withheld).toBe(paye);
    expect(marks(runId)).not.toContain("fourWeeksShort");
  });
  it("ask where those weeks are not on record", () => {
    world = smallWorldNz(1, { earlier: { pays: [] } });
    expect(
      marks(
        open([
          { code: "ORD", hours: "80" },
          { code: "BONUS", amount: "5000.00" },
        ]),
      ),
    ).toContain("fourWeeksShort");
  });
});

describe("KiwiSaver", () => {
  it("is 3.5 % again once a temporary reduction has ended, the employer's part too", () => {
    world = smallWorldNz(1);
    saveSection(world.context, world.actor, who(), "kiwiSaver", {
      ...{ ...saver, employeeRate: "3", employerRate: "3", temporaryUntil: "2026-06-30" },
    });
    const runId = open();
    const { kiwiSaver, super: employer } = figures(runId) as { kiwiSaver?: string; super: string };
    expect([kiwiSaver, employer]).toEqual(["84.00", "84.00"]);
    expect(marks(runId)).toContain("temporaryRateEnded");
  });
  it("asks for the rate of the tax year where the one on record is of an earlier one, and another (s RD 69)", () => {
    world = smallWorldNz(1);
    saveSection(world.context, world.actor, who(), "kiwiSaver", { ...saver, esctRate: "17.5" });
    expect(marks(open())).toContain("esctLapsed");
  });
});

it("an overpayment put right in a run of its own stands on the payday that it corrects, and can be signed off", () => {
  world = smallWorldNz(1);
  const runId = signRun(world, openUsual(world));
  world.context.clock.moveTo("2026-07-06");
  const correction = makeCorrection(world.context, world.actor, {
    ...{ payId: row(runId)?.payId ?? 0, into: "own", recoverPerPay: null, reason: "Four hours too many" },
    lines: [{ elementId: world.element("ORD"), hours: "76" }],
  } as never);
  expect(readRun(world.context, world.actor, correction).payday).toBe("2026-07-01");
  signRun(world, correction);
});

it("an order of an amount is taken once a period, however many pays it has", () => {
  world = smallWorldNz(1);
  saveSection(world.context, world.actor, who(), "orders", {
    ...{ from: "2020-01-06", childSupport: null },
    orders: [{ kind: "fine", name: "Fine", amount: "40.00", served: "2026-06-01" }],
  } as never);
  const taken = (runId: number) =>
    figures(runId)
      ?.lines.filter((line) => line.name.includes("Fine"))
      .map((line) => line.amount);
  const first = signRun(world, openUsual(world));
  expect(taken(first)).toEqual(["40.00"]);
  const beside = openOutsideCycle(world.context, world.actor, world.businessId, {
    ...{ cycleId: world.cycleId, periodStart: "2026-06-15", payday: "2026-07-03", reason: "A bonus" },
    personIds: [who()],
  });
  const { version, rows } = readRun(world.context, world.actor, beside);
  const lines = [{ elementId: world.element("BONUS"), amount: "1000.00" }];
  saveRows(world.context, world.actor, beside, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
  expect(figures(beside)?.gross).toBe("1000.00");
  expect(taken(beside)).toEqual([]);
});

it("a salary is looked at by the hours on record (Minimum Wage Act 1983, s 7)", () => {
  world = smallWorldNz(1);
  const { context, actor, businessId } = world;
  const terms = plainTerms(world, { from: "2020-01-06", weeklyHours: "40", hourlyRate: null });
  saveSection(context, actor, who(), "employment", { ...terms, salary: "49816", workPattern: days } as never);
  saveSection(context, actor, who(), "usualPay", {
    from: "2020-01-06",
    lines: [{ elementId: world.element("SAL"), amount: "1916.00" }],
  });
  saveSection(context, actor, who(), "time", {
    ...{ from: "2020-01-06", agreement: null, classification: null, use: "record", settings: {}, flags: {} },
  } as never);
  const dates = [15, 16, 17, 18, 19, 22, 23, 24, 25, 26].map((day) => `2026-06-${day}`);
  const record = { shifts: [], leave: [], hours: "11" };
  saveDays(context, actor, businessId, {
    days: dates.map((date) => ({ personId: who(), date, kind: "worked" as const, record })),
  });
  const runId = open();
  expect(figures(runId)?.gross).toBe("1916.00");
  expect(marks(runId)).toContain("recordedBelowMinimum");
});

const days = ["8", "8", "8", "8", "8", "0", "0"];

const line = (runId: number, code: string) => figures(runId)?.lines.find((each) => each.code === code)?.amount;
const asked = (runId: number, about: RegExp) =>
  row(runId)
    ?.marks.filter((mark) => about.test(mark.text))
    .map((mark) => mark.kind) ?? [];
/** Somebody of whom no weeks were brought along. */
const newcomer = (startDate: string, earlier: { start: string; end: string; gross: string; days: string }) => {
  const holidays = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
  world = smallWorldNz(1, {
    earlier: { pays: [{ ...earlier, irregular: "0" }] },
    holidays: { ...holidays, opening: [] },
  });
  saveSection(world.context, world.actor, who(), "details", {
    ...readPerson(world.context, who()).details,
    startDate,
  });
};

describe("a closedown", () => {
  it("of who is not yet entitled pays 8 % once: the final pay leaves out what had it (172.80, not 297.60)", () => {
    newcomer("2026-02-02", { start: "2026-02-02", end: "2026-06-14", gross: "22800.00", days: "95" });
    const runId = open();
    recordClosedown(world.context, world.actor, runId, { from: "2026-06-22", to: "2026-06-26" });
    expect(line(runId, "CLOSED")).toBe("1920.00");
    signRun(world, runId);
    const next = open();
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: "2026-07-09", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    expect([figures(next)?.lines.find((each) => each.code === "ORD")?.amount, line(next, "HOL-8")]).toEqual([
      "2160.00",
      "172.80",
    ]);
  });
  const before = { start: "2026-02-02", end: "2026-06-14", gross: "22800.00", days: "95" };
  const leaveOut = (runId: number) => {
    const { version, rows } = readRun(world.context, world.actor, runId);
    saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, included: false }] });
  };
  const codesOf = (runId: number) => figures(runId)?.lines.map(({ code, amount }) => `${code} ${amount}`);
  const leave = (lastDay: string) =>
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay, reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
  // 8 % × 22,800.00 is 1,824.00; with the week of work in the same pay 1,920.00. What had it has it once: of the 133 days of
  // before, three are of after the closedown began, 514.29.
  it.each([
    ["began before the period", "2026-06-12", "2026-06-26", 0, [["CLOSED 1782.86"]], "233.14"],
    ["began with the period", "2026-06-15", "2026-06-19", 0, [["ORD 1200.00", "CLOSED 1920.00"]], "192.00"],
    [
      ...(["goes on in the next pay, the first left out", "2026-06-22", "2026-07-03", 1] as const),
      [
        ["ORD 1200.00", "CLOSED 1920.00"],
        ["ORD 1200.00", "CLOSED 1824.00"],
      ],
      "288.00",
    ],
    [
      ...(["is over when its pay was left out", "2026-06-22", "2026-06-26", 1] as const),
      [
        ["ORD 1200.00", "CLOSED 1920.00"],
        ["ORD 2400.00", "CLOSED 1824.00"],
      ],
      "384.00",
    ],
  ] as const)("%s", (_what, from, to, out, paid, atTheEnd) => {
    newcomer("2026-02-02", before);
    let runId = open();
    recordClosedown(world.context, world.actor, runId, { from, to });
    const found = paid.map((_, at) => {
      if (at > 0) runId = open();
      const lines = codesOf(runId);
      if (at < out) leaveOut(runId);
      signRun(world, runId);
      return lines;
    });
    expect(found).toEqual(paid);
    const last = open();
    expect(codesOf(last)).toEqual(["ORD 2400.00"]);
    leave(readRun(world.context, world.actor, last).periodEnd);
    expect(line(last, "HOL-8")).toBe(atTheEnd);
  });
  it("of who leaves with the same pay has the 8 % of all earnings, once", () => {
    newcomer("2026-02-02", before);
    const runId = open();
    recordClosedown(world.context, world.actor, runId, { from: "2026-06-22", to: "2026-06-26" });
    leave("2026-06-26");
    expect(codesOf(runId)).toEqual(["ORD 1200.00", "CLOSED 1920.00", "HOL-8 0.00"]);
  });
  it("over two pays keeps the rate of its first day for the weeks that are entitled", () => {
    world = smallWorldNz(1);
    const first = open();
    recordClosedown(world.context, world.actor, first, { from: "2026-06-22", to: "2026-07-03" });
    // 65,000 ÷ 52; the pays of the closedown itself would make it another average.
    expect(line(first, "AL")).toBe("1250.00");
    signRun(world, first);
    expect(line(open(), "AL")).toBe("1250.00");
  });
});

// By hand: a year of 26,000.00 is 500.00 a week; the ordinary week is 40 h at 30.00, 1,200.00. Half of the days are leave.
it.each<[string, (ask: (first: string, last: string) => number) => void, string]>([
  ["nobody asked for any", () => undefined, "1200.00"],
  ["six months, approved", (ask) => void ask("2025-09-01", "2026-02-28"), "500.00"],
  ["two parts without a gap", (ask) => [ask("2024-12-01", "2025-05-31"), ask("2025-06-01", "2025-11-30")], "500.00"],
  ["over for more than a year", (ask) => void ask("2024-12-01", "2025-05-31"), "1200.00"],
  ["approved, then withdrawn", (ask) => withdraw(ask("2025-09-01", "2026-02-28")), "1200.00"],
  ["begins after this period", (ask) => void ask("2026-09-01", "2026-10-31"), "1200.00"],
])("parental leave on record puts annual holidays at the average for a year (s 42): %s", (_what, act, paid) => {
  world = smallWorldNz(1, {
    earlier: { pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "26000", irregular: "0", days: "130" }] },
  });
  saveSection(world.context, world.actor, who(), "holidays", {
    ...{ from: "2020-01-06", withPay: false, varies: false, agreedWeek: null, keepsAnniversary: false, opening: [] },
    averageOnlyUntil: null,
  } as never);
  act((first, last) => {
    const { id } = askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: who(), kind: "parental", first, last, hoursADay: null, inAdvance: false, note: null },
      approve: { belowNought: true },
    });
    return id;
  });
  const runId = open([
    { code: "ORD", hours: "40" },
    { code: "AL", units: "1" },
  ]);
  expect(figures(runId)?.lines.find((each) => each.code === "AL")?.amount).toBe(paid);
});
const withdraw = (id: number) =>
  answerRequest(world.context, world.actor, world.businessId, id, {
    ...{ answer: "withdrawn", comment: null, belowNought: false, was: "approved" },
  });

describe("what only a person knows of holidays is asked", () => {
  it("commission of the last weeks beyond the ordinary week, before annual holidays are paid without it", () => {
    world = smallWorldNz(1, {
      earlier: { pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "62400", irregular: "0", days: "260" }] },
    });
    const pays = [
      { code: "ORD", hours: "80" },
      { code: "COMM", amount: "500.00" },
    ];
    for (let at = 0; at < 3; at += 1) signRun(world, open(pays));
    const about =
      /ordinary week of \$1,200\.00; with the overtime, commission or allowances of the last weeks it is \$1,450\.00/;
    const holiday = open([
      { code: "ORD", hours: "40" },
      { code: "AL", units: "1" },
    ]);
    expect(asked(holiday, about)).toEqual(["query"]);
  });
  it("weeks brought along on a day after parental leave began", () => {
    world = smallWorldNz(1, {
      earlier: { pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "26000", irregular: "0", days: "130" }] },
    });
    saveSection(world.context, world.actor, who(), "holidays", {
      ...{ from: "2020-01-06", withPay: false, varies: false, agreedWeek: null, keepsAnniversary: false, opening: [] },
      ...{ averageOnlyFrom: "2025-09-01", averageOnlyUntil: "2027-02-28" },
    } as never);
    expect(
      asked(
        open([
          { code: "ORD", hours: "40" },
          { code: "AL", units: "1" },
        ]),
        /3 weeks brought along/,
      ),
    ).toEqual(["query"]);
  });
  it("8 % that ended after more than a year grants nothing for the time that had it", () => {
    newcomer("2023-09-18", { start: "2025-06-16", end: "2026-06-14", gross: "65000", days: "260" });
    const terms = { varies: true, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false, opening: [] };
    const employment = plainTerms(world, { from: "2023-09-18", weeklyHours: "40", hourlyRate: "30", basis: "casual" });
    saveSection(world.context, world.actor, who(), "employment", employment);
    saveSection(world.context, world.actor, who(), "holidays", {
      ...terms,
      from: "2023-09-18",
      withPay: true,
    } as never);
    signRun(
      world,
      open([
        { code: "ORD", hours: "80" },
        { code: "DAYS", units: "10" },
      ]),
    );
    // Paid here since the start.
    world.context.store.sqlite.prepare("UPDATE pay_run SET period_start = '2023-09-18'").run();
    saveSection(world.context, world.actor, who(), "employment", {
      ...employment,
      from: "2026-06-29",
      basis: "full-time",
    });
    saveSection(world.context, world.actor, who(), "holidays", {
      ...terms,
      varies: false,
      from: "2026-06-29",
      withPay: false,
    } as never);
    const runId = open([{ code: "ORD", hours: "80" }]);
    expect(asked(runId, /8 % was paid with each pay until 28 June 2026/)).toEqual(["query"]);
    signRun(world, runId);
    const balance = () => readPerson(world.context, who()).leave.balances.find((each) => each.kind === "annual")?.hours;
    expect(balance() ?? "0").toMatch(/^0/);
  });
});

describe("who is paid an amount each pay, with neither salary nor rate", () => {
  const paidAmount = () => {
    world = smallWorldNz(1);
    saveSection(world.context, world.actor, who(), "employment", {
      ...plainTerms(world, { from: "2020-01-06", weeklyHours: "40", hourlyRate: null }),
      workPattern: days,
    } as never);
    saveSection(world.context, world.actor, who(), "usualPay", {
      from: "2020-01-06",
      lines: [{ elementId: world.element("SAL"), amount: "2800.00" }],
    });
  };
  it("a week of annual holidays by its days comes out of the amount", () => {
    paidAmount();
    const dates = [22, 23, 24, 25, 26].map((day) => `2026-06-${day}`);
    const record = { shifts: [], leave: [{ kind: "annual" }] };
    const { context, actor, businessId } = world;
    saveDays(context, actor, businessId, {
      days: dates.map((date) => ({ personId: who(), date, kind: "worked" as const, record })),
    });
    approveDays(context, actor, businessId, { days: dates.map((date) => ({ personId: who(), date })), approved: true });
    const runId = open();
    expect([figures(runId)?.gross, line(runId, "AL")]).toEqual(["2800.00", "1400.00"]);
  });
  it("a week and a sick day that are typed are worth the amount's share", () => {
    paidAmount();
    const runId = open([
      { code: "SAL", amount: "1400.00" },
      { code: "AL", units: "1" },
      { code: "SICK", units: "1" },
    ]);
    expect([line(runId, "AL"), line(runId, "SICK")]).toEqual(["1400.00", "280.00"]);
  });
  it("in two amounts: a day is worth its share of both", () => {
    paidAmount();
    const { context, actor, businessId } = world;
    const second = addElement(context, actor, businessId, {
      ...{ code: "DUTY", name: "Duty manager", element: "ordinary", entry: "amount", percent: "100", leave: null },
      ...{ allowance: null, deduction: null, taxable: null, superable: null },
    } as never);
    saveSection(context, actor, who(), "usualPay", {
      from: "2020-01-06",
      lines: [
        { elementId: world.element("SAL"), amount: "2000.00" },
        { elementId: second, amount: "800.00" },
      ],
    });
    const runId = open([
      { code: "SAL", amount: "1800.00" },
      { code: "SICK", units: "1" },
    ]);
    expect(line(runId, "SICK")).toBe("280.00");
  });
});

it.each([
  [{ annualWeeks: "3" }, /The law gives 4 weeks a year/],
  [{ annualWeeks: "20" }, /20 weeks a year are more than anybody has/],
  [{ sickDays: "5" }, /The law gives 10 days a year/],
  [{ sickDays: "80" }, /Are they hours/],
  [{ opening: [{ kind: "annual", units: "160" }] }, /160 weeks are more than a year of holidays/],
  [{ opening: [{ kind: "annual", units: "-160" }] }, /more than a year of holidays/],
])("what an agreement gives, or somebody brings along, as nobody has it: %j", (wanted, says) => {
  world = smallWorldNz(1);
  const plain = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
  const save = (more: object) =>
    saveSection(world.context, world.actor, who(), "holidays", { from: "2026-06-01", ...plain, ...more } as never);
  expect(() => save(wanted)).toThrow(says);
  save({
    annualWeeks: "5",
    sickDays: "15",
    opening: [
      { kind: "annual", units: "12.5" },
      { kind: "sick", units: "20" },
    ],
  });
});
