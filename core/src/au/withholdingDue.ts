/**
 * The day by which withheld tax goes to the tax office: for a medium withholder the 21st of the next month, on the
 * next business day when that is none. Set by: Taxation Administration Act 1953, Schedule 1, s 16-75 (from memory).
 * Example: paid 2 July 2026, due 21 August 2026.
 */
import { rollForwardAu } from "../calendar/businessDays.ts";
import { addMonths, type IsoDate } from "../calendar/dates.ts";
import { withholdingRates } from "../rulebook/au/withholdingRates.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";

export function withholdingDueDate(payday: IsoDate, rules: RuleBook): IsoDate {
  const { dueDay } = rules.row(withholdingRates, payday).figures;
  return rollForwardAu(`${addMonths(`${payday.slice(0, 7)}-01`, 1).slice(0, 8)}${dueDay.padStart(2, "0")}`);
}
