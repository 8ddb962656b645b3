/**
 * Australia, what a second reading of the law found, each named by what happens. Law from memory; scale 2, $1,500 a
 * week, payday 12 March 2026 unless said otherwise. Figures worked out apart from the program.
 */
import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { ordinary, pay, person, salary } from "../testMakers.ts";
import { factsOf, toDateOf } from "./pay/facts.ts";
import type { PayInput, PayLine } from "./pay/input.ts";
import { workOut } from "./pay/workOut.ts";

const payday = "2026-03-12";
const work = (lines: PayLine[], change: Partial<PayInput> = {}) => workOut(pay(lines, { payday, ...change }), rules);
const withheld = (...given: Parameters<typeof work>) => work(...given).withheld.value.toNumber();
const wages = salary("1500");
const unpaid = (hours: string): PayLine => ({ element: "leaveTaken", leave: "unpaid", hours, rate: "0" });
const backpacker = person({ tax: { residency: "working-holiday" } });
const bonus = (amount: string): PayLine => ({ element: "bonus", amount });
const sacrifice = (amount: string): PayLine => ({ element: "salarySacrificeSuper", amount });

describe("an allowance for an expense", () => {
  const km = (units: string, rate = "1.2"): PayLine => ({ element: "allowance", allowance: "CD", units, rate });
  const laundry = (amount: string): PayLine => ({ element: "allowance", allowance: "LD", amount });
  const meal = (amount: string, units?: string): PayLine => ({ element: "allowance", allowance: "MD", amount, units });
  it.each<[string, PayLine[], Partial<PayInput>, string]>([
    ["kilometres above 88 cents", [km("200")], {}, "64.00"],
    ["kilometres at 88 cents", [km("200", "0.88")], {}, "0.00"],
    ["kilometres beyond 5,000 in the year", [km("200", "0.88")], { toDate: { kilometres: "4900" } }, "88.00"],
    [
      "of two lines, the second beyond",
      [km("100", "0.8"), km("100", "0.8")],
      { toDate: { kilometres: "4900" } },
      "80.00",
    ],
    ["kilometres paid in dollars beside their number", [{ ...km("200"), rate: undefined, amount: "240" }], {}, "64.00"],
    ["laundry beyond $150 a year", [laundry("40")], { toDate: { laundry: "130" } }, "20.00"],
    ["a meal above the reasonable amount", [meal("90", "2")], {}, "12.70"],
    ["a meal within it", [meal("70", "2")], {}, "0.00"],
    ["what its pay element taxes in all", [{ ...km("200"), taxable: true }], {}, "240.00"],
    ["dollars alone", [{ ...km("200"), units: undefined, rate: undefined, amount: "240" }], {}, "0.00"],
  ])("is taxed on the part above: %s", (_what, lines, change, excess) => {
    const worked = work([wages, ...lines], change);
    expect(worked.taxable.value.minus(1500).toFixed(2)).toBe(excess);
    expect(worked.super.guarantee.value.toFixed(2)).toBe("180.00");
  });
  it("of 200 km at $1.20 withholds on 1,564", () => expect(withheld([wages, km("200")])).toBe(324));
  it("counts kilometres and laundry of the year, and does not report a meal within the amount", () => {
    const facts = new Map(
      factsOf(work([wages, km("200"), laundry("40"), meal("30", "1")]), payday).map((each) => [each.code, each.cents]),
    );
    expect([facts.get("kilometres"), facts.get("laundry"), facts.get("report:allowance:MD")]).toEqual([
      20_000,
      4000,
      undefined,
    ]);
    expect(facts.get("report:allowance:CD")).toBe(24_000);
    expect(toDateOf(facts, facts)).toMatchObject({ kilometres: "200.00", laundry: "40.00" });
  });
});

describe("leave accrues", () => {
  const annual = (lines: PayLine[], change: Partial<PayInput> = {}) =>
    work(lines, change).leave.annual?.value.toFixed(4);
  it.each<[string, PayLine[], string]>([
    ["on what of a salary was worked, not on unpaid leave", [salary("600"), unpaid("22.8")], "1.1692"],
    ["not on the correction of a salary", [{ ...salary("200"), corrects: "2026-03-05" }], "0.0000"],
    ["on the hours that an amount stands for", [{ ...salary("600"), standsFor: "15.2" }], "1.1692"],
    ["on a whole salary as on the agreed hours", [wages], "2.9231"],
    [
      "on what a correction changes, beside a full week",
      [ordinary("38", "30"), { ...ordinary("5", "30"), accrues: "0" }],
      "2.9231",
    ],
  ])("%s", (_what, lines, hours) => expect(annual(lines)).toBe(hours));
});

const back = (amount: string): PayLine => ({ element: "backPay", amount, method: "A", paysCovered: 10 });

