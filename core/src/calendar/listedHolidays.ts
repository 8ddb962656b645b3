/** Public holidays as the generated lists hold them. */
import type { IsoDate } from "./dates.ts";

export const statesAu = ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"] as const;
export type StateAu = (typeof statesAu)[number];

export interface Holiday {
  date: IsoDate;
  name: string;
  /** the states where it is a holiday for the whole State */
  states: readonly StateAu[];
}

export interface HolidayNz {
  /** as it falls */
  date: IsoDate;
  name: string;
  /** null for the whole country */
  province: string | null;
}
