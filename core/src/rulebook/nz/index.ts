/** All New Zealand tables, for the rules page and the tests that walk them. */
import { alternativeHolidayRules } from "./alternativeHolidayRules.ts";
import { deductionRatesNz } from "./deductionRatesNz.ts";
import { earnersLevy } from "./earnersLevy.ts";
import { holidayRules } from "./holidayRules.ts";
import { incomeTaxRates } from "./incomeTaxRates.ts";
import { minimumWageNz } from "./minimumWageNz.ts";
import { protectedEarnings } from "./protectedEarnings.ts";

export const tablesNz = [
  incomeTaxRates,
  earnersLevy,
  deductionRatesNz,
  minimumWageNz,
  holidayRules,
  alternativeHolidayRules,
  protectedEarnings,
] as const;
