/**
 * The day by which withheld tax goes to the tax office, by the size of the withholder, on the next business day when it
 * is none. Set by: Taxation Administration Act 1953, Schedule 1, ss 16-75 and 16-95 (from memory): small (to $25,000 a
 * year) with the quarter's statement, on 28 October, 28 February, 28 April and 28 July; medium on the 21st of the next
 * month; large (above $1 million) within days: paid Saturday or Sunday the second Monday after, Monday or Tuesday the
 * next Monday, Wednesday the second Thursday after, Thursday or Friday the next Thursday.
 * Example: paid 2 July 2026: medium due 21 August, small due 28 October, large (a Thursday) due Thursday 9 July.
 */
import { rollForwardAu } from "../calendar/businessDays.ts";
import { addDays, addMonths, type IsoDate, weekday } from "../calendar/dates.ts";
import { withholdingRates } from "../rulebook/au/withholdingRates.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";

export type WithholderSize = "small" | "medium" | "large";

/** Days from a payday to a large withholder's due day, Monday first. */
const largeDays = [7, 6, 8, 7, 6, 9, 8];

export function withholdingDueDate(payday: IsoDate, size: WithholderSize, rules: RuleBook): IsoDate {
  const { dueDay, quarterDay } = rules.row(withholdingRates, payday).figures;
  if (size === "large") return rollForwardAu(addDays(payday, largeDays[weekday(payday) - 1] ?? 7));
  const month = (from: IsoDate, months: number, day: string) =>
    rollForwardAu(`${addMonths(`${from.slice(0, 7)}-01`, months).slice(0, 8)}${day.padStart(2, "0")}`);
  if (size === "medium") return month(payday, 1, dueDay);
  // With the statement of the quarter: in the month after it, for the December quarter a month later.
  const quarter = Math.floor((Number(payday.slice(5, 7)) - 1) / 3);
  const first = `${payday.slice(0, 4)}-${String(3 * quarter + 1).padStart(2, "0")}-01`;
  return month(first, quarter === 3 ? 4 : 3, quarterDay);
}
