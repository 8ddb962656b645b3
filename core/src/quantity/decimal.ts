/**
 * Exact numbers for money, hours, rates and percents. Binary floating point never holds any of them.
 *
 * A number is a fraction of two whole numbers: safe integers while they hold it, bigint beyond. So every sum, product
 * and quotient is exact, in whatever order, and nothing is ever rounded but by a rounding that a rule names
 * (rounding.ts). What goes in and out of the core is decimal text ("30.00"); what is stored is whole units (units.ts).
 */
import { type Fraction, placesOf, reduced, unitsText, wholeUnits } from "./fraction.ts";

type Value = string | number | Decimal;

const most = Number.MAX_SAFE_INTEGER;
const fits = (whole: number) => whole <= most && whole >= -most;
const powers = Array.from({ length: 16 }, (_, at) => 10 ** at);
/** A number that never ends is shown to so many digits. */
const shownDigits = 34;

/** How many places a denominator that is a power of ten stands for. */
const placesOfPower = new Map(powers.map((power, at) => [power, at]));

/** Safe whole units of 10^-places as text; nought has no sign. */
function unitsAsText(units: number, places: number): string {
  const digits = Math.abs(units).toString();
  const sign = units < 0 ? "-" : "";
  if (places === 0) return sign + digits;
  const padded = digits.padStart(places + 1, "0");
  return `${sign}${padded.slice(0, -places)}.${padded.slice(-places)}`;
}

export class Decimal {
  /** numerator and denominator, the latter above nought; not in lowest terms. Of no use where `big` is set */
  private readonly n: number;
  private readonly d: number;
  private readonly big: Fraction | null;

  private constructor(n: number, d: number, big: Fraction | null) {
    this.n = n;
    this.d = d;
    this.big = big;
  }

  /** A whole number over another, both safe integers. */
  static fraction(n: number, d = 1): Decimal {
    if (!Number.isSafeInteger(n) || !Number.isSafeInteger(d) || d <= 0)
      throw new RangeError(`${n} / ${d} is no fraction of whole numbers.`);
    return new Decimal(n, d, null);
  }

  static read(value: Value): Decimal {
    if (typeof value === "object") return value;
    if (typeof value === "number" && Number.isSafeInteger(value)) return new Decimal(value, 1, null);
    return Decimal.plain(String(value)) ?? Decimal.parse(String(value));
  }

  /** Plain decimal text of up to fifteen digits, read digit by digit; null for any other text. */
  private static plain(text: string): Decimal | null {
    const negative = text.charCodeAt(0) === 45;
    const first = negative ? 1 : 0;
    if (text.length === first || text.length > 16) return null;
    let size = 0;
    let point = -1;
    for (let at = first; at < text.length; at += 1) {
      const digit = text.charCodeAt(at) - 48;
      if (digit >= 0 && digit <= 9) size = size * 10 + digit;
      else if (digit === -2 && point === -1 && at > first && at < text.length - 1) point = at;
      else return null;
    }
    if (!fits(size)) return null;
    const places = point === -1 ? 0 : text.length - 1 - point;
    return new Decimal(negative ? 0 - size : size, powers[places] ?? 1, null);
  }

  private static parse(text: string): Decimal {
    const found = /^\s*([-+]?)(\d*)(?:\.(\d*))?(?:e([-+]?\d{1,4}))?\s*$/i.exec(text);
    const [, sign = "", whole = "", part = "", power = "0"] = found ?? [];
    const digits = whole + part;
    if (!found || digits === "") throw new RangeError(`Not a finite number: ${text}`);
    const places = part.length - Number(power);
    if (digits.length <= 15 && places >= 0 && places <= 15) {
      const size = Number(digits);
      return new Decimal(sign === "-" ? 0 - size : size, powers[places] ?? 1, null);
    }
    const units = BigInt(sign === "-" ? `-${digits}` : digits);
    return Decimal.ofBig(
      places >= 0 ? reduced(units, 10n ** BigInt(places)) : { n: units * 10n ** BigInt(-places), d: 1n },
    );
  }

