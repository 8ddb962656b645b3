/**
 * The command itself, by standard input and output: every kind of case of the contract once, with figures worked by
 * hand from the published coefficients (Schedules 1, 5, 7 and 8; IR340).
 */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const root = join(import.meta.dirname, "../../..");
function run(lines: readonly unknown[], ...more: string[]) {
  const asked = spawnSync(
    process.execPath,
    ["--import", "tsx", join(root, "server/src/commands/workOut.ts"), ...more],
    {
      cwd: root,
      input: lines.map((line) => (typeof line === "string" ? line : JSON.stringify(line))).join("\n"),
      encoding: "utf8",
    },
  );
  return {
    code: asked.status,
    answers: asked.stdout
      .split("\n")
      .filter(Boolean)
      .map((line) => JSON.parse(line)),
  };
}

const tax = { fileNumber: "given", taxFreeThreshold: true };
const au = (id: string, lines: object[], change: object = {}, person: object = {}) => ({
  id,
  country: "AU",
  payday: "2025-10-09",
  cycle: "weekly",
  ...change,
  person: { birthDate: "1990-02-03", basis: "full-time", weeklyHours: "38", tax, ...person },
  lines,
});
const salary = (amount: string) => ({ element: "ordinary", amount });
const withTax = (change: object) => ({ tax: { ...tax, ...change } });

/** id, case, and what must stand in the answer */
const australian: [object, object][] = [
  // Section 12: weekly pays by scale, 2025–26.
  [au("scale 1", [salary("1000")], {}, withTax({ taxFreeThreshold: false })), { withheld: "255.00", net: "745.00" }],
  [au("scale 2", [salary("1000")]), { withheld: "143.00", parts: { regular: "143.00" } }],
  [au("scale 3", [salary("1000")], {}, withTax({ residency: "foreign" })), { withheld: "300.00" }],
  [au("scale 5", [salary("1000")], {}, withTax({ medicare: "exempt" })), { withheld: "123.00" }],
  [au("scale 6", [salary("1000")], {}, withTax({ medicare: "half-exempt" })), { withheld: "131.00" }],
  [au("no number", [salary("1000.99")], {}, { tax: { fileNumber: "none" } }), { withheld: "470.00" }],
  [au("fortnightly", [salary("3000")], { cycle: "fortnightly" }), { withheld: "608.00" }],
  [au("monthly", [salary("5000")], { cycle: "monthly" }), { withheld: "832.00" }],
  [au("monthly, 33 cents", [salary("4333.33")], { cycle: "monthly" }), { withheld: "620.00" }],
  [au("quarterly", [salary("19500")], { cycle: "quarterly" }), { withheld: "3952.00" }],
  [au("two pays", [salary("2000")], { periods: 2 }), { withheld: "286.00" }],
  [
    au("study loan", [salary("1500")], {}, withTax({ studyLoan: true })),
    { withheld: "336.00", parts: { regular: "304.00", studyLoan: "32.00" } },
  ],
  [au("offset", [salary("1000")], {}, withTax({ offsetsPerYear: "1000" })), { withheld: "124.00" }],
  [au("more asked for", [salary("1000")], {}, withTax({ extraPerPay: "25" })), { withheld: "168.00" }],
  [
    au(
      "working holiday",
      [salary("1000")],
      { toDate: { taxable: "44500" } },
      withTax({ residency: "working-holiday" }),
    ),
    // 500 at 15 %, 500 at 30 %
    { withheld: "225.00" },
  ],
  [
    // Section 4: normal 1,500, bonus 5,200.
    au("bonus", [salary("1500"), { element: "bonus", amount: "5200" }]),
    { gross: "6700.00", withheld: "1968.00", parts: { regular: "304.00", bonus: "1664.00" } },
  ],
  [
    au("back pay, method A", [salary("1500"), { element: "backPay", amount: "1000", method: "A", paysCovered: 10 }]),
    // T on 1,600 is 336: (336 − 304) × 10
    { parts: { regular: "304.00", bonus: "320.00" } },
  ],
  [
    au("back pay of 2023-24", [salary("1500"), { element: "backPay", amount: "5200", earnedYear: "2023-24" }]),
    { lumpSums: { E: "5200.00" }, parts: { regular: "304.00", bonus: "1664.00" } },
  ],
  [
    au("unused leave, redundancy", [{ element: "unusedLeave", leave: "annual", reason: "redundancy", amount: "3000" }]),
    { parts: { regular: "0.00", unusedLeave: "960.00" }, lumpSums: { A: "3000.00" } },
  ],
  [
    au("unused leave at the margin", [{ element: "unusedLeave", leave: "annual", amount: "5200" }], {
      history: { normalGross: "1500" },
    }),
    { parts: { regular: "0.00", unusedLeave: "1664.00" }, taxable: "5200.00" },
  ],
  [
    // Section 6.2: ten completed years, 95,000.
    au("redundancy", [{ element: "redundancy", amount: "95000", completedYears: 10 }]),
    { lumpSums: { D: "78620.00" }, etp: { taxable: "16380.00", withheld: "5241.00" } },
  ],
  [
    au("notice", [{ element: "etp", etpCode: "O", amount: "6080" }], {}, { birthDate: "1960-01-01" }),
    { etp: { taxable: "6080.00", withheld: "1033.00" } },
  ],
  [
    au("sacrifice", [salary("1500"), { element: "salarySacrificeSuper", amount: "200" }]),
    // T on 1,300.99 = 239.74; the guarantee on the whole
    {
      taxable: "1300.00",
      withheld: "240.00",
      deductions: { beforeTax: "200.00", afterTax: "0.00" },
      super: { base: "1500.00", guarantee: "180.00", sacrificed: "200.00", reportable: "200.00" },
      net: "1060.00",
    },
  ],
  [
    au("agreed 15 %", [salary("1000")], {}, { super: { rate: "15" } }),
    { super: { base: "1000.00", guarantee: "120.00", sacrificed: "0.00", reportable: "30.00" } },
  ],
  [
    au("ceiling of the quarter", [salary("1000")], { toDate: { guaranteeBaseQuarter: "62100" } }),
    { super: { base: "400.00", guarantee: "48.00", sacrificed: "0.00", reportable: "0.00" } },
  ],
  [
    au("overtime and expenses", [
      { element: "ordinary", hours: "38", rate: "30" },
      { element: "overtime", hours: "4", rate: "30", percent: "150" },
      { element: "allowance", allowance: "LD", amount: "12" },
      { element: "reimbursement", amount: "40" },
    ]),
    {
      gross: "1332.00",
      taxable: "1320.00",
      super: { base: "1140.00", guarantee: "136.80", sacrificed: "0.00", reportable: "0.00" },
    },
  ],
  [
    au(
      "contractor",
      [{ element: "contractorSuper", amount: "384" }],
      {},
      { basis: "contractor", super: { guarantee: false } },
    ),
    {
      gross: "0.00",
      net: "0.00",
      super: { base: "0.00", guarantee: "384.00", sacrificed: "0.00", reportable: "0.00" },
    },
  ],
  [
    au(
      "leave",
      [{ element: "ordinary", hours: "38", rate: "30" }],
      {},
      { leave: [{ kind: "annual", weeksPerYear: "4" }] },
    ),
    { leave: { annual: "2.9231" } },
  ],
  [
    au("protected net", [
      salary("1500"),
      { element: "deductionAfterTax", deduction: "D", amount: "900", keepNet: "800" },
    ]),
    { net: "800.00", deductions: { beforeTax: "0.00", afterTax: "396.00" } },
  ],
];

