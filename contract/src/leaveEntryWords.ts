/** Why an entry stands in the leave ledger, in words. */
export const entryWords: Record<string, string> = {
  opening: "opening",
  granted: "entitled",
  lapsed: "lapsed",
  accrued: "accrued",
  taken: "taken",
  adjusted: "adjusted",
  reversed: "taken back",
};
