/** Looking ahead in New Zealand: everything is due to Inland Revenue on one day; the employer's KiwiSaver. */
import { payeDueDate } from "@zesty/core/nz/documents/employmentInformation";
import { withFigures } from "@zesty/core/rulebook/aheadBook";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { tablesNz } from "@zesty/core/rulebook/nz/index";
import type { Table } from "@zesty/core/rulebook/ruleBook";
import type { AheadOfCountry } from "../ahead/aheadOfCountry.ts";
import { deductionDueDayNz } from "./signedParts.ts";

export const aheadNz: AheadOfCountry = {
  tables: tablesNz as readonly Table<unknown>[],
  dueDay: (kind, payday, owner) =>
    kind === "deduction" ? deductionDueDayNz(payday) : payeDueDate(payday, owner.filing?.large ?? false),
  // An order with a total ends; a bonus is taxed by the four weeks before it.
  counts: (worked, row) =>
    worked.country === "NZ" &&
    row.country === "NZ" &&
    ((row.person.orders?.length ?? 0) > 0 || worked.lines.some((line) => line.side === "extra")),
  // Averages and what is paid at the end go by each pay period (Holidays Act 2003, ss 21 to 25).
  looksAtEachPay: true,
  contribution: {
    words: "Employer's KiwiSaver",
    at: (rules, employerPercent, from) =>
      withFigures(rules, deductionRatesNz, from, (each) => ({
        ...each,
        kiwiSaver: { ...each.kiwiSaver, employerPercent },
      })),
  },
};