describe("a bonus", () => {
  it.each<[string, PayLine[], Partial<PayInput>, number]>([
    ["sacrificed to super leaves the wages' tax as it is", [wages, bonus("5000"), sacrifice("5000")], {}, 304],
    ["half sacrificed is taxed on the other half", [wages, bonus("5000"), sacrifice("2500")], {}, 1084],
    ["beside an ordinary sacrifice is taxed in all", [wages, bonus("5200"), sacrifice("200")], {}, 240 + 1664],
    ["in a pay without wages starts from a normal pay", [bonus("5200")], { history: { normalGross: "1500" } }, 1664],
    ["in a correction starts from the pay that is corrected", [bonus("5200")], { correctsTaxable: "1500" }, 1664],
  ])("%s", (_what, lines, change, tax) => expect(withheld(lines, change)).toBe(tax));
  it("after back pay by method A is the first extra payment of the year", () => {
    const first = work([wages, { element: "backPay", amount: "1000", method: "A", paysCovered: 10 }]);
    expect(first.parts.bonus.value.toNumber()).toBe(320);
    const facts = new Map(factsOf(first, payday).map((each) => [each.code, each.cents]));
    expect(work([wages, bonus("5200")], { toDate: toDateOf(facts, facts) }).parts.bonus.value.toNumber()).toBe(1664);
  });
});

// Schedule 5: additional payments that relate to the same pays are one; $1,000 over ten pays is $32 each at the step of the wages.
it.each<[string, PayLine[]]>([
  ["with super and without", [back("600"), { ...back("400"), superable: false }]],
  ["more without super, less with it", [back("-900"), { ...back("1900"), superable: false }]],
])("back pay %s is taxed as one payment", (_what, lines) => {
  expect(work([wages, ...lines]).parts.bonus.value.toNumber()).toBe(320);
  // Beside no other wages what became less takes its tax with it, too.
  expect(work(lines).parts.bonus.value.toNumber()).toBe(work([back("1000")]).parts.bonus.value.toNumber());
});

describe("a working holiday maker", () => {
  it("paid for several weeks at once crosses the step once", () =>
    expect(withheld([salary("3000")], { periods: 3, person: backpacker, toDate: { taxable: "44500" } })).toBe(825));
  it("is taxed on a correction from where the year stood before the pay that is corrected (Schedule 15)", () => {
    const change = { correctsTaxable: "1000", person: backpacker, toDate: { taxable: "44500" } };
    expect(withheld([salary("1000")], change)).toBe(225);
    const { correctsTaxable: earlierTaxable, ...rest } = change;
    expect(withheld([salary("1000")], { ...rest, earlierTaxable })).toBe(225);
  });
  it.each([
    ["44000", 885],
    ["10000", 450],
  ])("is paid unused leave on the year's steps, after %s and 900 now: %i", (taxable, tax) => {
    const left: PayLine = { element: "unusedLeave", leave: "annual", amount: "3000" };
    const worked = work([salary("900"), left], { person: backpacker, toDate: { taxable } });
    expect(worked.parts.unusedLeave.value.toNumber()).toBe(tax);
  });
});

describe("the whole-of-income cap falls", () => {
  const etp: PayLine = { element: "etp", etpCode: "O", amount: "20000" };
  it("by lump sum A", () => {
    const leave: PayLine = { element: "unusedLeave", leave: "annual", reason: "redundancy", amount: "20000" };
    expect(work([wages, leave, etp], { toDate: { taxable: "150000" } }).parts.etp.value.toNumber()).toBe(8125);
  });
  it("by earlier payments of its kind, and not by those that the cap spares", () => {
    const toDate = { taxable: "100000", etpCapUsed: "80000" };
    expect(work([etp], { toDate }).parts.etp.value.toNumber()).toBe(9400);
    expect(work([etp], { toDate: { ...toDate, etpOther: "0" } }).parts.etp.value.toNumber()).toBe(6400);
  });
});

describe("super", () => {
  const guarantee = (...given: Parameters<typeof work>) => work(...given).super.guarantee.value.toFixed(2);
  it("is not taken back with wages far above the ceiling, and is below it", () => {
    const back: PayLine = { element: "ordinary", amount: "-1000" };
    expect(guarantee([back], { toDate: { guaranteeEarnings: "90000", guaranteeEarningsQuarter: "90000" } })).toBe(
      "0.00",
    );
    expect(guarantee([back], { toDate: { guaranteeEarnings: "9000", guaranteeEarningsQuarter: "9000" } })).toBe(
      "-120.00",
    );
  });
  const young = person({ birthDate: "2009-06-01" });
  it.each<[string, PayLine[], string]>([
    ["somebody under 18 on a salary of 38 hours", [salary("1000")], "120.00"],
    ["somebody under 18 on paid leave", [{ element: "leaveTaken", leave: "annual", hours: "38", rate: "20" }], "91.20"],
    ["nobody under 18 for thirty hours", [ordinary("30", "20")], "0.00"],
  ])("is owed to %s", (_what, lines, owed) => expect(guarantee(lines, { person: young })).toBe(owed));
  it.each<[string, [string, string], string]>([
    ["35 and 20 hours: only the first week", ["35", "20"], "84.00"],
    ["40 and 22 hours: not on the average of 31", ["40", "22"], "96.00"],
    ["30 and 30 hours: none", ["30", "30"], "0.00"],
    ["31 and 32 hours: both", ["31", "32"], "151.20"],
  ])("is owed for each week over 30 hours of somebody under 18, %s", (_what, [first, second], owed) => {
    const weeks = [
      { start: "2026-02-23", hours: first, earned: first },
      { start: "2026-03-02", hours: second, earned: second },
    ];
    const lines = [ordinary(String(Number(first) + Number(second)), "20")];
    expect(guarantee(lines, { cycle: "fortnightly", person: young, weeks })).toBe(owed);
  });
});
