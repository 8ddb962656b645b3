/** Check digits of Australian registration numbers. Each takes text, ignores blanks and answers true or false. */
export const digitsOf = (text: string): number[] => [...text.replace(/\s/g, "")].map(Number);
export const weighed = (digits: readonly number[], weights: readonly number[]): number =>
  digits.reduce((total, digit, at) => total + digit * (weights[at] ?? 0), 0);
export const shape = (text: string, pattern: RegExp): boolean => pattern.test(text.replace(/\s/g, ""));
