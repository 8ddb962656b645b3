/** Each mark of a New Zealand row appears where it should, and not on a plain row; each has a sentence. */
import { describe, expect, it } from "vitest";
import { examineRow } from "../../countries/countries.ts";
import { sentenceOf } from "../../countries/marks.ts";
import type { SheetLine } from "../../pay/row.ts";
import { makeRuleBook } from "../../rulebook/ruleBook.ts";
import { shippedRuleBook } from "../../rulebook/shippedRuleBook.ts";
import { element } from "../../testMakers.ts";
import { contextNz, elementsNz, holidayFacts, personNz } from "../../testMakersNz.ts";
import { type MarkCodeNz, sentencesNz } from "./sentences.ts";

type Row = [ReturnType<typeof contextNz>, SheetLine[]];
const hours = (value = "80"): SheetLine[] => [{ elementId: 1, hours: value }];
const saver = (change: object) => personNz({ kiwiSaver: { status: "member", employeeRate: "3.5", ...change } });
const window = { optOutFrom: null, optOutTo: null, suspendedUntil: null, temporaryUntil: null, estimated: false };
const enrolled = { ...window, optOutFrom: "2026-07-14", optOutTo: "2026-08-30" };
const optedOutOn = (on: string) =>
  contextNz({ person: saver({ status: "opted-out" }), facts: { kiwiSaver: { ...enrolled, optedOutOn: on } } });
const matariki = {
  date: "2026-07-10",
  name: "Matariki",
  works: true,
  reason: "Friday is in the working week",
  hours: "8",
};

/** A birthday and a first day, paid the starting-out rate. */
const starter = (birthDate: string, startDate: string) =>
  contextNz({ person: personNz({ birthDate, lowerMinimum: true }), facts: { startDate } });