const nz = (id: string, taxCode: string, lines: object[], change: object = {}, person: object = {}) => ({
  id,
  country: "NZ",
  payday: "2025-06-11",
  cycle: "weekly",
  ...change,
  person: { birthDate: "1990-02-03", basis: "full-time", taxCode, ...person },
  lines,
});
const newZealand: [object, object][] = [
  [
    nz("M SL", "M SL", [salary("1150")], {}, { kiwiSaver: { status: "member", employeeRate: "3", esctRate: "17.5" } }),
    {
      gross: "1150.00",
      withheld: "214.59",
      parts: { incomeTax: "195.39", accLevy: "19.20", studentLoan: "82.32" },
      kiwiSaver: { employee: "34.50", employerGross: "34.50", esct: "6.03", employerNet: "28.47" },
      net: "818.59",
    },
  ],
  [
    nz("bonus", "M", [{ element: "bonus", amount: "3000" }], { history: { lastFourWeeksGross: "4400" } }),
    { withheld: "950.10", parts: { incomeTax: "0.00", accLevy: "0.00", extraPay: "950.10" } },
  ],
  [
    nz(
      "casual",
      "S",
      [salary("500")],
      {},
      { basis: "casual", holidayPayWithPay: true, childSupport: { amount: "400" } },
    ),
    // 540 × 19.17 % = 103.518, cut; 40 % of 436.49 = 174.596, cut
    {
      gross: "540.00",
      holidayPayWithPay: "40.00",
      withheld: "103.51",
      parts: { incomeTax: "94.50", accLevy: "9.01", childSupport: "174.59" },
    },
  ],
  [
    nz("giving", "M", [salary("1150"), { element: "payrollGiving", amount: "100" }]),
    { withheld: "181.26", net: "868.74", deductions: { afterTax: "100.00" } },
  ],
];

describe("work-out", () => {
  const cases = [...australian, ...newZealand];
  const all = run(cases.map(([input]) => input));
  it("answers every case in order and ends with 0", () => {
    expect(all.code).toBe(0);
    expect(all.answers.map((each) => each.id)).toEqual(cases.map(([input]) => (input as { id: string }).id));
  });
  it.each(cases.map(([input, expected], at) => [(input as { id: string }).id, at, expected] as const))(
    "%s",
    (_id, at, expected) => expect(all.answers[at]).toMatchObject({ ok: true, ...expected }),
  );
  it("leaves out what does not apply", () => {
    const plain = all.answers[1];
    expect(Object.keys(plain.parts)).toEqual(["regular"]);
    expect(plain).not.toHaveProperty("lumpSums");
    expect(plain).not.toHaveProperty("etp");
    expect(plain).not.toHaveProperty("working");
  });
  it("refuses a line and still answers the others, and ends with 1", () => {
    const mixed = run([
      cases[0]?.[0],
      "no JSON",
      { id: "b", country: "FR" },
      au("c", [], { payday: "2031-01-01" }),
      cases[1]?.[0],
    ]);
    expect(mixed.code).toBe(1);
    expect(mixed.answers.map((each) => [each.id, each.ok])).toEqual([
      ["scale 1", true],
      [null, false],
      ["b", false],
      ["c", false],
      ["scale 2", true],
    ]);
    expect(mixed.answers[1].errors).toEqual([{ path: "", text: "The line is not JSON." }]);
    expect(mixed.answers[3].errors[0]).toMatchObject({ path: "payday" });
  });
  it("explains each figure when asked, for both countries", () => {
    const { answers } = run([australian[15]?.[0], newZealand[0]?.[0]], "--working");
    expect(JSON.stringify(answers[0].working)).toContain("(336 on 1600 − 304 on 1500) × 52");
    expect(answers[1].working.esct.formula).toBe("34.50 × 17.5 %, cut to cents");
    expect(answers[1].working.accLevy.source.table).toBe("earnersLevy");
  });
});
