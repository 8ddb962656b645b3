/** Working holiday makers, Schedule 15: steps of the year's pay from this employer. */
import { table } from "../ruleBook.ts";

export interface WorkingHolidayRates {
  steps: readonly { upTo: string | null; percent: string }[];
  noNumberPercent: string;
}

const figures: WorkingHolidayRates = {
  steps: [
    { upTo: "45000", percent: "15" },
    { upTo: "135000", percent: "30" },
    { upTo: "190000", percent: "37" },
    { upTo: null, percent: "45" },
  ],
  noNumberPercent: "45",
};
const source = { title: "Schedule 15, working holiday makers", section: "Rates", seen: "from memory" };

export const workingHolidayRates = table<WorkingHolidayRates>("workingHolidayRates", "Working holiday makers", "AU", [
  { from: "2024-07-01", to: "2026-06-30", figures, source, standing: "remembered" },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures,
    source,
    standing: "derived",
    note: "The 2025 rate cut touched only the resident scale.",
  },
]);
