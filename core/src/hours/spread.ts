/** The spread of a day that is worked in parts: from its first start so many minutes, and beyond them another per cent. */
import type { AgreementRules, SpreadEntry } from "../agreements/agreementRules.ts";
import { holds, type ShiftFacts } from "./conditions.ts";
import type { Counted, CountedShift } from "./normalise.ts";

export interface SpreadEnd {
  at: Counted;
  entry: SpreadEntry;
}

/** @param first the first shift of the day @param parts how many shifts the day has; one alone is not worked in parts */
export function spreadEnd(
  rules: AgreementRules,
  first: { shift: CountedShift; facts: ShiftFacts },
  parts: number,
): SpreadEnd | null {
  if (parts < 2 || first.shift.clockless) return null;
  const entry = rules.ordinary.spreadMax?.find((each) => holds(each.if, first.facts, first.shift.start));
  return entry ? { at: first.shift.span.from + entry.minutes, entry } : null;
}
