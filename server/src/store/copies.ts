/** Copies of the database that are kept by a rule: which of them stay, and which are deleted. */

/**
 * The newest copy of each of the last seven days, four weeks and twelve months stays, and the newest of all.
 * @param madeAt instants of the copies, ISO text (UTC)
 * @returns those that need not be kept any longer
 */
export function outlived(madeAt: readonly string[]): string[] {
  const sorted = [...madeAt].sort().reverse();
  const kept = new Set<string>(sorted.slice(0, 1));
  const keep = (most: number, spanOf: (instant: string) => string) => {
    const seen = new Set<string>();
    for (const instant of sorted) {
      const span = spanOf(instant);
      if (seen.has(span)) continue;
      if (seen.size === most) return;
      seen.add(span);
      kept.add(instant);
    }
  };
  keep(7, (instant) => instant.slice(0, 10));
  // Weeks counted from 1 January 1970, a Thursday; three days on, they begin on a Monday.
  keep(4, (instant) => String(Math.floor((Date.parse(instant) / 86_400_000 + 3) / 7)));
  keep(12, (instant) => instant.slice(0, 7));
  return sorted.filter((instant) => !kept.has(instant));
}

/** An instant as part of a file name: "2026-07-01T01-02-03Z". */
export const asName = (instant: string): string => instant.slice(0, 19).replaceAll(":", "-").concat("Z");
export const fromName = (name: string): string | null =>
  /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ$/.test(name) ? name.replace(/T(\d\d)-(\d\d)-(\d\d)Z/, "T$1:$2:$3Z") : null;
