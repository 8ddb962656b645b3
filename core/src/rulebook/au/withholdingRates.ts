/** The single rates and percents that stand beside the scales of Schedule 1. */
import type { Cycle } from "../../calendar/payPeriods.ts";
import { table } from "../ruleBook.ts";

export interface WithholdingRates {
  /** per cent of earnings when no tax file number is given */
  noNumberResident: string;
  noNumberForeign: string;
  /** days for which an applied-for number is treated as given */
  pendingDays: string;
  /** under this age and earning no more than this a week: nothing withheld for want of a number */
  youngUnder: string;
  youngWeekly: string;
  /** withheld tax is due on this day of the next month, for a medium withholder (TAA 1953, Schedule 1, s 16-75) */
  dueDay: string;
  /** day of the month in which a small withholder's quarter is due */
  quarterDay: string;
  /** share of a yearly tax offset for one pay, per cent */
  offsetPercent: Record<Cycle, string>;
}

const figures: WithholdingRates = {
  noNumberResident: "47",
  noNumberForeign: "45",
  pendingDays: "28",
  youngUnder: "18",
  youngWeekly: "350",
  dueDay: "21",
  quarterDay: "28",
  // four-weekly and half-monthly are derived: four weeks, half a month
  offsetPercent: {
    weekly: "1.9",
    fortnightly: "3.8",
    "four-weekly": "7.6",
    "half-monthly": "4.15",
    monthly: "8.3",
    quarterly: "25",
  },
};

const source = {
  title: "Schedule 1 (NAT 1004)",
  section: "No tax file number; tax offsets",
  seen: "from memory",
};

export const withholdingRates = table<WithholdingRates>("withholdingRates", "PAYG withholding: single rates", "AU", [
  { from: "2024-07-01", to: "2026-06-30", figures, source, standing: "remembered" },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures,
    source,
    standing: "derived",
    note: "The 2025 Act changed the first resident rate only; top rate and offset percents are carried on.",
  },
]);
