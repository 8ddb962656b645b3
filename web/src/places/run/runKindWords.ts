/** Runs that are no cycle's period, in words. */
export const runKindWords = {
  departure: "final pay on departure",
  correction: "correction",
  unscheduled: "outside the cycle",
} as const;
