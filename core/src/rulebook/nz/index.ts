/** All New Zealand tables, for the rules page and the tests that walk them. */
import { deductionRatesNz } from "./deductionRatesNz.ts";
import { earnersLevy } from "./earnersLevy.ts";
import { incomeTaxRates } from "./incomeTaxRates.ts";
import { minimumWageNz } from "./minimumWageNz.ts";

export const tablesNz = [incomeTaxRates, earnersLevy, deductionRatesNz, minimumWageNz] as const;