  private static ofBig(value: Fraction): Decimal {
    const [n, d] = [Number(value.n), Number(value.d)];
    return fits(n) && fits(d) ? new Decimal(n, d, null) : new Decimal(0, 1, value);
  }

  private exact(): Fraction {
    return this.big ?? { n: BigInt(this.n), d: BigInt(this.d) };
  }

  plus(value: Value): Decimal {
    const other = Decimal.read(value);
    if (this.big === null && other.big === null) {
      if (other.n === 0) return this;
      if (this.d === other.d) {
        const n = this.n + other.n;
        if (fits(n)) return new Decimal(n, this.d, null);
      } else {
        const [finer, coarser] = this.d > other.d ? [this, other] : [other, this];
        const times = finer.d / coarser.d;
        const [up, d] = Number.isInteger(times) ? [finer.n, finer.d] : [finer.n * coarser.d, finer.d * coarser.d];
        const n = up + coarser.n * (Number.isInteger(times) ? times : finer.d);
        if (fits(d) && fits(up) && fits(coarser.n * finer.d) && fits(n)) return new Decimal(n, d, null);
      }
    }
    const [a, b] = [this.exact(), other.exact()];
    return Decimal.ofBig(reduced(a.n * b.d + b.n * a.d, a.d * b.d));
  }

  minus(value: Value): Decimal {
    return this.plus(Decimal.read(value).negated());
  }

  times(value: Value): Decimal {
    const other = Decimal.read(value);
    if (this.big === null && other.big === null) {
      // Nought has no sign.
      const n = this.n * other.n + 0;
      const d = this.d * other.d;
      if (fits(n) && fits(d)) return new Decimal(n, d, null);
    }
    const [a, b] = [this.exact(), other.exact()];
    return Decimal.ofBig(reduced(a.n * b.n, a.d * b.d));
  }

  /** The exact quotient. @throws RangeError for a division by nought */
  div(value: Value): Decimal {
    const other = Decimal.read(value);
    if (other.isZero()) throw new RangeError(`${this.toString()} cannot be divided by nought.`);
    if (this.big === null && other.big === null) {
      const n = (other.n > 0 ? this.n : 0 - this.n) * other.d;
      const d = this.d * Math.abs(other.n);
      if (fits(n) && fits(d)) return new Decimal(n, d, null);
    }
    const [a, b] = [this.exact(), other.exact()];
    return Decimal.ofBig(reduced(a.n * b.d, a.d * b.n));
  }

  negated(): Decimal {
    return this.big ? new Decimal(0, 1, { n: -this.big.n, d: this.big.d }) : new Decimal(0 - this.n, this.d, null);
  }

  abs(): Decimal {
    return this.isNegative() ? this.negated() : this;
  }

  /** Below nought, nought or above: how this stands to the other. */
  comparedTo(value: Value): number {
    const other = Decimal.read(value);
    if (this.big === null && other.big === null) {
      if (this.d === other.d) return this.n - other.n;
      const [left, right] = [this.n * other.d, other.n * this.d];
      if (fits(left) && fits(right)) return left - right;
    }
    const [a, b] = [this.exact(), other.exact()];
    const [left, right] = [a.n * b.d, b.n * a.d];
    return left < right ? -1 : left > right ? 1 : 0;
  }

  gt(value: Value): boolean {
    return this.comparedTo(value) > 0;
  }
  gte(value: Value): boolean {
    return this.comparedTo(value) >= 0;
  }
  lt(value: Value): boolean {
    return this.comparedTo(value) < 0;
  }
  lte(value: Value): boolean {
    return this.comparedTo(value) <= 0;
  }
  eq(value: Value): boolean {
    return this.comparedTo(value) === 0;
  }
  isZero(): boolean {
    return this.big === null && this.n === 0;
  }
  isNegative(): boolean {
    return this.big === null ? this.n < 0 : this.big.n < 0n;
  }
  isInteger(): boolean {
    return this.big === null ? this.n % this.d === 0 : this.big.n % this.big.d === 0n;
  }

