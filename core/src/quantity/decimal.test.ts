/** Exact numbers against whole-number fractions (bigint), and against a general decimal library (decimal.js). */
import { Decimal as Base } from "decimal.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Decimal, decimal } from "./decimal.ts";
import { centsOf } from "./units.ts";

const Library = Base.clone({ precision: 34 });

/** Amounts, rates and shares of the trade, and some far beyond them. */
const text = fc.oneof(
  fc.integer({ min: -5_000_000, max: 5_000_000 }).map((cents) => (cents / 100).toFixed(2)),
  fc.integer({ min: -9999, max: 99_999 }).map((e4) => (e4 / 10_000).toFixed(4)),
  fc.integer({ min: -60, max: 400 }).map(String),
  fc.bigInt({ min: -(10n ** 22n), max: 10n ** 22n }).map((whole) => `${whole}.125`),
);
type Step = ["plus" | "minus" | "times" | "div", string];
const steps = fc.array(fc.tuple(fc.constantFrom("plus", "minus", "times", "div"), text) as fc.Arbitrary<Step>, {
  maxLength: 8,
});

interface Oracle {
  n: bigint;
  d: bigint;
}
const read = (value: string): Oracle => {
  const [whole = "", part = ""] = value.split(".");
  return { n: BigInt(whole + part), d: 10n ** BigInt(part.length) };
};
const after = ({ n, d }: Oracle, [kind, value]: Step): Oracle => {
  const b = read(value);
  if (kind === "times") return { n: n * b.n, d: d * b.d };
  if (kind === "div") return b.n < 0n ? { n: -n * b.d, d: d * -b.n } : { n: n * b.d, d: d * b.n };
  return { n: n * b.d + (kind === "plus" ? 1n : -1n) * b.n * d, d: d * b.d };
};
/** Whole cents, half a cent away from nought, or cut towards it. */
const cents = ({ n, d }: Oracle, half: boolean): bigint => {
  const size = (n < 0n ? -n : n) * 100n;
  const whole = half ? (2n * size + d) / (2n * d) : size / d;
  return n < 0n ? -whole : whole;
};
const asCents = (value: string) => BigInt(value.replace(".", ""));

describe("an exact number", () => {
  it("any sums, products and quotients in any order come out as whole-number fractions have them", () => {
    fc.assert(
      fc.property(text, steps, (start, all) => {
        const done = all.filter(([kind, value]) => kind !== "div" || Number(value) !== 0);
        const value = done.reduce((total, [kind, by]) => total[kind](by), decimal(start));
        const oracle = done.reduce(after, read(start));
        expect(asCents(value.toFixed(2))).toBe(cents(oracle, true));
        expect(asCents(value.toDecimalPlaces(2).toFixed(2))).toBe(cents(oracle, true));
        expect(asCents(value.cutTo(2).toFixed(2))).toBe(cents(oracle, false));
        expect(value.isNegative()).toBe(oracle.n < 0n);
        expect(value.isInteger()).toBe(oracle.n % oracle.d === 0n);
        const other = decimal("12.34");
        expect(Math.sign(value.comparedTo(other))).toBe(Math.sign(Number(oracle.n * 100n - 1234n * oracle.d)));
        expect(value.minus(value).isZero() && value.plus(value.negated()).eq(0)).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
  it("is read and written as a general library does", () => {
    const odd = fc.constantFrom("0.10", "-0.00", ".5", "5.", "+7", "1e3", "2.50e-2", "-12.3400", "0.000012", " 8 ");
    fc.assert(
      fc.property(fc.oneof(text, odd), fc.integer({ min: 0, max: 6 }), (value, places) => {
        const [ours, theirs] = [decimal(value), new Library(value.trim())];
        expect(ours.toString()).toBe(theirs.plus(0).toFixed());
        expect(ours.decimalPlaces()).toBe(theirs.decimalPlaces());
        if (!ours.toDecimalPlaces(places).isZero()) expect(ours.toFixed(places)).toBe(theirs.toFixed(places, 4));
        expect(decimal(ours.toString()).eq(ours)).toBe(true);
      }),
    );
  });
  it("a number that never ends is shown to 34 digits", () => {
    expect(decimal("247").div(3).toString()).toBe("82.33333333333333333333333333333333");
    expect(decimal("2").div(3000).toString()).toBe(new Library(2).div(3000).toFixed());
    expect(decimal("247").div(3).times(3).toString()).toBe("247");
  });
  it("nought has no sign", () => {
    for (const value of [decimal("-0.004"), decimal("0").times("-5"), decimal("0").div("-2"), decimal("-0")]) {
      expect(value.toFixed(2)).toBe("0.00");
      expect(Object.is(value.toDecimalPlaces(2).toNumber(), 0)).toBe(true);
    }
  });
  it.each(["", "abc", "1,000", "1.2.3", "NaN", "Infinity", "--1"])("refuses %o", (value) =>
    expect(() => decimal(value)).toThrow("Not a finite number"),
  );
  it("says what cannot be done: a division by nought, a fraction of parts, money beyond what the store keeps", () => {
    expect(() => decimal(5).div("0.00")).toThrow("5 cannot be divided by nought.");
    expect(() => Decimal.fraction(1.5)).toThrow("no fraction of whole numbers");
    expect(() => centsOf("99999999999999999.00")).toThrow("too large to keep");
  });
});
