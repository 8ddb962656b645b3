/** What a payslip shows, in the form that the page and the PDF draw: titles, lines and two tables. */
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { moneyText } from "../quantity/units.ts";

export interface PayslipLine {
  name: string;
  hours: string | null;
  rate: string | null;
  amount: string;
  yearToDate: string;
}

/** Rows of text; the first column is words, the others stand to the right. Money is plain text with two decimals. */
export interface SlipTable {
  head: string[];
  /** which columns are money */
  money: number[];
  /** which columns are dates */
  dates: number[];
  rows: string[][];
}

export interface SlipLayout {
  registration: string;
  facts: [string, string][];
  taxTitle: string;
  deductions: PayslipLine[];
  contributions: SlipTable;
  leave: SlipTable;
}

/** Who gets a deduction, beside its name. */
export const toReceiver = (receiver: string | undefined) => (receiver ? `, to ${receiver}` : "");

/** Of a deduction with a total: what is left of it after this pay. */
export function leftNote(upTo: string | undefined, taken: Decimal): string {
  if (upTo === undefined) return "";
  const left = decimal(upTo).minus(taken);
  return left.gt(0) ? `, ${moneyText(left)} left` : ", nothing left";
}
