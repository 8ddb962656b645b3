/** All Australian tables, for the rules page and the tests that walk them. */
import { employmentStandards } from "./employmentStandards.ts";
import { expenseAllowanceRules } from "./expenseAllowanceRules.ts";
import { fringeBenefitRules } from "./fringeBenefitRules.ts";
import { longServiceRules } from "./longServiceRules.ts";
import { minimumWage } from "./minimumWage.ts";
import { studyLoanRates } from "./studyLoanRates.ts";
import { superGuaranteeRules } from "./superGuaranteeRules.ts";
import { generalInterestCharge, superLateRules } from "./superLateRules.ts";
import { terminationRules } from "./terminationRules.ts";
import { withholdingRates } from "./withholdingRates.ts";
import { withholdingScales } from "./withholdingScales.ts";
import { workingHolidayRates } from "./workingHolidayRates.ts";

export const tablesAu = [
  withholdingScales,
  withholdingRates,
  studyLoanRates,
  workingHolidayRates,
  superGuaranteeRules,
  superLateRules,
  generalInterestCharge,
  terminationRules,
  minimumWage,
  employmentStandards,
  longServiceRules,
  fringeBenefitRules,
  expenseAllowanceRules,
] as const;
