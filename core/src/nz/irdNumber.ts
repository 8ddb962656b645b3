/** The check digit of an IRD number. */
import { weigh } from "../quantity/checkDigitsNz.ts";

/** IRD number: eight or nine digits, 10,000,000 to 200,000,000, modulus 11 with a second set of weights. */
export function isIrd(text: string): boolean {
  const plain = text.replace(/[\s-]/g, "");
  if (!/^\d{8,9}$/.test(plain)) return false;
  const value = Number(plain);
  // The published upper end is 150 million; a later edition is thought to raise it to 200 million.
  if (value < 10000000 || value > 200000000) return false;
  const digits = plain.padStart(9, "0");
  for (const weights of [
    [3, 2, 7, 6, 5, 4, 3, 2],
    [7, 4, 3, 2, 5, 2, 7, 6],
  ]) {
    const rest = weigh(digits, weights) % 11;
    const check = rest === 0 ? 0 : 11 - rest;
    if (check < 10) return check === Number(digits[8]);
  }
  return false;
}
/** Nine digits, as files want them. */
export const irdDigits = (text: string): string => text.replace(/\D/g, "").padStart(9, "0");
