/** Looking ahead in Australia: days of dues, the ceiling of super, and its rate. */
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { withholdingDueDate } from "@zesty/core/au/withholdingDue";
import { decimal } from "@zesty/core/quantity/decimal";
import { withFigures } from "@zesty/core/rulebook/aheadBook";
import { tablesAu } from "@zesty/core/rulebook/au/index";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import type { Table } from "@zesty/core/rulebook/ruleBook";
import type { AheadOfCountry } from "../ahead/aheadOfCountry.ts";
import { deductionDueDay } from "./signedParts.ts";

export const aheadAu: AheadOfCountry = {
  tables: tablesAu as readonly Table<unknown>[],
  dueDay: (kind, payday, owner, rules) =>
    kind === "super"
      ? superDueDate(payday, false, rules)
      : kind === "withholding"
        ? withholdingDueDate(payday, owner.withholder, rules)
        : deductionDueDay(payday),
  counts(worked, { payday }, paysAYear, rules) {
    if (worked.country !== "AU") return false;
    const { ceiling } = rules.row(superGuaranteeRules, payday).figures;
    const ofYear = decimal(ceiling.amount).times(ceiling.per === "quarter" ? 4 : 1);
    // Below the ceiling by as much as a pay may be above another, nothing that was paid before is looked at.
    const isNear = worked.super.counted.value.times(paysAYear).times("1.25").gt(ofYear);
    // Tax of a bonus looks at the average of the year before it.
    const isCounted = worked.lines.some(
      ({ group, line }) => group === "extra" || (line.allowance !== undefined && line.units !== undefined),
    );
    return isNear || isCounted;
  },
  looksAtEachPay: false,
  contribution: {
    words: "Super",
    at: (rules, percent, from) => withFigures(rules, superGuaranteeRules, from, (each) => ({ ...each, percent })),
  },
};