  /** Whole units of 10^-places; null when they are beyond safe integers. */
  private units(places: number, half: boolean): number | null {
    const power = powers[places];
    if (this.big !== null || power === undefined) return null;
    const scaled = this.n * power;
    if (!fits(scaled)) return null;
    const rest = scaled % this.d;
    const quotient = (scaled - rest) / this.d;
    if (!half || Math.abs(rest) < this.d - Math.abs(rest)) return quotient;
    return this.n < 0 ? quotient - 1 : quotient + 1;
  }

  private at(places: number, half: boolean): Decimal {
    const power = powers[places] ?? 1;
    if (this.big === null && power % this.d === 0) return this;
    const units = this.units(places, half);
    if (units !== null) return new Decimal(units + 0, power, null);
    const exact = wholeUnits(this.exact(), places, half);
    return Decimal.ofBig(reduced(exact, 10n ** BigInt(places)));
  }

  /** So many places, half a unit away from nought. Rules use the roundings of rounding.ts, which have names. */
  toDecimalPlaces(places: number): Decimal {
    return this.at(places, true);
  }

  /** So many places, the rest cut towards nought. */
  cutTo(places: number): Decimal {
    return this.at(places, false);
  }

  /** Text with just so many places, half a unit away from nought; nought has no sign. */
  toFixed(places: number): string {
    const units = this.units(places, true);
    if (units === null) return unitsText(wholeUnits(this.exact(), places, true), places);
    return unitsAsText(units, places);
  }

  /** The shortest exact text; one that never ends to 34 digits. */
  toString(): string {
    const tenths = this.big === null ? placesOfPower.get(this.d) : undefined;
    if (tenths !== undefined) {
      const text = unitsAsText(this.n, tenths);
      if (tenths === 0 || !text.endsWith("0")) return text;
      let end = text.length;
      while (text.charCodeAt(end - 1) === 48) end -= 1;
      return text.slice(0, text.charCodeAt(end - 1) === 46 ? end - 1 : end);
    }
    const value = this.exact();
    const exact = placesOf(value);
    if (exact !== null) return unitsText(wholeUnits(value, exact, false), exact);
    const before = wholeUnits(value, 0, false).toString().replace("-", "");
    const places = before === "0" ? shownDigits + leadingNoughts(value) : Math.max(shownDigits - before.length, 0);
    const text = unitsText(wholeUnits(value, places, true), places);
    return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  }

  toNumber(): number {
    return this.big === null ? this.n / this.d : Number(this.toString());
  }

  decimalPlaces(): number {
    return placesOf(this.exact()) ?? shownDigits;
  }

  toJSON(): string {
    return this.toString();
  }
}

/** Noughts after the point before the first digit, of a value below one. */
function leadingNoughts(value: Fraction): number {
  let places = 0;
  while (wholeUnits(value, places + 1, false) === 0n) places += 1;
  return places;
}

export const zero: Decimal = Decimal.fraction(0);
export const one: Decimal = Decimal.fraction(1);
export const hundred: Decimal = Decimal.fraction(100);

/** Reads decimal text, or a whole number. Throws on anything that is not a finite number. */
export const decimal = (value: Value): Decimal => Decimal.read(value);

const known = new Map<string, Decimal>();

/** Reads the text of a rule's figure or of an agreed entitlement, once: few of them come again and again. */
export function fixed(text: string): Decimal {
  const found = known.get(text);
  if (found) return found;
  const read = decimal(text);
  if (known.size < 2000) known.set(text, read);
  return read;
}

/** Reads decimal text that may be missing or blank; blank is zero. */
export function decimalOrZero(value: string | null | undefined): Decimal {
  return value === undefined || value === null || value === "" ? zero : decimal(value);
}

/** True for plain decimal text: optional minus, digits, optional decimal places. No exponent, no separators. */
export function isDecimalText(text: string): boolean {
  return /^-?\d+(\.\d+)?$/.test(text);
}

export function sum(values: Iterable<Decimal>): Decimal {
  let total = zero;
  for (const value of values) total = total.plus(value);
  return total;
}

export const greatest = (a: Decimal, b: Decimal): Decimal => (a.gte(b) ? a : b);
export const least = (a: Decimal, b: Decimal): Decimal => (a.lte(b) ? a : b);
export const atLeastZero = (a: Decimal): Decimal => (a.isNegative() ? zero : a);
