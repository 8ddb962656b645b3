/** The whole-number units of the store: cents, ten-thousandths of an hour or of a dollar an hour. */
import { Decimal, decimal } from "./decimal.ts";

const whole = (value: Decimal, factor: number, what: string): number => {
  const scaled = value.times(factor);
  if (!scaled.isInteger()) throw new RangeError(`${what} has more places than the store keeps: ${value.toString()}`);
  const number = scaled.toNumber();
  if (!Number.isSafeInteger(number)) throw new RangeError(`${what} is too large to keep: ${value.toString()}`);
  return number;
};

export const toCents = (money: Decimal): number => whole(money, 100, "Money");
export const toE4 = (value: Decimal): number => whole(value, 10_000, "Hours or rate");
export const fromCents = (cents: number): Decimal => Decimal.fraction(cents, 100);
export const fromE4 = (e4: number): Decimal => Decimal.fraction(e4, 10_000);

/** Money as contract text: two decimals, a plain minus sign. */
export const moneyText = (money: Decimal): string => money.toFixed(2);
/** Hours as contract text: four decimals. */
export const hoursText = (hours: Decimal): string => hours.toFixed(4);
/** A rate as it is shown: cents at least, four decimal places at most. */
export const rateText = (rate: Decimal): string => {
  const cut = rate.toDecimalPlaces(4);
  return cut.decimalPlaces() < 2 ? cut.toFixed(2) : cut.toString();
};
export const centsText = (cents: number): string => fromCents(cents).toFixed(2);
export const centsOf = (text: string): number => toCents(decimal(text));

/** A count with its unit: "2 weeks", "1 week"; the count alone where the name that it stands beside ends with the unit. */
export function counted(count: string, unit: string, name = ""): string {
  if (name.endsWith(unit)) return count;
  return `${count} ${decimal(count).eq(1) ? unit.replace(/s$/, "") : unit}`;
}

/** As people read it: $82,000.00, −$3.50. */
export const dollars = (value: Decimal): string =>
  `${value.isNegative() ? "−" : ""}$${value
    .abs()
    .toFixed(2)
    .replace(/\B(?=(\d{3})+(?!\d))/g, ",")}`;
