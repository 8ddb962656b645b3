/**
 * Coefficients of Schedule 1 (NAT 1004), by scale. y = a·x − b for the first row whose limit x is below.
 * The last row of a scale has no limit. A row without a and b withholds nothing.
 */
import { type Row, table } from "../ruleBook.ts";

export interface Coefficient {
  below: string | null;
  a: string;
  b: string;
}

export type ScaleName = "1" | "2" | "3" | "5" | "6";

export interface WithholdingScales {
  method: "weekly-coefficients";
  scales: Record<ScaleName, readonly Coefficient[]>;
  /** the Medicare levy thresholds that the scales embed, for the Medicare levy adjustment of Schedule 1 */
  medicare: {
    family: string;
    eachChild: string;
    full: { start: string; endOfShadeIn: string; levy: string };
    half: { start: string; endOfShadeIn: string; levy: string };
  };
}

const scale = (...rows: [string | null, string, string][]): Coefficient[] =>
  rows.map(([below, a, b]) => ({ below, a, b }));

const from2024: WithholdingScales = {
  method: "weekly-coefficients",
  scales: {
    "1": scale(
      ["150", "0.1600", "0.1600"],
      ["371", "0.2117", "7.7550"],
      ["515", "0.1890", "-0.6702"],
      ["932", "0.3227", "68.2367"],
      ["2246", "0.3200", "65.7202"],
      ["3303", "0.3900", "222.9510"],
      [null, "0.4700", "487.2587"],
    ),
    "2": scale(
      ["361", "0", "0"],
      ["500", "0.1600", "57.8462"],
      ["625", "0.2600", "107.8462"],
      ["721", "0.1800", "57.8462"],
      ["865", "0.1890", "64.3365"],
      ["1282", "0.3227", "180.0385"],
      ["2596", "0.3200", "176.5769"],
      ["3653", "0.3900", "358.3077"],
      [null, "0.4700", "650.6154"],
    ),
    "3": scale(["2596", "0.3000", "0.3000"], ["3653", "0.3700", "181.7308"], [null, "0.4500", "474.0385"]),
    "5": scale(
      ["361", "0", "0"],
      ["721", "0.1600", "57.8462"],
      ["865", "0.1690", "64.3365"],
      ["1282", "0.3027", "180.0385"],
      ["2596", "0.3000", "176.5769"],
      ["3653", "0.3700", "358.3077"],
      [null, "0.4500", "650.6154"],
    ),
    "6": scale(
      ["361", "0", "0"],
      ["721", "0.1600", "57.8462"],
      ["843", "0.1690", "64.3365"],
      ["865", "0.2190", "106.4962"],
      ["1053", "0.3527", "222.1981"],
      ["1282", "0.3127", "180.0385"],
      ["2596", "0.3100", "176.5769"],
      ["3653", "0.3800", "358.3077"],
      [null, "0.4600", "650.6154"],
    ),
  },
  medicare: {
    family: "43846",
    eachChild: "4027",
    full: { start: "500.00", endOfShadeIn: "625", levy: "0.02" },
    half: { start: "843.19", endOfShadeIn: "1053", levy: "0.01" },
  },
};

const from2026: WithholdingScales = {
  method: "weekly-coefficients",
  scales: {
    "1": scale(
      ["173", "0.1500", "0.1500"],
      ["371", "0.2054", "9.6119"],
      ["515", "0.1790", "-0.1866"],
      ["932", "0.3227", "73.8742"],
      ["2246", "0.3200", "71.3577"],
      ["3303", "0.3900", "228.5884"],
      [null, "0.4700", "492.8961"],
    ),
    "2": scale(
      ["362", "0", "0"],
      ["523", "0.1500", "54.3462"],
      ["654", "0.2500", "106.6962"],
      ["721", "0.1700", "54.3462"],
      ["865", "0.1790", "60.8365"],
      ["1282", "0.3227", "185.1923"],
      ["2596", "0.3200", "181.7308"],
      ["3653", "0.3900", "363.4615"],
      [null, "0.4700", "655.7692"],
    ),
    "3": scale(["2596", "0.3000", "0.3000"], ["3653", "0.3700", "181.7308"], [null, "0.4500", "474.0385"]),
    "5": scale(
      ["362", "0", "0"],
      ["721", "0.1500", "54.3462"],
      ["865", "0.1590", "60.8365"],
      ["1282", "0.3027", "185.1923"],
      ["2596", "0.3000", "181.7308"],
      ["3653", "0.3700", "363.4615"],
      [null, "0.4500", "655.7692"],
    ),
    "6": scale(
      ["362", "0", "0"],
      ["721", "0.1500", "54.3462"],
      ["865", "0.1590", "60.8365"],
      ["882", "0.3027", "185.1923"],
      ["1103", "0.3527", "229.3337"],
      ["1282", "0.3127", "185.1923"],
      ["2596", "0.3100", "181.7308"],
      ["3653", "0.3800", "363.4615"],
      [null, "0.4600", "655.7692"],
    ),
  },
  medicare: {
    family: "45907",
    eachChild: "4216",
    full: { start: "523.50", endOfShadeIn: "654", levy: "0.02" },
    half: { start: "882.83", endOfShadeIn: "1103", levy: "0.01" },
  },
};

const schedule1 = {
  title: "Schedule 1, statement of formulas for calculating amounts to be withheld (NAT 1004)",
  section: "Coefficients by scale",
  seen: "from memory",
};

const rows: Row<WithholdingScales>[] = [
  { from: "2024-07-01", to: "2025-06-30", figures: from2024, source: schedule1, standing: "remembered" },
  {
    from: "2025-07-01",
    to: "2026-06-30",
    figures: from2024,
    source: { ...schedule1, section: "Coefficients by scale, unchanged for 2025–26" },
    standing: "remembered",
  },
  {
    from: "2026-07-01",
    to: "2027-06-30",
    figures: from2026,
    source: {
      title: "Income tax rates enacted March 2025, put through the structure of Schedule 1",
      section: "Coefficients rebuilt: first rate 15\u00a0%, Medicare thresholds 27,222 and 45,907",
      seen: "from memory",
    },
    standing: "derived",
    note: "The published schedule for 2026–27 had not been seen; it may embed later Medicare thresholds, which would move scale 1, and low pays on scales 2 and 6.",
  },
];

export const withholdingScales = table("withholdingScales", "PAYG withholding, Schedule 1", "AU", rows);
