/** Each mark has a test that it appears and one that it does not; each code has a sentence. */
import { describe, expect, it } from "vitest";
import { type MarkCode, tickKey } from "../../checks/mark.ts";
import { examineRow } from "../../countries/countries.ts";
import { sentenceOf } from "../../countries/marks.ts";
import type { MarkCodeNz } from "../../nz/checks/sentences.ts";
import type { PayElement, SheetLine } from "../../pay/row.ts";
import { makeRuleBook } from "../../rulebook/ruleBook.ts";
import { shippedRuleBook } from "../../rulebook/shippedRuleBook.ts";
import { context, elements, hours, person } from "../../testMakers.ts";
import type { RowContext } from "../pay/row.ts";

/** Marks of New Zealand pays have their own test, rowChecksNz.test.ts. */
type MarkCodeAu = Exclude<MarkCode, MarkCodeNz>;

interface Case {
  with: [RowContext, SheetLine[]];
  without?: [RowContext, SheetLine[]];
  kind: "stop" | "query" | "note";
}
const plain: [RowContext, SheetLine[]] = [context(), hours("38")];
const last = (gross: string, net = "0") => ({
  payday: "2025-10-02",
  hours: "38",
  gross,
  withheld: "0",
  super: "0",
  net,
});

const etp: SheetLine[] = [{ elementId: 10, amount: "5000", detail: { etpCode: "O" } }];
const cashOut = (value: string): SheetLine => ({ elementId: 2, hours: value, detail: { cashOut: true } });

const heldOver = [{ name: "Example Day", original: "2025-10-03", substitute: "2025-10-10" }];

