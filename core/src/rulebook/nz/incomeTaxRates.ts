/** Tax on pays by tax code: brackets, flat codes, the independent earner credit, extra pays. By payday. */
import { type Row, type Source, table } from "../ruleBook.ts";

export interface Bracket {
  /** annual income up to; null for the last */
  upTo: string | null;
  percent: string;
}

export interface IncomeTaxRates {
  brackets: readonly Bracket[];
  /** flat codes: per cent of every dollar */
  flat: {
    SB: string;
    S: string;
    SH: string;
    ST: string;
    SA: string;
    CAE: string;
    EDW: string;
    NSW: string;
    ND: string;
  };
  /** schedular payments where no rate was chosen */
  schedular: string;
  /** independent earner tax credit (code ME): in full from–to, then less `lessPercent` of what is above */
  independentEarner: { from: string; to: string; credit: string; lessPercent: string };
  /** what a secondary code stands on, for the rate of an extra pay */
  lowThreshold: { SB: string; S: string; SH: string; ST: string; SA: string };
}

const brackets = (...tops: string[]): Bracket[] =>
  ["10.5", "17.5", "30", "33", "39"].map((percent, at) => ({ upTo: tops[at] ?? null, percent }));
const flat = {
  SB: "10.5",
  S: "17.5",
  SH: "30",
  ST: "33",
  SA: "39",
  CAE: "17.5",
  EDW: "17.5",
  NSW: "10.5",
  ND: "45",
};
const source: Source = {
  title: "Income Tax Act 2007, Schedules 1 and 2; Payroll calculations and business rules specification",
  section: "PAYE by tax code; extra pays; s LC 13",
  seen: "from memory",
};

const old: IncomeTaxRates = {
  brackets: brackets("14000", "48000", "70000", "180000"),
  flat,
  schedular: "45",
  independentEarner: { from: "24000", to: "44000", credit: "520", lessPercent: "13" },
  lowThreshold: { SB: "0", S: "14001", SH: "48001", ST: "70001", SA: "180001" },
};
const now: IncomeTaxRates = {
  brackets: brackets("15600", "53500", "78100", "180000"),
  flat,
  schedular: "45",
  independentEarner: { from: "24000", to: "66000", credit: "520", lessPercent: "13" },
  lowThreshold: { SB: "0", S: "15601", SH: "53501", ST: "78101", SA: "180001" },
};

const rows: Row<IncomeTaxRates>[] = [
  { from: "2024-04-01", to: "2024-07-30", figures: old, source, standing: "remembered" },
  { from: "2024-07-31", to: "2026-03-31", figures: now, source, standing: "remembered" },
  {
    from: "2026-04-01",
    to: "2027-03-31",
    figures: now,
    source,
    standing: "remembered",
    note: "No change is known for the year ended 31 March 2027.",
  },
];

export const incomeTaxRates = table("incomeTaxRates", "PAYE by tax code", "NZ", rows);
