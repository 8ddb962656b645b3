/** A raise of rates and salaries; the cases were worked out by hand, the rounding is common practice, no source. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { raised } from "./raise.ts";

describe("a raise", () => {
  it.each([
    ["30.00", null, "38", "percent", "3.5", "31.05", "2074.80"],
    ["24.95", null, "38", "percent", "3.75", "25.89", "1857.44"],
    ["31.5", null, "0", "hourly", "0.25", "31.75", null],
    [null, "78000.00", "38", "hourly", "1", "79976.00", "1976.00"],
    [null, "71234.56", "38", "percent", "2.5", "73015.42", "1780.86"],
  ] as const)(
    "of %s an hour, %s a year, %s h by %s %s is %s, %s more a year",
    (hourlyRate, salary, hours, by, value, is, more) => {
      const found = raised({ hourlyRate, salary }, hours, { by, value });
      expect([found?.is.salary ?? found?.is.hourlyRate, found?.yearly?.toFixed(2) ?? null]).toEqual([is, more]);
    },
  );
  it("never lowers, and is nothing where nothing is agreed", () => {
    expect(raised({ hourlyRate: null, salary: null }, "38", { by: "percent", value: "5" })).toBeNull();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), fc.integer({ min: 0, max: 3_000 }), (cents, permille) => {
        const was = (cents / 100).toFixed(2);
        const found = raised({ hourlyRate: was, salary: null }, "38", { by: "percent", value: String(permille / 10) });
        const exact = (cents * (1000 + permille)) / 100_000;
        expect(Math.abs(Number(found?.is.hourlyRate) - exact)).toBeLessThanOrEqual(0.005 + 1e-9);
        expect(Number(found?.is.hourlyRate)).toBeGreaterThanOrEqual(Number(was));
      }),
    );
  });
});
