/**
 * What the agreement would have paid a salaried person for the recorded hours, beside what the salary pays: the
 * annualised-wage check of a period. Paid absence stands on both sides.
 */
import { dateWords } from "@zesty/core/calendar/dates";
import { personHours } from "@zesty/core/hours/personHours";
import type { Piece } from "@zesty/core/hours/worked";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { namingFinder } from "./elementsOfTime.ts";
import type { KnownPerson } from "./personTimes.ts";
import { timeLines } from "./timeLines.ts";

const worth = (line: SheetLine, percent: string, agreedRate: string | null): Decimal =>
  line.amount !== undefined
    ? decimal(line.amount)
    : halfUpToCent(
        decimal(line.hours ?? "0")
          .times(line.rate ?? agreedRate ?? "0")
          .times(percent)
          .div(100),
      );

export interface Beside {
  /** what the agreement would have paid for the recorded hours */
  asked: Decimal;
  /** what the pay has for them */
  paid: Decimal;
}

/** @returns what is paid for days by the record, nothing of it kept; null where a rate or a rule is not known */
export function worthOfDays(person: KnownPerson, dates: readonly string[]): Decimal | null {
  // Elements are only named here, never made.
  const { find, wanted } = namingFinder();
  const found = timeLines(person, dates, find);
  if (found.faults.length > 0) return null;
  const percentOf = (id: number): string => {
    const each = wanted(id);
    return each?.kind === "hours" ? each.percent : "100";
  };
  // Overtime that becomes time off is not paid now.
  const paid = found.lines.filter((line) => wanted(line.elementId)?.kind !== "lieu");
  return sum(paid.map((line) => worth(line, percentOf(line.elementId), person.agreedRate)));
}

/** @returns null where nobody is salaried under a level, or where a rate or a rule is not known */
export function besideAgreement(
  person: KnownPerson,
  dates: readonly string[],
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): Beside | null {
  if (!person.time.rules || !person.salaried || !person.terms?.classification) return null;
  const asked = worthOfDays({ ...person, agreedRate: null }, dates);
  if (asked === null) return null;
  const counted = [
    "ordinary",
    "overtime",
    "leaveTaken",
    "leaveLoading",
    "allowance",
    "publicHoliday",
    "publicHolidayWorked",
  ];
  const paid = sum(
    lines.flatMap((line) => {
      const element = elements.get(line.elementId);
      return element && counted.includes(element.element) && line.corrects === undefined
        ? [worth(line, element.percent, person.agreedRate)]
        : [];
    }),
  );
  return { asked, paid };
}

/** @returns a sentence where the pay is below the agreement; null where it is not, or where no level's rate is known */
export function shortOfAgreement(...all: Parameters<typeof besideAgreement>): string | null {
  const found = besideAgreement(...all);
  if (!found || found.paid.gte(found.asked)) return null;
  const [person, dates] = all;
  const { asked, paid } = found;
  const first = dateWords(dates[0] ?? "");
  return `${person.time.rules?.title} would have paid $${asked.toFixed(2)} for the hours recorded from ${first}; this pay has $${paid.toFixed(2)}: $${asked.minus(paid).toFixed(2)} short. Pay the difference, or record why it does not fall due.`;
}

/**
 * Penalty and overtime hours of a salaried person beyond what an annualised wage covers: they are paid on top, in the pay
 * of the same period (model clause of the modern awards since 2020; hospitality cl 24, as averages a week).
 * @returns sentences; none where the agreement names no outer limit
 */
export function beyondOuterLimits({ time, salaried }: KnownPerson, dates: readonly string[]): string[] {
  const limits = time.rules?.annualisedWage;
  if (!salaried || !limits || dates.length === 0) return [];
  const pieces = personHours(time, dates).pieces.filter((piece) => !piece.topUp);
  const hoursOf = (wanted: (piece: Piece) => boolean) =>
    Decimal.fraction(
      pieces.filter(wanted).reduce((total, piece) => total + piece.minutes, 0),
      60,
    );
  const covered = (hours: number) => decimal(String(hours)).times(dates.length).div(7);
  const said = (what: string, hours: Decimal, limit: number | undefined): string[] => {
    if (limit === undefined || hours.lte(covered(limit))) return [];
    const beyond = hours.minus(covered(limit)).toDecimalPlaces(2).toString();
    return [
      `${hours.toDecimalPlaces(2).toString()} ${what} hours, ${beyond} beyond the ${limit} a week that the salary covers (${time.rules?.title}): pay those on top in this pay, or record why not.`,
    ];
  };
  return [
    ...said(
      "penalty",
      hoursOf((piece) => !piece.overtime && piece.percent.gt(100)),
      limits.outerPenaltyHours,
    ),
    ...said(
      "overtime",
      hoursOf((piece) => piece.overtime),
      limits.outerOvertimeHours,
    ),
  ];
}