const cases: Record<MarkCodeAu, Case> = {
  missingTable: { kind: "stop", with: [context({ payday: "2031-01-02" }), hours("38")] },
  derivedTable: { kind: "note", with: [context({ payday: "2026-07-02" }), hours("38")] },
  rateChanged: {
    kind: "query",
    with: [
      context({ facts: { rateChange: { from: "2025-10-01", was: "30", is: "33" } } }),
      [{ elementId: 1, hours: "38", typed: { over: "30", now: "30" } }],
    ],
    without: [context({ facts: { rateChange: { from: "2025-10-01", was: "30", is: "33" } } }), hours("38")],
  },
  typedOverMoved: {
    kind: "query",
    with: [context(), [{ elementId: 1, hours: "38", typed: { over: "38", now: "30.4" } }]],
    without: [context(), [{ elementId: 1, hours: "38", typed: { over: "30.4", now: "30.4" } }]],
  },
  casualPaidLeave: {
    kind: "query",
    with: [context({ person: person({ basis: "casual" }) }), [{ elementId: 5, hours: "6" }]],
  },
  casualLeave: {
    kind: "query",
    with: [context({ person: person({ basis: "casual" }) }), [{ elementId: 2, hours: "6" }]],
    // Days from before somebody became casual.
    without: [
      context({ person: person({ basis: "casual" }) }),
      [{ elementId: 2, hours: "6", accruesBy: { basis: "full-time" } }],
    ],
  },
  hoursWithoutMoney: { kind: "stop", with: [context({ facts: { hourlyRate: null } }), hours("38")] },
  loadedTwice: {
    kind: "query",
    with: [context({ facts: { besideLevel: { is: "loaded", own: "40", level: "32" } } }), hours("38")],
  },
  belowLevel: {
    kind: "stop",
    with: [context({ facts: { besideLevel: { is: "below", own: "25", level: "26.55" } } }), hours("38")],
  },
  paidBeyond: {
    kind: "query",
    with: [
      context({ facts: { endDate: "2025-10-01", paidBeyond: { to: "2025-10-05", paydays: "9 October 2025" } } }),
      hours("38"),
    ],
  },
  salaryBelowLevel: {
    kind: "stop",
    with: [context({ facts: { besideLevel: { is: "salaryBelow", own: "25", level: "26.55" } } }), hours("38")],
  },
  salaryNotAbove: {
    kind: "query",
    with: [
      context({ facts: { besideLevel: { is: "salaryNotAbove", own: "30", level: "33.19", percent: "25" } } }),
      hours("38"),
    ],
  },
  regionalHoliday: {
    kind: "query",
    with: [
      context({ facts: { state: "TAS" }, periodStart: "2025-10-06", periodEnd: "2025-10-12", payday: "2025-10-16" }),
      hours("38"),
    ],
  },
  longServiceOpen: {
    kind: "query",
    with: [context({ facts: { startDate: "2018-10-05", endDate: "2025-10-05" } }), hours("38")],
    // Victoria pays it from seven years on.
    without: [context({ facts: { startDate: "2018-10-07", endDate: "2025-10-05" } }), hours("38")],
  },
  bankedOvertime: {
    kind: "query",
    with: [
      context({ facts: { loadedByLine: true } }),
      [...hours("38"), { elementId: 11, hours: "1.9", amount: "59.85", detail: { cashOut: true } }],
    ],
    without: [context({ facts: { loadedByLine: true } }), [...hours("36.1"), { elementId: 11, hours: "1.9" }]],
  },
  fixedTermOver: {
    kind: "query",
    with: [context({ facts: { fixedUntil: "2025-10-04" } }), hours("38")],
    without: [context({ facts: { fixedUntil: "2025-10-05" } }), hours("38")],
  },
  salaryAboveUsual: {
    kind: "query",
    with: [context({ facts: { salaryAboveUsual: { salary: "1650.00", usual: "1500.00" } } }), hours("38")],
    without: [context(), hours("38")],
  },
  holidayHeldOver: {
    kind: "query",
    with: [context({ facts: { heldOver, endDate: "2025-10-05" } }), hours("38")],
    without: [context({ facts: { endDate: "2025-10-05" } }), hours("38")],
  },
  partPeriod: {
    kind: "query",
    with: [context({ facts: { startDate: "2025-10-01" } }), hours("38")],
  },
  hoursBesideSalary: {
    kind: "query",
    with: [context({ facts: { salaried: true } }), [{ elementId: 12, amount: "1200.00" }, ...hours("38")]],
    without: [context({ facts: { salaried: true } }), [{ elementId: 12, amount: "1200.00" }]],
  },
  raiseBesideCorrection: {
    kind: "query",
    with: [context({ facts: { raisedAndCorrected: "2025-09-25" } }), hours("38")],
  },
  otherCycle: {
    kind: "query",
    with: [context({ facts: { inCycle: { days: [], other: "Monthly" } } }), hours("38")],
  },
  leaveBeyondPeriod: {
    kind: "query",
    with: [context(), [...hours("38"), { elementId: 2, hours: "7.6" }]],
    without: [context(), [...hours("30.4"), { elementId: 2, hours: "7.6" }]],
  },
  farAboveUsual: {
    kind: "query",
    with: [context({ facts: { hourlyRate: "50" } }), [...hours("38"), { elementId: 5, amount: "90000" }]],
    without: [context({ facts: { hourlyRate: "50" } }), [...hours("38"), { elementId: 5, amount: "1900" }]],
  },
  firstHoursHigh: {
    kind: "query",
    with: [context({ isFirstPay: true }), hours("60.5")],
    without: [context({ isFirstPay: true }), hours("60")],
  },
  firstRateHigh: {
    kind: "query",
    with: [context({ isFirstPay: true, facts: { hourlyRate: "315" } }), hours("38")],
    without: [context({ isFirstPay: true, facts: { hourlyRate: "250" } }), hours("38")],
  },
  paidBefore: {
    kind: "query",
    with: [context({ paidBefore: "400.00" }), hours("38")],
    without: [context({ paidBefore: null }), hours("38")],
  },
  noHours: { kind: "stop", with: [context(), []] },
  absurdHours: { kind: "stop", with: [context(), hours("169")], without: [context(), hours("168")] },
  netBelowZero: { kind: "stop", with: [context(), [...hours("1"), { elementId: 3, amount: "500" }]] },
  noFund: { kind: "stop", with: [context({ facts: { fund: null } }), hours("38")] },
  noMemberNumber: { kind: "query", with: [context({ facts: { memberNumber: null } }), hours("38")] },
  numberPending: {
    kind: "note",
    with: [
      context({ person: person({ tax: { fileNumber: "pending" } }), facts: { numberPendingSince: "2025-09-11" } }),
      hours("38"),
    ],
  },
  numberOverdue: {
    kind: "stop",
    with: [
      context({ person: person({ tax: { fileNumber: "pending" } }), facts: { numberPendingSince: "2025-09-10" } }),
      hours("38"),
    ],
    without: [
      context({ person: person({ tax: { fileNumber: "pending" } }), facts: { numberPendingSince: "2025-09-11" } }),
      hours("38"),
    ],
  },
  numberMissing: { kind: "query", with: [context({ person: person({ tax: { fileNumber: "none" } }) }), hours("38")] },
  thresholdUnticked: {
    kind: "query",
    with: [context({ person: person({ tax: { taxFreeThreshold: false } }) }), hours("38")],
    without: [context({ person: person({ tax: { taxFreeThreshold: false, residency: "foreign" } }) }), hours("38")],
  },
  unlikeLastTime: {
    kind: "query",
    with: [context({ lastPay: last("2280.00") }), hours("38")],
    without: [context({ lastPay: last("1000.00") }), hours("38")],
  },
  netUnlikeLastTime: {
    kind: "query",
    with: [context({ lastPay: last("1140.00", "930.00") }), [...hours("38"), { elementId: 3, amount: "450" }]],
    without: [context({ lastPay: last("1140.00", "930.00") }), [...hours("38"), { elementId: 3, amount: "45" }]],
  },
  belowMinimum: {
    kind: "stop",
    with: [context({ facts: { hourlyRate: "24.94" } }), hours("38")],
    without: [context({ facts: { hourlyRate: "24.95" } }), hours("38")],
  },
  // 38 h at the plain rate of 30.00 are 1,140.00; at 24.95 that is 45.69 h.
  recordedBelowFloor: {
    kind: "query",
    with: [context({ facts: { recordedHours: "45.75" } }), hours("38")],
    without: [context({ facts: { recordedHours: "45.5" } }), hours("38")],
  },
  leaveBeyondBalance: {
    kind: "query",
    with: [context(), [{ elementId: 2, hours: "50.5" }]],
    without: [context(), [{ elementId: 2, hours: "50" }]],
  },
  noAccrual: {
    kind: "query",
    with: [context({ person: person({ leave: [] }) }), hours("38")],
    without: [context({ person: person({ leave: [], basis: "casual" }), facts: { hourlyRate: "40" } }), hours("38")],
  },
  accrualOff: {
    kind: "query",
    with: [context({ person: person({ leave: [{ kind: "annual", percentOfHours: "0.076923" }] }) }), hours("38")],
    without: [
      context({
        person: person({
          leave: [
            { kind: "annual", percentOfHours: "7.69" },
            { kind: "personal", hoursPerYear: "76" },
          ],
        }),
      }),
      hours("38"),
    ],
  },
  noBankAccount: { kind: "stop", with: [context({ facts: { bankAccounts: 0 } }), hours("38")] },
  noAddress: { kind: "query", with: [context({ facts: { hasAddress: false } }), hours("38")] },
  noEmail: { kind: "query", with: [context({ facts: { payslipTo: null } }), hours("38")] },
  notEmployed: {
    kind: "stop",
    with: [context({ facts: { endDate: "2025-09-20" } }), hours("38")],
    without: [context({ facts: { endDate: "2025-09-30" } }), hours("38")],
  },
  tooYoungForSuper: {
    kind: "note",
    with: [context({ person: person({ birthDate: "2009-01-01" }) }), hours("30")],
    without: [context({ person: person({ birthDate: "2009-01-01" }) }), hours("31")],
  },
  taxTyped: {
    kind: "query",
    with: [context({ overrides: { withheld: "100", reason: "variation notice" } }), hours("38")],
  },
  superTyped: {
    kind: "query",
    with: [context({ overrides: { guarantee: "10", reason: "agreed late payment" } }), hours("38")],
  },
  deductionCut: {
    kind: "note",
    with: [context(), [...hours("38"), { elementId: 3, amount: "80", terms: { keepNet: "2000" } }]],
    without: [context(), [...hours("38"), { elementId: 3, amount: "80", terms: { keepNet: "500" } }]],
  },
  // 38 h a week: 152 h of annual leave must stay.
  cashOutTooMuch: {
    kind: "stop",
    with: [context({ balances: { annual: "159.99" } }), [...hours("38"), cashOut("8")]],
    without: [context({ balances: { annual: "160" } }), [...hours("38"), cashOut("8")]],
  },
  cashOutAgreed: {
    kind: "query",
    with: [context({ balances: { annual: "160" } }), [...hours("38"), cashOut("8")]],
    without: [context({ balances: { annual: "160" } }), [...hours("38"), { elementId: 2, hours: "8" }]],
  },
  // Ten days of 7.6 h a year.
  grantedLeaveUsedUp: {
    kind: "query",
    with: [context({ takenThisYear: { familyViolence: "68.4" } }), [{ elementId: 4, hours: "7.7" }]],
    without: [context({ takenThisYear: { familyViolence: "68.4" } }), [{ elementId: 4, hours: "7.6" }]],
  },
  typedAtWork: {
    kind: "query",
    with: [context({ person: person({ leave: [{ kind: "dayOff", saved: "0.4", ofHours: "8" }] }) }), hours("40")],
    without: [context({ person: person({ leave: [{ kind: "dayOff", saved: "0.4", ofHours: "8" }] }) }), hours("38")],
  },
  beyondOccasion: {
    kind: "query",
    with: [context(), [{ elementId: 5, hours: "15.3" }]],
    without: [context(), [{ elementId: 5, hours: "15.2" }]],
  },
  loadingMissing: {
    kind: "query",
    with: [context({ facts: { loadingPercent: "17.5" } }), [...hours("30.4"), { elementId: 2, hours: "7.6" }]],
    without: [context({ facts: { loadingPercent: "0" } }), [...hours("30.4"), { elementId: 2, hours: "7.6" }]],
  },
  loadingUnsaid: {
    kind: "query",
    with: [
      context({ facts: { loadingPercent: "17.5" } }),
      [...hours("30.4"), { elementId: 2, hours: "7.6", time: { hours: "7.6", why: ["Fri 3: 7.6 h"] } }],
    ],
    without: [
      context({ facts: { loadingPercent: "0" } }),
      [...hours("30.4"), { elementId: 2, hours: "7.6", time: { hours: "7.6", why: ["Fri 3: 7.6 h"] } }],
    ],
  },
  contractorPaid: {
    kind: "query",
    with: [
      context({ person: { ...context().person, tax: { ...context().person.tax, contractor: true } } }),
      hours("38"),
    ],
  },
  noReportingCode: { kind: "query", with: [context(), [...hours("38"), { elementId: 6, amount: "20" }]] },
  expenseUnits: {
    kind: "query",
    with: [context(), [...hours("38"), { elementId: 9, amount: "240" }]],
    without: [context(), [...hours("38"), { elementId: 9, units: "200" }]],
  },
  lumpSumYear: {
    kind: "stop",
    with: [context(), [...hours("38"), { elementId: 7, amount: "900", detail: { earnedYear: "2025-26" } }]],
    without: [context(), [...hours("38"), { elementId: 7, amount: "900", detail: { earnedYear: "2024-25" } }]],
  },
  earlierYearTakenBack: {
    kind: "stop",
    with: [context(), [...hours("38"), { elementId: 1, hours: "-2", corrects: "2025-06-26" }]],
    without: [
      context(),
      [
        ...hours("38"),
        { elementId: 1, hours: "-2", corrects: "2025-06-26" },
        { elementId: 7, amount: "900", corrects: "2025-06-26" },
        { elementId: 1, hours: "-1", corrects: "2025-09-25" },
      ],
    ],
  },
  // 2025–26 begins and ends on a Tuesday: 53 of them.
  extraPayday: {
    kind: "note",
    with: [context({ payday: "2025-10-07" }), hours("38")],
    without: [context({ payday: "2025-10-09" }), hours("38")],
  },
  otherYear: {
    kind: "note",
    with: [context({ payday: "2026-07-02", periodStart: "2026-06-22", periodEnd: "2026-06-28" }), hours("38")],
    without: [context({ payday: "2026-07-09", periodStart: "2026-06-29", periodEnd: "2026-07-05" }), hours("38")],
  },
  departureOpen: {
    kind: "query",
    with: [context({ facts: { endDate: "2025-10-03" } }), hours("38")],
    // 50 h in the balance and 2.9231 h of this pay.
    without: [
      context({ facts: { endDate: "2025-10-03" } }),
      [...hours("38"), { elementId: 8, hours: "52.9231", amount: "1587.69" }],
    ],
  },
  timeFault: {
    kind: "stop",
    with: [context({ openTime: { unapproved: [], faults: ["Two shifts overlap."], queries: [] } }), hours("38")],
  },
  timeNotApproved: {
    kind: "query",
    with: [context({ openTime: { unapproved: ["2025-09-30"], faults: [], queries: [] } }), hours("38")],
    without: [context({ openTime: null }), hours("38")],
  },
  timeLook: {
    kind: "query",
    with: [context({ openTime: { unapproved: [], faults: [], queries: ["A long shift."] } }), hours("38")],
  },
  lateMoves: {
    kind: "query",
    with: [
      context({
        openTime: {
          ...{ unapproved: [], faults: [], queries: [] },
          moved: { late: ["2025-09-24"], days: ["2025-09-26"], more: "26.55" },
        },
      }),
      hours("38"),
    ],
    without: [context({ openTime: { unapproved: [], faults: [], queries: ["A long shift."] } }), hours("38")],
  },
  timeTypedOver: {
    kind: "query",
    with: [context(), [{ elementId: 1, hours: "38", time: { hours: "37", why: [] } }]],
    without: [context(), [{ elementId: 1, hours: "38", time: { hours: "38.0", why: [] } }]],
  },
  lateTermination: {
    kind: "query",
    with: [context({ facts: { endDate: "2024-10-08" } }), etp],
    without: [context({ facts: { endDate: "2024-10-09" } }), etp],
  },
  leaveWithoutDays: {
    kind: "query",
    with: [context(), [{ elementId: 2, hours: "7.6" }]],
    without: [context(), [{ elementId: 2, hours: "7.6", time: { hours: "7.6", why: [] } }]],
  },
  aboveCap: {
    kind: "query",
    with: [context({ toDate: { guarantee: "20000", reportable: "9900" } }), hours("38")],
    without: [context({ toDate: { guarantee: "20000", reportable: "9863.20" } }), hours("38")],
  },
};

