/** Tiers of overtime: which per cent holds for its next minute, and what a short recall is topped up to. */
import type { OvertimeEntry } from "../agreements/agreementRules.ts";
import { holds } from "./conditions.ts";
import type { Roster } from "./roster.ts";
import type { Piece } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

/**
 * The tier that holds the next overtime minute, and how many minutes are left in it.
 * @param today of the tiers' minutes those of the day, where tiers are filled over the week
 */
export function tierAt(
  entry: OvertimeEntry,
  done: number,
  today = 0,
): { percent: OvertimeEntry["tiers"][number]["percent"]; left: number } {
  let reached = 0;
  for (const tier of entry.tiers) {
    reached += tier.minutes ?? Number.POSITIVE_INFINITY;
    const room = Math.min(reached - done, (tier.most ?? Number.POSITIVE_INFINITY) - today);
    if (room > 0) return { percent: tier.percent, left: room };
  }
  return { percent: entry.tiers.at(-1)?.percent ?? 100, left: Number.POSITIVE_INFINITY };
}
/** Made-up time to the least engagement, at the per cent of the last minute worked. */
export function topUpOf(roster: Roster, { shift, facts, pieces }: WorkedShift): Piece | null {
  const last = pieces.at(-1);
  if (!last || shift.clockless === "usual") return null;
  facts.endsInOvertime = last.overtime;
  const entry = roster.rules.minimumEngagement.find((each) => holds(each.if, facts, shift.start));
  if (!entry || shift.workedMinutes >= entry.minutes) return null;
  const why = `made up to the least engagement of ${hoursWords(entry.minutes)}`;
  return madeUp(last, entry.minutes - shift.workedMinutes, entry.id, why);
}

/** So many minutes more, at the per cent of the last ones. */
export const madeUp = (last: Piece, minutes: number, rule: string, why: string): Piece => ({
  ...last,
  ...{ from: last.to, to: last.to, minutes, topUp: true, rule, why },
});

export const hoursWords = (minutes: number): string => `${Math.round((minutes / 60) * 100) / 100} h`;
