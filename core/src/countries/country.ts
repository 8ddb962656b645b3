/**
 * What a country is to the rest of the program: how a row becomes a pay, how a pay is examined, shown and kept. A
 * country's law stands in its own files; whoever handles pays of any country asks its value and never its code.
 */

import type { IsoDate } from "../calendar/dates.ts";
import type { PayrollYear } from "../calendar/payrollYear.ts";
import type { Mark } from "../checks/mark.ts";
import { timeChecks } from "../checks/timeChecks.ts";
import type { Fact } from "../pay/facts.ts";
import type { Accrual, AccruingHours, Extras } from "../pay/input.ts";
import type { PayElement, PersonFactsBase, RowBase, SheetLine } from "../pay/row.ts";
import type { RowFigures } from "../pay/snapshot.ts";
import type { Treatment } from "../pay/treatment.ts";
import type { Decimal } from "../quantity/decimal.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import type { Figure } from "../working/figure.ts";

/** Hours that leave accrues on, by the basis and the leave that they do so by; and those of the pay's end. */
export interface Accruing {
  parts: AccruingHours[];
  by: Accrual;
}

export interface Country<Context, Input, Pay, Row extends { input: Input; worked: Pay }> {
  /** ISO 3166 */
  code: string;
  /** the payment date decides, not the period worked */
  payrollYear(payday: IsoDate): PayrollYear;
  /**
   * pay of an earlier payroll year that should not have been paid is taken out of that year, and owed back gross: the tax
   * withheld from it stands to the person's account
   */
  amendsEarlierYears: boolean;
  /** the payroll year that back pay is reported in where it is paid long after it was due; null where it is like any other */
  longOwedYear(due: IsoDate, paid: IsoDate): string | null;
  /** a row as if nothing but its lines were paid: what a guarantee would add is left out */
  withoutGuarantee(context: Context): Context;
  /** the hours that leave accrues on with these lines, and by what; null where leave does not accrue by hours */
  accruing(
    context: Context,
    lines: readonly SheetLine[],
    elements: ReadonlyMap<number, PayElement>,
    rules: RuleBook,
  ): Accruing | null;
  /** by how much a pay moves each balance of leave, by kind, in its unit: what accrues and is earned, less what is taken */
  leaveMoved(worked: Pay): Record<string, Decimal>;
  /** what super counts of a pay; null where nothing of that kind is counted */
  superable(worked: Pay): Decimal | null;
  /** extra pays and the tax on them, where a correction is taxed by what they were; null where the year so far holds it */
  extras(worked: Pay): Extras | null;
  /** what becomes of an amount that is paid by an element on a payday */
  treatment(element: PayElement, rules: RuleBook, payday: IsoDate): Treatment;
  /** stop marks for tables that a payday needs and the rule book lacks; looked for before anything is worked out */
  missingTables(payday: IsoDate, rules: RuleBook): Mark[];
  /** a row of the sheet, from what is known of its person and what stands in it */
  workOutRow(
    context: Context,
    lines: readonly SheetLine[],
    elements: ReadonlyMap<number, PayElement>,
    rules: RuleBook,
  ): Row;
  /** one pay, from its input alone: the same input gives the same figures */
  workOut(input: Input, rules: RuleBook): Pay;
  examine(row: Row, rules: RuleBook): Mark[];
  /** what the sheet shows */
  figures(worked: Pay): RowFigures;
  /** every figure that can be asked "why", by name */
  named(worked: Pay): Map<string, Figure>;
  /** the amounts that are kept: year-to-date, lodgement and payslips are sums over them */
  facts(worked: Pay, payday: IsoDate): Fact[];
}

export interface Examined<Row> {
  row: Row | null;
  figures: RowFigures | null;
  marks: Mark[];
}

const order = { stop: 0, query: 1, note: 2 } as const;
const stopsFirst = (marks: Mark[]): Mark[] => marks.sort((a, b) => order[a.kind] - order[b.kind]);

/** Works a row out and examines it; a payday without tables gives stop marks and no figures. */
export function examineIn<
  Context extends Pick<RowBase, "payday" | "openTime"> & { facts?: Pick<PersonFactsBase, "rateChange"> },
  Input,
  Pay,
  Row extends { input: Input; worked: Pay },
>(
  country: Country<Context, Input, Pay, Row>,
  context: Context,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): Examined<Row> {
  const missing = country.missingTables(context.payday, rules);
  if (missing.length > 0) return { row: null, figures: null, marks: missing };
  const row = country.workOutRow(context, lines, elements, rules);
  const marks = [...timeChecks(context, lines, elements), ...country.examine(row, rules)];
  return { row, figures: country.figures(row.worked), marks: stopsFirst(marks) };
}
