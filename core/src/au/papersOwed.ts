/**
 * Papers that an employee is owed, and days on which a right begins, by the dates of the employment.
 * Set by: Fair Work Act 2009, ss 66AAA to 66M (casual employment: statement, employee choice), ss 333E to 333K (fixed terms), s 125 (Fair Work Information
 * Statement); months and days from memory, employmentStandards in the rule book. An employer may always give more.
 * Example: casual since 12 January 2026 with twenty colleagues: both statements on that day, the casual one again on
 * 12 July 2026 and 12 January 2027, then each year; from 12 July 2026 the person may ask to become permanent.
 */

import { type ContractDates, contractDays, type PaperOwed } from "../calendar/contractDays.ts";
import { addMonths, type IsoDate } from "../calendar/dates.ts";
import type { EmploymentStandards } from "../rulebook/au/employmentStandards.ts";

export interface EmploymentDates {
  start: IsoDate;
  end: IsoDate | null;
  /** since when the person has been casual without a break; null: is none */
  casualSince: IsoDate | null;
  /** fewer employees than the Act's small employer */
  isSmall: boolean;
  /** null where nothing is on record of how long the agreement holds */
  contract?: ContractDates | null;
}

/** A year of yearly statements is enough: what lies further ahead is found when it comes. */
const mostYears = 50;

/** @returns what falls on days from one to another, both included, in order */
export function papersOwed(
  { start, end, casualSince, isSmall, contract = null }: EmploymentDates,
  { casual, fixedTerm }: Pick<EmploymentStandards, "casual" | "fixedTerm">,
  from: IsoDate,
  to: IsoDate,
): PaperOwed[] {
  const found: PaperOwed[] = [
    {
      ...{ code: "information", on: start, given: true, law: "Fair Work Act 2009, s 125" },
      words: "Fair Work Information Statement",
    },
  ];
  if (casualSince !== null) {
    const statement = (on: IsoDate) =>
      found.push({
        ...{ code: "casualInformation", on, given: true, law: "Fair Work Act 2009, s 125B" },
        words: "Casual Employment Information Statement",
      });
    statement(casualSince);
    if (!isSmall) statement(addMonths(casualSince, casual.statementAfterMonths));
    statement(addMonths(casualSince, 12));
    // A small employer gives it once more after twelve months, and then no more.
    if (!isSmall) for (let years = 2; years <= mostYears; years += 1) statement(addMonths(casualSince, 12 * years));
    const counted = casualSince < casual.choiceCountedFrom ? casual.choiceCountedFrom : casualSince;
    found.push({
      ...{ code: "casualChoice", given: false, law: "Fair Work Act 2009, s 66AAB" },
      on: addMonths(counted, isSmall ? casual.choiceMonthsSmall : casual.choiceMonths),
      words: "May ask in writing to become permanent; an answer is owed within 21 days",
    });
  }
  if (contract) {
    const { fixedUntil, signedOn, renewed } = contract;
    const agreed = signedOn ?? start;
    if (fixedUntil)
      found.push({
        ...{ code: "fixedInformation", on: agreed, given: true, law: "Fair Work Act 2009, s 333K" },
        words: "Fixed Term Contract Information Statement",
      });
    // Renewals count with the term: from the first day of the employment.
    const isLong =
      fixedTerm && fixedUntil && (fixedUntil >= addMonths(start, fixedTerm.months) || renewed > fixedTerm.renewals);
    found.push(
      ...contractDays(contract, {
        fixed: isLong
          ? `The fixed term ends; beyond ${fixedTerm.months} months, or renewed more than ${fixedTerm.renewals === 1 ? "once" : `${fixedTerm.renewals} times`}, it holds only by an exception of the Act`
          : "The fixed term ends",
        fixedLaw: "Fair Work Act 2009, ss 333E, 333F",
        probation: "The probation ends",
        probationLaw: "By the agreement; Fair Work Act 2009, s 383, sets how long before a dismissal can be unfair",
      }),
    );
  }
  return found
    .filter(({ on }) => on >= from && on <= to && (end === null || on <= end))
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}
