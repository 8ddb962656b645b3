/**
 * A figure is a value with its working. The working is built from the same inputs as the value, but only when
 * somebody asks: a figure that nobody opens costs one closure.
 */
import { type Decimal, zero } from "../quantity/decimal.ts";
import type { Standing } from "../rulebook/ruleBook.ts";

export type Unit = "money" | "hours" | "rate" | "percent" | "count";

/** Where a rate or threshold comes from; travels from the rule book into the working. */
export interface SourceNote {
  table: string;
  title: string;
  section: string;
  standing: Standing;
  from: string;
  to: string;
  note?: string;
}

/** Where in the application an input is kept, so that a working can lead to it. */
export interface Setting {
  place: "person" | "run" | "rule book" | "pay element" | "business";
  section: string;
}

export interface Working {
  label: string;
  value: string;
  unit: Unit;
  /** the rule in words */
  rule?: string;
  /** the rule with the numbers in it */
  formula?: string;
  /** what it was put together from, one sentence each: pieces of shifts in the record of time */
  reasons?: readonly string[];
  source?: SourceNote;
  setting?: Setting;
  parts?: Working[];
}

const places: Record<Unit, number> = { money: 2, hours: 4, rate: 4, percent: 4, count: 0 };

/** Decimal text of a value in its unit; percents and rates drop trailing zeros beyond what is needed. */
export function valueText(value: Decimal, unit: Unit): string {
  if (unit === "count") return value.toString();
  if (unit === "percent") return value.toDecimalPlaces(6).toString();
  if (unit === "rate") return value.decimalPlaces() <= 2 ? value.toFixed(2) : value.toFixed(4);
  return value.toFixed(places[unit]);
}

export interface Explanation {
  rule?: string;
  formula?: string;
  reasons?: readonly string[];
  source?: SourceNote;
  setting?: Setting;
  parts?: readonly Figure[];
}

export class Figure {
  readonly value: Decimal;
  readonly unit: Unit;
  private readonly label: string;
  private readonly explain: (() => Explanation) | undefined;

  constructor(label: string, value: Decimal, unit: Unit, explain?: () => Explanation) {
    this.label = label;
    this.value = value;
    this.unit = unit;
    this.explain = explain;
  }

  /** The working without its parts, and the parts. */
  opened(): { own: Working; parts: readonly Figure[] } {
    const { parts = [], ...rest } = this.explain?.() ?? {};
    return { own: { label: this.label, value: valueText(this.value, this.unit), unit: this.unit, ...rest }, parts };
  }

  working(): Working {
    const { own, parts } = this.opened();
    return parts.length > 0 ? { ...own, parts: parts.map((part) => part.working()) } : own;
  }
}

/**
 * A computed figure.
 * @param explain called only when the working is opened
 */
export const figure = (label: string, value: Decimal, unit: Unit, explain?: () => Explanation): Figure =>
  new Figure(label, value, unit, explain);

/** A figure that somebody typed or that a record holds; `setting` says where. */
export const given = (label: string, value: Decimal, unit: Unit, setting?: Setting): Figure =>
  figure(label, value, unit, () => (setting ? { setting } : {}));

/** The sum of figures; the working shows those that are not nothing. */
export function sumOf(label: string, parts: readonly Figure[], unit: Unit = "money", rule?: string): Figure {
  let total = zero;
  for (const part of parts) total = total.plus(part.value);
  return figure(label, total, unit, () => ({
    ...(rule ? { rule } : {}),
    parts: parts.filter((part) => !part.value.isZero()),
  }));
}

/** One figure less another. */
export function difference(label: string, from: Figure, less: Figure, rule: string): Figure {
  return figure(label, from.value.minus(less.value), "money", () => ({
    rule,
    formula: `${from.value.toFixed(2)} − ${less.value.toFixed(2)}`,
    parts: [from, less],
  }));
}
