/**
 * Exact decimals for money, hours, rates and percents. Binary floating point never holds any of them.
 *
 * What goes in and out of the core is decimal text ("30.00"); what is stored is whole units (cents, ten-thousandths).
 */
import { Decimal as Base } from "decimal.js";

/** 34 digits: more than a quintillion dollars with sixteen places, so that no pay ever meets the edge. */
export const Decimal = Base.clone({ precision: 34, rounding: Base.ROUND_HALF_UP });
export type Decimal = Base;

export const zero: Decimal = new Decimal(0);
export const one: Decimal = new Decimal(1);
export const hundred: Decimal = new Decimal(100);

/** Reads decimal text, or a whole number. Throws on anything that is not a finite number. */
export function decimal(value: string | number | Decimal): Decimal {
  const read = new Decimal(value);
  if (!read.isFinite()) throw new RangeError(`Not a finite number: ${String(value)}`);
  return read;
}

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

export const least = (a: Decimal, b: Decimal): Decimal => (a.lte(b) ? a : b);
export const atLeastZero = (a: Decimal): Decimal => (a.isNegative() ? zero : a);
