/** What a country's law makes of recorded time beside the agreement. */
import { leaveKinds } from "../leave/kinds.ts";
import { leaveKindsNz } from "../nz/pay/elements.ts";
import type { CountryCode } from "./countries.ts";

export interface TimeRules {
  /**
   * hours on a public holiday are paid under an element of their own, a holiday not worked is paid by the day, and one
   * worked by who would have worked then earns another day
   */
  holidaysByDay: boolean;
  /** the days on which somebody worked go into the pay's own record */
  daysWorked: boolean;
  /** kinds of leave in which a public holiday is not paid: who is away without pay would not have worked */
  holidayGoesWith: readonly string[];
  /** kinds of leave without pay */
  unpaidLeave: readonly string[];
  /** the day of a year, as 07-01, from which pay guides are new with the first full pay period; null: no such day */
  newGuides: string | null;
  /** kinds of leave that are paid as if the time had been worked, loadings and penalties too */
  fullRate: readonly string[];
}

export const timeRules: Record<CountryCode, TimeRules> = {
  // Public holidays are priced by the agreement (Fair Work Act 2009, s 114 to 116).
  AU: {
    ...{ holidaysByDay: false, daysWorked: false },
    holidayGoesWith: leaveKinds.filter((kind) => kind.holidayGoesWith).map(({ code }) => code),
    unpaidLeave: leaveKinds.filter((kind) => kind.unpaid).map(({ code }) => code),
    // Fair Work Act 2009, s 286: the yearly wage review.
    newGuides: "07-01",
    // Fair Work Act 2009, s 106BA.
    fullRate: ["familyViolence"],
  },
  // Holidays Act 2003, ss 49, 50, 56 and 81.
  NZ: {
    holidaysByDay: true,
    daysWorked: true,
    holidayGoesWith: leaveKindsNz.filter((kind) => kind.holidayGoesWith).map(({ code }) => code),
    unpaidLeave: leaveKindsNz.filter((kind) => kind.unpaid).map(({ code }) => code),
    newGuides: null,
    fullRate: [],
  },
};

export const timeRulesIn = (country: CountryCode): TimeRules => timeRules[country];
