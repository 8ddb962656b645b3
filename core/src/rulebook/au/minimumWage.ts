/** The national minimum wage: the floor under every adult hourly rate. */
import { table } from "../ruleBook.ts";

export interface MinimumWage {
  hourly: string;
  casualLoadingPercent: string;
  adultAge: string;
}

const source = {
  title: "Fair Work Commission, annual wage review",
  section: "National minimum wage order",
  seen: "from memory",
};

export const minimumWage = table<MinimumWage>("minimumWage", "National minimum wage", "AU", [
  {
    from: "2024-07-01",
    to: "2025-06-30",
    figures: { hourly: "24.10", casualLoadingPercent: "25", adultAge: "21" },
    source,
    standing: "remembered",
  },
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: { hourly: "24.95", casualLoadingPercent: "25", adultAge: "21" },
    source,
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: { hourly: "24.95", casualLoadingPercent: "25", adultAge: "21" },
    source,
    standing: "unsure",
    note: "The 2026 review's figure is not known; last year's is kept as the lowest that can be right.",
  },
]);
