/** Reporting categories of Single Touch Payroll in words, as pay elements, opening figures and summaries say them. */
import { openingCategories } from "../openingYear.ts";

const words: Record<string, string> = {
  ...openingCategories,
  gross: "Gross",
  "paidLeave:U": "Unused leave on leaving",
  "lumpSum:R": "Lump sum A, redundancy",
  "lumpSum:T": "Lump sum A, other",
  "lumpSum:B": "Lump sum B",
  "lumpSum:D": "Lump sum D",
  "lumpSum:E": "Lump sum E",
  "lumpSum:W": "Return to work",
  "allowance:OD:H1": "Other allowance, home office",
  "allowance:OD:ND": "Other allowance, not deductible",
  "allowance:OD:T1": "Other allowance, transport or fares",
  "allowance:OD:U1": "Other allowance, uniform",
  "allowance:OD:V1": "Other allowance, private vehicle",
};

/** @param category "gross", "allowance:LD", "allowance:OD:T1", "deduction:F"… */
export function categoryWords(category: string): string {
  const [name, type, detail] = category.split(":");
  return words[category] ?? (detail ? `Other allowance ${detail}` : (words[`${name}:${type}`] ?? category));
}
