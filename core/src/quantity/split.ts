/** Splitting an amount so that no cent is lost: the parts always sum to the whole. */
import { type Decimal, decimal, sum } from "./decimal.ts";

/**
 * Splits whole cents by weights with the largest-remainder method.
 * @param cents the whole, in cents; may be negative
 * @param weights not negative; when all are zero the whole goes to the first part
 * @returns parts in the order of the weights, summing to `cents`
 */
export function splitCents(cents: number, weights: readonly Decimal[]): number[] {
  if (weights.length === 0) throw new RangeError("Nothing to split over: no weights.");
  const total = sum(weights);
  if (weights.some((weight) => weight.isNegative())) throw new RangeError("A weight is negative.");
  if (total.isZero()) return weights.map((_, at) => (at === 0 ? cents : 0));
  const exact = weights.map((weight) => decimal(cents).times(weight).div(total));
  const parts = exact.map((part) => part.cutTo(0).toNumber());
  const rest = cents - parts.reduce((a, b) => a + b, 0);
  const order = exact
    .map((part, at) => ({ at, left: part.minus(parts[at] ?? 0).abs() }))
    .sort((a, b) => b.left.comparedTo(a.left) || a.at - b.at);
  for (let given = 0; given < Math.abs(rest); given += 1) {
    const at = order[given % order.length]?.at ?? 0;
    parts[at] = (parts[at] ?? 0) + Math.sign(rest);
  }
  return parts;
}

export interface SplitPart {
  /** amount: a fixed number of dollars; percent: of the whole; rest: what is left (one part only) */
  kind: "amount" | "percent" | "rest";
  value: string;
}

/**
 * Splits net pay over bank accounts: fixed amounts first, then percents of the whole (cents dropped), the rest to
 * one account. Common practice, no source. A fixed amount larger than what is left takes what is left.
 * @returns cents for each part, summing to `cents`
 */
export function splitNetPay(cents: number, parts: readonly SplitPart[]): number[] {
  if (parts.length === 0) throw new RangeError("No bank account to pay to.");
  const given = parts.map(() => 0);
  let left = cents;
  const take = (at: number, wanted: number) => {
    const taken = Math.max(0, Math.min(wanted, left));
    given[at] = taken;
    left -= taken;
  };
  parts.forEach((part, at) => {
    if (part.kind === "amount") take(at, decimal(part.value).times(100).toDecimalPlaces(0).toNumber());
  });
  parts.forEach((part, at) => {
    if (part.kind === "percent") take(at, decimal(part.value).div(100).times(cents).cutTo(0).toNumber());
  });
  const rest = parts.findIndex((part) => part.kind === "rest");
  const at = rest === -1 ? parts.length - 1 : rest;
  given[at] = (given[at] ?? 0) + left;
  return given;
}
