/**
 * Check digits of New Zealand's numbers. Set by: the RWT and NRWT certificate filing specification (IRD numbers and bank
 * accounts), from memory and compared with the stdnum package.
 */
export const weigh = (digits: string, weights: readonly number[]): number =>
  weights.reduce((total, weight, at) => total + weight * Number(digits[at] ?? 0), 0);
