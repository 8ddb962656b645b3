/** Reportable fringe benefits, by fringe benefits year (1 April to 31 March). */
import { table } from "../ruleBook.ts";

export interface FringeBenefitRules {
  /** a taxable value of the year above this is reported */
  above: string;
  /** lower gross-up rate */
  grossUp: string;
}

export const fringeBenefitRules = table<FringeBenefitRules>("fringeBenefitRules", "Reportable fringe benefits", "AU", [
  {
    from: "2024-04-01",
    to: "2027-03-31",
    figures: { above: "2000", grossUp: "1.8868" },
    source: {
      title: "Fringe Benefits Tax Assessment Act 1986",
      section: "ss 5E, 135P: individual amounts above $2,000, grossed up at the lower rate",
      seen: "from memory",
    },
    standing: "remembered",
  },
]);
