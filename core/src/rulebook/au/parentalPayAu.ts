/** Government parental leave pay that an employer passes on. */
import { table } from "../ruleBook.ts";

export interface ParentalPayAu {
  /** payable days of both parents */
  days: string;
  /** of them kept for the other parent */
  otherParentDays: string;
}

const source = {
  title: "Paid Parental Leave Act 2010",
  section: "as amended 2024: 110 days, ten more each 1 July until 130",
  seen: "from memory",
};

export const parentalPayAu = table<ParentalPayAu>("parentalPayAu", "Government parental leave pay", "AU", [
  {
    from: "2024-07-01",
    to: "2025-06-30",
    figures: { days: "110", otherParentDays: "10" },
    source,
    standing: "remembered",
  },
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: { days: "120", otherParentDays: "15" },
    source,
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: { days: "130", otherParentDays: "20" },
    source,
    standing: "remembered",
  },
]);
