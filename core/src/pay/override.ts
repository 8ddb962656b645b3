/** A figure that somebody typed stands in place of the worked one; the working keeps both. */
import { decimal } from "../quantity/decimal.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { Overridden, Overrides } from "./input.ts";

/**
 * @param label what the figure is called where it was typed
 * @param overridden gets an entry where something was typed
 */
export function override(
  what: Overridden["what"],
  label: string,
  worked: Figure,
  typed: Overrides | undefined,
  overridden: Overridden[],
): Figure {
  const value = typed?.[what];
  if (typed === undefined || value === undefined) return worked;
  overridden.push({ what, typed: decimal(value), worked: worked.value, reason: typed.reason });
  return figure(label, decimal(value), "money", () => ({
    rule: `Typed by hand in place of ${worked.value.toFixed(2)}: ${typed.reason}`,
    setting: { place: "run", section: "lines" },
    parts: [worked],
  }));
}
