/** Allowances for expenses: how much of them is not taxed. By payroll year. */
import { table } from "../ruleBook.ts";

export interface ExpenseAllowanceRules {
  /** dollars a kilometre of a car's use for work, and kilometres a year, that no tax is withheld from */
  centsPerKilometre: string;
  kilometres: string;
  /** laundry of approved clothing: dollars a year */
  laundry: string;
  /** reasonable amount for one meal in overtime, under an award */
  overtimeMeal: string;
}

const source = {
  title: "Withholding for allowances; reasonable travel and overtime meal amounts; cents per kilometre",
  section: "Taxation Administration Act 1953, Schedule 1, s 12-35; yearly determinations",
  seen: "from memory",
};

export const expenseAllowanceRules = table<ExpenseAllowanceRules>(
  "expenseAllowanceRules",
  "Allowances for expenses",
  "AU",
  [
    {
      from: "2024-07-01",
      to: "2025-06-30",
      figures: { centsPerKilometre: "0.88", kilometres: "5000", laundry: "150", overtimeMeal: "37.65" },
      source,
      standing: "remembered",
    },
    {
      from: "2025-07-01",
      to: "2026-06-30",
      figures: { centsPerKilometre: "0.88", kilometres: "5000", laundry: "150", overtimeMeal: "38.65" },
      source,
      standing: "remembered",
    },
    {
      from: "2026-07-01",
      to: "2027-06-30",
      figures: { centsPerKilometre: "0.88", kilometres: "5000", laundry: "150", overtimeMeal: "38.65" },
      source,
      standing: "unsure",
      note: "The determinations for 2026–27 are not known here: last year's amounts stand until they are confirmed or loaded.",
    },
  ],
);
