/** The check digits of an Australian business number, and what a payer is known by. */
import { digitsOf, shape, weighed } from "../quantity/checkDigits.ts";

/** Australian business number: 11 digits, first less one, weights 10 1 3 … 19, divisible by 89 (Australian Business Register). */
export function isAbn(text: string): boolean {
  // The two leading check digits run from 11 to 99: "10" would satisfy the sum wherever "99" does, and is not issued.
  if (!shape(text, /^(1[1-9]|[2-9]\d)\d{9}$/)) return false;
  const digits = digitsOf(text);
  digits[0] = (digits[0] ?? 0) - 1;
  return weighed(digits, [10, 1, 3, 5, 7, 9, 11, 13, 15, 17, 19]) % 89 === 0;
}
/**
 * The number that the tax office knows a payer by: an ABN, or a withholding payer number of eight or nine digits where
 * there is none. Whether a WPN has a check digit is not published: its shape alone is looked at.
 */
export const isPayerNumber = (text: string): boolean => isAbn(text) || shape(text, /^\d{8,9}$/);
/** Which of the two a payer's number is, by its length. */
export const payerNumberKind = (number: string): "ABN" | "WPN" =>
  number.replace(/\s/g, "").length === 11 ? "ABN" : "WPN";
