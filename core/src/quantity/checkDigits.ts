/** Check digits of Australian registration numbers. Each takes text, ignores blanks and answers true or false. */
export const digitsOf = (text: string): number[] => [...text.replace(/\s/g, "")].map(Number);
export const weighed = (digits: readonly number[], weights: readonly number[]): number =>
  digits.reduce((total, digit, at) => total + digit * (weights[at] ?? 0), 0);
export const shape = (text: string, pattern: RegExp): boolean => pattern.test(text.replace(/\s/g, ""));

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

/** Unique superannuation identifier: ABN and three digits, or three letters, four digits, two letters. */
export const isUsi = (text: string): boolean =>
  (shape(text, /^\d{14}$/) && isAbn(text.replace(/\s/g, "").slice(0, 11))) || shape(text, /^[A-Z]{3}\d{4}[A-Z]{2}$/);