const cases: Record<MarkCodeNz, { kind: "stop" | "query" | "note"; with: Row; without?: Row }> = {
  taxCodeMissing: { kind: "query", with: [contextNz({ person: personNz({ taxCode: "ND" }) }), hours()] },
  irdMissing: { kind: "stop", with: [contextNz({ facts: { hasIrdNumber: false } }), hours()] },
  specialRateMissing: { kind: "stop", with: [contextNz({ person: personNz({ taxCode: "STC" }) }), hours()] },
  certificateEnded: { kind: "query", with: [contextNz({ facts: { certificateUntil: "2026-06-30" } }), hours()] },
  kiwiSaverRate: { kind: "stop", with: [contextNz({ person: saver({ employeeRate: "5" }) }), hours()] },
  kiwiSaverNotRaised: {
    kind: "query",
    with: [contextNz({ person: saver({ employeeRate: "3" }) }), hours()],
    without: [contextNz({ person: saver({ employeeRate: "3", temporaryRate: true }) }), hours()],
  },
  temporaryRateEnded: {
    kind: "query",
    with: [
      contextNz({
        person: saver({ employeeRate: "3", temporaryRate: true }),
        facts: { kiwiSaver: { ...window, temporaryUntil: "2026-07-13" } },
      }),
      hours(),
    ],
  },
  esctLapsed: {
    kind: "query",
    with: [
      contextNz({ facts: { kiwiSaver: { ...window, esctLapsed: { rate: "17.5", from: "2025-04-01", due: "30" } } } }),
      hours(),
    ],
  },
  fourWeeksShort: {
    kind: "query",
    with: [contextNz({ facts: { fourWeeksShort: true } }), [...hours(), { elementId: 11, amount: "500.00" }]],
    without: [contextNz({ facts: { fourWeeksShort: true } }), hours()],
  },
  exchangedAsked: {
    kind: "query",
    with: [contextNz({ exchangeable: "1" }), [...hours(), { elementId: 30, units: "1", amount: "200.00" }]],
  },
  exchangedEarly: {
    kind: "query",
    with: [contextNz({ exchangeable: "1" }), [...hours(), { elementId: 30, units: "2", amount: "400.00" }]],
    without: [contextNz({ exchangeable: "2" }), [...hours(), { elementId: 30, units: "2", amount: "400.00" }]],
  },
  regularBeyondUsual: {
    kind: "query",
    // 225.00 a week of overtime in the usual pay, over an average of 1,250.00.
    with: [contextNz({ facts: { usualOvertime: "225" } }), [...hours("40"), { elementId: 2, units: "1" }]],
    without: [contextNz({ facts: { usualOvertime: "70" } }), [...hours("40"), { elementId: 2, units: "1" }]],
  },
  openingAroundParental: {
    kind: "query",
    with: [
      contextNz({
        facts: { openingAroundParental: "3" },
        holidays: holidayFacts({ averageWeeks: { earlier: "0", weeks: "3" } }),
      }),
      [...hours("40"), { elementId: 2, units: "1" }],
    ],
  },
  holidaysAfterUnknown: {
    kind: "query",
    // Four weeks from Monday 6 July reach over Matariki, 10 July.
    with: [
      contextNz({ facts: { endDate: "2026-07-03" }, holidays: holidayFacts({ varies: true, pattern: null }) }),
      [...hours("40"), { elementId: 12, units: "4" }],
    ],
    without: [contextNz({ facts: { endDate: "2026-07-03" } }), [...hours("40"), { elementId: 12, units: "4" }]],
  },
  unpaidMoves: {
    kind: "query",
    with: [contextNz(), [...hours("40"), { elementId: 14, units: "1" }]],
    without: [contextNz(), [...hours("72"), { elementId: 14, units: "0.2" }]],
  },
  eightPercentEnded: { kind: "query", with: [contextNz({ facts: { eightPercentEnded: "2026-06-28" } }), hours()] },
  eightPercentBegan: {
    kind: "query",
    with: [
      contextNz({ facts: { eightPercentBegan: { from: "2026-06-22", since: "2026-01-05", gross: "30000.00" } } }),
      hours(),
    ],
  },
  weeksGoBack: {
    kind: "query",
    with: [contextNz({ facts: { weeksGoBack: { weeks: "4", on: "2026-07-03", to: "2026-07-10" } } }), hours()],
  },
  recordedBelowMinimum: {
    kind: "query",
    with: [contextNz({ facts: { recordedHours: "110" } }), [{ elementId: 10, amount: "1916.00" }]],
    without: [contextNz({ facts: { recordedHours: "80" } }), [{ elementId: 10, amount: "1916.00" }]],
  },
  startingOutOver: {
    kind: "query",
    // Started on 6 January 2026 at seventeen: six months are over on 5 July, within the period.
    with: [starter("2008-09-01", "2026-01-06"), hours()],
    without: [starter("2008-09-01", "2026-01-20"), hours()],
  },
  suspensionEnded: {
    kind: "query",
    with: [
      contextNz({
        person: saver({ status: "suspended" }),
        facts: { kiwiSaver: { ...window, suspendedUntil: "2026-07-13" } },
      }),
      hours(),
    ],
    without: [
      contextNz({
        person: saver({ status: "suspended" }),
        facts: { kiwiSaver: { ...window, suspendedUntil: "2026-07-14" } },
      }),
      hours(),
    ],
  },
  kiwiSaverUnknown: { kind: "query", with: [contextNz({ person: personNz({ kiwiSaver: undefined }) }), hours()] },
  optOutOfMember: {
    kind: "query",
    with: [contextNz({ person: saver({ status: "opted-out" }), facts: { kiwiSaver: window } }), hours()],
    without: [contextNz({ person: saver({}), facts: { kiwiSaver: window } }), hours()],
  },
  optOutUndated: {
    kind: "query",
    with: [contextNz({ person: saver({ status: "opted-out" }), facts: { kiwiSaver: enrolled } }), hours()],
  },
  optOutOutside: {
    kind: "query",
    with: [optedOutOn("2026-08-31"), hours()],
    without: [optedOutOn("2026-08-30"), hours()],
  },
  optOutWindow: {
    kind: "note",
    with: [
      contextNz({ facts: { kiwiSaver: { ...window, optOutFrom: "2026-07-14", optOutTo: "2026-08-30" } } }),
      hours(),
    ],
  },
  esctEstimated: { kind: "note", with: [contextNz({ facts: { kiwiSaver: { ...window, estimated: true } } }), hours()] },
  eightPercent: { kind: "query", with: [contextNz({ person: personNz({ holidayPayWithPay: true }) }), hours()] },
  eightPercentTooLong: {
    kind: "note",
    with: [contextNz({ person: personNz({ basis: "casual", holidayPayWithPay: true }) }), hours()],
    without: [
      contextNz({
        person: personNz({ basis: "casual", holidayPayWithPay: true }),
        facts: { startDate: "2026-01-05" },
      }),
      hours(),
    ],
  },
  employerRateLow: {
    kind: "stop",
    with: [contextNz({ person: saver({ employeeRate: "4", employerRate: "3", esctRate: "30" }) }), hours()],
    without: [contextNz({ person: saver({ employeeRate: "3", employerRate: "3", temporaryRate: true }) }), hours()],
  },
  esctAssumed: { kind: "query", with: [contextNz({ person: saver({}) }), hours()] },
  minimumRises: {
    kind: "query",
    with: [
      contextNz({
        payday: "2026-04-07",
        periodStart: "2026-03-23",
        periodEnd: "2026-04-05",
        facts: { hourlyRate: "23.50" },
      }),
      hours(),
    ],
    // Worked in March, paid in April: the Order of March counts.
    without: [
      contextNz({
        payday: "2026-04-02",
        periodStart: "2026-03-16",
        periodEnd: "2026-03-29",
        facts: { hourlyRate: "23.50" },
      }),
      hours(),
    ],
  },
  totalBelowMinimum: {
    kind: "stop",
    with: [
      contextNz({ person: saver({ totalRemuneration: true, esctRate: "30" }), facts: { hourlyRate: "24" } }),
      hours(),
    ],
    without: [contextNz({ person: saver({ totalRemuneration: true, esctRate: "30" }) }), hours()],
  },
  advanceOver: {
    kind: "query",
    with: [contextNz({ holidays: holidayFacts({ advancePaid: "4000" }) }), [...hours(), { elementId: 13 }]],
    without: [contextNz({ holidays: holidayFacts({ advancePaid: "400" }) }), [...hours(), { elementId: 13 }]],
  },
  advanceUnknown: {
    kind: "query",
    with: [contextNz({ holidays: holidayFacts({ advanceUnknown: "0.8" }) }), [...hours(), { elementId: 13 }]],
    without: [contextNz({ holidays: holidayFacts({ advanceUnknown: "0.8" }) }), hours()],
  },
  childSupportCut: {
    kind: "note",
    with: [contextNz({ person: personNz({ childSupport: { amount: "2000" } }) }), hours()],
  },
  orderCut: {
    kind: "note",
    with: [
      contextNz({
        person: personNz({ orders: [{ kind: "court", name: "Order", amount: "1500", served: "2026-01-05" }] }),
      }),
      hours(),
    ],
  },
  belowMinimumNz: {
    kind: "stop",
    with: [contextNz({ facts: { hourlyRate: "23.94" } }), hours()],
    without: [contextNz({ facts: { hourlyRate: "23.95" } }), hours()],
  },
  salaryBelowMinimum: {
    kind: "query",
    with: [contextNz(), [{ elementId: 10, amount: "1900" }]],
    without: [contextNz(), [{ elementId: 10, amount: "1916" }]],
  },
  leaveBeyondUnits: {
    kind: "query",
    with: [contextNz(), [{ elementId: 3, units: "11" }]],
    without: [contextNz(), [{ elementId: 3, units: "10" }]],
  },
  beyondEvent: {
    kind: "query",
    with: [contextNz(), [{ elementId: 18, units: "3.5" }]],
    without: [contextNz(), [{ elementId: 18, units: "3" }]],
  },
  holidayInAdvance: {
    kind: "query",
    with: [contextNz({ balances: { annual: "0.5" } }), [{ elementId: 2, units: "1" }]],
    without: [contextNz({ balances: { annual: "1" } }), [{ elementId: 2, units: "1" }]],
  },
  cashUpTooMuch: { kind: "stop", with: [contextNz(), [...hours(), { elementId: 9, units: "1.2" }]] },
  cashUpBeyond: {
    kind: "stop",
    with: [contextNz({ balances: { annual: "0.5" } }), [...hours(), { elementId: 9, units: "1" }]],
  },
  unevenDay: {
    kind: "query",
    with: [
      contextNz({ holidays: holidayFacts({ pattern: ["10", "10", "10", "6", "0", "0", "0"] }) }),
      [{ elementId: 3, units: "1" }],
    ],
    without: [
      contextNz({ holidays: holidayFacts({ pattern: ["10", "10", "10", "6", "0", "0", "0"] }) }),
      [{ elementId: 3, units: "1", hours: "10" }],
    ],
  },
  openingMissing: { kind: "query", with: [contextNz({ facts: { openingMissing: true } }), hours()] },
  sickUnknown: { kind: "query", with: [contextNz({ facts: { sickUnknown: true } }), hours()] },
  cashUpAsked: { kind: "query", with: [contextNz(), [...hours(), { elementId: 9, units: "1" }]] },
  noService: { kind: "query", with: [contextNz({ facts: { passesService: false } }), [{ elementId: 3, units: "1" }]] },
  historyShort: {
    kind: "query",
    with: [
      contextNz({ holidays: holidayFacts({ history: { ...holidayFacts().history, incomplete: true } }) }),
      [{ elementId: 2, units: "1" }],
    ],
  },
  daysUnknown: {
    kind: "query",
    with: [contextNz({ holidays: holidayFacts({ varies: true, pattern: null }), patternDays: "0" }), hours("12")],
    without: [
      contextNz({ holidays: holidayFacts({ varies: true, pattern: null }), patternDays: "0" }),
      [...hours("12"), { elementId: 15, units: "2" }],
    ],
  },
  publicHolidayOpen: {
    kind: "query",
    with: [contextNz({ publicHolidays: [matariki] }), hours()],
    without: [contextNz({ publicHolidays: [matariki] }), [...hours("72"), { elementId: 4, units: "1" }]],
  },
  alternativeMissing: {
    kind: "query",
    with: [contextNz({ publicHolidays: [matariki] }), [...hours("72"), { elementId: 5, hours: "8" }]],
    without: [
      contextNz({ publicHolidays: [matariki] }),
      [...hours("72"), { elementId: 5, hours: "8" }, { elementId: 6, units: "1" }],
    ],
  },
  departureOpenNz: {
    kind: "query",
    with: [contextNz({ facts: { endDate: "2026-07-10" } }), hours()],
    without: [
      contextNz({ facts: { endDate: "2026-07-10" }, balances: { annual: "3" } }),
      [...hours(), { elementId: 12, units: "3" }],
    ],
  },
};

