/** Looking ahead in New Zealand: everything is due to Inland Revenue on one day; the employer's KiwiSaver. */
import { payeDueDate } from "@zesty/core/nz/documents/employmentInformation";
import { withFigures } from "@zesty/core/rulebook/aheadBook";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { tablesNz } from "@zesty/core/rulebook/nz/index";
import type { Table } from "@zesty/core/rulebook/ruleBook";
import type { AheadOfCountry } from "../ahead/aheadOfCountry.ts";

export const aheadNz: AheadOfCountry = {
  tables: tablesNz as readonly Table<unknown>[],
  dueDay: (_kind, payday, owner) => payeDueDate(payday, owner.filing?.large ?? false),
  // No rate here looks at what was paid before.
  counts: () => false,
  // Leave liability follows from average earnings that nobody has earned yet.
  foretellsLeave: false,
  contribution: {
    words: "Employer's KiwiSaver",
    at: (rules, employerPercent, from) =>
      withFigures(rules, deductionRatesNz, from, (each) => ({
        ...each,
        kiwiSaver: { ...each.kiwiSaver, employerPercent },
      })),
  },
};
