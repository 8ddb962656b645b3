/** For how long records of pay must be kept. No pay is worked out from it. */
import type { IsoDate } from "../calendar/dates.ts";
import { addMonths } from "../calendar/dates.ts";
import { type Row, type RuleBook, table } from "./ruleBook.ts";

export interface RecordKeeping {
  /** whole years after the end of the year that a record belongs to */
  years: number;
}

export const recordKeepingTables = [
  table<RecordKeeping>("recordKeeping", "Keeping of records", "AU", [
    {
      from: "2009-07-01",
      to: "2099-12-31",
      figures: { years: 7 },
      source: {
        title: "Fair Work Act 2009",
        section: "s 535; Fair Work Regulations 2009, reg 3.31 ff",
        seen: "from memory",
      },
      standing: "remembered",
      note: "Tax law asks for five. Counted from the end of the payroll year, which is never too short.",
    },
  ]),
  table<RecordKeeping>("recordKeepingNz", "Keeping of records", "NZ", [
    {
      from: "1995-04-01",
      to: "2099-12-31",
      figures: { years: 7 },
      source: { title: "Tax Administration Act 1994", section: "s 22(2)", seen: "from memory" },
      standing: "remembered",
      note: "Employment Relations Act 2000, s 130, and Holidays Act 2003, s 81: six.",
    },
  ]),
] as const;

/**
 * The last day on which records must be kept.
 * @param country its code @param yearEnd end of the payroll year of the last of them @param today says which law
 * @returns null where the rule book says nothing: then they are kept
 */
export function keptUntil(
  rules: RuleBook,
  country: string,
  yearEnd: IsoDate,
  today: IsoDate,
): { until: IsoDate; row: Row<RecordKeeping> } | null {
  const of = recordKeepingTables.find((each) => each.country === country);
  const row = of && rules.find(of, today);
  return row ? { until: addMonths(yearEnd, 12 * row.figures.years), row } : null;
}
