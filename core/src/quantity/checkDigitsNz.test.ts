/**
 * IRD and account numbers against the test numbers of Inland Revenue's filing specification (from memory) and against
 * the stdnum package over random numbers. NZBN: GS1.
 */
import fc from "fast-check";
import { stdnum } from "stdnum";
import { describe, expect, it } from "vitest";
import { accountTextNz, isAccountNz } from "../nz/bankAccount.ts";
import { irdDigits, isIrd } from "../nz/irdNumber.ts";

const nz = (stdnum as unknown as Record<string, Record<string, { validate(text: string): { isValid: boolean } }>>).NZ;

describe("IRD number", () => {
  it.each(["49-091-850", "35-901-981", "49-098-576", "136-410-132", "099000007", "139000005"])("%s", (number) =>
    expect(isIrd(number)).toBe(true),
  );
  it.each(["136-410-133", "9125568", "", "000000000", "abc"])("not %s", (number) => expect(isIrd(number)).toBe(false));
  it("agrees with stdnum over its range", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10_000_000, max: 149_999_999 }), (value) => {
        const text = String(value).padStart(9, "0");
        expect(isIrd(text)).toBe(nz?.ird?.validate(text).isValid);
      }),
      { numRuns: 2000 },
    );
  });
  it("is written with nine digits", () => expect(irdDigits("49-091-850")).toBe("049091850"));
});

describe("bank account", () => {
  it.each(["01-902-0068389-00", "08-6523-1954512-001", "26-2600-0320871-032"])("%s", (account) =>
    expect(isAccountNz(account)).toBe(true),
  );
  it.each(["01-902-0068388-00", "08-6523-1954513-001", "26-2600-0320871-033", "12-34", ""])("not %s", (account) =>
    expect(isAccountNz(account)).toBe(false),
  );
  it("agrees with stdnum where both know the branch and no product is folded", () => {
    const plain = fc.tuple(
      fc.constantFrom("01-0902", "02-0500", "03-1702", "06-0998", "12-3140", "38-9000"),
      fc.integer({ min: 100_000, max: 1_999_999 }),
    );
    fc.assert(
      fc.property(plain, ([start, base]) => {
        const account = `${start}-${String(base).padStart(7, "0")}-00`;
        expect(isAccountNz(account)).toBe(nz?.bank?.validate(account).isValid);
      }),
      { numRuns: 2000 },
    );
  });
  it("shows an account with all its digits", () => {
    expect(accountTextNz("01-902-0068389-00")).toBe("01-0902-0068389-000");
  });
});
