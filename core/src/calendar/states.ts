/** States and territories of Australia, as addresses and holidays name them. */
export const statesAu = ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"] as const;
export type StateAu = (typeof statesAu)[number];