const marksOf = ([about, lines]: [RowContext, SheetLine[]]) =>
  examineRow(about, lines, elements, shippedRuleBook).marks;

describe.each(Object.keys(cases) as MarkCodeAu[])("%s", (code) => {
  const example = cases[code];
  it("appears, with its kind and a whole sentence", () => {
    const mark = marksOf(example.with).find((each) => each.code === code);
    expect(mark?.kind).toBe(example.kind);
    expect(sentenceOf(mark as NonNullable<typeof mark>)).toMatch(/^[A-Z“\d].*\.$/);
    expect(sentenceOf(mark as NonNullable<typeof mark>)).not.toContain("undefined");
  });
  it("does not appear", () => expect(marksOf(example.without ?? plain).map((each) => each.code)).not.toContain(code));
});

describe("marks", () => {
  it("a plain pay has none", () => expect(marksOf(plain)).toEqual([]));
  it("a tick is bound to the facts: other hours ask again", () => {
    const [a] = marksOf([context({ lastPay: last("2280.00") }), hours("38")]);
    const [b] = marksOf([context({ lastPay: last("2280.00") }), hours("20")]);
    expect(a && b && tickKey(a) !== tickKey(b)).toBe(true);
  });
  it("a casual's minimum carries the loading", () => {
    const casual = (hourlyRate: string) =>
      marksOf([
        context({ person: person({ basis: "casual" }), facts: { hourlyRate, minimumRate: "26.55" } }),
        hours("10"),
      ]).map((each) => each.code);
    expect(casual("33.18")).toContain("belowMinimum");
    expect(casual("33.19")).not.toContain("belowMinimum");
  });
  // 38 h at 30.00 are 1,140.00. By hand: 50 h × 24.95 = 1,247.50; 40 h × 31.19 (casual) = 1,247.60; 40 h × 29.00 = 1,160.00.
  it.each<[string, object, object, boolean]>([
    ["an adult beyond the hours paid", { recordedHours: "50" }, {}, true],
    ["under 21, with no award minimum", { recordedHours: "50" }, { birthDate: "2006-02-03" }, false],
    ["a casual, with the loading", { recordedHours: "40" }, { basis: "casual" }, true],
    ["an award above the national minimum", { recordedHours: "40", minimumRate: "29.00" }, {}, true],
    ["a contractor", { recordedHours: "50" }, { basis: "contractor" }, false],
  ])("hours on record ask what is paid for them: %s", (_who, facts, change, told) => {
    const marks = marksOf([context({ facts, person: person(change) }), hours("38")]);
    expect(marks.some((mark) => mark.code === "recordedBelowFloor")).toBe(told);
  });
  it("are not asked about where a part of the period was paid before", () => {
    const marks = marksOf([context({ facts: { recordedHours: "50" }, paidBefore: "300.00" }), hours("38")]);
    expect(marks.map((mark) => mark.code)).not.toContain("recordedBelowFloor");
  });
  it.each<[string, SheetLine[], string | null]>([
    ["no payment at the end", hours("38"), null],
    ["a termination payment", [...hours("38"), ...etp], "Irregular and final payments"],
    ["leave paid out", [...hours("38"), { elementId: 8, hours: "5", amount: "150" }], "Irregular and final payments"],
    ["kilometres", [...hours("38"), { elementId: 9, units: "10" }], "Allowances for expenses"],
  ])("names each doubtful table that the figures come from: %s", (_what, lines, table) => {
    const ofFewPays = ["Irregular and final payments", "Allowances for expenses"];
    const named = marksOf([context({ payday: "2026-07-02" }), lines]).map((mark) => mark.facts.table ?? "");
    expect(named.filter((title) => ofFewPays.includes(title))).toEqual(table === null ? [] : [table]);
  });
  it("a missing table stops the pay instead of guessing", () => {
    const result = examineRow(context({ payday: "2031-01-02" }), hours("38"), elements, makeRuleBook("empty"));
    expect(result.row).toBeNull();
  });
});

