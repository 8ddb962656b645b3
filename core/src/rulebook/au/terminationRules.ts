/** Irregular and final payments: Schedules 5, 7 and 11, and the tax-free part of a genuine redundancy. */
import { table } from "../ruleBook.ts";

export interface TerminationRules {
  /** most that is withheld from a bonus or back payment, per cent (Schedule 5) */
  extraCapPercent: string;
  /** flat rate on unused leave (Schedule 7), and the points less for a foreign resident */
  leaveFlatPercent: string;
  foreignLess: string;
  /** share of long service leave accrued before 16 August 1978 that is taxed at the margin */
  before1978Percent: string;
  /** unused leave below this: the smaller of flat and marginal */
  smallLeave: string;
  etpCap: string;
  wholeOfIncomeCap: string;
  preservationAge: string;
  etpPercent: { underAge: string; fromAge: string; aboveCap: string; nonDependant: string };
  redundancyBase: string;
  redundancyPerYear: string;
  /** from this age a redundancy has no tax-free part (pension age) */
  pensionAge: string;
  /** Schedule 4: per cent on each slice of a return-to-work payment; a foreign resident has `foreignLess` less */
  returnToWork: readonly { over: string; percent: string }[];
}

const same = {
  extraCapPercent: "47",
  leaveFlatPercent: "32",
  foreignLess: "2",
  before1978Percent: "5",
  smallLeave: "300",
  wholeOfIncomeCap: "180000",
  preservationAge: "60",
  etpPercent: { underAge: "32", fromAge: "17", aboveCap: "47", nonDependant: "32" },
  pensionAge: "67",
  // Unsure (60 %): the schedule's rates as remembered for payments from 1 July 2024.
  returnToWork: [
    { over: "0", percent: "32" },
    { over: "135000", percent: "39" },
    { over: "190000", percent: "47" },
  ],
};
const source = {
  title: "Schedules 4, 5 (NAT 3348), 7 (NAT 3351) and 11; key superannuation rates and thresholds",
  section: "Caps and rates",
  seen: "from memory",
};

const returnToWorkNote = "The rates of a return-to-work payment (Schedule 4) are unsure.";

export const terminationRules = table<TerminationRules>("terminationRules", "Irregular and final payments", "AU", [
  {
    from: "2024-07-01",
    to: "2025-06-30",
    figures: { ...same, etpCap: "245000", redundancyBase: "12524", redundancyPerYear: "6264" },
    source,
    standing: "remembered",
    note: returnToWorkNote,
  },
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: { ...same, etpCap: "260000", redundancyBase: "13100", redundancyPerYear: "6552" },
    source,
    standing: "remembered",
    note: returnToWorkNote,
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: { ...same, etpCap: "270000", redundancyBase: "13100", redundancyPerYear: "6552" },
    source,
    standing: "unsure",
    note: "The ETP cap of 270,000 is a guess at its indexed value; the redundancy amounts are last year's, not yet indexed. The rates of a return-to-work payment (Schedule 4) are unsure.",
  },
]);
