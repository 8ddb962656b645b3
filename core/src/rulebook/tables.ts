/** Every table of the rule book, Australia first. */
import { tablesAu } from "./au/index.ts";
import { parentalPayAu } from "./au/parentalPayAu.ts";
import { payrollTaxRules } from "./au/payrollTaxRules.ts";
import { superChoiceRules } from "./au/superChoiceRules.ts";
import { announcedLeaveRules } from "./nz/announcedLeaveRules.ts";
import { employerSize } from "./nz/employerSize.ts";
import { tablesNz } from "./nz/index.ts";
import { parentalLeaveNz } from "./nz/parentalLeaveNz.ts";
import { startingOutNz } from "./nz/startingOutNz.ts";
import { recordKeepingTables } from "./recordKeeping.ts";

/** What no pay asks for is not among a country's own: its absence stops nobody's pay. */
export const allTables = [
  ...[...tablesAu, payrollTaxRules, parentalPayAu, superChoiceRules],
  ...[...tablesNz, employerSize, parentalLeaveNz, startingOutNz, announcedLeaveRules],
  ...recordKeepingTables,
] as const;
