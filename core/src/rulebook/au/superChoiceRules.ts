/** Choice of super fund: days of its steps. */
import { table } from "../ruleBook.ts";

export interface SuperChoiceRules {
  /** from the first day of work until the form is given */
  formDays: string;
}

export const superChoiceRules = table<SuperChoiceRules>("superChoiceRules", "Choice of super fund", "AU", [
  {
    from: "2024-07-01",
    to: "2027-06-30",
    figures: { formDays: "28" },
    source: {
      title: "Superannuation Guarantee (Administration) Act 1992",
      section: "ss 32C, 32N: the choice form, then the stapled fund, then the default fund",
      seen: "from memory",
    },
    standing: "remembered",
  },
]);