const rules = makeRuleBook("test");
const found = ([context, lines]: Row) => examineRow(context, lines, elementsNz, rules).marks;
const plain: Row = [contextNz(), hours()];

it("on the last day alternative days are asked about, too, until they are paid out", () => {
  const last = contextNz({ facts: { endDate: "2026-07-10" }, balances: { annual: "0", alternative: "1" } });
  const paidOut = element({ id: 33, code: "ALT", element: "unusedLeave", leave: "alternative", entry: "days" });
  const said = (lines: SheetLine[]) =>
    examineRow(last, lines, new Map([...elementsNz, [33, paidOut]]), rules).marks.flatMap((mark) =>
      mark.code === "departureOpenNz" ? sentenceOf(mark) : [],
    );
  expect(said(hours())).toEqual(["The last day is 10 July 2026, and 1 alternative day would stay in the balance."]);
  expect(said([...hours(), { elementId: 33, units: "1" }])).toEqual([]);
});

describe.each(Object.keys(sentencesNz) as MarkCodeNz[])("%s", (code) => {
  const each = cases[code];
  it("appears, with its kind and a sentence", () => {
    const mark = found(each.with).find((one) => one.code === code);
    expect(mark?.kind).toBe(each.kind);
    const sentence = mark ? sentenceOf(mark) : "";
    expect(sentence).not.toContain("undefined");
    expect(sentence.length).toBeGreaterThan(20);
  });
  it("does not appear elsewhere", () => {
    expect(found(each.without ?? plain).map((one) => one.code)).not.toContain(code);
  });
});

