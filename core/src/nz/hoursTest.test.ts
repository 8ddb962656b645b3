/** The hours test of s 63(1)(b): from memory; common practice has no published worked example that we know. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar/dates.ts";
import { holidayRules } from "../rulebook/nz/holidayRules.ts";
import { shippedRuleBook } from "../rulebook/shippedRuleBook.ts";
import { grantsBetween } from "./entitlement.ts";
import { daysOfHoursTest, type PaidHours, passesHoursTest } from "./hoursTest.ts";

const rules = shippedRuleBook.row(holidayRules, "2026-06-01").figures;
/** Fortnights from 5 January 2026, with these hours in turn, over and over. */
const fortnights = (hours: readonly number[], many = 40): PaidHours[] =>
  Array.from({ length: many }, (_, at) => {
    const start = addDays("2026-01-05", at * 14);
    return { start, end: addDays(start, 13), hours: String(hours[at % hours.length]) };
  });

describe("the hours test of casuals", () => {
  it.each<[string, number[], boolean]>([
    ["three hours a fortnight", [3], false],
    ["ten a week, every week", [20], true],
    ["ten a week less an hour", [19], false],
    ["forty a fortnight, then none, over and over: 40 in every month", [40, 0], true],
    ["120 hours a quarter in one fortnight: a month without", [120, 0, 0, 0, 0, 0], false],
  ])("%s", (_what, hours, passes) => expect(passesHoursTest(fortnights(hours), "2026-07-05", rules)).toBe(passes));
  it("gives nothing to who works little, and days from when the test is passed, then each twelve months", () => {
    const service = (paidHours: PaidHours[]) => ({
      ...{ startDate: "2026-01-05", anewFrom: [], unpaid: [], keepsAnniversary: false },
      agreed: [{ from: "2026-01-05", withPay: true, annualWeeks: null, sickDays: null }],
      paidHours,
    });
    const granted = (paidHours: PaidHours[]) =>
      grantsBetween(service(paidHours), null, "2027-07-31", rules).map((each) => `${each.date} ${each.kind}`);
    expect(granted(fortnights([3]))).toEqual([]);
    expect(granted(fortnights([24]))).toEqual([
      "2026-07-05 sick",
      "2026-07-05 familyViolence",
      "2027-07-05 sick",
      "2027-07-05 familyViolence",
    ]);
    // Little until the end of June, then full fortnights: 240 and 10 hours by 12 October are 9.6 a week, 270 and 8 by the 26th are 10.6.
    const late = fortnights([30]).map((each) => (each.start < "2026-06-22" ? { ...each, hours: "2" } : each));
    expect(daysOfHoursTest(late, "2026-07-05", "2026-12-31", rules)).toEqual(["2026-10-26"]);
  });
  it("more hours never fail who passes", () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 6 }),
        fc.nat(20),
        (hours, more) => {
          const on = "2026-07-05";
          if (passesHoursTest(fortnights(hours), on, rules))
            expect(passesHoursTest(fortnights(hours.map((each) => each + more)), on, rules)).toBe(true);
        },
      ),
    ));
});
