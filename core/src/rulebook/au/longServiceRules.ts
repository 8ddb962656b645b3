/** Long service leave by State and Territory: the main rules of each Act, in outline. */
import type { StateAu } from "../../calendar/states.ts";
import { table } from "../ruleBook.ts";

export interface LongServiceRule {
  weeksPerYear: string;
  /** leave may be taken after so many years */
  afterYears: number;
  /** paid out on leaving from so many years on */
  proRataYears: number;
  /** on leaving before `afterYears`: whatever the reason, unless dismissed for misconduct, or for certain reasons only */
  proRata: "any" | "notMisconduct" | "certain";
}

export type LongServiceRules = Record<StateAu, LongServiceRule>;

const eight = { weeksPerYear: "0.8667", afterYears: 10 };

export const longServiceRules = table<LongServiceRules>("longServiceRules", "Long service leave", "AU", [
  {
    from: "2024-07-01",
    to: "2027-06-30",
    figures: {
      ACT: { weeksPerYear: "0.8667", afterYears: 7, proRataYears: 5, proRata: "certain" },
      NSW: { ...eight, proRataYears: 5, proRata: "certain" },
      NT: { weeksPerYear: "1.3", afterYears: 10, proRataYears: 7, proRata: "certain" },
      QLD: { ...eight, proRataYears: 7, proRata: "certain" },
      SA: { weeksPerYear: "1.3", afterYears: 10, proRataYears: 7, proRata: "notMisconduct" },
      TAS: { ...eight, proRataYears: 7, proRata: "certain" },
      VIC: { weeksPerYear: "0.8667", afterYears: 7, proRataYears: 7, proRata: "any" },
      WA: { ...eight, proRataYears: 7, proRata: "notMisconduct" },
    },
    source: {
      title: "Long service leave Acts of the States and Territories",
      section: "Entitlement and payment on leaving, in outline",
      seen: "from memory",
    },
    standing: "remembered",
    note: "In outline: portable schemes and agreements of some industries have their own rules.",
  },
]);
