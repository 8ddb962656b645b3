/** What was announced in September 2025 to take the place of the Holidays Act: foresight alone, no pay goes by it. */
import { table } from "../ruleBook.ts";

export interface AnnouncedLeaveRules {
  /** weeks of annual leave of so many weeks of hours */
  annual: { weeks: string; of: string };
  /** days of sick leave of so many days of hours */
  sick: { days: string; of: string };
  /** per cent of the pay of hours of a casual, and of those beyond the agreed, paid instead of leave */
  insteadPercent: string;
}

export const announcedLeaveRules = table<AnnouncedLeaveRules>("announcedLeaveRules", "Leave as announced", "NZ", [
  {
    from: "2024-04-01",
    to: "2028-03-31",
    figures: { annual: { weeks: "4", of: "52" }, sick: { days: "10", of: "260" }, insteadPercent: "12.5" },
    source: {
      title: "Announcement of 23 September 2025 of an Act in place of the Holidays Act 2003",
      section: "leave in hours from the first day; compensation in place of leave",
      seen: "from memory",
    },
    standing: "unsure",
    note: "No law: shown beside the Act of 2003 where it is asked for. Nothing is paid by it.",
  },
]);
