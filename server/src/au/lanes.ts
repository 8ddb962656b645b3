/** Lanes of a person's line of time that only Australia has. */

import { incomeWords } from "@zesty/core/au/taxDeclaration";
import { dateWords } from "@zesty/core/calendar/dates";
import { entitlementWords } from "@zesty/core/leave/accrual";
import { leaveWords } from "@zesty/core/leave/kinds";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { amount, type Fact, type Lane, lane, type Names, said, shown } from "../people/lanes.ts";
import { places } from "../store/crypt.ts";
import { leaveTerms, superChoice, taxDeclaration } from "../store/schema.ts";

export const lanesAu = (context: Context, who: Who, names: Names): Lane[] => [
  lane("tax", "Tax", taxDeclaration, (row) => [
    ["Threshold", said(row.taxFreeThreshold, "threshold claimed", "threshold not claimed")],
    [
      "Tax file number",
      row.numberStatus === "given"
        ? shown(context, row.fileNumber, places.taxNumber(who.id))
        : said(row.numberStatus === "pending", "applied for", "not given"),
    ],
    ["Residency", row.residency === "resident" ? "resident" : row.residency.replace("-", " ")],
    ["Income", row.income && incomeWords[row.income].toLowerCase()],
    ["Study loan", said(row.studyLoan, "study loan", "no study loan")],
    ["Medicare levy", row.medicare],
    ["Offsets a year", amount(row.offsetsPerYearCents)],
    ["More to withhold", amount(row.extraPerPayCents)],
    ["Varied to", row.variationPercent && `${row.variationPercent} %`],
    ["Home country", row.homeCountry],
  ]),
  lane("super", "Super", superChoice, (row) => [
    ["Fund", names.funds.get(row.fundId ?? 0) ?? "none"],
    ["Member number", row.memberNumber],
    ["Guarantee", said(!row.guarantee, "no guarantee owed")],
    ["How", row.how && { chosen: "chosen", stapled: "stapled", default: "default fund" }[row.how]],
    ["Agreed", row.agreedPercent && `${row.agreedPercent} %`],
    ["Shares", row.shares?.map((each) => `${names.funds.get(each.fundId)} ${each.percent} %`).join(", ") ?? null],
  ]),
  lane(
    "leave",
    "Leave",
    leaveTerms,
    (row) => [
      ...row.entitlements.map((each): Fact => [leaveWords(each.kind), entitlementWords(each)]),
      ["Loading", row.loadingPercent && `${row.loadingPercent} %`],
      ["Service counts from", row.countsFrom && dateWords(row.countsFrom)],
    ],
    true,
  ),
];
