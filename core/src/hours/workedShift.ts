import type { Effect } from "../agreements/agreementRules.ts";
import type { WallMinute } from "../calendar/wallClock.ts";
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
  /** within time on call */
  withinOnCall: boolean;
  /** when more than the agreed hours are ordinary; null where the agreed hours end them */
  available: readonly { from: WallMinute; to: WallMinute }[] | null;
  /** where the spread of a day worked in parts ends */
  spread: SpreadEnd | null;
}
