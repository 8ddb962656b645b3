import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { pay, salary } from "../../testMakers.ts";
import { factsOf } from "./facts.ts";
import { allowanceCodes, type PayLine } from "./input.ts";
import { movedFacts, type ReportedAs } from "./reportMoved.ts";
import { workOut } from "./workOut.ts";

const as = (said: Partial<ReportedAs>): ReportedAs => ({ allowance: null, detail: null, deduction: null, ...said });
const paid = (line: Partial<PayLine>) =>
  workOut(pay([salary("1000"), { element: "allowance", amount: "25.00", code: "X", taxable: true, ...line }]), rules);

describe("a category put right", () => {
  it.each<[string, Partial<PayLine>, ReportedAs | null, ReportedAs, [string, number][]]>([
    [
      "another allowance",
      { allowance: "OD" },
      null,
      as({ allowance: "TD" }),
      [
        ["allowance:OD:G1", -2500],
        ["allowance:TD", 2500],
      ],
    ],
    [
      "another kind of other",
      { allowance: "OD" },
      null,
      as({ allowance: "OD", detail: "U1" }),
      [
        ["allowance:OD:G1", -2500],
        ["allowance:OD:U1", 2500],
      ],
    ],
    [
      "moved before",
      { allowance: "OD" },
      as({ allowance: "TD" }),
      as({ allowance: "QN" }),
      [
        ["allowance:TD", -2500],
        ["allowance:QN", 2500],
      ],
    ],
    ["the same", { allowance: "TD" }, null, as({ allowance: "TD" }), []],
    [
      "a deduction that was not named",
      { element: "deductionAfterTax", allowance: undefined },
      null,
      as({ deduction: "F" }),
      [["deduction:F", 2500]],
    ],
    [
      "a deduction that is none of them",
      { element: "deductionAfterTax", deduction: "W" },
      null,
      as({}),
      [["deduction:W", -2500]],
    ],
    ["another element", { code: "Y", allowance: "OD" }, null, as({ allowance: "TD" }), []],
  ])("%s", (_what, line, was, to, moved) => {
    expect(movedFacts(paid(line), "X", was, to)).toEqual(
      moved.map(([code, cents]) => ({ code: `report:${code}`, cents })),
    );
  });
  it("comes to what the pay would have reported, whatever the categories", () => {
    const taxed = allowanceCodes.filter((code) => !["CD", "LD"].includes(code));
    fc.assert(
      fc.property(fc.constantFrom(...taxed), fc.constantFrom(...taxed), (first, then) => {
        const sums = new Map<string, number>();
        const before = factsOf(paid({ allowance: first }), "2026-07-02");
        for (const { code, cents } of [
          ...before,
          ...movedFacts(paid({ allowance: first }), "X", null, as({ allowance: then })),
        ])
          sums.set(code, (sums.get(code) ?? 0) + cents);
        const wanted = factsOf(paid({ allowance: then }), "2026-07-02");
        expect([...sums].filter(([code, cents]) => code.startsWith("report") && cents !== 0).sort()).toEqual(
          wanted
            .filter(({ code }) => code.startsWith("report"))
            .map(({ code, cents }) => [code, cents])
            .sort(),
        );
      }),
    );
  });
});
