/** Spans of earnings from before this program: no day of them counts twice, here or in the pays that we made. */
import type { EarlierFacts } from "@zesty/contract/nz/people";
import { dateWords, type IsoDate } from "@zesty/core/calendar/dates";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";

/**
 * @param others the person's other spans
 * @param firstPaid first day of the first period that was paid here, where there is one
 * @returns why the span cannot be taken; null where it can
 */
export function spanFault(
  { start, end, gross, irregular, advance }: EarlierFacts,
  others: readonly EarlierFacts[],
  firstPaid: IsoDate | undefined,
): string | null {
  if (decimal(irregular).gt(gross)) return "More is irregular than was earned.";
  if (decimalOrZero(advance).gt(gross)) return "More was paid for holidays in advance than was earned.";
  const same = others.find((each) => each.start <= end && start <= each.end);
  if (same)
    return `The span shares days with that from ${dateWords(same.start)} to ${dateWords(same.end)}. Earnings would count twice.`;
  if (firstPaid !== undefined && end >= firstPaid)
    return `The span reaches into the period from ${dateWords(firstPaid)}, which is paid here. End it on the day before.`;
  return null;
}
