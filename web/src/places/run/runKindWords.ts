/** Runs that are no cycle's period, in words. */
export const runKindWords = {
  departure: "final pay on departure",
  correction: "correction",
  outsideCycle: "outside the cycle",
} as const;
