/** Parental leave: most weeks of each part. */
import { table } from "../ruleBook.ts";

export interface ParentalLeaveNz {
  /** with twelve months' service; one week with six */
  partnerWeeks: string;
  /** shared by both, what the primary carer takes counted in; with twelve months' service, 26 weeks with six */
  extendedWeeks: string;
}

export const parentalLeaveNz = table<ParentalLeaveNz>("parentalLeaveNz", "Parental leave", "NZ", [
  {
    from: "2024-04-01",
    to: "2027-03-31",
    figures: { partnerWeeks: "2", extendedWeeks: "52" },
    source: {
      title: "Parental Leave and Employment Protection Act 1987",
      section: "ss 9, 19, 26: primary carer, partner, extended leave",
      seen: "from memory",
    },
    standing: "remembered",
  },
]);
