/** What late super costs, by the payday whose law it falls under; and the general interest charge of each quarter. */
import { table } from "../ruleBook.ts";

export type SuperLateRules =
  | {
      law: "quarter";
      /** a year's nominal interest in per cent, from the first day of the quarter */
      interestPercent: string;
      /** administration, dollars for each person and quarter */
      perPerson: string;
      /** day of the second month after the quarter by which the statement is lodged */
      statementDay: string;
    }
  | {
      law: "payday";
      /** per cent of final shortfall and notional earnings, before any reduction */
      upliftPercent: string;
    };

const source = { title: "Superannuation Guarantee (Administration) Act 1992", seen: "from memory" };

export const superLateRules = table<SuperLateRules>("superLateRules", "Late super", "AU", [
  {
    from: "2024-07-01",
    to: "2026-06-30",
    figures: { law: "quarter", interestPercent: "10", perPerson: "20", statementDay: "28" },
    source: { ...source, section: "ss 31, 32: nominal interest and administration component; statement by the 28th" },
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: { law: "payday", upliftPercent: "60" },
    source: { ...source, section: "Payday super: administrative uplift, as amended November 2025" },
    standing: "unsure",
    note: "Reductions for a clean record and for a voluntary disclosure are left out, so the figure is the most that it comes to.",
  },
]);

/** Per cent a year, compounded by the day. */
export const generalInterestCharge = table<{ percent: string }>(
  "generalInterestCharge",
  "General interest charge",
  "AU",
  [
    {
      from: "2025-10-01",
      to: "2027-06-30",
      figures: { percent: "10.61" },
      source: {
        title: "Taxation Administration Act 1953",
        section: "s 8AAD: base interest rate and 7 points; the rate of October to December 2025",
        seen: "from memory",
      },
      standing: "unsure",
      note: "The rate moves each quarter. Those after December 2025 are not known here: load them as they are published.",
    },
  ],
);
