/** How long the starting-out rate may be paid. */
import { table } from "../ruleBook.ts";

export interface StartingOutNz {
  /** with the employer, at 16 and 17 */
  months: string;
  /** the age from which it is over for everybody */
  under: string;
}

export const startingOutNz = table<StartingOutNz>("startingOutNz", "Starting-out rate", "NZ", [
  {
    from: "2024-04-01",
    to: "2027-03-31",
    figures: { months: "6", under: "20" },
    source: {
      title: "Minimum Wage Act 1983",
      section: "ss 4A, 4B: who may be paid the lower rates",
      seen: "from memory",
    },
    standing: "remembered",
  },
]);
