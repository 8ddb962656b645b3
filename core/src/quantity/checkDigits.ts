/** Check digits of Australian registration numbers. Each takes text, ignores blanks and answers true or false. */

const digitsOf = (text: string): number[] => [...text.replace(/\s/g, "")].map(Number);
const weighed = (digits: readonly number[], weights: readonly number[]): number =>
  digits.reduce((total, digit, at) => total + digit * (weights[at] ?? 0), 0);
const shape = (text: string, pattern: RegExp): boolean => pattern.test(text.replace(/\s/g, ""));

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

/** Tax file number: 9 digits (weights 1 4 3 7 5 8 6 9 10) or the old 8 (10 7 8 4 6 3 5 1), divisible by 11. */
export function isTfn(text: string): boolean {
  // The stand-ins of tax reports (000000000, 111111111…) are never somebody's number.
  if (/^(\d)\1*$/.test(text.replace(/\s/g, ""))) return false;
  if (shape(text, /^\d{9}$/)) return weighed(digitsOf(text), [1, 4, 3, 7, 5, 8, 6, 9, 10]) % 11 === 0;
  if (shape(text, /^\d{8}$/)) return weighed(digitsOf(text), [10, 7, 8, 4, 6, 3, 5, 1]) % 11 === 0;
  return false;
}

/** BSB: six digits with or without the hyphen; it has no check digit. */
export const isBsb = (text: string): boolean => shape(text, /^\d{3}-?\d{3}$/) && !/^(000-?000|999-?999)$/.test(text);

/** Account number as the Direct Entry layout takes it: at most nine digits or hyphens, not all zero. */
export const isAccountNumber = (text: string): boolean => shape(text, /^[\d-]{1,9}$/) && /[1-9]/.test(text);

/** Unique superannuation identifier: ABN and three digits, or three letters, four digits, two letters. */
export const isUsi = (text: string): boolean =>
  (shape(text, /^\d{14}$/) && isAbn(text.replace(/\s/g, "").slice(0, 11))) || shape(text, /^[A-Z]{3}\d{4}[A-Z]{2}$/);
