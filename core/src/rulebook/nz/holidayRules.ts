/** Holidays Act 2003: weeks, days, percents and service tests. */
import { type Source, table } from "../ruleBook.ts";

export interface HolidayRules {
  annualWeeks: string;
  /** 8 % of gross earnings, paid with each pay, at a closedown or at the end */
  percent: string;
  /** weeks of each entitlement that may be cashed up */
  cashUpWeeks: string;
  /** unpaid leave beyond so many weeks moves the anniversary */
  unpaidWeeks: string;
  serviceMonths: number;
  /** hours that stand in for continuous employment: a week on average, and in every week or every month */
  hoursTest: { aWeek: string; everyWeek: string; everyMonth: string };
  sick: { days: string; carries: string };
  familyViolenceDays: string;
  bereavementDays: { close: string; other: string };
  /** Accident Compensation Act 2001, ss 97 and 98: the employer's part of an injury at work */
  firstWeekPercent: string;
  firstWeekDays: string;
  /** per cent of the rate for hours on a public holiday */
  publicHolidayPercent: string;
}

const source: Source = {
  title: "Holidays Act 2003; Accident Compensation Act 2001, ss 97 and 98",
  section: "ss 16, 23, 25, 28A, 50, 63, 65, 70, 72H",
  seen: "from memory",
};

export const holidayRules = table<HolidayRules>("holidayRules", "Holidays and leave", "NZ", [
  {
    from: "2024-04-01",
    to: "2027-03-31",
    figures: {
      annualWeeks: "4",
      percent: "8",
      cashUpWeeks: "1",
      unpaidWeeks: "1",
      serviceMonths: 6,
      hoursTest: { aWeek: "10", everyWeek: "1", everyMonth: "40" },
      sick: { days: "10", carries: "10" },
      familyViolenceDays: "10",
      bereavementDays: { close: "3", other: "1" },
      firstWeekPercent: "80",
      firstWeekDays: "7",
      publicHolidayPercent: "150",
    },
    source,
    standing: "remembered",
    note: "A replacement Act was announced in September 2025; until it is in force the Act of 2003 governs.",
  },
]);
