/** What of the leave ledger stands, where runs were taken back, and takings back with them. */
import type { leaveEntry } from "../store/schema.ts";

type Entry = typeof leaveEntry.$inferSelect;

/** The grants of a kind that stand: those that were not taken back, and those whose taking back was taken back itself. */
export function standingGrants(entries: readonly Entry[], kind: string): Entry[] {
  const own = entries.filter((entry) => entry.kind === kind);
  return own.filter((entry) => {
    if (entry.why !== "granted") return false;
    const amount = entry.amountE4;
    const like = (why: Entry["why"], e4: number) =>
      own.filter((other) => other.date === entry.date && other.why === why && other.amountE4 === e4);
    // Leave taken on that very day may have been taken back too.
    const putBack = like("reversed", amount).length - like("taken", -amount).length;
    const standing = like("granted", amount).length - like("reversed", -amount).length + Math.max(0, putBack);
    return like("granted", amount).filter((other) => other.id > entry.id).length < standing;
  });
}

/** What lapsed on a day and was not taken back with its run. */
export function standingLapses(entries: readonly Entry[], kind: string, date: string): Entry[] {
  const own = entries.filter((entry) => entry.kind === kind && entry.date === date);
  const back = own.filter((entry) => entry.why === "reversed");
  return own.filter((entry) => {
    if (entry.why !== "lapsed") return false;
    const at = back.findIndex((other) => other.amountE4 === -entry.amountE4 && other.id > entry.id);
    if (at !== -1) back.splice(at, 1);
    return at === -1;
  });
}

/** Annual holidays taken since a day, in weeks: for what was taken in advance. A grant that was taken back is none. */
export function weeksTakenSince(entries: readonly Entry[], since: string): number {
  const own = entries.filter((entry) => entry.kind === "annual" && entry.date >= since);
  const sumOf = (some: readonly Entry[]) => some.reduce((sum, entry) => sum + entry.amountE4, 0);
  const moved = own.filter((entry) => entry.why === "taken" || entry.why === "reversed");
  const takenBack = sumOf(standingGrants(own, "annual")) - sumOf(own.filter((entry) => entry.why === "granted"));
  return takenBack - sumOf(moved);
}
