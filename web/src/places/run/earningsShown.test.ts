import { expect, it } from "vitest";
import { earningsShown } from "./earningsShown.ts";

type Line = Parameters<typeof earningsShown>[0][number];
const line = (code: string, hours: string | null, amount: string, more: Partial<Line> = {}): Line => ({
  ...{ code, name: code, group: "earnings", hours, amount },
  ...more,
});

it("what is paid alike is one line, another rate or cost centre one beside it, in the order of the pay", () => {
  const shown = earningsShown([
    line("ORD", "18.0000", "541.80"),
    line("TOOL", null, "18.50"),
    // A cent of rounding is no other rate; a raise is.
    line("ORD", "12.0000", "361.21"),
    line("ORD", "4.0000", "126.00"),
    line("ORD", "2.0000", "60.20", { corrects: "2026-06-25" }),
    line("ORD", "6.0000", "180.60", { costCentre: "A" }),
    line("AL", null, "900.00", { units: "1" }),
    line("AL", null, "450.00", { units: "0.5" }),
    line("TOOL", null, "5.00"),
  ]);
  expect(shown.map(({ code, hours, amount }) => [code, hours, amount])).toEqual([
    ["ORD", "30.0000", "903.01"],
    ["ORD", "4.0000", "126.00"],
    ["ORD", "2.0000", "60.20"],
    ["TOOL", null, "18.50"],
    ["TOOL", null, "5.00"],
    ["ORD", "6.0000", "180.60"],
    ["AL", null, "900.00"],
    ["AL", null, "450.00"],
  ]);
});
