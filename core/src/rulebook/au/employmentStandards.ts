/** Figures of the National Employment Standards that leave and hours go by. */
import { table } from "../ruleBook.ts";

export interface EmploymentStandards {
  /** leave accrues on ordinary hours up to this many a week */
  ordinaryHoursAWeek: string;
  /** weeks a year */
  annualWeeks: string;
  shiftWorkerWeeks: string;
  personalWeeks: string;
}

const source = {
  title: "Fair Work Act 2009, National Employment Standards",
  section: "ss 62, 87, 96",
  seen: "from memory",
};

export const employmentStandards = table<EmploymentStandards>(
  "employmentStandards",
  "National Employment Standards",
  "AU",
  [
    {
      from: "2024-07-01",
      to: "2027-06-30",
      figures: { ordinaryHoursAWeek: "38", annualWeeks: "4", shiftWorkerWeeks: "5", personalWeeks: "2" },
      source,
      standing: "published",
    },
  ],
);
