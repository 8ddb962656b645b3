/** Superannuation guarantee: rate, base, ceiling and due date by payment date. A change of method is a row too. */
import { table } from "../ruleBook.ts";

export interface SuperGuaranteeRules {
  percent: string;
  base: "ordinary time earnings" | "qualifying earnings";
  /** elements that count towards the base unless the pay element says otherwise */
  counts: readonly string[];
  ceiling: { per: "quarter" | "year"; amount: string };
  due: { method: "quarter"; daysAfterQuarter: number } | { method: "payday"; businessDays: number; newPerson: number };
  /** under this age super is owed only for weeks with more than these hours */
  young: { under: string; hoursOver: string };
  /** guarantee and sacrifice above this in a year are taxed on the person: a warning, not a block */
  concessionalCap: string;
}

const counts = [
  "ordinary",
  "leaveTaken",
  "leaveLoading",
  "allowance",
  "bonus",
  "backPay",
  "commission",
  "directorFee",
] as const;
const young = { under: "18", hoursOver: "30" };
const source = {
  title: "Superannuation Guarantee (Administration) Act 1992",
  section: "Rate, ordinary time earnings, maximum contribution base",
  seen: "from memory",
};
const quarterly = { method: "quarter", daysAfterQuarter: 28 } as const;

export const superGuaranteeRules = table<SuperGuaranteeRules>("superGuaranteeRules", "Super guarantee", "AU", [
  {
    from: "2024-07-01",
    to: "2025-06-30",
    figures: {
      percent: "11.5",
      base: "ordinary time earnings",
      counts,
      ceiling: { per: "quarter", amount: "65070" },
      due: quarterly,
      young,
      concessionalCap: "30000",
    },
    source,
    standing: "remembered",
  },
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: {
      percent: "12",
      base: "ordinary time earnings",
      counts,
      ceiling: { per: "quarter", amount: "62500" },
      due: quarterly,
      young,
      concessionalCap: "30000",
    },
    source,
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: {
      percent: "12",
      base: "qualifying earnings",
      counts,
      ceiling: { per: "year", amount: "270830" },
      due: { method: "payday", businessDays: 7, newPerson: 20 },
      young,
      concessionalCap: "32500",
    },
    source: { ...source, section: "Payday super, as amended November 2025; base = cap × 100 ÷ 12" },
    standing: "unsure",
    note: "Rate and seven business days are firm. The yearly maximum contribution base follows from a concessional cap of 32,500, which is not certain.",
  },
]);
