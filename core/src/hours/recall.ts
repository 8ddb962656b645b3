/**
 * Time made up to what an agreement pays at least for a recall, at the overtime tiers that would have followed.
 * Common form of the modern awards (manufacturing 4 h, retail 3 h; from memory). The command line's interpreter gives
 * the unit of the allowance only; here it becomes pay.
 * Example: called back for 1 h after a full day at 28.12: 3 h × 150 % + 1 h × 200 % = 182.78.
 */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import { percentFor } from "./conditions.ts";
import { tierAt } from "./overtime.ts";
import type { RosterPerson } from "./roster.ts";
import type { DayShift } from "./shiftText.ts";
import type { Piece } from "./worked.ts";

/** @param shifts those that the pieces count from nought */
export function recallTime(
  rules: AgreementRules,
  { basis }: RosterPerson,
  shifts: readonly DayShift[],
  pieces: readonly Piece[],
): Piece[] {
  const least = rules.allowances.find((each) => each.trigger.kind === "recall")?.trigger.minimumMinutes ?? 0;
  return shifts.flatMap((shift, at): Piece[] => {
    const own = pieces.filter((piece) => piece.shift === at);
    const last = own.at(-1);
    const paid = own.reduce((total, piece) => total + piece.minutes, 0);
    if (!shift.marks?.includes("recall") || !last || paid >= least) return [];
    const entry = rules.overtime.find((each) => each.id === last.rule);
    const made: Piece[] = [];
    let done = pieces
      .filter((piece) => piece.overtime && piece.date === last.date)
      .reduce((total, piece) => total + piece.minutes, 0);
    for (let left = least - paid; left > 0; ) {
      const tier = entry && tierAt(entry, done);
      const minutes = Math.min(left, tier?.left ?? left);
      made.push({
        ...last,
        ...{ from: last.to, to: last.to, minutes, topUp: true, rule: "recall" },
        percent: tier ? percentFor(tier.percent, basis) : last.percent,
        why: `made up to the ${least / 60} h that a recall pays at least`,
      });
      left -= minutes;
      done += minutes;
    }
    return made;
  });
}
