/**
 * Hours of a week of long service leave where they were not always the same: the average over each span that a State
 * looks at (rulebook/au/longServiceRules.ts), up to the last day, within the service.
 * Example: 38 h for ten years, then 19 h for one: over 52 weeks 19 h, over 260 weeks 34.2 h.
 */
import { addDays, daysBetween, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import type { HoursWindow } from "../rulebook/au/longServiceRules.ts";

/** Agreed weekly hours from a day on, null where none are; the first of them holds for what lies before it, too. */
export interface HoursFrom {
  from: IsoDate;
  weekly: string | null;
}
/** Hours that were paid of a span of days. */
export interface HoursPaid {
  start: IsoDate;
  end: IsoDate;
  hours: string;
}

interface Span {
  start: IsoDate;
  lastDay: IsoDate;
}

/** The first day of a window; nought weeks are the whole service. */
const firstOf = (window: HoursWindow, { start, lastDay }: Span): IsoDate => {
  const first = window === 0 ? start : addDays(lastDay, 1 - window * 7);
  return first < start ? start : first;
};

/** @param agreed in the order of their days @returns weekly hours by window in which hours were agreed throughout */
export function averagesAgreed(
  agreed: readonly HoursFrom[],
  windows: readonly HoursWindow[],
  span: Span,
): Partial<Record<HoursWindow, string>> {
  return Object.fromEntries(
    windows.flatMap((window) => {
      const first = firstOf(window, span);
      let total: Decimal | null = agreed.length > 0 ? zero : null;
      agreed.forEach(({ from, weekly }, at) => {
        const begins = at === 0 || from < first ? first : from;
        const next = agreed[at + 1]?.from;
        const ends = next !== undefined && next <= span.lastDay ? addDays(next, -1) : span.lastDay;
        if (begins > ends) return;
        total = weekly === null ? null : (total?.plus(decimal(weekly).times(daysBetween(begins, ends) + 1)) ?? null);
      });
      return total === null ? [] : [[window, (total as Decimal).div(daysBetween(first, span.lastDay) + 1).toString()]];
    }),
  );
}

/**
 * Of who has no agreed hours: what was paid, only over windows that are on record as a whole.
 * @param paid in the order of their days, without overtime
 */
export function averagesPaid(
  paid: readonly HoursPaid[],
  windows: readonly HoursWindow[],
  span: Span,
): Partial<Record<HoursWindow, string>> {
  const known = paid[0]?.start;
  return Object.fromEntries(
    windows.flatMap((window) => {
      const first = firstOf(window, span);
      if (known === undefined || known > first) return [];
      const total = paid.reduce((sum, each) => sum.plus(shareOf(each, first, span.lastDay)), zero);
      return [
        [
          window,
          total
            .times(7)
            .div(daysBetween(first, span.lastDay) + 1)
            .toString(),
        ],
      ];
    }),
  );
}

/**
 * By agreement; where none was, as with a casual, by what was paid: the greatest of several averages wants all of them.
 * @returns null where not every average that the State looks at is known
 */
export function averagesKnown(
  agreed: readonly HoursFrom[],
  paid: () => readonly HoursPaid[],
  windows: readonly HoursWindow[],
  span: Span,
): Partial<Record<HoursWindow, string>> | null {
  const isWhole = (found: object) => Object.keys(found).length === windows.length;
  const byAgreement = averagesAgreed(agreed, windows, span);
  if (isWhole(byAgreement)) return byAgreement;
  const both = { ...averagesPaid(paid(), windows, span), ...byAgreement };
  return isWhole(both) ? both : null;
}

/** A pay that reaches over an end of the window counts by its days. */
function shareOf({ start, end, hours }: HoursPaid, first: IsoDate, last: IsoDate): Decimal {
  const [from, to] = [start > first ? start : first, end < last ? end : last];
  return from > to
    ? zero
    : decimal(hours)
        .times(daysBetween(from, to) + 1)
        .div(daysBetween(start, end) + 1);
}
