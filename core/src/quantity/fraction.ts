/** Fractions of whole numbers of any size: what `decimal.ts` falls back to where safe integers do not hold the result. */

export interface Fraction {
  n: bigint;
  /** above nought */
  d: bigint;
}

function greatestCommon(a: bigint, b: bigint): bigint {
  let [x, y] = [a < 0n ? -a : a, b];
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

export function reduced(n: bigint, d: bigint): Fraction {
  const sign = d < 0n ? -1n : 1n;
  const common = greatestCommon(n, d < 0n ? -d : d) || 1n;
  return { n: (sign * n) / common, d: (sign * d) / common };
}

const ten = 10n;
const size = (value: bigint) => (value < 0n ? -value : value);

/** Whole units of 10^-places. @param half half a unit goes away from nought; else what is over is cut towards nought */
export function wholeUnits({ n, d }: Fraction, places: number, half: boolean): bigint {
  const up = places >= 0 ? ten ** BigInt(places) : 1n;
  const down = places < 0 ? ten ** BigInt(-places) : 1n;
  const scaled = n * up;
  const unit = d * down;
  const quotient = scaled / unit;
  const rest = size(scaled - quotient * unit);
  if (!half || rest * 2n < unit) return quotient;
  return n < 0n ? quotient - 1n : quotient + 1n;
}

/** How many places the exact decimal has; null when it never ends. */
export function placesOf({ n, d }: Fraction): number | null {
  let left = reduced(n, d).d;
  let [twos, fives] = [0, 0];
  for (; left % 2n === 0n; left /= 2n) twos += 1;
  for (; left % 5n === 0n; left /= 5n) fives += 1;
  return left === 1n ? Math.max(twos, fives) : null;
}

/** Units of 10^-places as text. */
export function unitsText(units: bigint, places: number): string {
  const digits = size(units)
    .toString()
    .padStart(places + 1, "0");
  const text = places === 0 ? digits : `${digits.slice(0, -places)}.${digits.slice(-places)}`;
  return units < 0n ? `-${text}` : text;
}
