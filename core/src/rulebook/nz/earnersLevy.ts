/** ACC earners' levy: part of PAYE, up to a yearly maximum of earnings. */
import { table } from "../ruleBook.ts";

export interface EarnersLevy {
  percent: string;
  maximumEarnings: string;
}

const source = {
  title: "ACC earners' levy regulations",
  section: "Rate and maximum earnings, GST with it",
  seen: "from memory",
};

export const earnersLevy = table<EarnersLevy>("earnersLevy", "ACC earners' levy", "NZ", [
  {
    from: "2024-04-01",
    to: "2025-03-31",
    figures: { percent: "1.60", maximumEarnings: "142283" },
    source,
    standing: "remembered",
  },
  {
    from: "2025-04-01",
    to: "2026-03-31",
    figures: { percent: "1.67", maximumEarnings: "152790" },
    source,
    standing: "remembered",
  },
  {
    from: "2026-04-01",
    to: "2027-03-31",
    figures: { percent: "1.75", maximumEarnings: "156641" },
    source,
    standing: "unsure",
    note: "The rate of 1.75 % is firm; the maximum of 156,641 is not.",
  },
]);
