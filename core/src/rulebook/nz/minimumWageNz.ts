/** Minimum wage by hours worked. */
import { table } from "../ruleBook.ts";

export interface MinimumWageNz {
  adult: string;
  /** starting-out and training */
  startingOut: string;
  adultAge: string;
}

const source = { title: "Minimum Wage Order", section: "Adult, starting-out and training rates", seen: "from memory" };

export const minimumWageNz = table<MinimumWageNz>("minimumWageNz", "Minimum wage", "NZ", [
  {
    from: "2024-04-01",
    to: "2025-03-31",
    figures: { adult: "23.15", startingOut: "18.52", adultAge: "16" },
    source,
    standing: "remembered",
  },
  {
    from: "2025-04-01",
    to: "2026-03-31",
    figures: { adult: "23.50", startingOut: "18.80", adultAge: "16" },
    source,
    standing: "remembered",
  },
  {
    from: "2026-04-01",
    to: "2027-03-31",
    figures: { adult: "23.95", startingOut: "19.16", adultAge: "16" },
    source,
    standing: "remembered",
  },
]);