describe("a row without tables", () => {
  it("is stopped, and nothing is worked out", () => {
    const result = examineRow(contextNz({ payday: "2031-01-02" }), hours(), elementsNz, rules);
    expect(result.figures).toBeNull();
    expect(new Set(result.marks.map((mark) => mark.code))).toEqual(new Set(["missingTable"]));
  });
});

it.each([
  ["2026-03-29", "2026-03-31", false],
  ["2026-03-29", "2026-04-01", true],
  ["2026-04-05", "2026-04-07", false],
])("a period to %s paid on %s is of two tax years: %s", (periodEnd, payday, told) => {
  const about = contextNz({ payday, periodEnd, periodStart: "2026-03-16" });
  const { marks } = examineRow(about, hours(), elementsNz, shippedRuleBook);
  const found = marks.find((mark) => mark.code === "otherYear");
  expect(found !== undefined).toBe(told);
  if (found) expect(sentenceOf(found)).toContain("the payday belongs to the year to 31 March 2027");
});

it.each([
  ["STC", "2026-06-30", "stop"],
  ["STC SL", "2026-06-30", "stop"],
  ["M SL", "2026-06-30", "query"],
  ["STC", "2027-03-31", undefined],
])("a certificate of code %s to %s: %s", (taxCode, certificateUntil, kind) => {
  const about = contextNz({ person: personNz({ taxCode, specialRate: "12" }), facts: { certificateUntil } });
  const { marks } = examineRow(about, hours(), elementsNz, shippedRuleBook);
  expect(marks.find((mark) => mark.code === "certificateEnded")?.kind).toBe(kind);
});

