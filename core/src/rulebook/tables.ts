/** Every table of the rule book, Australia first. */
import { tablesAu } from "./au/index.ts";
import { payrollTaxRules } from "./au/payrollTaxRules.ts";
import { employerSize } from "./nz/employerSize.ts";
import { tablesNz } from "./nz/index.ts";
import { recordKeepingTables } from "./recordKeeping.ts";

/** What no pay asks for is not among a country's own: its absence stops nobody's pay. */
export const allTables = [...tablesAu, payrollTaxRules, ...tablesNz, employerSize, ...recordKeepingTables] as const;
