/** What a payslip shows, in the form that the page and the PDF draw: titles, lines and two tables. */
import type { IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { moneyText } from "../quantity/units.ts";
import { type Figure, sumOf } from "../working/figure.ts";

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

interface HoursLine {
  code?: string | undefined;
  name?: string | undefined;
  hours?: string | undefined;
  rate?: string | undefined;
  percent?: string | undefined;
  units?: string | undefined;
  corrects?: IsoDate | undefined;
}

/** Hours of one name at one rate are one line to who is paid for them, however books and leave divide them. */
export function alikeAsOne<L extends { line?: HoursLine | null; amount: Figure }>(lines: readonly L[]): L[] {
  const found = new Map<string, L>();
  lines.forEach((each, at) => {
    const { code, name, hours, rate, percent, units, corrects } = each.line ?? {};
    const isHours = hours !== undefined && rate !== undefined && units === undefined;
    const key = isHours ? JSON.stringify([code, name, decimal(rate).toString(), percent, corrects]) : String(at);
    const before = found.get(key);
    found.set(key, before ? together(before, each) : each);
  });
  return [...found.values()];
}

const together = <L extends { line?: HoursLine | null; amount: Figure }>(a: L, b: L): L => ({
  ...a,
  line: {
    ...a.line,
    hours: decimal(a.line?.hours ?? "0")
      .plus(b.line?.hours ?? "0")
      .toString(),
  },
  amount: sumOf(a.line?.name ?? "Hours", [a.amount, b.amount]),
});

/** Who gets a deduction, beside its name. */
export const toReceiver = (receiver: string | undefined) => (receiver ? `, to ${receiver}` : "");

/** Of a deduction with a total: what is left of it after this pay. */
export function leftNote(upTo: string | undefined, taken: Decimal): string {
  if (upTo === undefined) return "";
  const left = decimal(upTo).minus(taken);
  return left.gt(0) ? `, ${moneyText(left)} left` : ", nothing left";
}
