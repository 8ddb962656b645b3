import fc from "fast-check";
import { stdnum } from "stdnum";
import { describe, expect, it } from "vitest";
import { isAbn, isPayerNumber, payerNumberKind } from "../au/abn.ts";
import { isAccountNumber, isBsb } from "../au/bankAccount.ts";
import { isTfn } from "../au/taxFileNumber.ts";
import { isUsi } from "../au/usi.ts";
import { decimal } from "./decimal.ts";
import { halfUpToCent, halfUpToDollar } from "./rounding.ts";
import { splitCents, splitNetPay } from "./split.ts";
import { centsOf, toCents } from "./units.ts";

describe("rounding by name", () => {
  it.each([
    ["1.005", "1.01"],
    ["1.004999", "1.00"],
    ["-1.005", "-1.01"],
  ])("to the cent %s", (from, to) => expect(halfUpToCent(decimal(from)).toFixed(2)).toBe(to));
  it.each([
    ["237.4999", "237"],
    ["237.5", "238"],
  ])("to the dollar %s", (from, to) => expect(halfUpToDollar(decimal(from)).toFixed(0)).toBe(to));
  it("the store refuses a part of a cent", () => expect(() => toCents(decimal("1.001"))).toThrow(/more places/));
});

describe("splitting loses no cent", () => {
  const weights = fc.array(
    fc.integer({ min: 0, max: 1000 }).map((w) => decimal(w).div(7)),
    { minLength: 1, maxLength: 9 },
  );
  it("parts sum to the whole and stay within a cent of their share", () => {
    fc.assert(
      fc.property(fc.integer({ min: -10_000_000, max: 10_000_000 }), weights, (cents, parts) => {
        const split = splitCents(cents, parts);
        expect(split.reduce((a, b) => a + b, 0)).toBe(cents);
      }),
    );
  });
  it("net pay: amounts, then percents, the rest to one", () => {
    expect(
      splitNetPay(100_001, [
        { kind: "amount", value: "250.00" },
        { kind: "percent", value: "10" },
        { kind: "rest", value: "" },
      ]),
    ).toEqual([25_000, 10_000, 65_001]);
    expect(
      splitNetPay(10_000, [
        { kind: "amount", value: "250.00" },
        { kind: "rest", value: "" },
      ]),
    ).toEqual([10_000, 0]);
  });
  it("any split of net pay sums to the cent", () => {
    const part = fc.oneof(
      fc
        .integer({ min: 0, max: 500_000 })
        .map((cents) => ({ kind: "amount" as const, value: (cents / 100).toFixed(2) })),
      fc.integer({ min: 0, max: 100 }).map((percent) => ({ kind: "percent" as const, value: String(percent) })),
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_000_000 }), fc.array(part, { maxLength: 4 }), (cents, parts) => {
        const split = splitNetPay(cents, [...parts, { kind: "rest", value: "" }]);
        expect(split.reduce((a, b) => a + b, 0)).toBe(cents);
        expect(split.every((each) => each >= 0)).toBe(true);
      }),
    );
  });
});

describe("check digits, against the stdnum package", () => {
  const digits = (length: number) => fc.stringMatching(new RegExp(`^\\d{${length}}$`));
  it("ABN: printed example 51 824 753 556 (Australian Business Register)", () =>
    expect([isAbn("51 824 753 556"), isAbn("51 824 753 557")]).toEqual([true, false]));
  it("TFN: widely printed test number 123 456 782", () =>
    expect([isTfn("123 456 782"), isTfn("123 456 789")]).toEqual([true, false]));
  it("an ABN that begins with 10 is not issued", () =>
    expect([isAbn("10332658700"), isAbn("99332658700")]).toEqual([false, true]));
  it("agrees on any ABN", () =>
    fc.assert(
      fc.property(digits(11), (text) => {
        expect(isAbn(text)).toBe(stdnum.AU?.abn?.validate(text)?.isValid);
      }),
      { numRuns: 3000 },
    ));
  it("agrees on any nine-digit TFN", () =>
    fc.assert(
      fc.property(digits(9), (text) => {
        expect(isTfn(text)).toBe(stdnum.AU?.tfn?.validate(text)?.isValid);
      }),
      { numRuns: 3000 },
    ));
  it("a payer has an ABN, or a withholding payer number by its shape", () => {
    expect(["63 000 000 011", "12 345 678", "123456789"].map(isPayerNumber)).toEqual([true, true, true]);
    expect(["63000000012", "1234567", "1234567890", "W2345678"].some(isPayerNumber)).toBe(false);
    expect(["63000000011", "12345678"].map(payerNumberKind)).toEqual(["ABN", "WPN"]);
  });
  it("BSB, account, USI by shape", () => {
    expect([isBsb("990-777"), isBsb("000-000"), isBsb("12-3456")]).toEqual([true, false, false]);
    expect([isAccountNumber("001234567"), isAccountNumber("0000"), isAccountNumber("1234567890")]).toEqual([
      true,
      false,
      false,
    ]);
    expect([isUsi("89000000019001"), isUsi("ABC1234AU"), isUsi("89000000018001")]).toEqual([true, true, false]);
  });
  it("money text is read exactly", () => expect(centsOf("0.29")).toBe(29));
});
