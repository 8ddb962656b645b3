/**
 * One row of a run sheet: what is known of the person, the elements of the business and what stands in the row.
 * Everything is plain data, so that the web worker and the server work out the same row from the same bytes.
 */
import type { IsoDate } from "../calendar/dates.ts";
import type { Cycle } from "../calendar/payPeriods.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import type { AllowanceCode, DeductionCode, ElementAu, PayInput, PayLine, PersonAu, ToDate } from "./payInput.ts";
import type { WorkedPay } from "./workedPay.ts";
import { workOut } from "./workOut.ts";

/** A pay element as a business has set it up. */
export interface PayElement {
  id: number;
  code: string;
  name: string;
  element: ElementAu;
  /** typed in the sheet as hours (at the person's rate) or as dollars */
  entry: "hours" | "amount";
  /** per cent of the person's rate, for hours */
  percent: string;
  leave: string | null;
  allowance: AllowanceCode | null;
  deduction: DeductionCode | null;
  taxable: boolean | null;
  superable: boolean | null;
}

/** What stands in the sheet for one element of one row. */
export interface SheetLine {
  elementId: number;
  hours?: string | undefined;
  /** typed over the person's own rate */
  rate?: string | undefined;
  amount?: string | undefined;
}

/** What the checks want to know of a person beside the pay itself. */
export interface PersonFacts {
  id: number;
  name: string;
  hourlyRate: string | null;
  /** what the award or agreement asks at least, before casual loading; null when not recorded */
  minimumRate: string | null;
  paidByHours: boolean;
  startDate: IsoDate;
  endDate: IsoDate | null;
  numberPendingSince: IsoDate | null;
  fund: string | null;
  memberNumber: string | null;
  bankAccounts: number;
  hasAddress: boolean;
  email: string | null;
}

export interface LastPay {
  payday: IsoDate;
  hours: string;
  gross: string;
  withheld: string;
  super: string;
  net: string;
}

export interface RowContext {
  payday: IsoDate;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  cycle: Cycle;
  periods: number;
  person: PersonAu;
  facts: PersonFacts;
  toDate: ToDate;
  /** leave balances before this pay, hours by kind */
  balances: Record<string, string>;
  lastPay: LastPay | null;
}

export interface WorkedRow {
  context: RowContext;
  input: PayInput;
  worked: WorkedPay;
}

/** The lines of a row as the pipeline takes them. Lines without hours or amount are left out. */
export function payInputOf(
  context: RowContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): PayInput {
  const payLines: PayLine[] = [];
  for (const line of lines) {
    const element = elements.get(line.elementId);
    if (!element) throw new RangeError(`The run has no pay element ${line.elementId}.`);
    const common = {
      element: element.element,
      name: element.name,
      code: element.code,
      ...(element.leave ? { leave: element.leave } : {}),
      ...(element.allowance ? { allowance: element.allowance } : {}),
      ...(element.deduction ? { deduction: element.deduction } : {}),
      ...(element.taxable === null ? {} : { taxable: element.taxable }),
      ...(element.superable === null ? {} : { superable: element.superable }),
    };
    if (line.amount !== undefined && line.amount !== "") payLines.push({ ...common, amount: line.amount });
    else if (line.hours !== undefined && line.hours !== "")
      payLines.push({
        ...common,
        hours: line.hours,
        rate: line.rate ?? context.facts.hourlyRate ?? "0",
        percent: element.percent,
      });
  }
  return {
    country: "AU",
    payday: context.payday,
    cycle: context.cycle,
    periods: context.periods,
    person: context.person,
    lines: payLines,
    toDate: context.toDate,
  };
}

export function workOutRow(
  context: RowContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): WorkedRow {
  const input = payInputOf(context, lines, elements);
  return { context, input, worked: workOut(input, rules) };
}
