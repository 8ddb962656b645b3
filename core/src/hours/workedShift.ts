import type { Effect } from "../agreements/agreementRules.ts";
import type { ShiftFacts } from "./conditions.ts";
import type { CountedShift, CountedSpan } from "./normalise.ts";
import type { SpreadEnd } from "./spread.ts";
import type { ShortRest } from "./uplifts.ts";
import type { Piece } from "./worked.ts";

/** A shift with its facts and what became of it. */
export interface WorkedShift {
  shift: CountedShift;
  facts: ShiftFacts;
  pieces: Piece[];
  rest: ShortRest | null;
  overdue: CountedSpan[];
  /** what an overdue meal break does to the pay */
  mealEffect: Effect | null;
  /** where the spread of a day worked in parts ends */
  spread: SpreadEnd | null;
}
