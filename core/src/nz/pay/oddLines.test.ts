/**
 * Orders and deductions of a New Zealand pay beyond a plain amount, each worked by hand: $1,150 a week on M in June 2025
 * leaves $935.41 after PAYE; 60 % of it, $561.246, is protected.
 */
import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import type { Order } from "../payOrders.ts";
import type { PayInputNz, PayLineNz } from "./input.ts";
import { workOutNz } from "./workOut.ts";

const work = (lines: PayLineNz[], person: Partial<PayInputNz["person"]> = {}, change: Partial<PayInputNz> = {}) =>
  workOutNz(
    {
      ...{ country: "NZ", payday: "2025-06-11", cycle: "weekly", ...change },
      lines: [{ element: "ordinary", amount: "1150" }, ...lines],
      person: { birthDate: "1990-02-03", basis: "full-time", taxCode: "M", ...person },
    },
    rules,
  );
const fine: Order = { kind: "fine", name: "Fine", amount: "300", served: "2025-02-03" };
const court: Order = { kind: "court", name: "Court", amount: "200", served: "2025-05-05" };
const arrears: Order = { kind: "arrears", name: "Arrears", amount: "400", served: "2025-01-06" };

describe("orders", () => {
  it.each<[string, Order[], string[], Partial<PayInputNz>?]>([
    ["the earlier served first, and the protected share stays", [court, fine], ["300.00", "74.16"]],
    ["nothing is left for the third", [court, fine, { ...court, served: "2025-06-02" }], ["300.00", "74.16", "0.00"]],
    ["a share of pay after PAYE, cut to the cent", [{ ...court, amount: undefined, percentOfNet: "25" }], ["233.85"]],
    ["a protected share of its own", [{ ...court, protectedPercent: "80" }], ["187.08"]],
    ["what is left of its total", [{ ...court, upTo: "12.50" }], ["12.50"]],
    ["tax arrears: a fifth of gross at most", [arrears], ["230.00"]],
    ["tax arrears first, then what the protected share leaves", [fine, arrears], ["230.00", "144.16"]],
    ["a pay that covers two weeks takes two amounts", [{ ...fine, amount: "90" }], ["180.00"], { periods: 2 }],
  ])("%s", (_what, orders, taken, change) => {
    const worked = work([], { orders }, change);
    expect(worked.orders.map((each) => each.amount.value.toFixed(2))).toEqual(taken);
    expect(worked.net.value.plus(worked.afterTax.value).plus(worked.withheld.value).toFixed(2)).toBe("1150.00");
  });
  it("come after child support, student loan and KiwiSaver, and before what was agreed to", () => {
    const worked = work([{ element: "deductionAfterTax", amount: "500", keepNet: "100" }], {
      orders: [fine],
      childSupport: { amount: "250", protectedPercent: null } as never,
    });
    // 935.41 less 250 leaves 685.41; the protected share leaves 124.16 of it for the fine, and 461.25 above $100.
    expect([worked.orders[0], worked.lines[1]].map((each) => each?.amount.value.toFixed(2))).toEqual([
      "124.16",
      "461.25",
    ]);
    expect(worked.net.value.toFixed(2)).toBe("100.00");
  });
});

describe("deductions that were agreed to", () => {
  it.each<[string, Partial<PayLineNz>, string]>([
    ["a share of gross, to the cent", { percentOfGross: "1.25" }, "14.38"],
    ["what is left of a total", { amount: "80", upTo: "12.50" }, "12.50"],
    ["what lies above a net that must stay, reimbursements apart", { amount: "100", keepNet: "900" }, "35.41"],
    ["never below nought", { amount: "100", keepNet: "1000" }, "0.00"],
  ])("%s", (what, line, taken) => {
    const worked = work([
      { element: "reimbursement", amount: "90" },
      { element: "deductionAfterTax", ...line },
    ]);
    const found = worked.lines.find((each) => each.line.element === "deductionAfterTax");
    expect(found?.amount.value.toFixed(2)).toBe(taken);
    expect(found?.cutFrom === undefined).toBe(what.startsWith("a share"));
  });
});
