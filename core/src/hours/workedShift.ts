import type { ShiftFacts } from "./conditions.ts";
import type { CountedShift, CountedSpan } from "./normalise.ts";
import type { ShortRest } from "./uplifts.ts";
import type { Piece } from "./worked.ts";

/** A shift with its facts and what became of it. */
export interface WorkedShift {
  shift: CountedShift;
  facts: ShiftFacts;
  pieces: Piece[];
  rest: ShortRest | null;
  overdue: CountedSpan[];
}
