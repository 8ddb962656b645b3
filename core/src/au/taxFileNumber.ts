/** The check digit of a tax file number. */
import { digitsOf, shape, weighed } from "../quantity/checkDigits.ts";

/** Tax file number: 9 digits (weights 1 4 3 7 5 8 6 9 10) or the old 8 (10 7 8 4 6 3 5 1), divisible by 11. */
export function isTfn(text: string): boolean {
  // The stand-ins of tax reports (000000000, 111111111…) are never somebody's number.
  if (/^(\d)\1*$/.test(text.replace(/\s/g, ""))) return false;
  if (shape(text, /^\d{9}$/)) return weighed(digitsOf(text), [1, 4, 3, 7, 5, 8, 6, 9, 10]) % 11 === 0;
  if (shape(text, /^\d{8}$/)) return weighed(digitsOf(text), [10, 7, 8, 4, 6, 3, 5, 1]) % 11 === 0;
  return false;
}
