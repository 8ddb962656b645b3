/**
 * What a difference between two pays of one period looks like. Nothing is guessed: each cause is a way of reckoning that
 * comes to the other figure to the cent, or within what rounding explains. Common practice, no source.
 * Example: tax 148.00 here and 204.00 there, which is just what comes out when the threshold is not claimed.
 */
import { type Decimal, decimal } from "../quantity/decimal.ts";

/** Our pay reckoned in another way. */
export interface Variant {
  /** "the tax-free threshold is not claimed" */
  words: string;
  figures: Readonly<Record<string, string>>;
}

export interface OursOf {
  figures: Readonly<Record<string, string>>;
  /** dollars of leave that came out of ordinary time */
  leave: string;
  /** dollars an hour; null where none is known */
  rate: string | null;
  variants: readonly Variant[];
}

/** Whole dollars are withheld: a cent more of earnings may move one. */
const taxRounding = decimal(1);
const centRounding = decimal("0.05");
/** Hours are recorded by the quarter at least. */
const quarter = decimal("0.25");
const mostHours = 40;

/** @param theirs the other figures of the same person, by name @returns a sentence's end, or null where it looks like nothing */
export function causeOf(figure: string, ours: OursOf, theirs: Readonly<Record<string, string>>): string | null {
  const [own, other] = [decimal(ours.figures[figure] ?? "0"), decimal(theirs[figure] ?? "0")];
  const more = other.minus(own);
  if (more.isZero()) return null;
  // Names of theirs that stand in the register count alone: a figure that nobody gave cannot be compared.
  const isSame = ({ figures }: Variant) => decimal(figures[figure] ?? "0").eq(other);
  const variant = ours.variants.find(isSame);
  if (figure === "gross") return grossCause(own, other, more, ours, theirs);
  if (variant) return `as if ${variant.words}`;
  if (figure === "withheld" && more.abs().lte(taxRounding)) return "a rounding of the tax";
  if (more.abs().lte(centRounding)) return "a rounding";
  if (figure === "net" && followsFromOthers(more, ours, theirs)) return "follows from the figures before";
  if (figure !== "hours" && differs("gross", ours, theirs)) return "other gross pay";
  return null;
}

const differs = (name: string, ours: OursOf, theirs: Readonly<Record<string, string>>): boolean =>
  theirs[name] !== undefined && !decimal(theirs[name]).eq(ours.figures[name] ?? "0");

function grossCause(
  own: Decimal,
  other: Decimal,
  more: Decimal,
  ours: OursOf,
  theirs: Readonly<Record<string, string>>,
) {
  if (decimal(ours.leave).gt(0) && more.eq(ours.leave)) return "as if leave were not taken out of ordinary time";
  const rate = ours.rate === null ? null : decimal(ours.rate);
  const hours = rate?.gt(0) ? more.div(rate) : null;
  if (theirs.hours !== undefined && differs("hours", ours, theirs) && hours) {
    const said = decimal(theirs.hours).minus(ours.figures.hours ?? "0");
    if (
      hours
        .minus(said)
        .abs()
        .times(rate ?? 0)
        .lte(centRounding)
    )
      return `${hoursWords(said)} there`;
  }
  if (!own.isZero() && near(other.div(own), decimal("1.25"))) return "as if the casual's loading were added once more";
  if (!own.isZero() && near(other.div(own), decimal("0.8"))) return "as if the casual's loading were not paid";
  if (more.abs().lte(centRounding)) return "a rounding";
  return hours ? quartersOf(hours) : null;
}

/** Rates that one line of pay is paid at by mistake for another. */
const timesAsMuch = ["1.25", "1.5", "1.75", "2", "2.25", "2.5"] as const;

/**
 * What a difference on one line of pay looks like: a name of theirs that means one of ours.
 * @param rate dollars an hour; null where none is known
 */
export function lineCauseOf(ours: string, theirs: string, rate: string | null): string | null {
  const [own, other] = [decimal(ours), decimal(theirs)];
  const more = other.minus(own);
  if (more.abs().lte(centRounding)) return "a rounding";
  if (own.isZero()) return "only there";
  if (other.isZero()) return "only here";
  for (const times of timesAsMuch) {
    if (near(other.div(own), decimal(times))) return `as if paid at ${times} times as much`;
    if (near(own.div(other), decimal(times))) return `as if ours were paid at ${times} times as much`;
  }
  const hours = rate === null || decimal(rate).isZero() ? null : more.div(rate);
  return hours ? quartersOf(hours) : null;
}

/** Hours by the quarter that a difference comes to at the plain rate. */
function quartersOf(hours: Decimal): string | null {
  const quarters = hours.div(quarter);
  return hours.abs().lte(mostHours) && quarters.minus(quarters.toDecimalPlaces(0)).abs().lt("0.002")
    ? `as much as ${hoursWords(hours.toDecimalPlaces(2))} at the plain rate`
    : null;
}

const hoursWords = (hours: Decimal): string => `${hours.abs().toString()} h ${hours.isNegative() ? "fewer" : "more"}`;
const near = (value: Decimal, wanted: Decimal): boolean => value.minus(wanted).abs().lt("0.0005");

const sides: Record<string, 1 | -1> = { gross: 1, withheld: -1, studentLoan: -1, kiwiSaver: -1, afterTax: -1 };

/** Net differs by just what the figures that it is made of differ by. */
function followsFromOthers(more: Decimal, ours: OursOf, theirs: Readonly<Record<string, string>>): boolean {
  const moved = Object.entries(sides).reduce((sum, [name, sign]) => {
    const own = theirs[name];
    return own === undefined
      ? sum
      : sum.plus(
          decimal(own)
            .minus(ours.figures[name] ?? "0")
            .times(sign),
        );
  }, decimal(0));
  return moved.eq(more);
}