// By hand, at 23.95: 80 h are 1,916.00, 88 h 2,107.60, 110 h 2,634.50; paid 80 h at 30.00 are 2,400.00.
it.each<[string, string, SheetLine[], boolean]>([
  ["a salary", "110", [{ elementId: 10, amount: "1916.00" }], true],
  ["a salary for its hours", "80", [{ elementId: 10, amount: "1916.00" }], false],
  ["hours typed below the record", "110", hours(), true],
  ["hours typed a little below it", "88", hours(), false],
  ["hours, and a flat sum for nights", "110", [...hours(), { elementId: 31, amount: "240.00" }], false],
  ["what is paid back is not for work", "110", [...hours(), { elementId: 32, amount: "240.00" }], true],
  ["nor is a day off", "80", [...hours("40"), { elementId: 3, units: "5" }], true],
  ["a bonus is not for the hours", "110", [...hours(), { elementId: 11, amount: "240.00" }], true],
])("the minimum wage over %s of %s h on record: %s %s", (_words, recordedHours, lines, told) => {
  const elements = new Map([
    ...elementsNz,
    [31, element({ id: 31, code: "NIGHT", element: "allowance", entry: "amount" })],
    [32, element({ id: 32, code: "FUEL", element: "reimbursement", entry: "amount" })],
  ]);
  const { marks } = examineRow(contextNz({ facts: { recordedHours } }), lines, elements, shippedRuleBook);
  expect(marks.some((mark) => mark.code === "recordedBelowMinimum")).toBe(told);
});

it.each([
  ["2008-09-01", "2026-01-06", "5 July 2026, after six months"],
  ["2008-09-01", "2026-01-13", null],
  ["2006-07-10", "2026-06-01", "9 July 2026, with the 20th birthday"],
  ["2006-07-13", "2026-06-01", null],
  // Twenty on the first day: that is the training rate.
  ["2001-05-01", "2025-06-02", null],
])("the starting-out rate of who was born on %s and came on %s is over: %s", (birthDate, startDate, words) => {
  const { marks } = examineRow(starter(birthDate, startDate), hours(), elementsNz, shippedRuleBook);
  const found = marks.find((mark) => mark.code === "startingOutOver");
  expect(found ? sentenceOf(found) : null).toEqual(words && expect.stringContaining(words));
});

it.each([
  ["bereavement", "3", false],
  ["bereavement", "3.5", true],
  ["bereavementOther", "1", false],
  ["bereavementOther", "1.5", true],
])("%s of %s days is more than the law gives for one event: %s (Holidays Act 2003, s 70)", (leave, units, told) => {
  const own = element({ id: 31, code: "BER1", element: "leaveTaken", leave, entry: "days" });
  const lines = [...hours("40"), { elementId: 31, units }];
  const { marks } = examineRow(contextNz(), lines, new Map([...elementsNz, [31, own]]), shippedRuleBook);
  expect(marks.some((mark) => mark.code === "beyondEvent")).toBe(told);
});

// A fortnight of 80 hours, days of eight: leave typed beside recorded hours takes nothing off them.
it.each<[string, string, string, boolean]>([
  ["3", "80", "4", true],
  ["3", "48", "4", false],
  ["2", "80", "0.4", true],
  ["14", "80", "0.4", true],
  ["14", "64", "0.4", false],
])(
  "leave of element %s beside %s h, %s of its unit, is more than the period has: %s",
  (elementId, worked, units, told) => {
    const lines = [...hours(worked), { elementId: Number(elementId), units }];
    const { marks } = examineRow(contextNz(), lines, elementsNz, shippedRuleBook);
    expect(marks.some((mark) => mark.code === "leaveBeyondPeriod")).toBe(told);
  },
);
