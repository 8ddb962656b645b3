/**
 * The only place that lists the countries, and the only one where a code becomes a country. Everything below is the
 * same for all of them; a new country is a value and a line here.
 */

import type { PayInput } from "../au/pay/input.ts";
import type { RowContext, WorkedRow } from "../au/pay/row.ts";
import type { WorkedPay } from "../au/pay/worked.ts";
import type { IsoDate } from "../calendar/dates.ts";
import type { PayrollYear } from "../calendar/payrollYear.ts";
import type { PayInputNz } from "../nz/pay/input.ts";
import type { RowContextNz, WorkedRowNz } from "../nz/pay/row.ts";
import type { WorkedPayNz } from "../nz/pay/worked.ts";
import type { Fact } from "../pay/facts.ts";
import type { Extras } from "../pay/input.ts";
import type { PayElement, SheetLine } from "../pay/row.ts";
import type { PaySnapshot, RowFigures } from "../pay/snapshot.ts";
import type { Decimal } from "../quantity/decimal.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import type { Working } from "../working/figure.ts";
import { type KeptWorkings, keepWorkings } from "../working/keptWorkings.ts";
import { australia } from "./australia.ts";
import { type Accruing, type Country, type Examined, examineIn } from "./country.ts";
import { newZealand } from "./newZealand.ts";

export const countries = { AU: australia, NZ: newZealand } as const;
export type CountryCode = keyof typeof countries;

/** A pay of any country: what the sheet, the store and the worker handle without asking which. */
export type AnyContext = RowContext | RowContextNz;
export type AnyRow = WorkedRow | WorkedRowNz;
export type AnyInput = PayInput | PayInputNz;
export type AnyPay = WorkedPay | WorkedPayNz;
type Any = Country<AnyContext, AnyInput, AnyPay, AnyRow>;

/** A value's country: it says of itself which, so that what it is handed fits. */
const of = ({ country }: { country: CountryCode }): Any => countries[country] as Any;

export const payrollYearOf = (code: CountryCode, payday: IsoDate): PayrollYear => countries[code].payrollYear(payday);

/** Does an overpayment on one day, found on another, belong to the payroll year in which it was paid? */
export const amendsEarlierYear = (code: CountryCode, paid: IsoDate, found: IsoDate): boolean =>
  countries[code].amendsEarlierYears && payrollYearOf(code, paid).from < payrollYearOf(code, found).from;

export const longOwedYear = (code: CountryCode, due: IsoDate, paid: IsoDate): string | null =>
  countries[code].longOwedYear(due, paid);

export const workOutPay = (input: AnyInput, rules: RuleBook): AnyPay => of(input).workOut(input, rules);

export const workOutAnyRow = (
  context: AnyContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): AnyRow => of(context).workOutRow(context, lines, elements, rules);

export const examineRow = (
  context: AnyContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): Examined<AnyRow> => examineIn(of(context), context, lines, elements, rules);

/** A row as if nothing but its lines were paid: what a guarantee would add is left out. */
export const withoutGuarantee = (context: AnyContext): AnyContext => of(context).withoutGuarantee(context);

/** The hours that leave accrues on with these lines, and by what; null where leave does not accrue by hours. */
export const accruingOf = (
  context: AnyContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): Accruing | null => of(context).accruing(context, lines, elements, rules);

/** By how much a pay moves each balance of leave, by kind, in its unit. */
export const leaveMovedBy = (worked: AnyPay): Record<string, Decimal> => of(worked).leaveMoved(worked);

/** What super counts of a pay; null where nothing of that kind is counted. */
export const superableOf = (worked: AnyPay): Decimal | null => of(worked).superable(worked);

/** Extra pays and the tax on them, where a correction is taxed by what they were. */
export const extrasOf = (worked: AnyPay): Extras | null => of(worked).extras(worked);

export const figuresOf = (worked: AnyPay): RowFigures => of(worked).figures(worked);

export const factsOfPay = (worked: AnyPay, payday: IsoDate): Fact[] => of(worked).facts(worked, payday);

/** The working of one figure, or undefined where the pay has no figure of that name. */
export const workingOf = (worked: AnyPay, name: string): Working | undefined =>
  of(worked).named(worked).get(name)?.working();

/** The workings of a signed-off pay, as they are kept. */
export const workingsToKeep = (worked: AnyPay): KeptWorkings => keepWorkings(of(worked).named(worked));

/** A pay as plain data, each working whole. */
export function snapshotOf(worked: AnyPay): PaySnapshot {
  const workings: Record<string, Working> = {};
  for (const [name, each] of of(worked).named(worked)) workings[name] = each.working();
  return { figures: figuresOf(worked), workings };
}
