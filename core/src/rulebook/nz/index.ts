/** All New Zealand tables, for the rules page and the tests that walk them. */
import { alternativeHolidayRules } from "./alternativeHolidayRules.ts";
import { deductionRatesNz } from "./deductionRatesNz.ts";
import { earnersLevy } from "./earnersLevy.ts";
import { holidayRules } from "./holidayRules.ts";
import { incomeTaxRates } from "./incomeTaxRates.ts";
import { minimumWageNz } from "./minimumWageNz.ts";
import { parentalLeaveNz } from "./parentalLeaveNz.ts";
import { protectedEarnings } from "./protectedEarnings.ts";
import { startingOutNz } from "./startingOutNz.ts";

export const tablesNz = [
  incomeTaxRates,
  earnersLevy,
  deductionRatesNz,
  minimumWageNz,
  startingOutNz,
  holidayRules,
  alternativeHolidayRules,
  parentalLeaveNz,
  protectedEarnings,
] as const;