describe("after the last day", () => {
  const left = context({ facts: { endDate: "2025-09-26" } });
  const codes = (lines: SheetLine[]) =>
    examineRow(left, lines, elements, shippedRuleBook).marks.map((mark) => mark.code);
  it("a final pay and a correction may still be paid, wages may not", () => {
    expect(codes([{ elementId: 8, hours: "50", amount: "1500" }])).not.toContain("notEmployed");
    expect(codes([{ elementId: 1, hours: "2", corrects: "2025-09-25" }])).not.toContain("notEmployed");
    expect(codes(hours("2"))).toContain("notEmployed");
  });
  it("leave that would stay is asked about with the final pay", () => {
    expect(codes([{ elementId: 8, hours: "50", amount: "1500" }])).not.toContain("departureOpen");
    expect(codes([{ elementId: 8, hours: "40", amount: "1200" }])).toContain("departureOpen");
  });
  it("a rostered day off may come a day before it is saved", () => {
    const withDayOff = new Map([...elements, [12, { ...elements.get(11), id: 12, leave: "dayOff" } as PayElement]]);
    const said = (balance: string) =>
      examineRow(
        ...([context({ balances: { dayOff: balance } }), [{ elementId: 12, hours: "7.6" }]] as const),
        ...([withDayOff, shippedRuleBook] as const),
      ).marks;
    expect(said("0").map(({ code }) => code)).not.toContain("leaveBeyondBalance");
    expect(said("-0.1").map(({ code }) => code)).toContain("leaveBeyondBalance");
  });
  it("and time in lieu, until it is paid out", () => {
    const with4 = { ...left, balances: { annual: "50", timeInLieu: "4" } };
    const said = (lines: SheetLine[]) =>
      examineRow(with4, [{ elementId: 8, hours: "50", amount: "1500" }, ...lines], elements, shippedRuleBook)
        .marks.filter((mark) => mark.code === "departureOpen")
        .map(sentenceOf);
    expect(said([])).toEqual([
      "The last day is 26 September 2025, and 4.00 h of time in lieu would stay in the balance.",
    ]);
    expect(said([{ elementId: 11, hours: "4", amount: "120", detail: { cashOut: true } }])).toEqual([]);
  });
});

it("a first pay is far above usual from twice of it, any other from three times", () => {
  const codes = (isFirstPay: boolean, amount: string) =>
    marksOf([context({ isFirstPay, facts: { hourlyRate: "50" } }), [...hours("38"), { elementId: 5, amount }]]).map(
      ({ code }) => code,
    );
  const far = ([isFirst, amount]: [boolean, string]) => codes(isFirst, amount).includes("farAboveUsual");
  expect(
    (
      [
        [true, "1900"],
        [true, "1901"],
        [false, "1901"],
        [false, "3800"],
        [false, "3801"],
      ] as [boolean, string][]
    ).map(far),
  ).toEqual([false, true, false, false, true]);
});
