/**
 * Study and training support loans, Schedule 8 (NAT 3539). Two methods: a per cent of all weekly earnings (before
 * 24 September 2025) and marginal coefficients (from then on). The row names its method.
 */

import { table } from "../ruleBook.ts";
import type { Coefficient } from "./withholdingScales.ts";

export interface PercentStep {
  /** weekly earnings from, threshold claimed or foreign resident */
  from: string;
  /** weekly earnings from, threshold not claimed: 350 less */
  fromWithoutThreshold: string;
  percent: string;
}

export type StudyLoanRates =
  | { method: "percent-of-all"; steps: readonly PercentStep[] }
  | { method: "marginal"; claimed: readonly Coefficient[]; notClaimed: readonly Coefficient[] };

const steps = (rows: readonly (readonly [string, string, string])[]): PercentStep[] =>
  rows.map(([from, fromWithoutThreshold, percent]) => ({ from, fromWithoutThreshold, percent }));

const marginal = (rows: readonly (readonly [string | null, string, string])[]): Coefficient[] =>
  rows.map(([below, a, b]) => ({ below, a, b }));

const year2024 = steps([
  ["1046", "696", "1"],
  ["1208", "858", "2"],
  ["1281", "931", "2.5"],
  ["1358", "1008", "3"],
  ["1439", "1089", "3.5"],
  ["1525", "1175", "4"],
  ["1617", "1267", "4.5"],
  ["1714", "1364", "5"],
  ["1817", "1467", "5.5"],
  ["1926", "1576", "6"],
  ["2042", "1692", "6.5"],
  ["2164", "1814", "7"],
  ["2294", "1944", "7.5"],
  ["2432", "2082", "8"],
  ["2578", "2228", "8.5"],
  ["2732", "2382", "9"],
  ["2896", "2546", "9.5"],
  ["3070", "2720", "10"],
]);

const julyToSeptember2025 = steps([
  ["1079", "729", "1"],
  ["1246", "896", "2"],
  ["1321", "971", "2.5"],
  ["1401", "1051", "3"],
  ["1485", "1135", "3.5"],
  ["1574", "1224", "4"],
  ["1668", "1318", "4.5"],
  ["1768", "1418", "5"],
  ["1874", "1524", "5.5"],
  ["1987", "1637", "6"],
  ["2106", "1756", "6.5"],
  ["2233", "1883", "7"],
  ["2366", "2016", "7.5"],
  ["2508", "2158", "8"],
  ["2659", "2309", "8.5"],
  ["2819", "2469", "9"],
  ["2988", "2638", "9.5"],
  ["3167", "2817", "10"],
]);

const schedule8 = { title: "Schedule 8, study and training support loans (NAT 3539)", seen: "from memory" };

/**
 * The row above 10 % without the threshold: it is not sure whether the published b is 0 or −35. The house
 * takes the first reading, 0 (docs/rules/readings.md).
 */
const topWithoutThreshold = "0";

export const studyLoanRates = table<StudyLoanRates>("studyLoanRates", "Study and training support loans", "AU", [
  {
    from: "2024-07-01",
    to: "2025-06-30",
    figures: { method: "percent-of-all", steps: year2024 },
    source: { ...schedule8, section: "Per cent of earnings, 2024–25" },
    standing: "remembered",
  },
  {
    from: "2025-07-01",
    to: "2025-09-23",
    figures: { method: "percent-of-all", steps: julyToSeptember2025 },
    source: { ...schedule8, section: "Per cent of earnings, indexed for 2025–26" },
    standing: "derived",
    note: "The steps of 2024–25 times 164,712 ÷ 159,664, to the dollar, then ÷ 52 with cents dropped.",
  },
  {
    from: "2025-09-24",
    to: "2026-06-30",
    figures: {
      method: "marginal",
      claimed: marginal([
        ["1288", "0", "0"],
        ["2403", "0.1500", "193.2692"],
        ["3447", "0.1700", "241.3462"],
        [null, "0.1000", "0"],
      ]),
      notClaimed: marginal([
        ["938", "0", "0"],
        ["2053", "0.1500", "140.7692"],
        ["3097", "0.1700", "181.8462"],
        [null, "0.1000", topWithoutThreshold],
      ]),
    },
    source: { ...schedule8, section: "Marginal coefficients, payments from 24 September 2025" },
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: {
      method: "marginal",
      claimed: marginal([
        ["1337", "0", "0"],
        ["2494", "0.1500", "200.5615"],
        ["3577", "0.1700", "250.4527"],
        [null, "0.1000", "0"],
      ]),
      notClaimed: marginal([
        ["987", "0", "0"],
        ["2144", "0.1500", "148.0615"],
        ["3227", "0.1700", "190.9527"],
        [null, "0.1000", topWithoutThreshold],
      ]),
    },
    source: { ...schedule8, section: "Shape enacted 2025, thresholds 69,528 and 129,717 indexed" },
    standing: "unsure",
    note: "The indexed thresholds are a faint recollection. They do agree with each other: where 17 % and 10 % of all meet is 186,050, as recalled.",
  },
]);
