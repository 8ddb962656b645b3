/** The lines that days become, while they are gathered: one a cell and rate, with its reasons, and what cannot be said. */
import { minutesOfDay, wallOf } from "@zesty/core/calendar/wallClock";
import { timeRulesIn } from "@zesty/core/countries/time";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { isOnCall } from "@zesty/core/hours/dayText";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { personHours } from "@zesty/core/hours/personHours";
import { baseRate } from "@zesty/core/hours/pricing";
import type { Piece } from "@zesty/core/hours/worked";
import { type Decimal, zero } from "@zesty/core/quantity/decimal";
import type { KnownPerson } from "./personTimes.ts";
import { type Finder, startsAt, type Target } from "./timeLineParts.ts";

export type Gathering = ReturnType<typeof gathering>;

export function gathering(person: KnownPerson, dates: readonly string[], find: Finder) {
  const { time, terms, rates, agreedRate } = person;
  const { rules } = time;
  const faults: string[] = [];
  const queries: string[] = [];
  const targets = new Map<string, Target>();
  const allPurpose = allPurposeOf(rules, rates, time.person);
  // One line a cell and rate: a birthday within the period makes two.
  const target = (elementId: number, costCentre?: string, rate: Decimal | null = null): Target => {
    const key = `${elementId} ${costCentre ?? ""} ${rate?.toString() ?? ""}`;
    const found =
      targets.get(key) ??
      ({
        elementId,
        costCentre,
        minutes: 0,
        saved: zero,
        rate,
        amount: null,
        hours: null,
        units: null,
        why: [],
      } as Target);
    targets.set(key, found);
    return found;
  };
  const rateAt = (percent: number) => {
    const { rate, why } = baseRate(rules, terms?.classification ?? null, rates, agreedRate, percent, allPurpose);
    if (rate === null)
      faults.push(
        `No hourly rate is known: ${why}. Enter one under People, or the level's rate in Set-up, Agreements.`,
      );
    return rate;
  };
  const rateOn = (date: string) => rateAt(juniorPercent(time, date));
  const hours = personHours(time, dates);
  const law = timeRulesIn(time.country);
  // Being on call lies around the work: the call's own cost centre counts.
  const shifts = Object.values(time.days).flatMap((day) => day.shifts.filter((shift) => !isOnCall(shift)));
  return {
    shifts,
    person,
    dates,
    rules,
    law,
    hours,
    find,
    allPurpose,
    faults,
    queries,
    targets,
    target,
    rateAt,
    rateOn,
  };
}

/** Whatever comes under one element is paid: nothing takes another's place. */
export const addTo = (to: Target, amount: Decimal): void => {
  to.amount = amount.plus(to.amount ?? 0);
};

/** The cost centre of the shift that a piece of work lies in. */
export const centreOf = ({ shifts }: Gathering, piece: Piece): string | undefined =>
  shifts.find(
    (each) =>
      each.start.slice(0, 10) <= piece.date && startsAt(each.start) <= piece.from && startsAt(each.end) >= piece.to,
  )?.costCentre;

export const isBanked = ({ person }: Gathering, piece: Piece): boolean =>
  piece.overtime &&
  Object.entries(person.time.days).some(
    ([date, day]) =>
      day.bank &&
      ((piece.clockless !== undefined && piece.date === date) ||
        day.shifts.some((each) => startsAt(each.start) <= piece.from && startsAt(each.end) >= piece.to)),
  );

export const isWithinHoliday = ({ person }: Gathering, piece: Piece): boolean =>
  person.time.holidays.some((each) => {
    const [from, to] = [wallOf(each.date, each.from ?? 0), wallOf(each.date, each.to ?? minutesOfDay)];
    return piece.from >= from && piece.from < to;
  });
